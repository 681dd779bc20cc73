// How much room this device has left, said before it hurts.
import { announce } from './announce';

const LITTLE = 0.9;
const LOOK_EVERY_MS = 30_000;

let little = false;
let looked = Number.NEGATIVE_INFINITY;

/** Nine tenths of what the browser lends are used. */
export const isLow = () => little;

/** Looks how much is left, now and then. */
export async function lookForRoom(): Promise<void> {
  if (!navigator.storage?.estimate || performance.now() - looked < LOOK_EVERY_MS) return;
  looked = performance.now();
  const { usage = 0, quota = 0 } = await navigator.storage.estimate();
  const now = quota > 0 && usage > LITTLE * quota;
  if (now === little) return;
  little = now;
  announce();
}

/** Asks the browser not to clear away what only this device has. */
export function keepForGood() {
  void navigator.storage?.persist?.();
}
