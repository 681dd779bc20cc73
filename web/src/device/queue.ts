// Bringing to the office what was changed here: one change after the other, in the order they were made. Where another changed the
// same record, the core puts both together; where both changed the same field, a person is asked, later, and the rest goes on.
import type { Problem } from '../api/types';
import { announce } from './announce';
import { alone, changed, loadAnew, pull, recount, takeOver } from './audits';
import { mergeSides } from './merging';
import { ask, isSignedOut, NotReached, PATIENCE_MS, reached } from './office';
import { making, notMade } from './own';
import { problem } from './responses';
import { allChanges, type Change, changesOf, replace, send, waits } from './shelf';

const FRESH_AFTER_MS = 4_000;
const PAUSE_MS = 350;
const AGAIN_AFTER_MS = 3_000;
const SLOWEST_BYTES_PER_MS = 10;

let bringing: Promise<void> | null = null;
let again = false;
const pulling = new Map<string, ReturnType<typeof setTimeout>>();
const settled = new Set<(audit: string, kind: string, id: string) => void>();

/** A record became another than the page has it: two sides were put together, or one was let go. */
export const whenSettled = (work: (audit: string, kind: string, id: string) => void) => settled.add(work);

function tellSettled(audit: string, kind: string, id: string) {
  for (const work of settled) work(audit, kind, id);
}

/** Brings what waits, if the office is there; done when nothing more can be brought now. */
export function bring(): Promise<void> {
  again = true;
  bringing ??= inTurn().finally(() => {
    bringing = null;
    announce();
  });
  return bringing;
}

/** Brings what waits once the typing pauses: what is typed in one go is one change. */
let soon: ReturnType<typeof setTimeout> | null = null;
export function bringSoon(after = PAUSE_MS): void {
  if (soon) clearTimeout(soon);
  soon = setTimeout(() => void bring(), after);
}

/** One page of this browser brings, the others wait for it. */
async function inTurn(): Promise<void> {
  const work = async () => {
    while (again) {
      again = false;
      await bringAll();
    }
  };
  if (!navigator.locks) return work();
  await navigator.locks.request('nailpunch-bring', work);
}

async function bringAll(): Promise<void> {
  if (reached() === 'away' || isSignedOut()) return;
  const held = new Set<string>();
  const touched = new Set<string>();
  try {
    let list = (await allChanges()).filter(waits);
    for (let at = 0; at < list.length; at += 1) {
      const change = list[at];
      if (!change) break;
      const key = `${change.kind} ${change.id}`;
      // What comes after a question waits for its answer.
      if (change.asks) held.add(key);
      if (held.has(key)) continue;
      touched.add(change.audit);
      const moved = await one(change);
      if (moved === 'held') held.add(key);
      if (moved !== 'brought') {
        list = (await allChanges()).filter(waits);
        at = -1;
      }
      await recount(change.audit);
    }
  } catch (error) {
    if (!(error instanceof NotReached)) throw error;
    // Away, it is tried when the office is back; there and busy, in a while.
    if (reached() === 'here' && !isSignedOut()) bringSoon(AGAIN_AFTER_MS);
  }
  for (const audit of touched) {
    await changed(audit);
    pullSoon(audit);
  }
}

/** Has a fresh copy fetched once things are quiet. */
export function pullSoon(audit: string, after = FRESH_AFTER_MS) {
  const under = pulling.get(audit);
  if (under) clearTimeout(under);
  pulling.set(
    audit,
    setTimeout(() => {
      pulling.delete(audit);
      void pull(audit).then(() => recount(audit));
    }, after),
  );
}

type Moved = 'brought' | 'held' | 'changed';

/** Asks the office to make one change. */
async function one(known: Change): Promise<Moved> {
  const change = await send(known.number);
  if (!change) return 'changed';
  const { method, path, basedOn, body, file } = change;
  const headers: Record<string, string> = {
    'Content-Type': file ? 'application/octet-stream' : 'application/json',
  };
  if (method !== 'POST') headers['If-Match'] = `"${basedOn}"`;
  const sent = method === 'DELETE' ? null : (file ?? body);
  // An answer that is lost must not keep what waits behind it waiting; a photograph takes as long as it is large.
  const patience = 2 * PATIENCE_MS + (file?.size ?? 0) / SLOWEST_BYTES_PER_MS;
  making(change);
  const answer = await ask(new Request(path, { method, headers, body: sent }), patience).catch((error) => {
    // Of an order it is only counted how often it was made: one that may not have arrived does not count.
    if (change.kind === 'order') notMade(change);
    throw error;
  });
  if (!answer.ok) notMade(change);
  // A photograph of this name is there already: only the answer was lost.
  if (answer.ok || (answer.status === 409 && change.kind === 'photo')) {
    await replace([], [{ ...change, brought: true }]);
    return 'brought';
  }
  const said = (await answer
    .json()
    .catch(() => problem(answer.status, 'Failed', `The office answered ${answer.status}.`))) as Problem;
  // Nobody is signed in here any more: it waits for who signs in.
  if (answer.status === 401) throw new NotReached();
  // The office is there and cannot just now.
  if (answer.status === 503 || answer.status === 507 || answer.status === 429) throw new NotReached();
  if (answer.status === 409 && change.kind === 'items') return apart(change);
  if (answer.status === 409 && said.current_revision != null) return together(change, said);
  return refuse(change, said);
}

