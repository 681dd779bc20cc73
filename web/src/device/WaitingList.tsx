// What waits for the office: what goes by itself, where a person has to say which side stands, and what the office did not take.
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useTrades, useWalk } from '../api/queries';
import { ConflictTable } from '../ui/ConflictTable';
import { differences } from '../ui/differences';
import { keeping } from './core';
import { answerAsked, giveUp, tryAgain } from './queue';
import type { Change } from './shelf';
import { useWaiting } from './useDevice';

const KINDS: Record<Change['kind'], string> = {
  audit: 'The basis of the job',
  room: 'Room',
  box: 'Box',
  item: 'Finding',
  items: 'Findings',
  circuit: 'Circuit',
  panel: 'Panel',
  run: 'Cable run',
  order: 'The order of the walk',
  photo: 'Photograph',
};

type Named = { tag?: string; name?: string; rule?: string };

/** What a change is of, as one speaks of it. */
function useNamed() {
  const rules = useTrades().data?.rules;
  return ({ kind, body, before, method }: Change): string => {
    if (kind === 'audit' || kind === 'order' || kind === 'photo' || kind === 'items') return KINDS[kind];
    const { tag, name, rule } = JSON.parse(body || before || '{}') as Named;
    const title = rules?.find(({ code }) => code === rule)?.title;
    const deleted = method === 'DELETE' ? ', deleted' : '';
    return [KINDS[kind], tag ?? name ?? title].filter(Boolean).join(' ') + deleted;
  };
}

/** The same records, each once, with how often they were changed. */
function counted(changes: Change[]): [Change, number][] {
  const byRecord = Map.groupBy(changes, ({ kind, id }) => `${kind} ${id}`);
  return [...byRecord.values()].map((same) => [same.at(-1) as Change, same.length]);
}

export function Asked({ change }: { change: Change }) {
  const { asks } = change;
  const named = useNamed();
  const walk = useWalk(change.audit);
  if (!asks) return null;
  const both = differences(JSON.parse(asks.mine), JSON.parse(asks.theirs));
  const units = walk.data?.audit.record.basis.units ?? 'inch';
  return (
    <section className="asked">
      <h3>{named(change)}: changed here and at the office</h3>
      <p>What only one side changed is kept of both. Say which stands where both changed the same.</p>
      <ConflictTable rows={both} here="On this device" there="At the office" units={units} />
      <div className="asked-ways">
        <Button onClick={() => void answerAsked(change, 'mine')}>Keep what is here</Button>
        <Button variant="outline-secondary" onClick={() => void answerAsked(change, 'theirs')}>
          Take the office's
        </Button>
      </div>
    </section>
  );
}

/** Gives the audit out as a file, as it stands on this device. */
async function save(audit: string) {
  const answered = await keeping.ask(`GET /api/audits/${audit}/bundle 0`);
  if (answered?.status !== 200) return;
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([answered.body], { type: 'application/json' }));
  link.download = 'from-this-device.nailpunch.json';
  link.click();
  URL.revokeObjectURL(link.href);
}

function Refused({ audit, changes }: { audit: string; changes: Change[] }) {
  const named = useNamed();
  const [sure, setSure] = useState(false);
  const reasons = [
    ...new Set(changes.map(({ refused }) => refused?.errors?.[0]?.message ?? refused?.detail)),
  ];
  return (
    <section className="asked">
      <h3>The office did not take</h3>
      <ul>
        {counted(changes).map(([change]) => (
          <li key={change.number}>{named(change)}</li>
        ))}
      </ul>
      {reasons.map((reason) => (
        <p key={reason} className="refused">
          {reason}
        </p>
      ))}
      <p>It stays on this device until you say what becomes of it.</p>
      <div className="asked-ways">
        <Button onClick={() => void tryAgain(audit)}>Try again</Button>
        <Button variant="outline-secondary" onClick={() => void save(audit)}>
          Save the job as a file
        </Button>
        <Button variant="outline-danger" onClick={() => (sure ? void giveUp(audit) : setSure(true))}>
          {sure ? 'Let it go for good' : 'Let it go'}
        </Button>
      </div>
    </section>
  );
}

export function WaitingList({ audit }: { audit: string }) {
  const named = useNamed();
  const { waiting, asks, refused } = useWaiting(audit);
  return (
    <>
      {asks.map((change) => (
        <Asked key={change.number} change={change} />
      ))}
      {refused.length > 0 && <Refused audit={audit} changes={refused} />}
      {waiting.length > 0 && (
        <section>
          <h3>To bring</h3>
          <ul>
            {counted(waiting).map(([change, times]) => (
              <li key={change.number}>
                {named(change)}
                {times > 1 && `, ${times} changes`}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
