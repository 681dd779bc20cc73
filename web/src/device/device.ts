// What the page asks, answered by whoever can: what is typed by the core in the browser, a change by the device, which brings it to
// the office by itself, and the rest by the office as long as it is there.
import { v7 as uuid } from 'uuid';
import { announce } from './announce';
import {
  alone,
  auditsWaiting,
  changed,
  changedLast,
  counting,
  forget,
  isAhead,
  isBehind,
  isOnShelf,
  load,
  loadAll,
  loadAnew,
  loadHere,
  madeAtOffice,
  pull,
  waitingIn,
} from './audits';
import { takeBeginning } from './beginnings';
import { type Answer, judging, keeping } from './core';
import { NotReached, ask as office, PATIENCE_MS, reached, recordsFreely, watch, whenBack } from './office';
import { type Going, making, notMade } from './own';
import { photographs, takePhoto } from './photographs';
import { bring, bringSoon, pullSoon } from './queue';
import { json, problem, refuse } from './responses';
import { keepForGood, lookForRoom } from './room';
import { add, type Change, changesOf, goOn, type Kind, takeBack, waits } from './shelf';
import { atOnce, forgetViews, keep as keepShown } from './views';

/** What the core answers at once, from what is sent alone. */
const TYPED = [
  'judge',
  'plan',
  'jot',
  'length',
  'room-line',
  'run-line',
  'panel-line',
  'find-breaker',
  'calculators',
  'calculate',
  'drill',
  'drill-read',
  'drill-score',
  'drill-again',
];

/** What the device answers of an audit that it keeps. */
const VIEWS = [
  'walk',
  'boxes',
  'rooms',
  'runs',
  'panels',
  'circuits',
  'job',
  'corrections',
  'house-rule-effects',
];

const KINDS: Record<string, Kind> = {
  rooms: 'room',
  boxes: 'box',
  items: 'item',
  circuits: 'circuit',
  panels: 'panel',
  runs: 'run',
};

const from = (answer: Answer) => json(answer.body, answer.status);

let begun: Promise<void> | null = null;
let tellStarted: () => void = () => undefined;
/** The core is there, or is known not to be. */
const started = new Promise<void>((done) => {
  tellStarted = done;
});

/** Begins to keep audits, once the first screen is there. */
export function begin(): Promise<void> {
  begun ??= (async () => {
    watch();
    whenBack(() => void back());
    await Promise.all([counting(), judging.start(), keeping.start()]);
    if (auditsWaiting().length > 0) void bring();
    void lookForRoom();
  })().finally(tellStarted);
  return begun;
}

/** The office is there again: what waited goes, and what is shown is looked at anew. */
async function back() {
  await bring();
  announce();
}

/** Answers a request of the page. */
export async function answer(request: Request): Promise<Response> {
  const { pathname, search } = new URL(request.url);
  const [, , first = '', audit = '', ...rest] = pathname.split('/');
  const { method } = request;
  if (method === 'POST' && !audit && TYPED.includes(first)) return typed(request, pathname, first);
  if (first === 'audits' && audit === '' && method === 'GET') return atOnce(pathname, '', 0, jobs(request));
  if (first === 'trades') return atOnce(pathname, '', 0, known(request, pathname));
  // Who is here is asked for before anything is shown: a slow office is not waited for long.
  if (first === 'me' && method === 'GET') return office(request, PATIENCE_MS);
  if (first !== 'audits' || audit === '') return office(request);
  await counting();
  if (rest[0] === 'photos' && rest.length === 1) {
    return method === 'GET' ? photographs(request, audit) : takePhoto(request, audit);
  }
  if (method === 'GET' && VIEWS.includes(rest[0] ?? '')) {
    return atOnce(pathname + search, audit, changedLast(audit), view(request, pathname, audit));
  }
  const kind = kindOf(method, rest);
  if (kind) return change(request, pathname, audit, kind, rest[1] ?? audit);
  if (method === 'POST' && rest.join('/') === 'job/choose') return choose(request, audit);
  return afterAll(request, audit);
}

function kindOf(method: string, rest: string[]): Kind | null {
  const [list = '', id] = rest;
  if (method === 'PUT' && rest.length === 0) return 'audit';
  if (method === 'PUT' && list === 'order') return 'order';
  if (method === 'PUT' && list === 'items' && !id) return 'items';
  return (method === 'PUT' || method === 'DELETE') && id && rest.length === 2 ? (KINDS[list] ?? null) : null;
}

