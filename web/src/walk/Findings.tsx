// The findings of a box, worst first, and what no rule covers.

import type { Note, RuleResult } from '../api/types';
import { FindingGroup, FindingLine, type OnRule, summary, TELLING } from '../findings/FindingList';
import { LeaveNote, OpenNotes } from '../findings/Notes';
import { Remarks } from '../findings/Remarks';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

/** What is broken, marginal or legacy, worst first; beside what is broken, what was allowed when it was built stands back. */
export function tellingOf(results: RuleResult[]): RuleResult[] {
  const broken = results.some((result) => result.verdict === 'violates');
  return results.filter(
    (result) => TELLING.includes(result.verdict) && !(broken && result.verdict === 'legacy'),
  );
}

export function Findings({
  session,
  state,
  audit,
}: {
  session: BoxSession;
  state: SessionState;
  audit: string;
}) {
  const { results } = state.judgement;
  // A record that this device kept before there were notes has none.
  const { notes = [] } = state.record;
  const note = (make: (notes: Note[]) => Note[]) =>
    session.editRecord((record) => ({ ...record, notes: make(record.notes ?? []) }));
  const onRule: OnRule = (rule, ruling) => session.rule(rule, ruling);
  const legacy = results.filter((result) => result.verdict === 'legacy');
  const broken = results.some((result) => result.verdict === 'violates');
  // Where the code has no say there is nothing to show but on demand; lengths that wait for a tape are asked for in
  // place.
  const waiting = results.filter((result) => result.verdict === 'not-measured');
  const lengths = waiting.filter((result) => result.rule.startsWith('free-conductor'));
  return (
    <section className="findings" aria-label="Findings" aria-live="polite">
      <h2>
        {state.side === 'left' ? 'As left' : 'Findings'} <span>{summary(results)}</span>
      </h2>
      <OpenNotes notes={notes} change={note} />
      {[...tellingOf(results), ...lengths].map((result) => (
        <FindingLine key={result.rule} result={result} onRule={onRule} audit={audit} />
      ))}
      {broken && <FindingGroup verdict="legacy" results={legacy} onRule={onRule} audit={audit} />}
      <FindingGroup
        verdict="not-measured"
        results={waiting.filter((result) => !lengths.includes(result))}
        onRule={onRule}
        audit={audit}
      />
      <Remarks
        remarks={state.record.remarks}
        change={(make) => session.editRecord((record) => ({ ...record, remarks: make(record.remarks) }))}
      />
      <LeaveNote notes={notes} change={note} />
    </section>
  );
}

/** What needs nobody's attention: counted, and listed when asked for. */
export function Rest({ session, state, audit }: { session: BoxSession; state: SessionState; audit: string }) {
  const { results } = state.judgement;
  const onRule: OnRule = (rule, ruling) => session.rule(rule, ruling);
  return (
    <section className="findings rest" aria-label="Met, and of no concern">
      {(['meets', 'not-applicable'] as const).map((verdict) => (
        <FindingGroup
          key={verdict}
          verdict={verdict}
          results={results.filter((result) => result.verdict === verdict)}
          onRule={onRule}
          audit={audit}
        />
      ))}
    </section>
  );
}
