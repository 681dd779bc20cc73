// What was answered in drills before: kept on this device alone, so that what was missed comes again.
import type { DrillScore, PastAnswer } from '../api/types';

const KEPT = 'drill-past';
/** So many answers are kept; the core looks back on more. */
const MOST_KEPT = 5_000;
const DAY = 86_400_000;

/** Today as the days of the answers are counted: by the calendar of this place. */
export function today(now = new Date()): number {
  return Math.floor((now.getTime() - now.getTimezoneOffset() * 60_000) / DAY);
}

const OUTCOMES = ['found', 'missed', 'wrong'];

function isAnswer(known: unknown): known is PastAnswer {
  if (typeof known !== 'object' || known === null) return false;
  const { code, day, outcome } = known as Record<string, unknown>;
  return typeof code === 'string' && Number.isInteger(day) && OUTCOMES.includes(outcome as string);
}

/** What is kept; what cannot be read of it is left out. */
export function past(): PastAnswer[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isAnswer) : [];
  } catch {
    return [];
  }
}

/** Keeps how a board was answered; whether there was room for it. */
export function keep(score: DrillScore, day = today()): boolean {
  const answers = score.marks.map(({ choice, outcome }) => ({ code: choice, day, outcome }));
  try {
    localStorage.setItem(KEPT, JSON.stringify([...past(), ...answers].slice(-MOST_KEPT)));
    return true;
  } catch {
    return false;
  }
}
