// Large answers to one question. A tap on the answer that stands confirms it; taking it back is an answer of its own.
type Props<T> = {
  legend?: string;
  value: T | null;
  choices: readonly (readonly [T, string])[];
  /** A rule waits for it. */
  waits?: boolean;
  onAnswer: (value: T | null) => void;
};

export function Answers<T extends string | number | boolean>({
  legend,
  value,
  choices,
  waits = false,
  onAnswer,
}: Props<T>) {
  // Short words stand side by side.
  const longest = Math.max(...choices.map(([, words]) => words.length));
  const columns = longest <= 5 && choices.length > 3 ? 4 : 2;
  return (
    <fieldset className={waits ? 'answers waits' : 'answers'} data-columns={columns}>
      {legend && (
        <legend>
          {legend} {waits && <i>asked for</i>}
        </legend>
      )}
      {choices.map(([known, words]) => (
        <button
          key={String(known)}
          type="button"
          aria-pressed={value === known}
          onClick={() => onAnswer(known)}
        >
          {words}
        </button>
      ))}
      {value !== null && (
        <button type="button" className="take-back" onClick={() => onAnswer(null)}>
          not noted
        </button>
      )}
    </fieldset>
  );
}

export const YES_NO = [
  [true, 'yes'],
  [false, 'no'],
] as const;
