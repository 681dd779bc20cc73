// The three lamps of the tester in one half, as one sees them: a tap on a lamp goes on to the next of off, dim, lit.
import type { LampReading } from '../api/types';

const LAMPS = [
  ['hot_neutral', 'H–N', 'hot to neutral'],
  ['hot_ground', 'H–G', 'hot to ground'],
  ['neutral_ground', 'N–G', 'neutral to ground'],
] as const;
const AFTER = { off: 'lit', lit: 'dim', dim: 'off' } as const;

type Props = {
  half: LampReading['half'];
  reading: LampReading | undefined;
  onChange: (reading: LampReading | null) => void;
  id?: string | undefined;
};

export function LampRow({ half, reading, onChange, id }: Props) {
  const dark = { half, hot_neutral: 'off', hot_ground: 'off', neutral_ground: 'off' } as const;
  return (
    <div className="lamp-line">
      <span className="half-name">{half}</span>
      {LAMPS.map(([field, short, name], index) => {
        const now = reading?.[field];
        return (
          <button
            key={field}
            id={index === 0 ? id : undefined}
            type="button"
            className={`lamp-button ${now ?? 'unread'}`}
            aria-label={`${half} half, ${name}: ${now ?? 'not read'}`}
            onClick={() => onChange({ ...(reading ?? dark), [field]: now ? AFTER[now] : 'lit' })}
          >
            <i aria-hidden="true" />
            <b>{short}</b>
            <span>{now ?? '–'}</span>
          </button>
        );
      })}
      {reading ? (
        <button type="button" className="plain link" onClick={() => onChange(null)}>
          not read
        </button>
      ) : (
        <button type="button" className="plain link" onClick={() => onChange(dark)}>
          all off
        </button>
      )}
    </div>
  );
}
