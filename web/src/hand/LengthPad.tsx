// The pad for one thumb: figures, eighths and the sixteenth beside them, and what comes next, large.
import type { Fraction, PadKey, Unit } from './pad';

type Props = {
  units: 'inch' | 'metric' | 'plain';
  /** A length may end behind the opening. */
  minus: boolean;
  press: (key: PadKey) => void;
  next: string;
  onNext: () => void;
};

const digit = (figure: string) => [figure, { digit: figure }, ''] as const;
const fraction = (part: Fraction) => [part, { fraction: part }, 'part'] as const;
const unit = (name: Unit) => [name, { unit: name }, 'tool'] as const;
const BACK = ['back', 'back', 'tool'] as const;
const POINT = ['.', 'point', 'tool'] as const;

type Key = readonly [string, PadKey, string];

const INCH: Key[] = [
  ...['1', '2', '3'].map(digit),
  ...(['1/8', '1/4'] as const).map(fraction),
  ...['4', '5', '6'].map(digit),
  ...(['3/8', '1/2'] as const).map(fraction),
  ...['7', '8', '9'].map(digit),
  ...(['5/8', '3/4'] as const).map(fraction),
  unit('mm'),
  digit('0'),
  BACK,
  fraction('7/8'),
  ['+1/16', 'sixteenth', 'part'],
];

const METRIC: Key[] = [
  ...['1', '2', '3'].map(digit),
  BACK,
  ...['4', '5', '6'].map(digit),
  unit('cm'),
  ...['7', '8', '9'].map(digit),
  unit('in'),
  POINT,
  digit('0'),
];

const PLAIN: Key[] = [
  ...['1', '2', '3'].map(digit),
  BACK,
  ...['4', '5', '6'].map(digit),
  POINT,
  ...['7', '8', '9', '0'].map(digit),
];

const KEYS = { inch: INCH, metric: METRIC, plain: PLAIN };
const NAMES: Record<string, string> = { back: 'Take back', '+1/16': 'One sixteenth more', '.': 'Point' };

export function LengthPad({ units, minus, press, next, onNext }: Props) {
  return (
    <fieldset className={`pad ${units}`} aria-label="Pad">
      {KEYS[units].map(([words, key, kind]) => (
        <button
          key={words}
          type="button"
          className={`figure ${kind}`}
          aria-label={NAMES[words]}
          onClick={() => press(key)}
        >
          {words}
        </button>
      ))}
      {minus && (
        <button type="button" className="tool behind" onClick={() => press('minus')}>
          The tip ends behind the opening
        </button>
      )}
      <button type="button" className="pad-next" onClick={onNext}>
        {next}
      </button>
    </fieldset>
  );
}
