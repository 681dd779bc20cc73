// One calculator: what it asks for, and at once what comes of it.
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { api } from '../api/client';
import type { Basis, Calculated, CalculatorForm } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { useMay } from '../people/useMe';
import { CONFIDENCE } from '../ui/confidence';
import { Failed } from '../ui/States';
import { Entry } from './Entry';
import { SendToBox } from './SendToBox';
import { begun, typedOf, withTyped } from './typed';

/** What is worked out is the same whenever it is asked; what was typed on the way is soon let go. */
const KEPT_MS = 10_000;

type Props = {
  form: CalculatorForm;
  edition: Basis['edition'];
  units: Basis['units'];
  audit: string | undefined;
  search: URLSearchParams;
  setSearch: (next: URLSearchParams) => void;
};

export function Calculator({ form, edition, units, audit, search, setSearch }: Props) {
  const typed = typedOf(form, search);
  const wish = { calculator: form.code, edition, units, typed };
  const calculated = useQuery({
    queryKey: ['calculate', wish],
    queryFn: ({ signal }) => api.calculate(wish, signal),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: KEPT_MS,
  });
  const answer = calculated.data;
  const wrong = (code: string) =>
    answer?.problems.find(({ pointer }) => pointer === `/typed/${code}`)?.message ?? null;
  const changed = form.fields.some(({ code }) => code in typed);
  return (
    <>
      <section className="pocket-form" aria-label="What it asks for">
        <h2>{form.title}</h2>
        <p className="muted">{form.about}</p>
        {!changed && <p className="muted">The figures are those of an example: put yours in their place.</p>}
        <div className="pocket-fields">
          {form.fields.map((field) => (
            <Entry
              key={field.code}
              field={field}
              text={typed[field.code] ?? field.initial}
              wrong={wrong(field.code)}
              onChange={(text) => setSearch(withTyped(search, field, text))}
            />
          ))}
        </div>
        {changed && (
          <button type="button" className="plain link" onClick={() => setSearch(begun(search))}>
            Begin anew
          </button>
        )}
      </section>
      <section className="pocket-answer" aria-label="Answer">
        {calculated.isError && <Failed error={calculated.error} again={() => void calculated.refetch()} />}
        {answer && <Answer answer={answer} />}
        {answer?.worked && <Pass form={form} worked={answer.worked} audit={audit} box={search.get('at')} />}
      </section>
    </>
  );
}

function Answer({ answer }: { answer: Calculated }) {
  const { worked, problems } = answer;
  if (!worked) {
    return (
      <p className="pocket-says" role="status">
        {problems.length === 1 ? problems[0]?.message : `${problems.length} fields cannot be read yet.`}
      </p>
    );
  }
  return (
    <>
      <p className={`pocket-says${worked.verdict ? ` verdict-${worked.verdict}` : ''}`} role="status">
        {worked.verdict && <VerdictMark verdict={worked.verdict} size={26} />}
        <span>{worked.says}</span>
      </p>
      {worked.lines.length > 0 && (
        <dl className="pocket-lines">
          {worked.lines.map(({ what, figure }) => (
            <div key={what}>
              <dt>{what}</dt>
              <dd>{figure}</dd>
            </div>
          ))}
        </dl>
      )}
      {worked.cautions.map((caution) => (
        <p key={caution} className="cautions">
          {caution}
        </p>
      ))}
      {worked.working.length > 0 && (
        <>
          <h3>Working</h3>
          <ul className="pocket-working">
            {worked.working.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ul>
        </>
      )}
      {worked.sources.length > 0 && (
        <>
          <h3>Source</h3>
          {worked.sources.map(({ edition, section, confidence }) => (
            <p key={section} className="pocket-source">
              {edition} {section} <i>{CONFIDENCE[confidence]}</i>
            </p>
          ))}
        </>
      )}
    </>
  );
}

type PassProps = {
  form: CalculatorForm;
  worked: NonNullable<Calculated['worked']>;
  audit: string | undefined;
  box: string | null;
};

/** Passed on: as a link, or to a box. */
function Pass({ form, worked, audit, box }: PassProps) {
  const [copied, setCopied] = useState(false);
  const [sending, setSending] = useState(box !== null);
  const may = useMay('capture');
  const copy = async () => {
    const own = new URL(window.location.href);
    own.searchParams.delete('at');
    // Without an audit in it: whoever opens it may not have that one.
    own.pathname = `/calculators/${form.code}`;
    await navigator.clipboard.writeText(own.href);
    setCopied(true);
  };
  return (
    <div className="pocket-pass">
      {may && (
        <Button variant="outline-primary" aria-expanded={sending} onClick={() => setSending(!sending)}>
          Send to a box
        </Button>
      )}
      {navigator.clipboard && (
        <Button variant="outline-primary" onClick={() => void copy()}>
          Copy the link
        </Button>
      )}
      <span role="status">{copied && 'Copied.'}</span>
      {may && sending && <SendToBox text={worked.note} audit={audit} box={box} />}
    </div>
  );
}
