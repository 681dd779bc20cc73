// What the rules say of a panel and what no rule covers.
import type { PanelView, RuleResult } from '../api/types';
import { FindingGroup, FindingLine, type OnRule, summary, TELLING } from '../findings/FindingList';
import { Remarks } from '../findings/Remarks';
import type { ChangePanel } from './change';

export function PanelFindings({
  view,
  results,
  audit,
  change,
}: {
  view: PanelView;
  /** What the rules say of the side shown. */
  results: RuleResult[];
  audit: string;
  change: ChangePanel;
}) {
  const onRule: OnRule = (rule, ruling) =>
    void change((known) => ({
      ...known,
      rulings: [
        ...known.rulings.filter((other) => other.rule !== rule),
        ...(ruling ? [{ rule, ...ruling }] : []),
      ],
    }));
  const telling = results.filter((result) => TELLING.includes(result.verdict));
  return (
    <section className="findings" aria-label="Findings of the panel" aria-live="polite">
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
      <Remarks
        remarks={view.panel.record.remarks}
        change={(remarks) => void change((known) => ({ ...known, remarks }))}
      />
    </section>
  );
}
