// Loading, empty and failed, so that no view leaves one over.
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';

export function Loading({ what }: { what: string }) {
  return (
    <p className="state" role="status">
      Fetching {what}
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
