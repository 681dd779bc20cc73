// Which changes at the office this page made itself: what others change is looked at anew, one's own is on the screen already.
import type { Touched } from '../api/types';
import type { Change } from './shelf';

/** By kind and identifier, the last revision that this page made or is making. */
const made = new Map<string, number>();

/** What this page deleted or is deleting. */
const deleted = new Set<string>();

/** How often this page put an audit in order, as far as the office has not told of it. */
const ordered = new Map<string, number>();

const keyOf = (kind: string, id: string) => `${kind} ${id}`;

/** A change on its way to the office. */
export type Going = Pick<Change, 'kind' | 'id' | 'basedOn' | 'body' | 'method'>;

/** The records that a change puts, with the revision that each has then. */
function revisions({ kind, id, basedOn, body }: Going) {
  if (kind !== 'items') return [{ key: keyOf(kind, id), revision: basedOn + 1 }];
  const { items } = JSON.parse(body) as { items: { revision: number; record: { id: string } }[] };
  return items.map(({ revision, record }) => ({ key: keyOf('item', record.id), revision: revision + 1 }));
}

const countOrder = (audit: string, by: number) =>
  ordered.set(audit, Math.max(0, (ordered.get(audit) ?? 0) + by));

/** A change goes to the office: it is told of there before the answer is here. */
export function making(change: Going) {
  if (change.kind === 'order') return void countOrder(change.id, 1);
  const whole = keyOf(change.kind, change.id);
  if (change.method === 'DELETE') deleted.add(whole);
  else deleted.delete(whole);
  for (const { key, revision } of revisions(change)) made.set(key, Math.max(made.get(key) ?? 0, revision));
}

/** The office did not take it: what it tells of is another's. */
export function notMade(change: Going) {
  if (change.kind === 'order') return void countOrder(change.id, -1);
  if (change.method === 'DELETE') deleted.delete(keyOf(change.kind, change.id));
  for (const { key, revision } of revisions(change)) if (made.get(key) === revision) made.delete(key);
}

/** An order has no revision: what is told of it is this page's own as often as it made one. One of another, taken for it, is made
 * up for when this page's own is told of. */
function isOwnOrder({ subject, times }: Touched): boolean {
  const own = ordered.get(subject) ?? 0;
  countOrder(subject, -times);
  return times <= own;
}

/** Whether a record stands at the office as this page put it there; to be asked once of each that is told. */
export function isOwn(touched: Touched): boolean {
  const { kind, subject, revision } = touched;
  if (kind === 'order') return isOwnOrder(touched);
  const key = keyOf(kind, subject);
  return revision == null ? deleted.has(key) : revision <= (made.get(key) ?? 0);
}
