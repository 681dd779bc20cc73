// What the rules say of a panel, a room or a cable run, and what no rule covers.
import type { Remark, RuleResult, Ruling } from '../api/types';
import { FindingGroup, FindingLine, type OnRule, summary, TELLING } from './FindingList';
import { Remarks } from './Remarks';

/** What the inspector said of a subject, whatever the subject is. */
export type Said = { rulings: Ruling[]; remarks: Remark[] };

type Props = {
  label: string;
  /** What the rules say of the side shown. */
  results: RuleResult[];
  remarks: Remark[];
  audit: string;
  change: (make: (said: Said) => Said) => void;
};

export function SubjectFindings({ label, results, remarks, audit, change }: Props) {
  const onRule: OnRule = (rule, ruling) =>
    change((known) => ({
      ...known,
      rulings: [
        ...known.rulings.filter((other) => other.rule !== rule),
        ...(ruling ? [{ rule, ...ruling }] : []),
      ],
    }));
  const telling = results.filter((result) => TELLING.includes(result.verdict));
  return (
    <section className="findings" aria-label={label} aria-live="polite">
      <h2>
        Findings <span>{summary(results)}</span>
      </h2>
      {telling.map((result) => (
        <FindingLine key={result.rule} result={result} onRule={onRule} audit={audit} />
      ))}
      {(['not-measured', 'meets', 'not-applicable'] as const).map((verdict) => (
        <FindingGroup
          key={verdict}
          verdict={verdict}
          results={results.filter((result) => result.verdict === verdict)}
          onRule={onRule}
          audit={audit}
        />
      ))}
      <Remarks remarks={remarks} change={(next) => change((known) => ({ ...known, remarks: next }))} />
    </section>
  );
}
