// The findings of a box, worst first: what, measured of required, short by; the sentence and its source on demand.
import type { RuleResult } from '../api/types';
import { VerdictMark, verdictWords } from '../drawing/VerdictMark';
import { bare } from '../ui/figure';
import type { SessionState } from './session';

const CONFIDENCE = {
  sure: 'from memory, sure',
  'may-be-off': 'from memory; a year or number may be off',
  'check-first': 'from memory; check before relying on it',
} as const;

const PLURAL = {
  violates: 'violate',
  marginal: 'marginal',
  'not-measured': 'not measured',
  legacy: 'legacy',
  meets: 'meet',
} as const;

function summary(results: RuleResult[]) {
  const count = (verdict: RuleResult['verdict']) =>
    results.filter((result) => result.verdict === verdict).length;
  const words = (['violates', 'marginal', 'not-measured', 'legacy', 'meets'] as const)
    .filter((verdict) => count(verdict) > 0)
    .map((verdict) => `${count(verdict)} ${count(verdict) === 1 ? verdictWords[verdict] : PLURAL[verdict]}`);
  return words.join(', ');
}

const KINDS = { measured: '', derived: 'worked out', 'at-most': 'at most', 'at-least': 'at least' } as const;

export function Findings({ state }: { state: SessionState }) {
  const { results } = state.judgement;
  return (
    <section className="findings" aria-label="Findings" aria-live="polite">
      <h2>
        {state.side === 'left' ? 'As left' : 'Findings'} <span>{summary(results)}</span>
      </h2>
      {results.map((result) => (
        <FindingLine key={result.rule} result={result} />
      ))}
    </section>
  );
}

function FindingLine({ result }: { result: RuleResult }) {
  const { worst, verdict } = result;
  const others = result.findings.filter(
    (finding) => finding.conductor !== worst?.conductor && finding.measured,
  );
  return (
    <div className={`finding verdict-${verdict}`}>
      <VerdictMark verdict={verdict} size={28} quiet />
      <div>
        <div className="finding-head">
          <b>{result.title}</b>
          <span className="tone">{verdictWords[verdict]}</span>
        </div>
        {worst?.measured && worst.required && (
          <div className="finding-figures">
            {KINDS[worst.measured.kind] && <i>{KINDS[worst.measured.kind]}</i>}
            <span className="figure">{bare(worst.measured.figure.text)}</span>
            <i>of</i>
            <span className="figure">{worst.required.text}</span>
            {worst.shortfall && <em className="figure">short {bare(worst.shortfall.text)}</em>}
          </div>
        )}
        <div className="finding-who">
          {worst?.measured
            ? [
                `${worst.label}`,
                ...others.map((other) => `${other.label.split(' ')[0]} ${bare(other.measured?.figure.text)}`),
              ].join('; ')
            : result.sentence}
        </div>
        <details>
          <summary>Why</summary>
          <p>{result.sentence}</p>
          {worst?.house_rule && <p>House rule: {worst.house_rule}.</p>}
          {result.citation && result.confidence && (
            <p>
              {result.citation}, {CONFIDENCE[result.confidence]}.
            </p>
          )}
        </details>
      </div>
    </div>
  );
}
