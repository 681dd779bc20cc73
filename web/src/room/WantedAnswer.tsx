// What the core says of something wanted: what is against it, what is open before it is cut, the hole, the boxes, what it takes.
import type { WantedPlan } from '../api/types';
import { DetailDrawing } from '../drawing/DetailDrawing';
import { VerdictMark } from '../drawing/VerdictMark';
import { WorkSequence } from '../ui/WorkSequence';

/** Whether it can be made, and what stands against it. */
export function WantedVerdict({ plan }: { plan: WantedPlan }) {
  return (
    <div className="wanted-answer">
      <p className="wanted-says" aria-live="polite">
        <VerdictMark verdict={plan.verdict} size={26} />
        <b>{plan.says}</b>
      </p>
      {plan.against.length > 0 && (
        <ul className="wanted-against" aria-label="Against it">
          {plan.against.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      )}
      {plan.open.length > 0 && (
        <ul aria-label="Before it is cut">
          {plan.open.map((ask) => (
            <li key={ask}>{ask}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** The hole with its stud, the boxes and the cable as they will be, and what it takes. */
export function WantedWork({ plan }: { plan: WantedPlan }) {
  return (
    <div className="wanted-answer">
      {plan.hole && <DetailDrawing detail={plan.hole} what="The hole that is cut" />}
      {plan.boxes.map((known) => (
        <p key={known.label}>
          <b>{known.label}</b>
          {known.fill?.available && `: fill ${known.fill.required.text} of ${known.fill.available.text}`}
          {`; ${known.met} rules met`}
        </p>
      ))}
      {plan.cable && (
        <p>
          <b>{plan.cable.label}</b>
          {plan.cable.supports > 0 && `, ${plan.cable.supports} supports`}
        </p>
      )}
      {plan.ready && (
        <details>
          <summary>Steps and what to bring</summary>
          <WorkSequence steps={plan.steps} />
          {plan.materials.map((line) => (
            <p key={line.code}>
              {line.count} {line.what}
            </p>
          ))}
          {plan.cautions.map((caution) => (
            <p key={caution} className="caution">
              {caution}
            </p>
          ))}
        </details>
      )}
    </div>
  );
}
