// What this device keeps, in the browser's own database: the audits as they were last had from the office, and every change
// made here since, in its order, until the office has it.
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Problem } from '../api/types';

/** An audit as the office had it. */
export type Copy = {
  audit: string;
  /** What that state of it is told from every other by. */
  state: string;
  /** Its records, as the office sent them; none of an audit that was begun here. */
  walk: string | null;
  /** Its photographs, as the office listed them. */
  photos: string;
};

/** The kinds of record; `items` are several at once, and `order` is that of the rooms and boxes. */
export type Kind =
  | 'audit'
  | 'room'
  | 'box'
  | 'item'
  | 'items'
  | 'circuit'
  | 'panel'
  | 'run'
  | 'order'
  | 'photo';

/** One change, as the office is asked to make it. */
export type Change = {
  /** Its place in the order. */
  number: number;
  audit: string;
  kind: Kind;
  id: string;
  method: 'PUT' | 'DELETE' | 'POST';
  path: string;
  basedOn: number;
  body: string;
  /** A photograph. */
  file?: Blob;
  /** The record as it was before, for whoever has to put two sides together. */
  before: string | null;
  /** When it was made, by this device's clock: only ever compared with itself. */
  at: number;
  /** It is on its way, or was when the page was closed. */
  sent?: boolean;
  /** The office has it; it stays until a fresh copy does. */
  brought: boolean;
  /** Another changed the same: their record, and ours with what both changed by themselves put together. */
  asks?: { mine: string; theirs: string; revision: number; places: string[] };
  /** Why the office does not take it. */
  refused?: Problem;
};

/** The last answer of a view. */
export type LastView = {
  path: string;
  audit: string;
  body: string;
  at: number;
  /** The build of the page that kept it: another may show other fields. */
  madeBy: string;
};

interface Shelf extends DBSchema {
  copies: { key: string; value: Copy };
  changes: { key: number; value: Change; indexes: { audit: string } };
  views: { key: string; value: LastView; indexes: { audit: string; at: number } };
}

let opened: Promise<IDBPDatabase<Shelf>> | null = null;

function shelf(): Promise<IDBPDatabase<Shelf>> {
  opened ??= openDB<Shelf>('nailpunch', 2, {
    upgrade(database, before) {
      if (before < 1) {
        database.createObjectStore('copies', { keyPath: 'audit' });
        const changes = database.createObjectStore('changes', { keyPath: 'number', autoIncrement: true });
        changes.createIndex('audit', 'audit');
      }
      const views = database.createObjectStore('views', { keyPath: 'path' });
      views.createIndex('audit', 'audit');
      views.createIndex('at', 'at');
    },
    // Another page has a newer form of it: this one lets go, and opens it anew at the next turn.
    blocking: async () => {
      const database = await opened;
      opened = null;
      database?.close();
    },
    terminated: () => {
      opened = null;
    },
  });
  opened.catch(() => {
    opened = null;
  });
  return opened;
}

export const copies = async (): Promise<Copy[]> => (await shelf()).getAll('copies');
export const copyOf = async (audit: string): Promise<Copy | undefined> =>
  (await shelf()).get('copies', audit);
export const changesOf = async (audit: string): Promise<Change[]> =>
  (await shelf()).getAllFromIndex('changes', 'audit', audit);
export const allChanges = async (): Promise<Change[]> => (await shelf()).getAll('changes');

export const lastView = async (path: string): Promise<LastView | undefined> =>
  (await shelf()).get('views', path);

/** Keeps the last answer of a view; of all views only the last `most`. */
export async function keepView(view: LastView, most: number): Promise<void> {
  const { store, done } = (await shelf()).transaction('views', 'readwrite', { durability: 'relaxed' });
  await store.put(view);
  const keys = await store.index('at').getAllKeys();
  for (const path of keys.slice(0, Math.max(0, keys.length - most))) await store.delete(path);
  await done;
}

/** Lets go of the views of an audit: they are not as things stand any more. */
export async function dropViews(audit: string): Promise<void> {
  const { store, done } = (await shelf()).transaction('views', 'readwrite', { durability: 'relaxed' });
  for (const path of await store.index('audit').getAllKeys(audit)) await store.delete(path);
  await done;
}

/** Lets go of every view. */
export async function dropAllViews(): Promise<void> {
  await (await shelf()).clear('views');
}

/** Keeps a change before anything else happens with it: it is on the disk when this is done. */
export async function add(change: Omit<Change, 'number'>): Promise<number> {
  const transaction = (await shelf()).transaction('changes', 'readwrite', { durability: 'strict' });
  const number = await transaction.store.add(change as Change);
  await transaction.done;
  return number;
}

export async function keepCopy(copy: Copy): Promise<void> {
  await (await shelf()).put('copies', copy);
}

/** Keeps a fresh copy, and lets go of the changes that it holds. */
export async function renew(copy: Copy, held: number[]): Promise<void> {
  const transaction = (await shelf()).transaction(['copies', 'changes'], 'readwrite');
  await transaction.objectStore('copies').put(copy);
  for (const number of held) await transaction.objectStore('changes').delete(number);
  await transaction.done;
}

/** Has a change that is not on its way yet go on: nothing is changed where it is. Says whether it went on. */
export async function goOn(number: number, now: Pick<Change, 'body' | 'at'>): Promise<boolean> {
  const transaction = (await shelf()).transaction('changes', 'readwrite', { durability: 'strict' });
  const known = await transaction.store.get(number);
  const free = known !== undefined && !known.sent && !known.asks && !known.brought;
  if (free) await transaction.store.put({ ...known, ...now });
  await transaction.done;
  return free;
}

/** Takes a change back that is not on its way yet. Says whether it was taken back. */
export async function takeBack(number: number): Promise<boolean> {
  const transaction = (await shelf()).transaction('changes', 'readwrite', { durability: 'strict' });
  const known = await transaction.store.get(number);
  const free = known !== undefined && !known.sent && !known.asks && !known.brought;
  if (free) await transaction.store.delete(number);
  await transaction.done;
  return free;
}

/** Sends a change on its way, as it is now: from here on it does not change any more. */
export async function send(number: number): Promise<Change | undefined> {
  const transaction = (await shelf()).transaction('changes', 'readwrite');
  const known = await transaction.store.get(number);
  const going = known && { ...known, sent: true };
  if (going) await transaction.store.put(going);
  await transaction.done;
  return going;
}

/** Puts changes in the place of others, all of it or nothing. */
export async function replace(gone: number[], come: Change[]): Promise<void> {
  const transaction = (await shelf()).transaction('changes', 'readwrite');
  for (const number of gone) await transaction.store.delete(number);
  for (const change of come) await transaction.store.put(change);
  await transaction.done;
}

/** Lets go of an audit with all that waits in it. */
export async function letGo(audit: string): Promise<void> {
  const transaction = (await shelf()).transaction(['copies', 'changes'], 'readwrite');
  await transaction.objectStore('copies').delete(audit);
  const changes = transaction.objectStore('changes');
  for (const number of await changes.index('audit').getAllKeys(audit)) await changes.delete(number);
  await transaction.done;
}

/** What waits for the office: neither brought, nor refused. */
export const waits = (change: Change) => !change.brought && !change.refused;
