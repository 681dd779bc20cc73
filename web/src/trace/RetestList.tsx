// After power-on: every device of the circuit, both halves, GFCI trip and reset, polarity; ticked by readings alone.
import { Link } from 'react-router';
import type { RetestPoint } from '../api/types';

const SAYS = (passes: boolean | null | undefined) =>
  passes === true ? 'passes' : passes === false ? 'does not pass' : 'to read';

export function RetestList({ audit, points }: { audit: string; points: RetestPoint[] }) {
  const passed = points.filter((point) => point.passes === true).length;
  if (points.length === 0) return <p className="muted trace-part">No device on this circuit yet.</p>;
  return (
    <section className="trace-part retest" aria-label="Retest after power-on">
      <p className="trace-says">
        <span className="figure">{passed}</span> of <span className="figure">{points.length}</span> pass. A
        point passes on a reading taken as left, never on a tick.
      </p>
      <ul>
        {points.map((point) => (
          <li key={`${point.box_id} ${point.words}`} className={SAYS(point.passes).replaceAll(' ', '-')}>
            <Link to={`/audits/${audit}/walk/${point.box_id}`}>
              <b className="figure">{point.tag}</b>
              <span>{point.words}</span>
              <i>{SAYS(point.passes)}</i>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
