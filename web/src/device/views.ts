// What was answered last of each view, on the disk: shown at once when the page opens, until it is known how things stand now.
import madeBy from './core.wasm?url';
import { json } from './responses';
import { dropViews, keepView, lastView } from './shelf';

/** So long a page that opens waits for an answer before it shows the last one. */
const SHOW_AFTER_MS = 300;
const TELL_AFTER_MS = 50;
const MOST_VIEWS = 60;
const MOST_LENGTH = 4_000_000;

/** The views that were asked for since the page was opened. */
const asked = new Set<string>();
/** The audits of which no view is on the disk. */
const forgotten = new Set<string>();
/** How often something of an audit changed: an answer that was under way meanwhile is not kept. */
const turns = new Map<string, number>();
const listeners = new Set<() => void>();

/** What was shown from the disk is known by now: it is looked at anew. */
export const whenKnown = (work: () => void) => listeners.add(work);

let telling: ReturnType<typeof setTimeout> | null = null;
function tell() {
  if (telling) clearTimeout(telling);
  telling = setTimeout(() => {
    for (const work of listeners) work();
  }, TELL_AFTER_MS);
}

const wait = (time: number) => new Promise<null>((done) => setTimeout(() => done(null), time));

const turnOf = (audit: string) => turns.get(audit) ?? 0;

/** Keeps an answer for the next time the page opens; a device with no room for it does without. */
export function keep(path: string, audit: string, answer: Response, turn = turnOf(audit)): Response {
  if (answer.status === 200) {
    const copy = answer.clone();
    const at = Date.now();
    void copy.text().then(async (body) => {
      if (body.length > MOST_LENGTH || turn !== turnOf(audit)) return;
      forgotten.delete(audit);
      await keepView({ path, audit, body, at, madeBy }, MOST_VIEWS).catch(() => undefined);
    });
  }
  return answer;
}

/** Something of an audit changed: what was shown of it is not shown again. */
export async function forgetViews(audit: string): Promise<void> {
  turns.set(audit, turnOf(audit) + 1);
  if (forgotten.has(audit)) return;
  forgotten.add(audit);
  await dropViews(audit).catch(() => undefined);
}

/**
 * The answer of a view. The first time after the page was opened it may be the one of the last time, where `now` takes long or
 * nobody gives one, and nothing was changed `since`; once `now` is there it is looked at anew.
 */
export async function atOnce(
  path: string,
  audit: string,
  since: number,
  now: Promise<Response>,
): Promise<Response> {
  const turn = turnOf(audit);
  const fresh = now.then((answer) => keep(path, audit, answer, turn));
  if (asked.has(path)) return fresh;
  asked.add(path);
  const last = await lastView(path).catch(() => undefined);
  // Named by what is in it, the core tells one build from another: what an older page kept may lack what this one shows.
  if (!last || last.madeBy !== madeBy || last.at <= since) return fresh;
  const soon = await Promise.race([fresh.catch(() => null), wait(navigator.onLine ? SHOW_AFTER_MS : 0)]);
  if (soon) return soon;
  void fresh.then(tell, () => undefined);
  return json(last.body);
}
