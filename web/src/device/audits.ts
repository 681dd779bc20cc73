// The audits that this device keeps, in the core: as the office had them, with what was changed here since.
import { announce, tellElsewhere, whenElsewhere } from './announce';
import { keeping } from './core';
import { ask, NotReached, PATIENCE_MS } from './office';
import { lookForRoom } from './room';
import {
  allChanges,
  type Change,
  type Copy,
  changesOf,
  copies,
  copyOf,
  dropAllViews,
  letGo,
  renew,
  waits,
} from './shelf';
import { forgetViews } from './views';

/** What waits in an audit. */
export type Waiting = { waiting: Change[]; asks: Change[]; refused: Change[] };

const NOTHING: Waiting = { waiting: [], asks: [], refused: [] };
const known = new Map<string, Waiting>();
/** The audits that the core has as they are now. */
const current = new Set<string>();
/** Those that it has, be it not as they are now. */
const loaded = new Set<string>();

keeping.emptied = () => {
  current.clear();
  loaded.clear();
};
whenElsewhere((audit) => {
  current.delete(audit);
  void recount(audit);
});

const sorted = (changes: Change[]): Waiting => ({
  waiting: changes.filter((change) => waits(change) && !change.asks),
  asks: changes.filter((change) => waits(change) && change.asks),
  refused: changes.filter((change) => change.refused),
});

/** What waits in all audits, as it was left when the page was last open. */
let counted: Promise<void> | null = null;
let hasCounted = false;

/** It is known what waits: before that nothing is said of where the work is. */
export const isCounted = () => hasCounted;

export function counting(): Promise<void> {
  counted ??= (async () => {
    const byAudit = Map.groupBy(await allChanges(), (change) => change.audit);
    for (const [audit, changes] of byAudit) known.set(audit, sorted(changes));
    announce();
  })()
    .catch(() => {
      // Without a database of its own the page works as long as the office is there.
    })
    .finally(() => {
      hasCounted = true;
      announce();
    });
  return counted;
}

const counts = new Map<string, number>();

/** Counts anew what waits in an audit; a count that was begun before another is not taken after it. */
export async function recount(audit: string): Promise<Waiting> {
  const turn = (counts.get(audit) ?? 0) + 1;
  counts.set(audit, turn);
  const now = sorted(await changesOf(audit));
  if (counts.get(audit) === turn) {
    known.set(audit, now);
    announce();
  }
  return now;
}

export const waitingIn = (audit: string): Waiting => known.get(audit) ?? NOTHING;
export const auditsWaiting = () =>
  [...known].filter(([, { waiting }]) => waiting.length > 0).map(([id]) => id);

/** When something was changed last that has still to come to the office, by this device's clock. */
export const changedLast = (audit: string): number => {
  const { waiting, asks, refused } = waitingIn(audit);
  return Math.max(0, ...[...waiting, ...asks, ...refused].map(({ at }) => at));
};

/** Something of the audit has still to come to the office: what stands there is not how things are. */
export const isAhead = (audit: string) => {
  const { waiting, asks, refused } = waitingIn(audit);
  return waiting.length + asks.length + refused.length > 0;
};

/** The records that a change puts, each with the revision that it has then. */
function parts(change: Change): { kind: string; id: string; revision: number; body: string }[] {
  const { kind, id, basedOn, body, method } = change;
  if (kind === 'photo') return [];
  if (kind !== 'items')
    return [{ kind, id, revision: basedOn + 1, body: method === 'DELETE' ? 'null' : body }];
  const { items } = JSON.parse(body) as { items: { revision: number; record: { id: string } }[] };
  return items.map(({ revision, record }) => ({
    kind: 'item',
    id: record.id,
    revision: revision + 1,
    body: JSON.stringify(record),
  }));
}

/** Has the core take a change over as it stands. */
export async function takeOver(change: Change): Promise<void> {
  if (change.kind === 'order') {
    await keeping.ask(`PUT ${change.path} 0`, change.body);
    return;
  }
  for (const { kind, id, revision, body } of parts(change)) {
    await keeping.ask(`PUT /device/${change.audit}/${kind}/${id} ${revision}`, body);
  }
}

async function bringIn(audit: string): Promise<boolean> {
  if (!(await keeping.start())) return false;
  const copy = await copyOf(audit);
  const changes = await changesOf(audit);
  const begun = changes.find((change) => change.kind === 'audit' && change.basedOn === 0);
  if (copy?.walk) {
    const taken = await keeping.ask(`PUT /device/${audit} 0`, copy.walk);
    if (taken?.status !== 200) return false;
  } else if (begun) {
    await keeping.ask(`PUT ${begun.path} 0`, begun.body);
  } else return false;
  const last = new Map(changes.map((change) => [`${change.kind} ${change.id}`, change.number]));
  for (const change of changes) {
    // What was overtaken is not read again, but where it made something that has its place among others.
    const overtaken = last.get(`${change.kind} ${change.id}`) !== change.number && change.basedOn !== 0;
    if (change !== begun && !(overtaken && change.kind !== 'items')) await takeOver(change);
  }
  loaded.add(audit);
  // Others may have changed something while it was read.
  await recount(audit);
  return true;
}

