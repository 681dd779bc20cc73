// Others at the same audit: who has what of it open, what they change, and what a meter sends. One stream for this window, as long
// as somebody looks at it and the office is there.
import { v7 as uuid } from 'uuid';
import type { InstrumentReading, Present, Since, Touched } from '../api/types';
import { announce, listen } from './announce';
import { isAhead, madeAtOffice, pull, recount } from './audits';
import { isSignedOut, reached, whenBack } from './office';
import { isOwn } from './own';
import { pullSoon } from './queue';
import { forgetViews } from './views';

/** What is open in this window. */
export type Open = { audit: string; kind?: 'box' | 'panel' | 'room' | 'run'; id?: string };

/** Whoever goes through the boxes quickly is nowhere in between. */
const OPEN_AFTER_MS = 150;
/** Changes that come in one go are looked at once. */
const GATHER_MS = 250;
/** The copy on this device follows at most so often. */
const PULL_EVERY_MS = 4_000;
/** A stream that lasted as long ended as it should, and is opened anew at once. */
const LASTED_MS = 30_000;
const AGAIN_AFTER_MS = 3_000;
/** So long it is said that another changed what is on the screen. */
const SAID_MS = 8_000;

const WINDOW = uuid();

let wanted: Open | null = null;
let source: EventSource | null = null;
let followed = '';
let opening: ReturnType<typeof setTimeout> | null = null;
/** The number of the last change that this window heard of, by audit. */
const known = new Map<string, number>();
let here: Present[] = [];
const NOBODY: Present[] = [];
const changedBy = new Map<string, string>();
const meters = new Map<string, (reading: InstrumentReading) => void>();
const others = new Set<(audit: string) => void>();

/** Who else has the audit open, as far as it is known. */
export const presentIn = (audit: string): Present[] => (wanted?.audit === audit ? here : NOBODY);

/** Who changed a record a moment ago, where it was another. */
export const justChangedBy = (id: string): string | undefined => changedBy.get(id);

/** Does something whenever another changed something of an audit. */
export const whenOthers = (work: (audit: string) => void) => others.add(work);

/** Listens to the meter at a box, as long as it is open. */
export function hearMeter(box: string, take: (reading: InstrumentReading) => void): () => void {
  meters.set(box, take);
  return () => {
    if (meters.get(box) === take) meters.delete(box);
  };
}

/** This is open in this window now. */
export function open(now: Open | null) {
  if (JSON.stringify(now) === JSON.stringify(wanted)) return;
  if (now?.audit !== wanted?.audit) here = NOBODY;
  wanted = now;
  soon(OPEN_AFTER_MS);
}

function soon(after: number) {
  if (opening) clearTimeout(opening);
  opening = setTimeout(connect, after);
}

function close() {
  source?.close();
  source = null;
  followed = '';
}

/** Nobody is followed any more; who was here is not known. */
function leave() {
  close();
  if (here.length === 0) return;
  here = NOBODY;
  announce();
}

const looksAt = () => document.visibilityState === 'visible' && reached() === 'here' && !isSignedOut();

function connect() {
  opening = null;
  if (!wanted || !looksAt()) return leave();
  const { audit, kind, id } = wanted;
  const place = kind && id ? `&${kind}=${id}` : '';
  const after = known.has(audit) ? `&after=${known.get(audit)}` : '';
  const path = `/api/audits/${audit}/live?window=${WINDOW}${place}`;
  if (source && followed === path) return;
  // The new one first: nobody sees this window leave on its way to the next box.
  const before = source;
  const stream = new EventSource(path + after);
  source = stream;
  followed = path;
  const begun = performance.now();
  stream.onopen = () => before?.close();
  stream.onerror = () => {
    before?.close();
    stream.close();
    if (source !== stream) return;
    close();
    soon(performance.now() - begun > LASTED_MS ? 0 : AGAIN_AFTER_MS);
  };
  stream.addEventListener('here', (event) => {
    heard(audit, event.lastEventId);
    here = JSON.parse(event.data) as Present[];
    announce();
  });
  stream.addEventListener('changed', (event) => {
    const since = JSON.parse(event.data) as Since;
    const anew = since.number < (known.get(audit) ?? 0);
    heard(audit, event.lastEventId);
    const touched = since.records.filter((each) => !isOwn(each));
    if (anew || touched.length > 0) takeIn(audit, touched);
  });
  stream.addEventListener('reading', (event) => {
    if (kind === 'box' && id) meters.get(id)?.(JSON.parse(event.data) as InstrumentReading);
  });
}

function heard(audit: string, number: string) {
  if (number !== '') known.set(audit, Number(number));
}

const gathering = new Map<string, Touched[]>();
const pulled = new Map<string, number>();

/** Another changed something: once for all that comes in one go. */
function takeIn(audit: string, touched: Touched[]) {
  madeAtOffice(audit);
  const begun = gathering.get(audit);
  if (begun) begun.push(...touched);
  else {
    gathering.set(audit, touched);
    setTimeout(() => void show(audit), GATHER_MS);
  }
}

async function show(audit: string) {
  const touched = gathering.get(audit) ?? [];
  gathering.delete(audit);
  await forgetViews(audit);
  // What is changed here and not there is shown with what others changed: the copy has to have it first.
  if (isAhead(audit)) {
    await pull(audit);
    await recount(audit);
  } else {
    const wait = (pulled.get(audit) ?? Number.NEGATIVE_INFINITY) + PULL_EVERY_MS - performance.now();
    if (wait <= 0) pulled.set(audit, performance.now());
    pullSoon(audit, Math.max(GATHER_MS, wait));
  }
  for (const { subject, who } of touched) say(subject, who);
  for (const work of others) work(audit);
}

function say(id: string, who: string) {
  changedBy.set(id, who);
  announce();
  setTimeout(() => {
    changedBy.delete(id);
    announce();
  }, SAID_MS);
}

/** Follows whatever is open, as long as somebody looks. */
export function followOthers() {
  document.addEventListener('visibilitychange', () => soon(0));
  whenBack(() => soon(0));
  listen(() => {
    if (source && !looksAt()) leave();
  });
}
