// What is wrong with one breaker, in a sentence each.
import type { PanelJudgement } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';

export function BreakerFaults({ judgement, breaker }: { judgement: PanelJudgement; breaker: number | null }) {
  const faults = judgement.faults.filter((fault) => fault.breaker === breaker);
  if (breaker === null || faults.length === 0) return null;
  return (
    <ul className="breaker-faults" aria-label="What is wrong with it">
      {faults.map(({ sentence, danger }) => (
        <li key={sentence}>
          <VerdictMark verdict="violates" danger={danger} size={22} />
          {sentence}
        </li>
      ))}
    </ul>
  );
}
