// The life of findings, whatever they were found at: planned, waiting, put off, referred, declined, done, proven, closed.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { v7 as uuid } from 'uuid';
import { ApiProblem, api } from '../api/client';
import {
  type Item,
  type ItemState,
  type OwnRepair,
  type StoredState,
  type Subject,
  type WorkItem,
  worstOf,
} from '../api/types';
import { VerdictMark, verdictWords } from '../drawing/VerdictMark';
import { NumberField } from '../ui/NumberField';

export type Chosen = { rule: string; repair: string; with?: string[]; own?: OwnRepair };

/** What can be done with the findings of a subject: one thing after the other, and what is refused is said. */
export function useItems(
  audit: string,
  subject: Subject,
  items: Item[],
  before: () => Promise<unknown>,
  after: () => Promise<unknown>,
) {
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  async function act(work: () => Promise<unknown>) {
    setBusy(true);
    setRefused(null);
    try {
      await before();
      await work();
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(error.says);
    } finally {
      await after();
      setBusy(false);
    }
  }

  const put = (changed: Item[], change: Partial<WorkItem>) =>
    api.putItems(
      audit,
      changed.flatMap(({ view, revision }) =>
        view.item ? [{ revision, record: { ...view.item, ...change } }] : [],
      ),
    );

  return {
    refused,
    busy,
    set: (item: Item, change: Partial<WorkItem>) => act(() => put([item], change)),
    /** Each rule with the repair that is to mend it. */
    plan: (repairs: Chosen[]) =>
      act(() =>
        api.putItems(
          audit,
          repairs.map(({ rule, repair, own = null, with: further = [] }) => {
            const known = items.find((item) => item.view.rule === rule);
            const record: WorkItem = {
              id: uuid(),
              subject,
              rule,
              waits_for: null,
              note: '',
              ...known?.view.item,
              repair,
              with: further,
              own,
              state: 'planned',
            };
            return { revision: known?.revision ?? 0, record };
          }),
        ),
      ),
    all: (from: ItemState, to: StoredState) =>
      act(() =>
        put(
          items.filter((known) => known.view.state === from),
          { state: to },
        ),
      ),
    takeBack: () =>
      act(async () => {
        for (const { view, revision } of items) {
          if (view.item) await api.deleteItem(audit, view.item.id, revision);
        }
      }),
  };
}

export type ItemActions = ReturnType<typeof useItems>;

export function ItemLine({ item, actions }: { item: Item; actions: ItemActions }) {
  const { view } = item;
  const figure = (result: typeof view.found) =>
    worstOf(result)?.measured?.figure.text ?? (result ? verdictWords[result.verdict] : '–');
  const held = ['planned', 'referred', 'waiting', 'declined', 'put-off'].includes(view.state);
  return (
    <li>
      <div className="item-head">
        <b>{view.title}</b> <span className={`state-${view.state}`}>{view.state_name}</span>
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
      {view.item?.own && <div className="own">{view.item.own.words}</div>}
      {held && <Holds key={view.state} item={item} actions={actions} />}
    </li>
  );
}

const HOLDS: [string, Partial<WorkItem>][] = [
  ['Waits for a part', { state: 'waiting', waits_for: 'part' }],
  ['Waits for access', { state: 'waiting', waits_for: 'access' }],
  ['Waits for a decision', { state: 'waiting', waits_for: 'decision' }],
  ['Put off', { state: 'put-off', waits_for: null }],
  ['Declined by the owner', { state: 'declined', waits_for: null }],
];

/** What keeps a planned repair from being made: each with a word of where it was sought, or why. */
function Holds({ item, actions }: { item: Item; actions: ItemActions }) {
  const [note, setNote] = useState(item.view.item?.note ?? '');
  const held = !['planned', 'referred'].includes(item.view.state);
  const set = (change: Partial<WorkItem>) => void actions.set(item, { ...change, note: note.trim() });
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
        {held && <Button onClick={() => set({ state: 'planned', waits_for: null })}>Planned again</Button>}
        {HOLDS.map(([words, change]) => (
          <Button key={words} variant="outline-primary" onClick={() => set(change)}>
            {words}
          </Button>
        ))}
      </div>
    </details>
  );
}

/** A repair in one's own words, for a finding that the catalogue does not mend, or mends otherwise. */
export function OwnWords({
  title,
  onPlan,
  busy,
}: {
  title: string;
  onPlan: (own: OwnRepair) => void;
  busy: boolean;
}) {
  const [words, setWords] = useState('');
  const [who, setWho] = useState('');
  const [minutes, setMinutes] = useState(30);
  const [bring, setBring] = useState('');
  return (
    <details className="holds">
      <summary>In your own words</summary>
      <Form.Control
        as="textarea"
        rows={2}
        aria-label={`What is done: ${title}`}
        placeholder="what is done"
        value={words}
        maxLength={500}
        onChange={(event) => setWords(event.target.value)}
      />
      <div className="facts">
        <NumberField
          label="Minutes"
          value={minutes}
          most={6000}
          onChange={(value) => setMinutes(value ?? 0)}
        />
        <Form.Control
          aria-label={`Who does it: ${title}`}
          placeholder="who does it"
          value={who}
          maxLength={120}
          onChange={(event) => setWho(event.target.value)}
        />
        <Form.Control
          aria-label={`What to bring, one of each, with commas: ${title}`}
          placeholder="what to bring, with commas"
          value={bring}
          maxLength={1000}
          onChange={(event) => setBring(event.target.value)}
        />
      </div>
      <Button
        disabled={busy || words.trim() === ''}
        onClick={() =>
          onPlan({
            words: words.trim(),
            minutes,
            who: who.trim(),
            materials: bring
              .split(',')
              .map((what) => what.trim())
              .filter((what) => what !== '')
              .map((what) => ({ what, count: 1 })),
          })
        }
      >
        Plan it
      </Button>
    </details>
  );
}
