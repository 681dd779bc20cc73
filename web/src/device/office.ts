// The office: the server, whether it is reached, and what it says. Whoever asks is told at once when it is not.
import { announce } from './announce';

export type Reach = 'here' | 'away';

/** The office did not answer. */
export class NotReached extends Error {}

/** So long an answer may take where the device can go on by itself. */
export const PATIENCE_MS = 4_000;
const PROBE_EVERY_MS = 3_000;

let reach: Reach = 'here';
let probing: ReturnType<typeof setTimeout> | null = null;
const back = new Set<() => void>();

export const reached = (): Reach => reach;

let freely = true;

/** Whether who is signed in may record everything; otherwise the office is asked first, for it says what they may not. */
export const recordsFreely = () => freely;
export const setRecordsFreely = (may: boolean) => {
  freely = may;
};

let signedOut = false;
const out = new Set<() => void>();

/** The office is there and does not know who asks: nothing is brought to it until somebody signs in. */
export const isSignedOut = () => signedOut;

/** Does something when the office does not know any more who asks. */
export const whenSignedOut = (work: () => void) => out.add(work);

/** Somebody signed in here. */
export function signedIn() {
  signedOut = false;
  for (const work of back) work();
}

/** What is sent to sign in is answered for itself. */
const SIGNING = ['/api/sign-in', '/api/pair', '/api/me/passphrase'];

function heard(request: Request, status: number) {
  if (status !== 401 || signedOut || SIGNING.includes(new URL(request.url).pathname)) return;
  signedOut = true;
  for (const work of out) work();
}

/** Does something each time the office is there again. */
export const whenBack = (work: () => void) => back.add(work);

function set(now: Reach) {
  if (now === reach) return;
  reach = now;
  announce();
  if (now === 'here') for (const work of back) work();
  else probe();
}

function probe() {
  if (probing) clearTimeout(probing);
  probing = setTimeout(() => void look(), PROBE_EVERY_MS);
}

/** Looks whether the office is there again. */
export async function look() {
  if (reach === 'here') return;
  await ask(new Request('/api/health'), PATIENCE_MS).catch(() => undefined);
  if (reach === 'away') probe();
}

/** Asks the office; throws `NotReached` where it does not answer, within `patience` where one is given. */
export async function ask(request: Request, patience?: number): Promise<Response> {
  const { signal } = request;
  const limit = patience === undefined ? [] : [AbortSignal.timeout(patience)];
  try {
    const response = await fetch(new Request(request, { signal: AbortSignal.any([signal, ...limit]) }));
    // A gateway that speaks for the office says that it is not there.
    if (response.status === 502 || response.status === 504)
      throw new TypeError('no office behind the gateway');
    set('here');
    heard(request, response.status);
    return response;
  } catch (error) {
    if (signal.aborted) throw error;
    set('away');
    throw new NotReached();
  }
}

/** Looks again whenever there is a reason to. */
export function watch() {
  window.addEventListener('online', () => void look());
  window.addEventListener('offline', () => set('away'));
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') void look();
  });
}
