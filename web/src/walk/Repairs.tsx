// What puts the box right, what cannot be done here and why, and the life of the items: planned, done, proven, closed.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { v7 as uuid } from 'uuid';
import { ApiProblem, api } from '../api/client';
import { keys } from '../api/queries';
import type { BoxItem, ItemState, Proposal, StoredState, WorkItem } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { bare } from '../ui/figure';
import type { BoxSession, SessionState } from './session';

const STATES: Record<ItemState, string> = {
  found: 'found',
  planned: 'planned',
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

  const plan = (proposal: Proposal) =>
    act(async () => {
      for (const rule of proposal.clears) {
        const known = items.find((item) => item.view.rule === rule);
        const record: WorkItem = known?.view.item
          ? { ...known.view.item, repair: proposal.repair, state: 'planned' }
          : {
              id: uuid(),
              box_id: state.record.id,
              rule,
              repair: proposal.repair,
              state: 'planned',
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
          <h2>{planned[0]?.view.repair_title}</h2>
          <ul className="items">
            {planned.map((item) => (
              <ItemLine key={item.view.rule} item={item} />
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

function ItemLine({ item }: { item: BoxItem }) {
  const { view } = item;
  const figure = (result: typeof view.found) => result?.worst?.measured?.figure.text ?? '–';
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
    </li>
  );
}

type WaysProps = {
  state: SessionState;
  chosen?: string | undefined;
  busy: boolean;
  onPlan: (proposal: Proposal) => void;
  onShow: (proposal: Proposal | null) => void;
};

function Ways({ state, chosen, busy, onPlan, onShow }: WaysProps) {
  const { proposals } = state.judgement;
  const [opened, setOpened] = useState<string | null>(null);
  const ways = proposals.filter((proposal) => proposal.standing !== 'rejected');
  const rejected = proposals.filter((proposal) => proposal.standing === 'rejected');
  const open = opened ?? chosen ?? ways[0]?.repair;
  if (proposals.length === 0) return null;
  return (
    <>
      <h2>{chosen ? 'This repair, and other ways' : 'Puts it right'}</h2>
      {ways.length === 0 && <p>None of the repairs fits this box as measured.</p>}
      {ways.map((proposal) => (
        <Way
          key={proposal.repair}
          proposal={proposal}
          open={proposal.repair === open}
          chosen={proposal.repair === chosen}
          busy={busy}
          onOpen={() => {
            setOpened(proposal.repair);
            onShow(proposal);
          }}
          onPlan={() => onPlan(proposal)}
        />
      ))}
      {rejected.length > 0 && (
        <>
          <h3>Not here, because</h3>
          <ul className="rejected">
            {rejected.map((proposal) => (
              <li key={proposal.repair}>
                <b>{proposal.title}.</b> {proposal.reasons.join('; ')}.
              </li>
            ))}
          </ul>
        </>
      )}
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
          <table className="before-after">
            <thead>
              <tr>
                <th scope="col">
                  <span className="visually-hidden">Conductor</span>
                </th>
                <th scope="col">From sheath</th>
                <th scope="col">Past opening</th>
              </tr>
            </thead>
            <tbody>
              {proposal.before_after.map((pair) => (
                <tr key={pair.conductor}>
                  <th scope="row">{pair.label.replace(/ AWG$/, '')}</th>
                  <td>
                    <Pair before={pair.length_before?.text} after={pair.length_after?.text} />
                  </td>
                  <td>
                    <Pair before={pair.reach_before?.text} after={pair.reach_after?.text} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {!clears && proposal.reasons.map((reason) => <p key={reason}>{reason}</p>)}
          {proposal.pigtails.length > 0 && (
            <ul className="pigtails">
              {proposal.pigtails.map((pigtail) => (
                <li key={pigtail.label + pigtail.conductors.join()}>
                  <b className="figure">{pigtail.length.text}</b> for {pigtail.label}
                  <small>{pigtail.arithmetic}</small>
                </li>
              ))}
            </ul>
          )}
          {chosen ? null : (
            <Button className="plan" disabled={busy || proposal.clears.length === 0} onClick={onPlan}>
              Plan this repair
            </Button>
          )}
          <details>
            <summary>Steps and what to bring</summary>
            <ol>
              {proposal.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
            {proposal.materials.length > 0 && (
              <ul className="materials">
                {proposal.materials.map((line) => (
                  <li key={line.what}>
                    <span className="figure">{line.count}</span> {line.what}
                  </li>
                ))}
              </ul>
            )}
            {proposal.materials.length > 0 && (
              <p>They take {proposal.body_volume} of room in the box; the code counts none of it.</p>
            )}
            {proposal.cautions.map((caution) => (
              <p key={caution} className="caution">
                {caution}
              </p>
            ))}
            <p className="caution">
              Dead and proven dead first. Minutes and lengths are common practice, no source.
            </p>
          </details>
        </div>
      )}
    </div>
  );
}

function Pair({ before, after }: { before: string | undefined; after: string | undefined }) {
  return (
    <span className="figure">
      {bare(before)} → {bare(after)}
    </span>
  );
}
