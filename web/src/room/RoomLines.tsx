// The sketch line by line: each wall as it is typed, and one line more for the next. A line stays in its field until the core has
// read it and the server has kept it.
import { useState } from 'react';
import type { SketchLine } from '../api/types';

/** What became of a line: nothing is wrong, or why it was not taken. */
export type TakeLine = (line: string, of: SketchLine | null) => Promise<string | null>;

type Props = {
  lines: SketchLine[];
  /** Words that stand for things along a wall, for a thumb. */
  things: string[];
  example: string;
  take: TakeLine;
  remove: (of: SketchLine) => void;
};

export function RoomLines({ lines, things, example, take, remove }: Props) {
  return (
    <section className="room-lines" aria-label="The walls, line by line">
      {lines.map((line) => (
        <OneLine key={`${line.wall} ${line.island}`} of={line} take={take} remove={remove} />
      ))}
      <NextLine things={things} example={example} take={take} />
    </section>
  );
}

function OneLine({ of, take, remove }: { of: SketchLine; take: TakeLine; remove: (of: SketchLine) => void }) {
  // What is typed and not taken yet; nothing where the field shows what the server keeps.
  const [typed, setTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const leave = async () => {
    if (typed === null) return;
    if (typed.trim() === of.line) {
      setTyped(null);
      return;
    }
    const sent = typed;
    const why = await take(sent, of);
    setRefused(why);
    // What was typed meanwhile stays.
    if (why === null) setTyped((now) => (now === sent ? null : now));
  };
  return (
    <div className="room-line">
      <label htmlFor={`line-${of.wall}-${of.island}`}>{of.label}</label>
      <textarea
        id={`line-${of.wall}-${of.island}`}
        rows={1}
        className="figure"
        autoComplete="off"
        spellCheck={false}
        maxLength={300}
        value={typed ?? of.line}
        aria-invalid={refused ? true : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void leave()}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          void leave();
        }}
      />
      <button type="button" className="plain" aria-label={`Remove ${of.label}`} onClick={() => remove(of)}>
        ×
      </button>
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
    </div>
  );
}

function NextLine({ things, example, take }: { things: string[]; example: string; take: TakeLine }) {
  const [text, setText] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const send = async () => {
    if (text.trim() === '') return;
    const typed = text;
    const why = await take(typed, null);
    setRefused(why);
    // What was typed meanwhile stays.
    if (why === null) setText((now) => (now === typed ? '' : now));
  };
  const add = (word: string) =>
    setText((now) => `${now === '' || now.endsWith(' ') ? now : `${now} `}${word} `);
  return (
    <form
      className="jot room-jot"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <label htmlFor="room-jot">Next wall</label>
      <input
        id="room-jot"
        className="figure"
        autoComplete="off"
        spellCheck={false}
        maxLength={300}
        placeholder={example}
        value={text}
        aria-invalid={refused ? true : undefined}
        onChange={(event) => setText(event.target.value)}
      />
      <button type="submit" className="plain jot-take" disabled={text.trim() === ''}>
        Take it
      </button>
      <div className="chips">
        {[...things, '/'].map((word) => (
          <button key={word} type="button" className="chip offer" onClick={() => add(word)}>
            {word}
          </button>
        ))}
      </div>
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
    </form>
  );
}
