// The findings of a box, worst first: what, measured of required, short by; the sentence, its source and the inspector's
// word on demand. What is met, not measured or of no concern is counted, and listed when asked for.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { type RuleResult, worstOf } from '../api/types';
import { VerdictMark, verdictWords } from '../drawing/VerdictMark';
import { CONFIDENCE } from '../ui/confidence';
import { bare } from '../ui/figure';
import { Remarks } from './Remarks';
import type { BoxSession, SessionState } from './session';

const PLURAL = {
  violates: 'violate',
  marginal: 'marginal',
  'not-measured': 'not measured',
  legacy: 'legacy',
  meets: 'meet',
} as const;

/** A note, or what the inspector dismissed, is no fault of the box. */
const counted = (result: RuleResult) => result.mark !== 'dismissed' && result.mark !== 'note';

function summary(results: RuleResult[]) {
  const count = (verdict: RuleResult['verdict']) =>
    results.filter((result) => counted(result) && result.verdict === verdict).length;
  const words = (['violates', 'marginal', 'legacy'] as const)
    .filter((verdict) => count(verdict) > 0)
    .map((verdict) => `${count(verdict)} ${count(verdict) === 1 ? verdictWords[verdict] : PLURAL[verdict]}`);
  return words.join(', ') || 'nothing broken';
}

const KINDS = { measured: '', derived: 'worked out', 'at-most': 'at most', 'at-least': 'at least' } as const;
const TELLING = ['violates', 'marginal', 'legacy'];

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
  const legacy = results.filter((result) => result.verdict === 'legacy');
  const broken = results.some((result) => result.verdict === 'violates');
  // Beside what is broken, what was allowed when it was built stands back.
  const telling = results.filter(
    (result) => TELLING.includes(result.verdict) && !(broken && result.verdict === 'legacy'),
  );
  // Where the code has no say there is nothing to show but on demand; lengths that wait for a tape are asked for in
  // place.
  const waiting = results.filter((result) => result.verdict === 'not-measured');
  const lengths = waiting.filter((result) => result.rule.startsWith('free-conductor'));
  return (
    <section className="findings" aria-label="Findings" aria-live="polite">
      <h2>
        {state.side === 'left' ? 'As left' : 'Findings'} <span>{summary(results)}</span>
      </h2>
      {[...telling, ...lengths].map((result) => (
        <FindingLine key={result.rule} result={result} session={session} audit={audit} />
      ))}
      {broken && <Group verdict="legacy" results={legacy} session={session} audit={audit} />}
      <Group
        verdict="not-measured"
        results={waiting.filter((result) => !lengths.includes(result))}
        session={session}
        audit={audit}
      />
      <Remarks session={session} state={state} />
    </section>
  );
}

/** What needs nobody's attention: counted, and listed when asked for. */
export function Rest({ session, state, audit }: { session: BoxSession; state: SessionState; audit: string }) {
  const { results } = state.judgement;
  return (
    <section className="findings rest" aria-label="Met, and of no concern">
      {(['meets', 'not-applicable'] as const).map((verdict) => (
        <Group
          key={verdict}
          verdict={verdict}
          results={results.filter((result) => result.verdict === verdict)}
          session={session}
          audit={audit}
        />
      ))}
    </section>
  );
}

type GroupProps = {
  verdict: RuleResult['verdict'];
  results: RuleResult[];
  session: BoxSession;
  audit: string;
};

function Group({ verdict, results, session, audit }: GroupProps) {
  const [open, setOpen] = useState(false);
  if (results.length === 0) return null;
  const words = {
    legacy: 'legacy, allowed when built',
    'not-measured': 'not measured',
    meets: 'met',
    'not-applicable': 'of no concern here',
  } as const;
  return (
    <div className="finding-group">
      <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
        <VerdictMark verdict={verdict} size={22} quiet />
        <b className="figure">{results.length}</b> {words[verdict as keyof typeof words]}
        <span aria-hidden="true">{open ? '–' : '+'}</span>
      </button>
      {open &&
        results.map((result) => (
          <FindingLine key={result.rule} result={result} session={session} audit={audit} />
        ))}
    </div>
  );
}

