// What puts the box right, what cannot be done here and why, and the life of the items: planned, done, proven, closed.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { v7 as uuid } from 'uuid';
import { ApiProblem, api } from '../api/client';
import { keys } from '../api/queries';
import {
  type BoxItem,
  type ItemState,
  type Proposal,
  type StoredState,
  type WorkItem,
  worstOf,
} from '../api/types';
import { VerdictMark, verdictWords } from '../drawing/VerdictMark';
import { BeforeAfterTable, PigtailList } from './Pigtails';
import { Bring, NotHere, PlanCard } from './PlanCard';
import type { BoxSession, SessionState } from './session';

const STATES: Record<ItemState, string> = {
  found: 'found',
  planned: 'planned',
  waiting: 'waiting',
  referred: 'referred',
  declined: 'declined',
  done: 'done, not proven',
  proven: 'proven',
  closed: 'closed',
  reopened: 'open again',
};

type Props = {
  audit: string;
  session: BoxSession;
  state: SessionState;
  onShow: (proposal: Proposal | null) => void;
};

export function Repairs({ audit, session, state, onShow }: Props) {
  const client = useQueryClient();
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { items } = state.view;
  const planned = items.filter((item) => item.view.item);

  async function act(work: () => Promise<unknown>) {
    setBusy(true);
    setRefused(null);
    try {
      await session.flush();
      await work();
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(error.problem.errors?.[0]?.message ?? error.problem.detail);
    } finally {
      await client.invalidateQueries({ queryKey: keys.box(audit, state.record.id) });
      await client.invalidateQueries({ queryKey: keys.walk(audit) });
      await client.invalidateQueries({ queryKey: keys.jobs });
      setBusy(false);
    }
  }

  async function put(item: BoxItem, change: Partial<WorkItem>) {
    if (item.view.item) await api.putItem(audit, { ...item.view.item, ...change }, item.revision);
  }

  /** Each rule with the repair that is to mend it. */
  const plan = (repairs: { rule: string; repair: string }[]) =>
    act(async () => {
      for (const { rule, repair } of repairs) {
        const known = items.find((item) => item.view.rule === rule);
        const record: WorkItem = known?.view.item
          ? { ...known.view.item, repair, state: 'planned' }
          : {
              id: uuid(),
              box_id: state.record.id,
              rule,
              repair,
              state: 'planned',
              waits_for: null,
              note: '',
            };
        await api.putItem(audit, record, known?.revision ?? 0);
      }
    });

  const all = (from: ItemState, to: StoredState) =>
    act(async () => {
      for (const item of planned.filter((known) => known.view.state === from)) await put(item, { state: to });
    });

  const takeBack = () =>
    act(async () => {
      for (const item of planned) {
        if (item.view.item) await api.deleteItem(audit, item.view.item.id, item.revision);
      }
    });

  const has = (...states: ItemState[]) => planned.some((item) => states.includes(item.view.state));
  return (
    <section className="repairs" aria-label="Repairs">
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
      {planned.length > 0 ? (
        <div className="work">
          <h2>{[...new Set(planned.map((item) => item.view.repair_title))].join(', then ')}</h2>
          <ul className="items">
            {planned.map((item) => (
              <ItemLine
                key={item.view.rule}
                item={item}
                onSet={(change) => void act(() => put(item, change))}
              />
            ))}
          </ul>
          <div className="work-actions">
            {has('planned') && (
              <Button disabled={busy} onClick={() => all('planned', 'done')}>
                Mark done
              </Button>
            )}
            {has('done', 'reopened') && state.side === 'found' && (
              <Button disabled={busy} onClick={() => session.show('left')}>
                Measure again
              </Button>
            )}
            {has('proven') && (
              <Button disabled={busy} onClick={() => all('proven', 'closed')}>
                Close
              </Button>
            )}
            {has('planned') && (
              <Button variant="outline-primary" disabled={busy} onClick={takeBack}>
                Take the plan back
              </Button>
            )}
          </div>
          {state.side === 'found' && has('planned') && (
            <Ways
              state={state}
              chosen={planned[0]?.view.item?.repair}
              busy={busy}
              onPlan={plan}
              onShow={onShow}
            />
          )}
        </div>
      ) : (
        state.side === 'found' && <Ways state={state} busy={busy} onPlan={plan} onShow={onShow} />
      )}
    </section>
  );
}

function ItemLine({ item, onSet }: { item: BoxItem; onSet: (change: Partial<WorkItem>) => void }) {
  const { view } = item;
  const figure = (result: typeof view.found) =>
    worstOf(result)?.measured?.figure.text ?? (result ? verdictWords[result.verdict] : '–');
  return (
    <li>
      <div>
        <b>{view.title}</b> <span className={`state-${view.state}`}>{STATES[view.state]}</span>
      </div>
      <div className="found-left">
        found <span className="figure">{figure(view.found)}</span>
        {view.left && (
          <>
            {' '}
            left <span className="figure">{figure(view.left)}</span>
            <VerdictMark verdict={view.left.verdict} size={20} />
          </>
        )}
      </div>
      <div className="next">{view.next}</div>
      {['planned', 'waiting', 'declined'].includes(view.state) && (
        <Holds key={view.state} item={item} onSet={onSet} />
      )}
    </li>
  );
}

