// The rule book: every rule with its limit, sources and school, searchable; and the house rules of the firm.
import { useEffect, useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useLocation, useParams } from 'react-router';
import { api } from '../api/client';
import { keys, useTrades } from '../api/queries';
import type { HouseRules, Revised, RuleEntry } from '../api/types';
import { useRecord } from '../api/useRecord';
import { VerdictMark } from '../drawing/VerdictMark';
import { useMay } from '../people/useMe';
import { CONFIDENCE } from '../ui/confidence';
import { Failed, Loading } from '../ui/States';
import { HouseRulesForm } from './HouseRulesForm';

export function RuleBookView() {
  const { audit } = useParams();
  const trades = useTrades();
  const [sought, setSought] = useState('');
  const { hash } = useLocation();
  useEffect(() => {
    if (trades.data && hash) document.getElementById(hash.slice(1))?.scrollIntoView({ block: 'start' });
  }, [trades.data, hash]);
  if (trades.isError) return <Failed error={trades.error} again={() => void trades.refetch()} />;
  if (!trades.data) return <Loading what="the rule book" />;
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const text = (rule: RuleEntry) =>
    [rule.code, rule.title, rule.limit, rule.why, ...rule.citations.map((cited) => cited.section)]
      .join(' ')
      .toLowerCase();
  const rules = trades.data.rules.filter((rule) => words.every((word) => text(rule).includes(word)));
  return (
    <main id="main" className="page rule-book">
      <div className="page-head">
        <h1>Rule book</h1>
        <Form.Control
          type="search"
          className="search"
          aria-label="Search the rules"
          placeholder="search: ground, 314.16, spacer"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
        <span className="muted" role="status">
          {rules.length} of {trades.data.rules.length} rules
        </span>
      </div>
      <p className="muted">
        Limits are in our own words and from memory of the published codes; no code book was at hand. Each
        source carries how sure we are of it. The edition that your authority enforces governs.
      </p>
      <div className="rule-columns">
        <div>
          {rules.map((rule) => (
            <RulePart key={rule.code} rule={rule} />
          ))}
          {rules.length === 0 && <p>No rule speaks of “{sought}”.</p>}
        </div>
        <aside>
          <h2>House rules of the firm</h2>
          <p className="muted">A new audit begins with these. {audit && <AuditLink audit={audit} />}</p>
          <FirmRules />
        </aside>
      </div>
    </main>
  );
}

function AuditLink({ audit }: { audit: string }) {
  return (
    <>
      Those of this audit, and what they changed, are on its <Link to={`/audits/${audit}/basis`}>basis</Link>.
    </>
  );
}

const BASIS = {
  code: 'code',
  listing: 'listing',
  workmanship: 'workmanship',
  local: 'local',
  advisory: 'advice',
  wanted: 'asked for',
} as const;

function RulePart({ rule }: { rule: RuleEntry }) {
  const sections = new Map<
    string,
    { editions: string[]; confidence: RuleEntry['citations'][number]['confidence'] }
  >();
  for (const { edition, section, confidence } of rule.citations) {
    const known = sections.get(section);
    if (known) known.editions.push(edition);
    else sections.set(section, { editions: [edition], confidence });
  }
  return (
    <article className="rule" id={rule.code}>
      <h3>
        <VerdictMark verdict="violates" danger={rule.severity === 'danger'} size={22} quiet />
        {rule.title} <code>{rule.code}</code>
      </h3>
      <p className="limit">{rule.limit}</p>
      <p>{rule.why}</p>
      <dl>
        <dt>Kind</dt>
        <dd>
          {BASIS[rule.basis]}, {rule.severity}
          {rule.always
            ? ', at any age of the wiring'
            : rule.since
              ? `, since ${rule.since}; older wiring is legacy`
              : ''}
        </dd>
        <dt>Needs</dt>
        <dd>{rule.needs}</dd>
        <dt>Example</dt>
        <dd>{rule.example}</dd>
        <dt>Source</dt>
        <dd>
          {[...sections].map(([section, { editions, confidence }]) => (
            <span key={section} className="source">
              {section || 'common practice'} <i>{section && `${editions.join(', ')}; `}</i>
              <i className={confidence}>{CONFIDENCE[confidence]}</i>
            </span>
          ))}
        </dd>
      </dl>
    </article>
  );
}

function FirmRules() {
  const { view: firm, change } = useRecord<Revised<HouseRules>, HouseRules>({
    key: keys.firm,
    get: api.firmRules,
    of: (known) => known,
    put: api.putFirmRules,
    touches: [],
    shown: (known, record) => ({ ...known, record }),
  });
  const trades = useTrades();
  const [refused, setRefused] = useState<string | null>(null);
  const mayChange = useMay('rules');
  if (firm.isError) return <Failed error={firm.error} again={() => void firm.refetch()} />;
  if (!firm.data || !trades.data) return <Loading what="the house rules" />;
  return (
    <>
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
      {!mayChange && <p className="muted">The owner of the firm changes them.</p>}
      <fieldset disabled={!mayChange}>
        <HouseRulesForm
          name="firm"
          infos={trades.data.house_rules}
          rules={firm.data.record}
          onChange={(part) => void change((rules) => ({ ...rules, ...part })).then(setRefused)}
        />
      </fieldset>
    </>
  );
}
