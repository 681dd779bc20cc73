// What is done about what is wrong at a panel, in a room or along a cable run: each finding with its ways, its life, and the look anew that
// proves it.
import { useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { keys } from '../api/queries';
import type { Item, ItemState, Subject, SubjectProposal } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { type ItemActions, ItemLine, OwnWords, useItems } from './Items';

type Props = {
  label: string;
  subject: Subject;
  items: Item[];
  proposals: SubjectProposal[];
  audit: string;
  onLookAgain: () => void;
  /** What is said before the findings. */
  children?: ReactNode;
};

export function SubjectRepairs({ label, subject, items, proposals, audit, onLookAgain, children }: Props) {
  const client = useQueryClient();
  const actions = useItems(
    audit,
    subject,
    items,
    () => Promise.resolve(),
    async () => {
      await client.invalidateQueries({ queryKey: ['audit', audit] });
      await client.invalidateQueries({ queryKey: keys.jobs });
    },
  );
  const { refused, busy, all } = actions;
  const has = (...states: ItemState[]) => items.some((item) => states.includes(item.view.state));
  return (
    <section className="repairs" aria-label={label}>
      <h2>What puts it right</h2>
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
      {children}
      {items.length === 0 && <p className="muted">Nothing is broken here.</p>}
      <ul className="items">
        {items.map((item) =>
          item.view.item ? (
            <ItemLine key={item.view.rule} item={item} actions={actions} />
          ) : (
            <OpenItem
              key={item.view.rule}
              item={item}
              proposals={proposals.filter((known) => known.rule === item.view.rule)}
              actions={actions}
            />
          ),
        )}
      </ul>
      <div className="work-actions">
        {has('planned') && (
          <Button disabled={busy} onClick={() => all('planned', 'done')}>
            Mark done
          </Button>
        )}
        {has('done', 'reopened') && (
          <Button disabled={busy} onClick={onLookAgain}>
            Look again
          </Button>
        )}
        {has('proven') && (
          <Button disabled={busy} onClick={() => all('proven', 'closed')}>
            Close
          </Button>
        )}
      </div>
    </section>
  );
}

/** A finding of which nothing was said: what the catalogue offers, the referral, one's own words. */
function OpenItem({
  item,
  proposals,
  actions,
}: {
  item: Item;
  proposals: SubjectProposal[];
  actions: ItemActions;
}) {
  const { rule, title, found } = item.view;
  const { busy, plan } = actions;
  return (
    <li>
      <div className="item-head">
        <b>{title}</b> <span className="state-found">{item.view.state_name}</span>
      </div>
      <div className="next">{found?.sentence}</div>
      {proposals.map((proposal) => (
        <div key={proposal.repair} className="way">
          <div className="way-head">
            <VerdictMark verdict={proposal.clears ? 'meets' : 'marginal'} size={22} quiet />
            <b>{proposal.title}</b>
            <span>{proposal.reasons.length > 0 ? 'not here' : `${proposal.minutes} min`}</span>
          </div>
          {proposal.reasons.map((reason) => (
            <p key={reason} className="muted">
              {reason}
            </p>
          ))}
          {proposal.reasons.length === 0 && (
            <>
              <details>
                <summary>Steps and what to bring</summary>
                <ol>
                  {proposal.steps.map((step) => (
                    <li key={step.words}>{step.words}</li>
                  ))}
                </ol>
                {proposal.materials.map((line) => (
                  <p key={line.what}>
                    {line.count} {line.what}
                  </p>
                ))}
                {proposal.cautions.map((caution) => (
                  <p key={caution} className="caution">
                    {caution}
                  </p>
                ))}
              </details>
              <Button
                disabled={busy}
                aria-label={`Plan: ${proposal.title}`}
                onClick={() => void plan([{ rule, repair: proposal.repair }])}
              >
                Plan this
              </Button>
            </>
          )}
        </div>
      ))}
      <div className="results">
        <Button
          variant="outline-primary"
          disabled={busy}
          aria-label={`Refer ${title}`}
          onClick={() => void plan([{ rule, repair: 'refer' }])}
        >
          Refer it
        </Button>
      </div>
      <OwnWords title={title} busy={busy} onPlan={(own) => void plan([{ rule, repair: 'own', own }])} />
    </li>
  );
}