/** Several items at once, of which one was changed elsewhere: one by one. */
async function apart(change: Change): Promise<Moved> {
  const { items } = JSON.parse(change.body) as { items: { revision: number; record: { id: string } }[] };
  const later = (await changesOf(change.audit)).filter(
    (known) => known.number > change.number && waits(known),
  );
  const each = items.map(({ revision, record }): Omit<Change, 'number'> => {
    const path = `${change.path}/${record.id}`;
    return { ...change, kind: 'item', id: record.id, path, basedOn: revision, body: JSON.stringify(record) };
  });
  // They take the place of the one, and what came later stays behind them.
  const step = 1 / (each.length + 1);
  const own = each.map((known, index) => ({ ...known, number: change.number + index * step }) as Change);
  await replace([change.number, ...later.map(({ number }) => number)], [...own, ...later]);
  return 'changed';
}

/** Another changed the same record: both sides are put together. */
async function together(change: Change, said: Problem): Promise<Moved> {
  const { audit, kind, id } = change;
  // Nothing is added to what is being put together.
  const moved = await alone(audit, () => putTogether(change, said));
  await changed(audit);
  if (moved === 'changed') tellSettled(audit, kind, id);
  return moved;
}

/** The same for whoever has the audit alone. */
async function putTogether(change: Change, said: Problem): Promise<Moved> {
  const { audit, kind, id } = change;
  const chain = (await changesOf(audit)).filter(
    (known) => waits(known) && known.kind === kind && known.id === id,
  );
  const last = chain.at(-1) ?? change;
  const numbers = chain.map(({ number }) => number);
  const revision = said.current_revision ?? 0;
  const theirs = JSON.stringify(said.current);
  const base: unknown = change.before === null ? said.current : JSON.parse(change.before);
  const mine = last.method === 'DELETE' ? null : last.body;
  const merged =
    mine === null || kind === 'order'
      ? null
      : await mergeSides<unknown>(base, JSON.parse(mine), said.current);
  const places = merged ? merged.asks : [''];
  if (places.length > 0) {
    const asks = {
      mine: merged ? JSON.stringify(merged.mine) : (mine ?? 'null'),
      theirs: merged ? JSON.stringify(merged.theirs) : theirs,
      revision,
      places,
    };
    await replace(numbers, [{ ...last, number: change.number, before: change.before, asks }]);
    return 'held';
  }
  const body = JSON.stringify(merged?.mine);
  const now: Change = {
    ...last,
    number: change.number,
    basedOn: revision,
    before: theirs,
    method: 'PUT',
    body,
  };
  await replace(numbers, [now]);
  await takeOver(now);
  return 'changed';
}

/** A person said which side stands where both changed the same. */
export async function answerAsked(change: Change, whose: 'mine' | 'theirs'): Promise<void> {
  const { asks, audit, kind, id } = change;
  if (!asks) return;
  const body = asks[whose];
  await alone(audit, async () => {
    const chain = (await changesOf(audit)).filter(
      (known) => waits(known) && known.kind === kind && known.id === id,
    );
    const numbers = chain.map(({ number }) => number);
    const { asks: _asked, ...bare } = change;
    const method = body === 'null' ? 'DELETE' : 'PUT';
    const now: Change = { ...bare, method, body, basedOn: asks.revision, before: asks.theirs };
    await replace(numbers, [now]);
    await takeOver(now);
  });
  await changed(audit);
  tellSettled(audit, kind, id);
  void bring();
}

/** The office does not take it: it stays here with the reason, and what follows on it too. */
async function refuse(change: Change, refused: Problem): Promise<Moved> {
  const same = (known: Change) => waits(known) && known.kind === change.kind && known.id === change.id;
  // An audit that is gone takes nothing any more.
  const gone = refused.status === 404;
  const whole = (await changesOf(change.audit)).filter((known) => same(known) || (gone && waits(known)));
  await replace(
    [],
    whole.map((known) => ({ ...known, refused })),
  );
  await changed(change.audit);
  return 'held';
}

/** Tries once more what the office did not take. */
export async function tryAgain(audit: string): Promise<void> {
  const changes = (await changesOf(audit)).filter((change) => change.refused);
  await replace(
    [],
    changes.map(({ refused: _refused, ...change }) => change),
  );
  await changed(audit);
  await bring();
}

/** Lets go of what the office did not take: the audit is again as it stands there. */
export async function giveUp(audit: string): Promise<void> {
  const changes = (await changesOf(audit)).filter((change) => change.refused);
  await replace(
    changes.map(({ number }) => number),
    [],
  );
  await pull(audit);
  loadAnew(audit);
  await changed(audit);
  for (const { kind, id } of changes) tellSettled(audit, kind, id);
}
