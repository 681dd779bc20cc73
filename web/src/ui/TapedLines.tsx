// What was taped, line by line as it is typed, and one line more for the next. A line stays in its field until the core has read it
// and the server has kept it.
import { useState } from 'react';

/** A line as it is kept: what it is about, and what it is called. */
export type TapedLine<Of> = { of: Of; key: string; label: string; line: string };

/** What became of a line: nothing is wrong, or why it was not taken. */
export type TakeLine<Of> = (line: string, of: Of | null) => Promise<string | null>;

type Props<Of> = {
  label: string;
  lines: TapedLine<Of>[];
  /** What the next line is about. */
  next: string;
  /** Words that stand for things, for a thumb. */
  things: string[];
  example: string;
  longest: number;
  take: TakeLine<Of>;
  /** What takes a line out; nothing where it stays. */
  remove: (of: Of) => (() => void) | null;
};

export function TapedLines<Of>(props: Props<Of>) {
  const { label, lines, next, things, example, longest, take, remove } = props;
  return (
    <section className="room-lines" aria-label={label}>
      {lines.map((line) => (
        <OneLine key={line.key} known={line} longest={longest} take={take} remove={remove(line.of)} />
      ))}
      <NextLine label={next} things={things} example={example} longest={longest} take={take} />
    </section>
  );
}

type OneProps<Of> = {
  known: TapedLine<Of>;
  longest: number;
  take: TakeLine<Of>;
  remove: (() => void) | null;
};

function OneLine<Of>({ known: { of, key, label, line }, longest, take, remove }: OneProps<Of>) {
  // What is typed and not taken yet; nothing where the field shows what the server keeps.
  const [typed, setTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const leave = async () => {
    if (typed === null) return;
    // What is emptied comes back: a line is taken out by its own button.
    if (typed.trim() === line || typed.trim() === '') {
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
      <label htmlFor={`line-${key}`}>{label}</label>
      <textarea
        id={`line-${key}`}
        rows={1}
        className="figure"
        autoComplete="off"
        spellCheck={false}
        maxLength={longest}
        value={typed ?? line}
        aria-invalid={refused ? true : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void leave()}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          void leave();
        }}
      />
      {remove && (
        <button type="button" className="plain" aria-label={`Remove ${label}`} onClick={remove}>
          ×
        </button>
      )}
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
    </div>
  );
}

type NextProps<Of> = {
  label: string;
  things: string[];
  example: string;
  longest: number;
  take: TakeLine<Of>;
};

function NextLine<Of>({ label, things, example, longest, take }: NextProps<Of>) {
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
      <label htmlFor="next-line">{label}</label>
      <input
        id="next-line"
        className="figure"
        autoComplete="off"
        spellCheck={false}
        maxLength={longest}
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