const last = new Map<string, Promise<unknown>>();

/**
 * One thing after the other with an audit in the core: a change that was made there and is not on the disk yet must not be read
 * over by what is on the disk.
 */
export function alone<Made>(audit: string, work: () => Promise<Made>): Promise<Made> {
  const turn = (last.get(audit) ?? Promise.resolve()).then(work, work);
  last.set(
    audit,
    turn.catch(() => undefined),
  );
  return turn;
}

/** Has the core keep the audit as this device has it; false where it has none such, or no core. */
export const load = (audit: string): Promise<boolean> => alone(audit, () => loadHere(audit));

/** The same for whoever has the audit alone already. */
export async function loadHere(audit: string): Promise<boolean> {
  if (current.has(audit)) return true;
  current.add(audit);
  const there = await bringIn(audit).catch(() => false);
  if (!there) current.delete(audit);
  return there;
}

/** The device keeps this audit: what is changed in it is on the disk at once. */
export const isKeptHere = (audit: string) => keeping.ready && loaded.has(audit);

/** The device has a copy of it, whether or not the core has read it yet. */
export const isOnShelf = async (audit: string): Promise<boolean> =>
  loaded.has(audit) || Boolean(await copyOf(audit).catch(() => undefined));

/** Has it read anew at the next turn. */
export const loadAnew = (audit: string) => current.delete(audit);

/** Keeps an audit no more: it was deleted, and comes back from the office if at all. */
export async function forget(audit: string): Promise<void> {
  await letGo(audit);
  await keeping.ask(`DELETE /device/${audit} 0`);
  current.delete(audit);
  loaded.delete(audit);
  await changed(audit);
}

/** Lets go of all that is kept here and waits for nobody: whoever signs in next sees what is theirs. */
export async function forgetAll(): Promise<void> {
  for (const { audit } of await copies()) if ((await changesOf(audit)).length === 0) await forget(audit);
  await dropAllViews();
}

/** Every audit of this device, for the list of jobs where the office is away. */
export async function loadAll(): Promise<void> {
  const begun = (await allChanges()).filter((change) => change.kind === 'audit' && change.basedOn === 0);
  const ids = new Set([...(await copies()).map(({ audit }) => audit), ...begun.map(({ audit }) => audit)]);
  for (const audit of ids) await load(audit);
}

const pulls = new Map<string, Promise<boolean>>();
/** The audits in which the office made a change that the copy here does not hold yet, by how often. */
const behind = new Map<string, number>();

/** The office made a change of the audit by itself: the copy here is of before. */
export const madeAtOffice = (audit: string) => behind.set(audit, (behind.get(audit) ?? 0) + 1);

/** Something stands at the office that the copy here does not hold. */
export const isBehind = (audit: string) => behind.has(audit);

/** Fetches the audit as the office has it now. What was brought before is in it. False where the office is away. */
export function pull(audit: string): Promise<boolean> {
  const under = pulls.get(audit);
  // One that was begun before the office changed something does not hold it.
  if (under && !isBehind(audit)) return under;
  if (under) return under.then((there) => (isBehind(audit) ? pull(audit) : there));
  const fresh = fetchCopy(audit).finally(() => pulls.delete(audit));
  pulls.set(audit, fresh);
  return fresh;
}

async function fetchCopy(audit: string): Promise<boolean> {
  try {
    const turn = behind.get(audit);
    const caughtUp = () => behind.get(audit) === turn && behind.delete(audit);
    const before = await copyOf(audit);
    const held = (await changesOf(audit)).filter(({ brought }) => brought).map(({ number }) => number);
    const since = before?.walk ? `?since=${encodeURIComponent(before.state)}` : '';
    const answer = await ask(new Request(`/api/audits/${audit}/records${since}`), 5 * PATIENCE_MS);
    if (!answer.ok) return false;
    const { state, records } = (await answer.json()) as { state: string; records: unknown };
    if (!records && held.length === 0) {
      caughtUp();
      return true;
    }
    const listed = await ask(new Request(`/api/audits/${audit}/photos`), 5 * PATIENCE_MS);
    const photos = listed.ok ? await listed.text() : (before?.photos ?? '[]');
    const walk = records ? JSON.stringify(records) : (before?.walk ?? null);
    const copy: Copy = { audit, state, walk, photos };
    await renew(copy, held);
    loadAnew(audit);
    caughtUp();
    return true;
  } catch (error) {
    if (error instanceof NotReached) return false;
    // A full device keeps what it has; the next change says so.
    return false;
  }
}

/** Says to the other pages and to this one that something of an audit changed. */
export async function changed(audit: string): Promise<void> {
  void forgetViews(audit);
  await recount(audit);
  tellElsewhere(audit);
  void lookForRoom();
}
