// What puts the box right, what cannot be done here and why, and the life of the items: planned, done, proven, closed.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { keys } from '../api/queries';
import type { ItemState, Proposal } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { type Chosen, ItemLine, OwnWords, useItems } from '../findings/Items';
import { useFocusKept } from '../ui/useFocusKept';
import { WorkSequence } from '../ui/WorkSequence';
import { BeforeAfterTable, PigtailList } from './Pigtails';
import { Bring, NotHere, PlanCard } from './PlanCard';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

type Props = {
  audit: string;
  session: BoxSession;
  state: SessionState;
  onShow: (proposal: Proposal | null) => void;
};

export function Repairs({ audit, session, state, onShow }: Props) {
  const client = useQueryClient();
  const { items } = state.view;
  const planned = items.filter((item) => item.view.item);
  const actions = useItems(
    audit,
    { box: state.record.id },
    items,
    () => session.flush(),
    async () => {
      await client.invalidateQueries({ queryKey: keys.box(audit, state.record.id) });
      await client.invalidateQueries({ queryKey: keys.walk(audit) });
      await client.invalidateQueries({ queryKey: keys.jobs });
    },
  );
  const kept = useFocusKept<HTMLElement>('.work-actions button, .plan');
  const { refused, plan, all, takeBack } = actions;
  // What is planned is planned for the box as it stands, not for what it was a key ago.
  const busy = actions.busy || !state.planned;
  const has = (...states: ItemState[]) => planned.some((item) => states.includes(item.view.state));
  return (
    <section className="repairs" aria-label="Repairs" ref={kept}>
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
              <ItemLine key={item.view.rule} item={item} actions={actions} />
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

type WaysProps = {
  state: SessionState;
  chosen?: string | undefined;
  busy: boolean;
  onPlan: (repairs: Chosen[]) => void;
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
      <NotHere outcome={outcome} busy={busy} onPlan={onPlan} />
      {!chosen && (
        <OwnWords
          title="all that is broken here"
          busy={busy}
          onPlan={(own) => onPlan(outcome.wanted.map((rule) => ({ rule, repair: 'own', own })))}
        />
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
            <summary>Step by step, and what to bring</summary>
            <WorkSequence steps={proposal.steps} />
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
