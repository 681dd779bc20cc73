// Where a drill begins: what, how hard, under which edition; and what comes again.
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api } from '../api/client';
import type { Basis, DrillKind, Known } from '../api/types';
import { EditionAndUnits } from '../ui/EditionAndUnits';
import { Failed } from '../ui/States';
import { boardAddress, type Chosen } from './address';
import { past, today } from './past';

const LEVELS = [1, 2, 3, 4, 5];
type Kind = { value: DrillKind; name: string; asks: string };
type Props = { kinds: Kind[]; edition: Basis['edition']; units: Basis['units'] };

export function Start({ kinds, edition, units }: Props) {
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const [number, setNumber] = useState('');
  const level = Number(search.get('level') ?? 2);
  const clock = search.has('clock');
  const chosen: Chosen = { level, edition, units, clock };
  const change = (name: string, value: string | null) => {
    const next = new URLSearchParams(search);
    if (value === null) next.delete(name);
    else next.set(name, value);
    setSearch(next, { replace: true });
  };
  const own = /^\d{1,9}$/.test(number) ? Number(number) : undefined;
  return (
    <main id="main" className="page drill">
      <div className="page-head">
        <h1>Drill</h1>
        <EditionAndUnits edition={edition} units={units} onChange={change} />
      </div>
      <div className="drill-columns">
        <section aria-label="What to drill">
          <fieldset className="sides drill-levels">
            <legend>How hard</legend>
            {LEVELS.map((known) => (
              <button
                key={known}
                type="button"
                aria-pressed={level === known}
                onClick={() => change('level', String(known))}
              >
                {known}
              </button>
            ))}
          </fieldset>
          <label className="drill-clock">
            <input
              type="checkbox"
              checked={clock}
              onChange={(event) => change('clock', event.target.checked ? '' : null)}
            />
            Against the clock
          </label>
          <ul className="drill-kinds">
            {kinds.map(({ value, name, asks }) => (
              <li key={value}>
                <button type="button" onClick={() => navigate(boardAddress(value, chosen, own))}>
                  <b>{name}</b>
                  <span>{asks}</span>
                </button>
              </li>
            ))}
          </ul>
          <Form.Group className="drill-number" controlId="board-number">
            <Form.Label>Number of the board</Form.Label>
            <Form.Control
              inputMode="numeric"
              value={number}
              isInvalid={number !== '' && own === undefined}
              placeholder="any"
              onChange={(event) => setNumber(event.target.value.trim())}
            />
            <Form.Text>Two people with the same number, level and edition have the same board.</Form.Text>
            <Form.Control.Feedback type="invalid">Give a number of up to nine digits.</Form.Control.Feedback>
          </Form.Group>
        </section>
        <Again chosen={chosen} />
      </div>
    </main>
  );
}

function Again({ chosen }: { chosen: Chosen }) {
  const [answers] = useState(past);
  const known = useQuery({
    queryKey: ['drill-again', answers.length, today()],
    queryFn: () => api.drillAgain({ today: today(), past: answers }),
    enabled: answers.length > 0,
  });
  return (
    <section aria-label="What comes again">
      <h2>What comes again</h2>
      {answers.length === 0 && (
        <p className="muted">
          What you miss comes again: after a day, after six, then at growing intervals. It is kept on this
          device.
        </p>
      )}
      {known.isError && <Failed error={known.error} again={() => void known.refetch()} />}
      {known.data && (
        <ul className="drill-again">
          {known.data
            .filter(({ words }) => words !== '')
            .map((one) => (
              <li key={one.code}>
                <Link to={boardAddress(one.kind, { ...chosen, rule: one.code })}>{one.words}</Link>
                <span className="figure">{tally(one)}</span>
                <b className={one.due_in === 0 ? 'due' : ''}>{due(one.due_in)}</b>
              </li>
            ))}
        </ul>
      )}
    </section>
  );
}

const due = (days: number) => (days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`);

function tally({ found, missed, wrong }: Known) {
  return [`${found} found`, missed > 0 && `${missed} missed`, wrong > 0 && `${wrong} wrong`]
    .filter(Boolean)
    .join(', ');
}
