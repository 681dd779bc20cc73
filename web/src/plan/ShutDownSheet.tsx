// The sheet of one shut-down: what is off, what goes dark, the dead test, the boxes from the feed outwards, the retest.
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { JobShutDown, WorkPlan } from '../api/types';
import { Held } from '../ui/Hands';
import { clock } from './clock';

type Props = {
  audit: string;
  job: WorkPlan;
  shutDown: JobShutDown;
  onMove: (minutes: number) => void;
  onDay: (step: number) => void;
  onFree?: (() => void) | undefined;
};

export function ShutDownSheet({ audit, job, shutDown, onMove, onDay, onFree }: Props) {
  const { slot } = shutDown;
  const boxes = shutDown.boxes.flatMap((id) => job.boxes.filter((box) => box.box_id === id));
  const off = shutDown.breakers.flatMap((index) => (job.breakers[index] ? [job.breakers[index]] : []));
  const dead = shutDown.dead_test;
  return (
    <section className="sheet" aria-label={`Shut-down ${shutDown.number}`}>
      <h2>
        Shut-down {shutDown.number}
        {slot && ` · day ${slot.day + 1}, ${clock(slot.from)} to ${clock(slot.to)}`} · {shutDown.minutes} min
      </h2>
      <div className="results no-paper">
        <Button variant="outline-primary" onClick={() => onMove(-15)}>
          15 min earlier
        </Button>
        <Button variant="outline-primary" onClick={() => onMove(15)}>
          15 min later
        </Button>
        <Button variant="outline-primary" onClick={() => onDay(1)}>
          Next day
        </Button>
        {onFree && (
          <Button variant="outline-primary" onClick={onFree}>
            Let it be placed anew
          </Button>
        )}
      </div>
      <Held shutDown={shutDown} />
      <h3>Off</h3>
      {shutDown.main_off ? (
        <p>
          <b>The main.</b> A hot may be open here, so that no breaker can be confirmed. The line side stays
          live.
        </p>
      ) : (
        <ul className="off-list">
          {off.map((breaker) => (
            <li key={`${breaker.panel} ${breaker.breaker}`}>
              <b className="figure">{breaker.name}</b> of {breaker.panel_name}. {breaker.dark}
            </li>
          ))}
        </ul>
      )}
      <h3>Boxes, from the feed outwards</h3>
      <ol className="sheet-boxes">
        {boxes.map((box) => (
          <li key={box.box_id}>
            <Link to={`/audits/${audit}/walk/${box.box_id}`}>
              <b className="figure">{box.tag}</b> {box.place || box.room}
            </Link>
            : {box.work.steps.map((step) => step.title).join(', ')}{' '}
            <span className="figure">{box.minutes} min</span>
          </li>
        ))}
      </ol>
      <details open={dead.length < 12}>
        <summary>Dead test: {dead.length} steps</summary>
        <ol>
          {dead.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </details>
      <details>
        <summary>Restore, measure again, retest: {shutDown.retest.length} points</summary>
        <ol>
          {shutDown.retest.map((point) => (
            <li key={point}>{point}</li>
          ))}
        </ol>
      </details>
    </section>
  );
}
