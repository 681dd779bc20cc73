// Who has hands in a box, and what stays off meanwhile; who goes in, and who comes out.
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Hold, JobShutDown } from '../api/types';
import { Ask } from './Ask';

const clock = (since: string) => new Date(since).toTimeString().slice(0, 5);

/** Every box with hands in it; nothing where there is none. */
export function HandsBar({ audit, hands }: { audit: string; hands: Hold[] }) {
  if (hands.length === 0) return null;
  return (
    <ul className="hands-bar" aria-label="Hands in boxes">
      {hands.map((hold) => (
        <li key={hold.box_id}>
          <Link to={`/audits/${audit}/walk/${hold.box_id}`}>
            <b>{hold.sentence}</b>
          </Link>{' '}
          <span className="figure">Since {clock(hold.since)}.</span>
        </li>
      ))}
    </ul>
  );
}

/** Whether the power of a shut-down may come back. */
export function Held({ shutDown }: { shutDown: JobShutDown }) {
  if (shutDown.held.length === 0) {
    return (
      <p className="muted">
        No hands are noted in a box of this shut-down. Ask aloud at each all the same, then switch on.
      </p>
    );
  }
  return (
    <div className="refused">
      <b>Nothing is switched on yet.</b>
      <ul>
        {shutDown.held.map((hold) => (
          <li key={hold.box_id}>{hold.sentence}</li>
        ))}
      </ul>
    </div>
  );
}

type Props = {
  tag: string;
  hands: { who: string; since: string } | null;
  /** The box is proven dead, by itself or with its circuit. */
  dead: boolean;
  onChange: (hands: { who: string; since: string } | null) => void;
};

/** Goes into a box that is proven dead, and out of it. The name is kept on this device for the next one. */
export function Hands({ tag, hands, dead, onChange }: Props) {
  const [asking, setAsking] = useState(false);
  if (hands) {
    return (
      <div className="hands-in">
        <p>
          <b>{hands.who}</b> has hands in {tag} since <span className="figure">{clock(hands.since)}</span>.
        </p>
        <Button onClick={() => onChange(null)}>Hands out of {tag}</Button>
      </div>
    );
  }
  if (!dead) return null;
  return (
    <div className="hands-in">
      <Button variant="outline-primary" onClick={() => setAsking(true)}>
        Hands into {tag}
      </Button>
      {asking && (
        <Ask
          title={`Hands into ${tag}`}
          label="Who works there"
          action="Hands in"
          first={localStorage.getItem('works-here') ?? ''}
          hint="Until the hands are out, no round is noted on what feeds it, and its dead test is not begun again."
          onAnswer={(who) => {
            localStorage.setItem('works-here', who);
            onChange({ who, since: new Date().toISOString() });
          }}
          onClose={() => setAsking(false)}
        />
      )}
    </div>
  );
}
