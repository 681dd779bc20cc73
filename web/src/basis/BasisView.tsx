// What the verdicts of an audit rest on: edition, age of the wiring, units, house rules. Kept as it is changed.
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useParams } from 'react-router';
import { ApiProblem, api } from '../api/client';
import { keys, useHouseRuleEffects, useTrades, useWalk } from '../api/queries';
import type {
  Adoption,
  Area,
  Audit,
  Basis,
  HouseRules,
  Problem,
  Revised,
  ShopLengths,
  Trades,
  WiredUnder,
} from '../api/types';
import { useMay } from '../people/useMe';
import { HouseRulesForm } from '../rulebook/HouseRulesForm';
import { EditionSelect } from '../ui/EditionSelect';
import { LengthLine } from '../ui/LengthLine';
import { Failed, Loading } from '../ui/States';
import { Amendments } from './Amendments';
import { InstrumentsForm } from './InstrumentsForm';
import { inUnits } from './inUnits';
import { LetterheadForm } from './LetterheadForm';

export function BasisView() {
  const { audit = '' } = useParams();
  const walk = useWalk(audit);
  const trades = useTrades();
  if (walk.isError) return <Failed error={walk.error} again={() => void walk.refetch()} />;
  if (trades.isError) return <Failed error={trades.error} again={() => void trades.refetch()} />;
  if (!walk.data || !trades.data) return <Loading what="the basis" />;
  return <BasisForm key={audit} first={walk.data.audit} trades={trades.data} />;
}

const SAVE_AFTER_MS = 400;

const WEIGHTS = [
  ['minute', 'Points for a minute'],
  ['piece', 'Points for a piece of material'],
  ['intrusiveness', 'Points for a step of opening up'],
] as const;

