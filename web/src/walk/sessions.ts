// The boxes being worked on. A box that is left while something of it is not saved yet goes on trying, and is found as it
// was typed by whoever comes back to it.
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { api } from '../api/client';
import { keepBox } from '../api/queries';
import type { Basis, BoxRecord, BoxView } from '../api/types';
import { isKeptHere } from '../device/audits';
import { beginsWith } from '../device/beginnings';
import { mergeSides } from '../device/merging';
import { BoxSession } from './session';

/** The office is not asked at every key; what the device keeps is kept before the next. */
const OFFICE_PAUSE_MS = 400;

/** How often a box is shown now; null until it was shown at all. */
const open = new Map<string, { session: BoxSession; shown: number | null }>();
const listeners = new Set<() => void>();
let waiting: readonly string[] = [];

const keyOf = (audit: string, box: string) => `${audit}/${box}`;

/** Lets go of boxes that nobody looks at and that hold nothing of their own, and says which wait for the server. */
function tidy() {
  for (const [key, { session, shown }] of open) {
    const { saving, jot } = session.snapshot();
    if (shown === 0 && session.isKept && saving === 'saved' && jot.line === '') {
      open.delete(key);
      session.close();
    }
  }
  const left = [...open.values()].filter(({ session, shown }) => shown === 0 && !session.isKept);
  const tags = left.map(({ session }) => session.snapshot().record.tag);
  if (tags.join() === waiting.join()) return;
  waiting = tags;
  for (const listener of listeners) listener();
}

function sessionOf(audit: string, basis: Basis, view: BoxView): BoxSession {
  const key = keyOf(audit, view.record.record.id);
  const known = open.get(key);
  if (known) return known.session;
  const session = new BoxSession(basis, view, {
    judge: api.judge,
    plan: api.plan,
    jot: api.jot,
    put: (record, basedOn, base) => {
      beginsWith(`/api/audits/${audit}/boxes/${record.id}`, base);
      return api.putBox(audit, record, basedOn);
    },
    merge: mergeSides<BoxRecord>,
    saved: (saved) => keepBox(audit, saved),
    pause: () => (isKeptHere(audit) ? 0 : OFFICE_PAUSE_MS),
  });
  session.subscribe(tidy);
  open.set(key, { session, shown: null });
  return session;
}

function count(audit: string, box: string, by: 1 | -1) {
  const known = open.get(keyOf(audit, box));
  if (known) known.shown = (known.shown ?? 0) + by;
}

/** A box as it stands here, where it is not saved yet. */
export const unsavedBox = (audit: string, box: string | undefined): BoxView | undefined =>
  box === undefined ? undefined : open.get(keyOf(audit, box))?.session.snapshot().view;

/** The session of the box that is shown, under this basis. */
export function useSession(audit: string, basis: Basis, view: BoxView) {
  const box = view.record.record.id;
  // A fresh answer is taken in below; only another box makes another session.
  // biome-ignore lint/correctness/useExhaustiveDependencies: as said
  const session = useMemo(() => sessionOf(audit, basis, view), [audit, box]);
  const state = useSyncExternalStore(session.subscribe, session.snapshot);
  useEffect(() => session.accept(view), [session, view]);
  useEffect(() => session.rebase(basis), [session, basis]);
  useEffect(() => {
    count(audit, box, 1);
    return () => {
      count(audit, box, -1);
      void session.flush().then(tidy);
    };
  }, [session, audit, box]);
  return [session, state] as const;
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The tags of boxes that were left before the server held all of them. */
export const useWaitingBoxes = () => useSyncExternalStore(subscribe, () => waiting);

/** Nobody is typing, and nothing that was typed would be lost with the page. */
export const isQuiet = () =>
  [...open.values()].every(({ session }) => session.isKept && session.snapshot().jot.line === '') &&
  !document.activeElement?.matches('input, textarea, select') &&
  document.querySelector('[role="dialog"]') === null;

/** Keeps an eye on the whole page: a network that is back is used at once, and no page closes on what is not saved. */
export function guardUnsaved() {
  window.addEventListener('online', () => {
    for (const { session } of open.values()) session.retry();
  });
  window.addEventListener('beforeunload', (event) => {
    const unsaved = [...open.values()].filter(({ session }) => session.snapshot().saving !== 'saved');
    if (unsaved.length === 0) return;
    for (const { session } of unsaved) void session.flush();
    event.preventDefault();
  });
}
