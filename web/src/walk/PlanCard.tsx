// The planner's answer: the cheapest sequence of repairs with its proof, the runner-up, what cannot be done and why.
import { Button } from 'react-bootstrap';
import type { Plan, Proposal, Remedies } from '../api/types';
import { type Chosen, OwnWords } from '../findings/Items';
import { withinSentence } from '../ui/sentence';
import { WorkSequence } from '../ui/WorkSequence';
import { BeforeAfterTable, PigtailList } from './Pigtails';

type Outcome = Remedies['outcome'];
type Props = {
  outcome: Outcome;
  busy: boolean;
  onPlan: (choices: Plan['choices']) => void;
};

export function PlanCard({ outcome, busy, onPlan }: Props) {
  const { plan, runner_up: other } = outcome;
  if (!plan) return <h2>No repair here mends it</h2>;
  const pigtails = plan.steps.flatMap((step) => step.pigtails);
  return (
    <div className="plan-card">
      <h2>
        {plan.ready ? 'Puts it right' : 'Not ready yet'} <span className="figure">{plan.minutes} min</span>
      </h2>
      <ol className="plan-steps">
        {plan.steps.map((step) => (
          <li key={step.repair}>
            <div className="d-flex justify-content-between gap-2">
              <b>{step.title}</b> <span className="figure">{step.minutes}</span>
            </div>
          </li>
        ))}
      </ol>
      <BeforeAfterTable pairs={plan.before_after} />
      <PigtailList pigtails={pigtails} />
      {!plan.ready && <WorkSequence steps={plan.sequence.filter(({ phase }) => phase === 'find-out')} />}
      <Button
        variant={plan.ready ? 'primary' : 'outline-primary'}
        className="plan"
        disabled={busy}
        onClick={() => onPlan(plan.choices)}
      >
        Plan this repair
      </Button>
      <details>
        <summary>Step by step, and what to bring</summary>
        <WorkSequence steps={plan.sequence} />
        <Bring materials={plan.materials} bodies={plan.body_volume} />
        {[...new Set(plan.steps.flatMap((step) => step.cautions))].map((caution) => (
          <p key={caution} className="caution">
            {caution}
          </p>
        ))}
        <p className="caution">Minutes, lengths and the order of the work are common practice, no source.</p>
      </details>
      {plan.fill?.crowded && (
        <p className="caution">
          With its connectors the box is crowded: {plan.fill.bodies.text} of bodies besides{' '}
          {plan.fill.required.text} counted.
        </p>
      )}
      {other && (
        <details>
          <summary>
            Next best, {other.minutes} min:{' '}
            {other.steps.map((step) => withinSentence(step.title)).join(', then ')}
          </summary>
          <Bring materials={other.materials} bodies={other.body_volume} />
          <Button variant="outline-primary" disabled={busy} onClick={() => onPlan(other.choices)}>
            Plan the next best
          </Button>
        </details>
      )}
      {outcome.bound_hit && (
        <p className="caution">The search ended at its bound; a cheaper way may exist.</p>
      )}
    </div>
  );
}

/** What to bring, and the room it takes. */
export function Bring({ materials, bodies }: { materials: Proposal['materials']; bodies: string }) {
  if (materials.length === 0) return null;
  return (
    <>
      <ul className="materials">
        {materials.map((line) => (
          <li key={line.what}>
            <span className="figure">{line.count}</span> {line.what}
          </li>
        ))}
      </ul>
      {!bodies.startsWith('0 ') && <p>Connectors take {bodies} of room in fact, whatever the code counts.</p>}
    </>
  );
}

type NotHereProps = { outcome: Outcome; busy: boolean; onPlan: (repairs: Chosen[]) => void };

/** What no repair mends here and what becomes of it; what cannot be done, with the reasons in figures. */
export function NotHere({ outcome, busy, onPlan }: NotHereProps) {
  return (
    <>
      {outcome.cannot.length > 0 && (
        <>
          <h3>Not mended here</h3>
          <ul className="rejected">
            {outcome.cannot.map((cannot) => (
              <li key={cannot.rule}>
                <Because title={cannot.title} reasons={cannot.reasons} />
                <div className="results">
                  <Button
                    variant="outline-primary"
                    disabled={busy}
                    aria-label={`Refer it: ${cannot.title}`}
                    onClick={() => onPlan([{ rule: cannot.rule, repair: 'refer' }])}
                  >
                    Refer it
                  </Button>
                </div>
                <OwnWords
                  title={cannot.title}
                  busy={busy}
                  onPlan={(own) => onPlan([{ rule: cannot.rule, repair: 'own', own }])}
                />
              </li>
            ))}
          </ul>
        </>
      )}
      {outcome.rejected.length > 0 && (
        <>
          <h3>Not here, because</h3>
          <ul className="rejected">
            {outcome.rejected.map((rejected) => (
              <li key={rejected.repair}>
                <Because title={rejected.title} reasons={rejected.reasons} />
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** What is not done, and why in one line; where there is more to say, on demand. */
function Because({ title, reasons: [first = '', ...others] }: { title: string; reasons: string[] }) {
  return (
    <>
      <b>{title}.</b> {first}.
      {others.length > 0 && (
        <details>
          <summary>{others.length} more</summary>
          {others.map((reason) => (
            <p key={reason}>{reason}.</p>
          ))}
        </details>
      )}
    </>
  );
}