async function typed(request: Request, path: string, door: string): Promise<Response> {
  // A plan can take long: it is not worked out where the next key is judged.
  const core = door === 'plan' ? keeping : judging;
  if (core.ready || reached() === 'away') {
    const body = await request.clone().text();
    request.signal.throwIfAborted();
    const answered = await core.ask(`POST ${path} 0`, body);
    request.signal.throwIfAborted();
    if (answered) return from(answered);
  }
  return office(request);
}

/** What is the same for all audits of this version. */
async function known(request: Request, path: string): Promise<Response> {
  try {
    return await office(request.clone(), PATIENCE_MS);
  } catch (error) {
    const answered = error instanceof NotReached ? await judging.ask(`GET ${path} 0`) : null;
    if (answered) return from(answered);
    throw error;
  }
}

async function jobs(request: Request): Promise<Response> {
  try {
    if (reached() === 'here') return await office(request.clone(), PATIENCE_MS);
  } catch (error) {
    if (!(error instanceof NotReached)) throw error;
  }
  await counting();
  await loadAll();
  const answered = await keeping.ask('GET /api/audits 0');
  return answered ? from(answered) : office(request);
}

async function view(request: Request, path: string, audit: string): Promise<Response> {
  const ahead = isAhead(audit);
  if (!ahead && reached() === 'here') {
    try {
      // Where the device has the audit, a slow office is not waited for long; the job of a large house takes its time anywhere.
      const patience = path.endsWith('/job') ? 15 * PATIENCE_MS : PATIENCE_MS;
      const fresh = await office(request.clone(), (await isOnShelf(audit)) ? patience : undefined);
      if (path.endsWith('/walk') && fresh.ok) void keepSoon(audit);
      // What was changed here meanwhile is not in it.
      if (!isAhead(audit)) return fresh;
    } catch (error) {
      if (!(error instanceof NotReached)) throw error;
    }
  }
  const answered = await asHere(audit, `GET ${path} 0`);
  if (answered && (answered.status !== 404 || ahead || reached() === 'away')) return from(answered);
  return office(request);
}

/**
 * Asks the core of an audit as this device has it; nothing where it has none such. No other work with the audit comes between: it
 * would be seen half read.
 */
const asHere = (audit: string, head: string, body = '') =>
  alone(audit, async () => ((await loadHere(audit)) ? keeping.ask(head, body) : null));

const kept = new Map<string, number>();
const KEEP_AGAIN_MS = 30_000;

/** Has the audit kept on this device, and fresh. */
async function keepSoon(audit: string) {
  await started;
  const now = performance.now();
  if (!keeping.ready || now - (kept.get(audit) ?? Number.NEGATIVE_INFINITY) < KEEP_AGAIN_MS) return;
  kept.set(audit, now);
  await pull(audit);
  await load(audit);
}

function change(request: Request, path: string, audit: string, kind: Kind, id: string): Promise<Response> {
  return alone(audit, async () => {
    const basedOn = Number(request.headers.get('If-Match')?.replaceAll('"', '') ?? 0);
    const { method } = request;
    const body = method === 'DELETE' ? '' : await request.clone().text();
    const begun = takeBeginning(path);
    const own = { kind, id, basedOn, body, method: method as Change['method'] };
    if (!(await keeps(audit, kind === 'audit' && basedOn === 0))) return throughOffice(request, audit, own);
    const known = await recordOf(audit, kind, id);
    // The number is the same, and what it stands for is not: to be put together, as where another changed it.
    if (known && begun !== undefined && known.revision === basedOn && known.record !== begun)
      return stale(known);
    // Where the page knows more than this device, or others may have changed something beside it, the office has the last word.
    const mayAsk = reached() === 'here' && !isAhead(audit);
    const behind = isBehind(audit) || (known && known.revision < basedOn);
    if (mayAsk && (behind || !recordsFreely())) return throughOffice(request, audit, own);
    const answered = await keeping.ask(`${method} ${path} ${basedOn}`, body);
    if (!answered || (answered.status !== 200 && mayAsk)) return throughOffice(request, audit, own);
    if (answered.status !== 200) return from(answered);
    const before = known?.record ?? null;
    const after = (await recordOf(audit, kind, id))?.record ?? null;
    // As it is here already.
    if (method === 'PUT' && before !== null && before === after) return from(answered);
    const made = { ...own, audit, path, before };
    try {
      const shown = await keepChange(made, after);
      const view = from(shown ?? answered);
      return kind === 'box' && method === 'PUT' ? keepShown(path, audit, view) : view;
    } catch {
      // Nothing that is not on the disk is shown as kept.
      loadAnew(audit);
      return refuse(
        507,
        'No room',
        'This device has no room left and did not keep the change; make room on it, then make the change again.',
      );
    }
  });
}

