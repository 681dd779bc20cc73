// Loading, empty and failed, so that no view leaves one over.
import { type ReactNode, useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';

const SECOND_MS = 1_000;
const SAID_AFTER_S = 3;

/** What is fetched or worked out; from a few seconds on it says how long, and that one may go elsewhere meanwhile. */
export function Loading({ what }: { what: string }) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const tick = setInterval(() => setSeconds((passed) => passed + 1), SECOND_MS);
    return () => clearInterval(tick);
  }, []);
  return (
    <p className="state" role="status">
      Fetching {what}
      {seconds >= SAID_AFTER_S && (
        <span aria-hidden="true">, {seconds} s so far; it goes on while you look elsewhere</span>
      )}
    </p>
  );
}

export function Failed({ error, again }: { error: Error; again: () => void }) {
  return (
    <div className="state" role="alert">
      <p>{error.message}</p>
      <Button onClick={again}>Try again</Button>
    </div>
  );
}

export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="state">
      <h2>{title}</h2>
      {children}
    </div>
  );
}
