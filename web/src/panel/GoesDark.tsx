// What goes dark with a breaker: its boxes, what else hangs on it, and what must not be off for long.
import { Link } from 'react-router';
import type { BreakerFeeds } from '../api/types';

export function GoesDark({ feeds, audit }: { feeds: BreakerFeeds; audit: string }) {
  return (
    <section className="goes-dark" aria-label="What goes dark">
      <p className="trace-says">{feeds.sentence}</p>
      {feeds.boxes.length > 0 && (
        <ul>
          {feeds.boxes.map((fed) => (
            <li key={fed.box_id}>
              <Link to={`/audits/${audit}/walk/${fed.box_id}`} title={fed.room}>
                {fed.tag}
              </Link>
            </li>
          ))}
        </ul>
      )}
      {feeds.circuits.length > 0 && (
        <p>
          {feeds.circuits.map((circuit) => (
            <Link key={circuit} to={`/audits/${audit}/trace/${circuit}`}>
              Its circuit
            </Link>
          ))}
        </p>
      )}
    </section>
  );
}
