// One line, one box. What is understood is shown back piece by piece; what is not stays in the line.
import { useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import type { Jotted } from '../api/types';
import { contentsOf } from './contents';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

/** Why a piece was not understood, with the piece itself once. */
const said = (text: string, error: string) => (error.includes(text) ? error : `${text}: ${error}`);

type Props = { session: BoxSession; state: SessionState; units: 'inch' | 'metric' };

export function JotLine({ session, state, units }: Props) {
  const { line, taken } = state.jot;
  const setLine = (next: string) => session.jot(next);
  const [jotted, setJotted] = useState<Jotted | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const contents = contentsOf(state);

  useEffect(() => {
    if (line.trim() === '') {
      setJotted(null);
      return;
    }
    const asking = new AbortController();
    api
      .jot({ line, units, contents }, asking.signal)
      .then(setJotted)
      // The next letter overtook this answer, or nobody gave one: taking the line says so.
      .catch(() => undefined);
    return () => asking.abort();
  }, [line, units, contents]);

  useEffect(() => {
    const jump = (event: KeyboardEvent) => {
      if (event.altKey && event.key === 'j') {
        event.preventDefault();
        input.current?.focus();
      }
    };
    window.addEventListener('keydown', jump);
    return () => window.removeEventListener('keydown', jump);
  }, []);

  const complete = (word: string) => {
    setLine(`${line.slice(0, line.length - (line.split(/\s/).at(-1)?.length ?? 0))}${word} `);
    input.current?.focus();
  };

  return (
    <div className="jot">
      <label htmlFor="jot">Jot</label>
      <input
        id="jot"
        ref={input}
        className="figure"
        value={line}
        maxLength={400}
        autoComplete="off"
        spellCheck={false}
        placeholder="dup 15 2x14/2 d 1/2 fl 2 3/4 sb 3/8 gyp"
        aria-describedby="jot-said"
        aria-keyshortcuts="Alt+J"
        onChange={(event) => setLine(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') session.take();
          if (event.key === 'Tab' && !event.shiftKey && jotted?.completions[0]) {
            event.preventDefault();
            complete(jotted.completions[0].word);
          }
        }}
      />
      <button
        type="button"
        className="plain jot-take"
        disabled={line.trim() === '' || taken}
        onClick={() => session.take()}
      >
        Take it
      </button>
      {jotted && (
        <div id="jot-said" className="chips" aria-live="polite">
          {jotted.chips.map((chip, index) => {
            // A word that is still being typed is not wrong yet.
            const begun = index === jotted.chips.length - 1 && jotted.completions.length > 0;
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: a piece has no name but its place in the line
              <span key={index} className={begun ? 'chip begun' : chip.error ? 'chip bad' : 'chip'}>
                {chip.read ?? (begun ? chip.text : said(chip.text, chip.error ?? ''))}
              </span>
            );
          })}
          {jotted.completions.map((completion) => (
            <button
              key={completion.word}
              type="button"
              className="chip offer"
              onClick={() => complete(completion.word)}
            >
              <b>{completion.word}</b> {completion.says}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