type LineProps = { result: RuleResult; session: BoxSession; audit: string };

function FindingLine({ result, session, audit }: LineProps) {
  const { verdict } = result;
  const worst = worstOf(result);
  const danger = result.mark === 'danger';
  const dismissed = result.mark === 'dismissed';
  const others = result.findings.filter(
    (finding) => finding !== worst && finding.measured && finding.conductor,
  );
  const word = result.mark === 'verdict' ? verdictWords[verdict] : result.mark;
  return (
    <div className={`finding verdict-${verdict} ${danger ? 'danger' : ''} ${dismissed ? 'dismissed' : ''}`}>
      <VerdictMark verdict={result.mark === 'note' ? 'marginal' : verdict} danger={danger} size={28} quiet />
      <div>
        <div className="finding-head">
          <b>{result.title}</b>
          <span className="tone">{word}</span>
        </div>
        {worst?.measured && worst.required && verdict !== 'not-measured' && (
          <div className="finding-figures">
            {KINDS[worst.measured.kind] && <i>{KINDS[worst.measured.kind]}</i>}
            <span className="figure">{bare(worst.measured.figure.text)}</span>
            <i>{worst.side === 'at-most' ? 'max' : 'of'}</i>
            <span className="figure">{worst.required.text}</span>
            {worst.shortfall && (
              <em className="figure">
                {worst.side === 'at-most' ? 'over' : 'short'} {bare(worst.shortfall.text)}
              </em>
            )}
          </div>
        )}
        <div className="finding-who">
          {worst?.measured && worst.conductor
            ? [
                `${worst.label}`,
                ...others.map((other) => `${other.label.split(' ')[0]} ${bare(other.measured?.figure.text)}`),
              ].join('; ')
            : result.sentence}
        </div>
        <details>
          <summary>Why</summary>
          <p>{result.sentence}</p>
          {worst?.rests_on && worst.rests_on.length > 0 && <p>Rests on: {worst.rests_on.join('; ')}.</p>}
          {worst?.house_rule && <p>House rule: {worst.house_rule}.</p>}
          {result.citation && result.confidence && (
            <p>
              {result.citation}, {CONFIDENCE[result.confidence]}.{' '}
              <Link to={`/audits/${audit}/rules#${result.rule}`}>Rule book</Link>
            </p>
          )}
          <RulingForm result={result} session={session} />
        </details>
      </div>
    </div>
  );
}

/** The inspector's word: it stands, or it does not count here and why. */
function RulingForm({ result, session }: { result: RuleResult; session: BoxSession }) {
  const [reason, setReason] = useState(result.ruling?.reason ?? '');
  const { ruling } = result;
  if (ruling) {
    return (
      <p>
        {ruling.kind === 'confirm'
          ? 'Confirmed by the inspector.'
          : `Dismissed by the inspector: ${ruling.reason}.`}{' '}
        <button type="button" className="plain link" onClick={() => session.rule(result.rule, null)}>
          Take it back
        </button>
      </p>
    );
  }
  if (!TELLING.includes(result.verdict)) return null;
  return (
    <div className="ruling">
      <Button
        variant="outline-primary"
        onClick={() => session.rule(result.rule, { kind: 'confirm', reason: '' })}
      >
        Confirm
      </Button>
      <Form.Control
        aria-label={`Reason to dismiss ${result.title}`}
        placeholder="reason to dismiss"
        value={reason}
        maxLength={500}
        onChange={(event) => setReason(event.target.value)}
      />
      <Button
        variant="outline-primary"
        disabled={reason.trim() === ''}
        onClick={() => session.rule(result.rule, { kind: 'dismiss', reason: reason.trim() })}
      >
        Dismiss
      </Button>
    </div>
  );
}
