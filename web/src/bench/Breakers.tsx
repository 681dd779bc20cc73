// The breakers of a simulated building, to be switched.
import type { ReactNode } from 'react';

type Props = {
  breakers: string[];
  off: string[];
  /** Those that feed what one is at. */
  feeding?: string[];
  onChange: (off: string[]) => void;
  /** What stands ahead of them. */
  children?: ReactNode;
};

export function Breakers({ breakers, off, feeding = [], onChange, children }: Props) {
  return (
    <fieldset className="breakers">
      <legend>Breakers</legend>
      {children}
      {breakers.map((breaker) => {
        const isOff = off.includes(breaker);
        return (
          <button
            key={breaker}
            type="button"
            className={feeding.includes(breaker) ? 'breaker feeds' : 'breaker'}
            aria-pressed={isOff}
            onClick={() => onChange(isOff ? off.filter((one) => one !== breaker) : [...off, breaker])}
          >
            <span className="figure">{breaker}</span> <b>{isOff ? 'off' : 'on'}</b>
          </button>
        );
      })}
    </fieldset>
  );
}
