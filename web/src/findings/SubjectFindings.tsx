// What the rules say of a panel, a room or a cable run, and what no rule covers.
import type { Note, Remark, RuleResult, Ruling } from '../api/types';
import { FindingGroup, FindingLine, type OnRule, summary, TELLING } from './FindingList';
import { LeaveNote, OpenNotes } from './Notes';
import { Remarks } from './Remarks';

/** What people said of a subject, whatever the subject is. */
export type Said = { rulings: Ruling[]; remarks: Remark[]; notes: Note[] };

type Props = {
  label: string;
  /** What the rules say of the side shown. */
  results: RuleResult[];
  /** Its record. */
  record: Partial<Said>;
  audit: string;
  change: (make: (known: Partial<Said>) => Partial<Said>) => void;
};

export function SubjectFindings({ label, results, record, audit, change }: Props) {
  const { remarks = [], notes = [] } = record;
  const onRule: OnRule = (rule, ruling) =>
    change(({ rulings = [] }) => ({
      rulings: [...rulings.filter((other) => other.rule !== rule), ...(ruling ? [{ rule, ...ruling }] : [])],
    }));
  const note = (make: (notes: Note[]) => Note[]) => change((known) => ({ notes: make(known.notes ?? []) }));
  const telling = results.filter((result) => TELLING.includes(result.verdict));
  return (
    <section className="findings" aria-label={label} aria-live="polite">
      <h2>
        Findings <span>{summary(results)}</span>
      </h2>
      <OpenNotes notes={notes} change={note} />
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
        remarks={remarks}
        change={(make) => change((known) => ({ remarks: make(known.remarks ?? []) }))}
      />
      <LeaveNote notes={notes} change={note} />
    </section>
  );
}
