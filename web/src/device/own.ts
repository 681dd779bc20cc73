// Which changes at the office this page made itself: what others change is looked at anew, one's own is on the screen already.
import type { Change } from './shelf';

/** By kind and identifier, the last revision that this page made or is making. */
const made = new Map<string, number>();

const keyOf = (kind: string, id: string) => `${kind} ${id}`;

/** The records that a change puts, with the revision that each has then. */
function revisions({ kind, id, basedOn, body }: Pick<Change, 'kind' | 'id' | 'basedOn' | 'body'>) {
  if (kind !== 'items') return [{ key: keyOf(kind, id), revision: basedOn + 1 }];
  const { items } = JSON.parse(body) as { items: { revision: number; record: { id: string } }[] };
  return items.map(({ revision, record }) => ({ key: keyOf('item', record.id), revision: revision + 1 }));
}

type Going = Pick<Change, 'kind' | 'id' | 'basedOn' | 'body'>;

/** A change goes to the office: it is told of there before the answer is here. */
export function making(change: Going) {
  for (const { key, revision } of revisions(change)) made.set(key, Math.max(made.get(key) ?? 0, revision));
}

/** The office did not take it: that revision is another's. */
export function notMade(change: Going) {
  for (const { key, revision } of revisions(change)) if (made.get(key) === revision) made.delete(key);
}

/** Whether a record stands at the office as this page put it there. */
export const isOwn = (kind: string, id: string, revision: number | null | undefined): boolean =>
  revision != null && revision <= (made.get(keyOf(kind, id)) ?? 0);
