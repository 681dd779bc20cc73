// Findings, worst first, of a box or of a panel: what, measured of required, short by; the sentence, its source and the
// inspector's word on demand. What needs nobody's attention is counted, and listed when asked for.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { type RuleResult, type Ruling, worstOf } from '../api/types';
import { VerdictMark, verdictWords } from '../drawing/VerdictMark';
import { CONFIDENCE } from '../ui/confidence';
import { bare, bareBeside } from '../ui/figure';

/** Takes the inspector's word on a rule, or takes it back. */
export type OnRule = (rule: string, ruling: Omit<Ruling, 'rule'> | null) => void;

const PLURAL = {
  violates: 'violate',
  marginal: 'marginal',
  'not-measured': 'not measured',
  legacy: 'legacy',
  meets: 'meet',
} as const;

/** A note, or what the inspector dismissed, is no fault of the box. */
export const counted = (result: RuleResult) => result.mark !== 'dismissed' && result.mark !== 'note';

/** How many are broken, marginal or legacy, in words. */
export function summary(results: RuleResult[]) {
  const count = (verdict: RuleResult['verdict']) =>
    results.filter((result) => counted(result) && result.verdict === verdict).length;
  const words = (['violates', 'marginal', 'legacy'] as const)
    .filter((verdict) => count(verdict) > 0)
    .map((verdict) => `${count(verdict)} ${count(verdict) === 1 ? verdictWords[verdict] : PLURAL[verdict]}`);
  return words.join(', ') || 'nothing broken';
}

const KINDS = { measured: '', derived: 'worked out', 'at-most': 'at most', 'at-least': 'at least' } as const;
export const TELLING = ['violates', 'marginal', 'legacy'];

type GroupProps = {
  verdict: RuleResult['verdict'];
  results: RuleResult[];
  onRule: OnRule;
  audit: string;
};

/** One verdict, counted, and listed when asked for. */
export function FindingGroup({ verdict, results, onRule, audit }: GroupProps) {
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
          <FindingLine key={result.rule} result={result} onRule={onRule} audit={audit} />
        ))}
    </div>
  );
}

type LineProps = { result: RuleResult; onRule: OnRule; audit: string };

/** One finding: what, measured of required, short by; why, and the inspector's word, on demand. */
export function FindingLine({ result, onRule, audit }: LineProps) {
  const { verdict } = result;
  const worst = worstOf(result);
  const danger = result.mark === 'danger';
  const dismissed = result.mark === 'dismissed';
  const others = result.findings.filter(
    (finding) => finding !== worst && finding.measured && finding.conductor,
  );
  // A panel breaks one rule in several places; each is told.
  const alike = [
    ...new Set([
      result.sentence,
      ...result.findings.filter((finding) => finding.verdict === verdict).map((finding) => finding.sentence),
    ]),
  ].slice(0, 12);
  const lacked = [...new Set(result.findings.flatMap(({ needs }) => (needs ? [needs.words] : [])))];
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
            <span className="figure">{bareBeside(worst.measured.figure.text, worst.required.text)}</span>
            <i>{worst.side === 'at-most' ? 'max' : 'of'}</i>
            <span className="figure">{worst.required.text}</span>
            {worst.shortfall && (
              <em className="figure">
                {worst.side === 'at-most' ? 'over' : 'short'}{' '}
                {bareBeside(worst.shortfall.text, worst.required.text)}
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
          {alike.length > 1 && !worst?.conductor && <i> and {alike.length - 1} more</i>}
        </div>
        <details>
          <summary>Why</summary>
          {alike.map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
          <p>Goes by {result.goes_by}.</p>
          {lacked.length > 0 && <p>Lacked: {lacked.join('; ')}.</p>}
          {worst?.rests_on && worst.rests_on.length > 0 && <p>Rests on: {worst.rests_on.join('; ')}.</p>}
          {worst?.house_rule && <p>House rule: {worst.house_rule}.</p>}
          {result.citation && result.confidence && (
            <p>
              {result.citation}, {CONFIDENCE[result.confidence]}.{' '}
              <Link to={`/audits/${audit}/rules#${result.rule}`}>Rule book</Link>
            </p>
          )}
          <RulingForm result={result} onRule={onRule} />
        </details>
      </div>
    </div>
  );
}

/** The inspector's word: it stands, or it does not count here and why. */
function RulingForm({ result, onRule }: { result: RuleResult; onRule: OnRule }) {
  const [reason, setReason] = useState(result.ruling?.reason ?? '');
  const { ruling } = result;
  if (ruling) {
    return (
      <p>
        {ruling.kind === 'confirm'
          ? 'Confirmed by the inspector.'
          : `Dismissed by the inspector: ${ruling.reason}.`}{' '}
        <button type="button" className="plain link" onClick={() => onRule(result.rule, null)}>
          Take it back
        </button>
      </p>
    );
  }
  if (!TELLING.includes(result.verdict)) return null;
  return (
    <div className="ruling">
      <Button variant="outline-primary" onClick={() => onRule(result.rule, { kind: 'confirm', reason: '' })}>
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
        onClick={() => onRule(result.rule, { kind: 'dismiss', reason: reason.trim() })}
      >
        Dismiss
      </Button>
    </div>
  );
}