/** The refusal of a change that began with another content than what is here. */
const stale = ({ revision, record }: { revision: number; record: string }) =>
  json(
    JSON.stringify({
      ...problem(409, 'Changed since', 'this box was changed in the meantime'),
      current: JSON.parse(record),
      current_revision: revision,
    }),
    409,
  );

/** The device keeps this audit, or can begin it. Where something waits, nothing goes past it to the office. */
async function keeps(audit: string, begins: boolean): Promise<boolean> {
  const away = reached() === 'away';
  if (!keeping.ready && !away && !isAhead(audit)) return false;
  return (await loadHere(audit)) || (begins && away && (await keeping.start()));
}

/** A box that is changed again within this time is changed once. */
const ONE_CHANGE_MS = 1_000;

/** Keeps a change on the disk. What follows at once on another of the same record is one change with it. */
async function keepChange(
  made: Omit<Change, 'number' | 'at' | 'brought'>,
  after: string | null,
): Promise<Answer | null> {
  const { audit, kind, id, path, body, basedOn } = made;
  const at = Date.now();
  const open = (await changesOf(audit)).filter(waits).at(-1);
  const same = open && open.id === id && kind === 'box' && open.method === 'PUT' && made.method === 'PUT';
  let revision: number | null = null;
  if (same && open.basedOn === basedOn - 1 && Math.abs(at - open.at) < ONE_CHANGE_MS) {
    // What is as it was before is no change at all.
    if (after === open.before) revision = (await takeBack(open.number)) ? open.basedOn : null;
    else revision = (await goOn(open.number, { body, at })) ? basedOn : null;
  }
  if (revision === null) await add({ ...made, at, brought: false });
  else await keeping.ask(`PUT /device/${audit}/${kind}/${id} ${revision}`, body);
  await changed(audit);
  if (reached() === 'away') keepForGood();
  bringSoon();
  return revision === null ? null : keeping.ask(`GET ${path} 0`);
}

/** A record as the device has it, as text; of the order and of several items there is none. */
async function recordOf(
  audit: string,
  kind: Kind,
  id: string,
): Promise<{ revision: number; record: string } | null> {
  if (kind === 'order' || kind === 'items') return null;
  const answered = await keeping.ask(`GET /device/${audit}/${kind}/${id} 0`);
  if (answered?.status !== 200) return null;
  const { revision, record } = JSON.parse(answered.body) as { revision: number; record: unknown };
  return { revision, record: JSON.stringify(record) };
}

/** The office makes the change itself. */
async function throughOffice(request: Request, audit: string, own: Going): Promise<Response> {
  await forgetViews(audit);
  making(own);
  const made = await office(request, 2 * PATIENCE_MS);
  if (!made.ok) notMade(own);
  if (made.ok) {
    madeAtOffice(audit);
    pullSoon(audit, 500);
  }
  return made;
}

/** What only the office does is done there once it has all that was changed here. */
async function afterAll(request: Request, audit: string): Promise<Response> {
  if (waitingIn(audit).waiting.length > 0) await bring();
  if (request.method !== 'GET') await forgetViews(audit);
  const made = await office(request);
  const gone = request.method === 'DELETE' && new URL(request.url).pathname === `/api/audits/${audit}`;
  if (made.ok && gone) await forget(audit);
  else if (made.ok && request.method !== 'GET') {
    madeAtOffice(audit);
    pullSoon(audit, 500);
  }
  return made;
}

/** Plans are taken over as changes like any other. */
async function choose(request: Request, audit: string): Promise<Response> {
  if (!keeping.ready) return afterAll(request, audit);
  const places = await request.clone().text();
  const chosen = await asHere(audit, `POST /choose/${audit} 0`, `{"first":"${uuid()}","places":${places}}`);
  if (chosen?.status !== 200) return chosen ? from(chosen) : afterAll(request, audit);
  const path = `/api/audits/${audit}/items`;
  let items = 0;
  for (const wish of JSON.parse(chosen.body) as { items: unknown[] }[]) {
    const headers = { 'Content-Type': 'application/json' };
    const put = new Request(path, { method: 'PUT', headers, body: JSON.stringify(wish) });
    const made = await change(put, path, audit, 'items', uuid());
    if (!made.ok) return made;
    items += wish.items.length;
  }
  return json(JSON.stringify({ items }));
}