/** The audit's record as it is being changed, saved a moment after each change. */
function useAuditDraft(first: Revised<Audit>) {
  const client = useQueryClient();
  const [draft, setDraft] = useState(first.record);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [saved, setSaved] = useState(true);
  const revision = useRef(first.revision);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const pending = useRef<Audit | null>(null);

  async function save() {
    clearTimeout(timer.current);
    const record = pending.current;
    if (!record) return;
    pending.current = null;
    try {
      const answer = await api.putAudit(record, revision.current);
      revision.current = answer.revision;
      setProblem(null);
      setSaved(pending.current === null);
      await client.invalidateQueries({ queryKey: ['audit', record.id] });
      await client.invalidateQueries({ queryKey: keys.jobs });
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setProblem(error.problem);
    }
  }

  const change = (next: Audit) => {
    setDraft(next);
    setSaved(false);
    pending.current = next;
    clearTimeout(timer.current);
    timer.current = setTimeout(save, SAVE_AFTER_MS);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is pending goes when the view is left, once
  useEffect(() => () => void save(), []);
  const theirs = problem?.status === 409 ? (problem.current as Audit) : null;
  const settle = (keep: Audit) => {
    revision.current = problem?.current_revision ?? revision.current;
    setProblem(null);
    change(keep);
  };
  return { draft, change, problem, saved, theirs, settle };
}

function BasisForm({ first, trades }: { first: Revised<Audit>; trades: Trades }) {
  const { draft, change, problem, saved, theirs, settle } = useAuditDraft(first);
  const { basis } = draft;
  const effects = useHouseRuleEffects(draft.id);
  const mayCapture = useMay('capture');
  const set = (part: Partial<Basis>) => change({ ...draft, basis: { ...basis, ...part } });
  const house = (part: Partial<HouseRules>) => set({ house_rules: { ...basis.house_rules, ...part } });
  const units = (next: Basis['units']) => set(inUnits(basis, next, trades));
  const building = (part: Partial<Audit['building']>) =>
    change({ ...draft, building: { ...draft.building, ...part } });
  return (
    <main id="main" className="page basis">
      <div className="page-head">
        <h1>Basis</h1>
        <span role="status" className="muted">
          {problem ? 'Not saved' : saved ? 'Saved' : 'Saving'}
        </span>
      </div>
      {problem && (
        <div className="refused" role="alert">
          {problem.detail}
          {theirs && (
            <span className="choices">
              <Button onClick={() => settle(draft)}>Keep this one</Button>
              <Button variant="outline-primary" onClick={() => settle(theirs)}>
                Take the other
              </Button>
            </span>
          )}
        </div>
      )}
      <fieldset className="basis-columns" disabled={!mayCapture}>
        <div>
          <section>
            <h2>The job</h2>
            <Line
              label="Audit"
              value={draft.name}
              max={120}
              onChange={(name) => change({ ...draft, name })}
            />
            <Line
              label="Address"
              value={draft.building.address}
              max={200}
              onChange={(address) => building({ address })}
            />
            <Line
              label="Owner"
              value={draft.building.owner}
              max={120}
              onChange={(owner) => building({ owner })}
            />
            <Line
              label="Inspected by"
              value={draft.inspector}
              max={120}
              onChange={(inspector) => change({ ...draft, inspector })}
            />
          </section>
          <section>
            <h2>Code and units</h2>
            <Form.Group className="line" controlId="edition">
              <Form.Label>Enforced edition</Form.Label>
              <EditionSelect value={basis.edition} onChange={(edition) => set({ edition })} />
            </Form.Group>
            <Line
              label="Jurisdiction"
              value={basis.jurisdiction}
              max={120}
              onChange={(jurisdiction) => set({ jurisdiction })}
            />
            <Form.Group className="line" controlId="units">
              <Form.Label>Units</Form.Label>
              <Form.Select
                value={basis.units}
                onChange={(event) => units(event.target.value as Basis['units'])}
              >
                <option value="inch">inches and sixteenths</option>
                <option value="metric">millimetres</option>
              </Form.Select>
            </Form.Group>
            <p className="muted">
              What the authority enforces decides. Limits are from memory of the published codes; check them.
            </p>
          </section>
          <Adoptions
            adoptions={basis.adoptions}
            trades={trades}
            onChange={(adoptions) => set({ adoptions })}
          />
          <Amendments
            sets={basis.amendments}
            trades={trades}
            onChange={(amendments) => set({ amendments })}
          />
          <Areas areas={basis.areas} trades={trades} onChange={(areas) => set({ areas })} />
        </div>
        <div>
          <section>
            <h2>House rules</h2>
            <HouseRulesForm
              name="audit"
              infos={trades.house_rules}
              rules={basis.house_rules}
              effects={effects.data}
              onChange={house}
            />
            <LengthLine
              label="A figure this close to a limit is marginal"
              nm={basis.house_rules.measuring_resolution}
              units={basis.units}
              onChange={(measuring_resolution) => house({ measuring_resolution })}
            />
          </section>
          <section>
            <h2>Planning</h2>
            <p className="muted">
              What the planner adds up. By default minutes decide, then pieces, then how much is opened.
            </p>
            {WEIGHTS.map(([field, words]) => (
              <Form.Group className="line" controlId={`weight-${field}`} key={field}>
                <Form.Label>{words}</Form.Label>
                <Form.Control
                  className="figure"
                  type="number"
                  min={0}
                  max={100000}
                  value={basis.house_rules.plan_weights[field]}
                  onChange={(event) =>
                    house({
                      plan_weights: {
                        ...basis.house_rules.plan_weights,
                        [field]: Math.max(0, Math.round(Number(event.target.value))),
                      },
                    })
                  }
                />
              </Form.Group>
            ))}
          </section>
          <LetterheadForm
            letterhead={draft.letterhead}
            onChange={(letterhead) => change({ ...draft, letterhead })}
          />
          <InstrumentsForm
            instruments={draft.instruments}
            kinds={trades.instrument_kinds}
            onChange={(instruments) => change({ ...draft, instruments })}
          />
          <section>
            <h2>Joining, as this shop does it</h2>
            <p className="muted">Common practice, no source.</p>
            {trades.shop_lengths.map((length) => {
              const field = length.field as keyof ShopLengths;
              return (
                <LengthLine
                  key={field}
                  label={length.words}
                  nm={basis.house_rules.shop[field]}
                  units={basis.units}
                  onChange={(nm) => house({ shop: { ...basis.house_rules.shop, [field]: nm } })}
                />
              );
            })}
          </section>
        </div>
      </fieldset>
    </main>
  );
}

function Line({
  label,
  value,
  max,
  onChange,
}: {
  label: string;
  value: string;
  max: number;
  onChange: (text: string) => void;
}) {
  return (
    <Form.Group className="line" controlId={`line-${label}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={value} maxLength={max} onChange={(event) => onChange(event.target.value)} />
    </Form.Group>
  );
}

/** When the authority began to enforce its editions: what wiring was under follows from it. */
function Adoptions({
  adoptions,
  trades,
  onChange,
}: {
  adoptions: Adoption[];
  trades: Trades;
  onChange: (adoptions: Adoption[]) => void;
}) {
  const set = (at: number, part: Partial<Adoption>) =>
    onChange(adoptions.map((known, index) => (index === at ? { ...known, ...part } : known)));
  const free = trades.editions.filter((known) => !adoptions.some(({ edition }) => edition === known.edition));
  const next = free.at(0);
  return (
    <section>
      <h2>In force since</h2>
      {adoptions.length === 0 && (
        <p className="muted">
          No date yet. Without one, wiring of the year of an edition counts as older than it.
        </p>
      )}
      {adoptions.map((adoption, index) => (
        <div className="area" key={adoption.edition}>
          <Form.Select
            aria-label="Edition adopted"
            value={adoption.edition}
            onChange={(event) => set(index, { edition: event.target.value as Adoption['edition'] })}
          >
            {trades.editions
              .filter((known) => known.edition === adoption.edition || free.includes(known))
              .map((known) => (
                <option key={known.edition} value={known.edition}>
                  {known.name}
                </option>
              ))}
          </Form.Select>
          <Form.Control
            aria-label="First day in force"
            type="date"
            value={adoption.in_force}
            onChange={(event) => event.target.value && set(index, { in_force: event.target.value })}
          />
          <Button
            variant="outline-primary"
            aria-label="Remove the date"
            onClick={() => onChange(adoptions.filter((_, at) => at !== index))}
          >
            Remove
          </Button>
        </div>
      ))}
      {next && (
        <Button
          variant="outline-primary"
          onClick={() =>
            onChange([
              ...adoptions,
              { edition: next.edition, in_force: `${Number(next.name.slice(-4)) + 1}-01-01` },
            ])
          }
        >
          + date
        </Button>
      )}
    </section>
  );
}

function Areas({
  areas,
  trades,
  onChange,
}: {
  areas: Area[];
  trades: Trades;
  onChange: (areas: Area[]) => void;
}) {
  const set = (id: number, part: Partial<Area>) =>
    onChange(areas.map((area) => (area.id === id ? { ...area, ...part } : area)));
  return (
    <section>
      <h2>Age of the wiring</h2>
      {areas.length === 0 && (
        <p className="muted">No area yet. Without one, everything is judged by the enforced edition.</p>
      )}
      {areas.map((area) => (
        <div className="area" key={area.id}>
          <Form.Control
            aria-label="Part of the building"
            value={area.name}
            maxLength={80}
            onChange={(event) => set(area.id, { name: event.target.value })}
          />
          <WiredSelect
            value={area.wired_under}
            trades={trades}
            onChange={(wired_under) => set(area.id, { wired_under })}
          />
          <Button
            variant="outline-primary"
            aria-label={`Remove ${area.name}`}
            onClick={() => onChange(areas.filter((known) => known.id !== area.id))}
          >
            Remove
          </Button>
        </div>
      ))}
      <Button
        variant="outline-primary"
        onClick={() =>
          onChange([
            ...areas,
            { id: Math.max(0, ...areas.map((area) => area.id)) + 1, name: 'new area', wired_under: null },
          ])
        }
      >
        + area
      </Button>
    </section>
  );
}

function WiredSelect({
  value,
  trades,
  onChange,
}: {
  value: WiredUnder | null;
  trades: Trades;
  onChange: (value: WiredUnder | null) => void;
}) {
  const kind = value === null ? 'unknown' : 'year' in value ? 'year' : value.edition;
  const [year, setYear] = useState(value !== null && 'year' in value ? String(value.year) : '');
  return (
    <>
      <Form.Select
        aria-label="Wired under"
        value={kind}
        onChange={(event) => {
          const chosen = event.target.value;
          if (chosen === 'unknown') onChange(null);
          else if (chosen === 'year') onChange({ year: Number(year) || 1970 });
          else onChange({ edition: chosen as Basis['edition'] });
        }}
      >
        <option value="unknown">age not known</option>
        <option value="year">wired in</option>
        {trades.editions.map((known) => (
          <option key={known.edition} value={known.edition}>
            under {known.name}
          </option>
        ))}
      </Form.Select>
      {kind === 'year' && (
        <Form.Control
          className="figure"
          aria-label="Year of the wiring"
          inputMode="numeric"
          value={year || (value !== null && 'year' in value ? String(value.year) : '')}
          maxLength={4}
          onChange={(event) => {
            setYear(event.target.value);
            if (/^\d{4}$/.test(event.target.value)) onChange({ year: Number(event.target.value) });
          }}
        />
      )}
    </>
  );
}