const HOLDS = [
  ['part', 'Waits for a part'],
  ['access', 'Waits for access'],
  ['decision', 'Waits for a decision'],
  ['declined', 'Declined by the owner'],
] as const;

/** What keeps a planned repair from being made: each with a word of where it was sought, or why. */
function Holds({ item, onSet }: { item: BoxItem; onSet: (change: Partial<WorkItem>) => void }) {
  const record = item.view.item;
  const [note, setNote] = useState(record?.note ?? '');
  const held = item.view.state !== 'planned';
  return (
    <details className="holds">
      <summary>{held ? 'Go on with it' : 'Not now'}</summary>
      <input
        className="form-control"
        aria-label={`Where it was sought, or why: ${item.view.title}`}
        placeholder="where it was sought, or why"
        value={note}
        maxLength={2000}
        onChange={(event) => setNote(event.target.value)}
      />
      <div className="results">
        {held && (
          <Button onClick={() => onSet({ state: 'planned', waits_for: null, note: note.trim() })}>
            Planned again
          </Button>
        )}
        {HOLDS.map(([hold, words]) => (
          <Button
            key={hold}
            variant="outline-primary"
            onClick={() =>
              onSet(
                hold === 'declined'
                  ? { state: 'declined', waits_for: null, note: note.trim() }
                  : { state: 'waiting', waits_for: hold, note: note.trim() },
              )
            }
          >
            {words}
          </Button>
        ))}
      </div>
    </details>
  );
}

type WaysProps = {
  state: SessionState;
  chosen?: string | undefined;
  busy: boolean;
  onPlan: (repairs: { rule: string; repair: string }[]) => void;
  onShow: (proposal: Proposal | null) => void;
};

function Ways({ state, chosen, busy, onPlan, onShow }: WaysProps) {
  const [opened, setOpened] = useState<string | null>(null);
  if (!state.remedies) return <p className="muted planning">Working out what puts it right</p>;
  const { proposals, outcome } = state.remedies;
  if (outcome.referred) {
    const refer = () => onPlan(outcome.wanted.map((rule) => ({ rule, repair: 'refer' })));
    return (
      <>
        <h2>Referred</h2>
        <p>No repair is planned here: the job ends for anyone but a licensed electrician.</p>
        {!chosen && (
          <Button className="plan" disabled={busy} onClick={refer}>
            Refer it
          </Button>
        )}
      </>
    );
  }
  if (outcome.wanted.length === 0) return null;
  const ways = proposals.filter((proposal) => proposal.standing !== 'rejected');
  const open = opened ?? chosen;
  return (
    <>
      {!chosen && <PlanCard outcome={outcome} busy={busy} onPlan={onPlan} />}
      {ways.length > 0 && (
        <h3 className="ways-head">{chosen ? 'This repair, and other ways' : 'One repair at a time'}</h3>
      )}
      {ways.map((proposal) => (
        <Way
          key={proposal.repair}
          proposal={proposal}
          open={proposal.repair === open}
          chosen={proposal.repair === chosen}
          busy={busy}
          onOpen={() => {
            const next = proposal.repair === open ? null : proposal;
            setOpened(next?.repair ?? '');
            onShow(next);
          }}
          onPlan={() => onPlan(proposal.clears.map((rule) => ({ rule, repair: proposal.repair })))}
        />
      ))}
      <NotHere outcome={outcome} />
    </>
  );
}

type WayProps = {
  proposal: Proposal;
  open: boolean;
  chosen: boolean;
  busy: boolean;
  onOpen: () => void;
  onPlan: () => void;
};

function Way({ proposal, open, chosen, busy, onOpen, onPlan }: WayProps) {
  const clears = proposal.standing === 'clears';
  return (
    <div className={open ? 'way open' : 'way'}>
      <button type="button" className="plain way-head" aria-expanded={open} onClick={onOpen}>
        <VerdictMark verdict={clears ? 'meets' : 'marginal'} size={22} quiet />
        <b>{proposal.title}</b>
        <span>{clears ? `${proposal.minutes} min` : 'in part'}</span>
      </button>
      {open && (
        <div className="way-body">
          <BeforeAfterTable pairs={proposal.before_after} />
          {!clears && proposal.reasons.map((reason) => <p key={reason}>{reason}</p>)}
          <PigtailList pigtails={proposal.pigtails} />
          {chosen ? null : (
            <Button
              variant="outline-primary"
              className="plan"
              disabled={busy || proposal.clears.length === 0}
              onClick={onPlan}
            >
              Plan only this
            </Button>
          )}
          <details>
            <summary>Steps and what to bring</summary>
            <ol>
              {proposal.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
            <Bring materials={proposal.materials} bodies={proposal.body_volume} />
            {proposal.cautions.map((caution) => (
              <p key={caution} className="caution">
                {caution}
              </p>
            ))}
          </details>
        </div>
      )}
    </div>
  );
}
