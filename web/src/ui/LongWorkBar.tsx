// The works that go on beside what is shown: how long, how much came, and the way to break one off.
import { useEffect, useState } from 'react';
import { dismiss, useWorks } from './longWork';

const SECOND_MS = 1_000;

const kilobytes = (bytes: number) =>
  bytes < 1_000_000 ? `${Math.ceil(bytes / 1_000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

export function LongWorkBar() {
  const works = useWorks();
  const [now, setNow] = useState(0);
  const busy = works.some(({ failed }) => failed === null);
  useEffect(() => {
    if (!busy) return;
    setNow(performance.now());
    const tick = setInterval(() => setNow(performance.now()), SECOND_MS);
    return () => clearInterval(tick);
  }, [busy]);
  if (works.length === 0) return null;
  return (
    <ul className="long-works" aria-label="Under way">
      {works.map(({ number, words, begun, bytes, failed, stop }) => (
        <li key={number} role={failed ? 'alert' : undefined}>
          <span>
            <b>{words}</b>{' '}
            {failed
              ? `was not made: ${failed}`
              : [
                  `${Math.max(0, Math.floor((now - begun) / SECOND_MS))} s`,
                  bytes > 0 ? `${kilobytes(bytes)} came` : 'goes on while you do something else',
                ].join(', ')}
          </span>
          {failed ? (
            <button type="button" className="plain" onClick={() => dismiss(number)}>
              Dismiss
            </button>
          ) : (
            stop && (
              <button type="button" className="plain" aria-label={`Stop: ${words}`} onClick={stop}>
                Stop
              </button>
            )
          )}
        </li>
      ))}
    </ul>
  );
}
