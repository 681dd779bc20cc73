// What is wrong with one breaker, in a sentence each.
import type { PanelJudgement } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';

export function BreakerFaults({ judgement, breaker }: { judgement: PanelJudgement; breaker: number | null }) {
  const faults = judgement.results
    .filter((result) => result.mark !== 'dismissed')
    .flatMap((result) =>
      result.findings
        .filter((finding) => finding.breaker === breaker && finding.verdict === 'violates')
        .map((finding) => ({ sentence: finding.sentence, severity: finding.severity ?? result.severity })),
    );
  if (breaker === null || faults.length === 0) return null;
  return (
    <ul className="breaker-faults" aria-label="What is wrong with it">
      {faults.map(({ sentence, severity }) => (
        <li key={sentence}>
          <VerdictMark verdict="violates" danger={severity === 'danger'} size={22} />
          {sentence}
        </li>
      ))}
    </ul>
  );
}
