// What the tests of a box being worked on begin with: a box of one conductor, and a server that understands two figures.
import { vi } from 'vitest';
import { ApiProblem } from '../api/client';
import type { Basis, BoxRecord, BoxView, Judgement, Remedies } from '../api/types';
import { BoxSession } from './session';
import type { SessionDoors } from './sessionState';

export const INCH = 25_400_000;

export function record(length: number | null = null): BoxRecord {
  const conductor = {
    id: 1,
    cable: null,
    gauge: '12',
    colour: 'black',
    role: 'ungrounded',
    free_length: length,
    reach: null,
  };
  return {
    id: 'b',
    room: 'r',
    tag: 'K1',
    place: '',
    wired_under: null,
    left: null,
    found: { conductors: [conductor], cables: [] },
    rulings: [],
    remarks: [],
  } as unknown as BoxRecord;
}

export function judged(contents: BoxRecord['found'], entries: Judgement['entries'] = []): Judgement {
  return {
    contents,
    entries,
    texts: [],
    results: [],
    contradictions: [],
    worst: 'not-measured',
  } as unknown as Judgement;
}

export function view(kept: BoxRecord, revision: number): BoxView {
  return {
    record: { record: kept, revision },
    found: judged(kept.found),
    left: null,
    items: [],
    to_measure_again: record().found,
    on_run: {},
  } as unknown as BoxView;
}

/** A server that understands "7" as 7 in and "fl 7" as the same of the first conductor, and nothing else. */
export function doors() {
  let revision = 1;
  const put = vi.fn(async (kept: BoxRecord, _basedOn: number, _base: BoxRecord) => view(kept, ++revision));
  const judge = vi.fn(async (wish: Parameters<SessionDoors['judge']>[0]) => {
    const conductors = wish.contents.conductors.map((conductor, index) => {
      const entry = wish.typed.find((typed) => typed.pointer === `/conductors/${index}/free_length`);
      return entry?.text === '7' ? { ...conductor, free_length: 7 * INCH } : conductor;
    });
    const entries = wish.typed.map(({ pointer, text }) =>
      text === '7'
        ? { pointer, read: '7 in', error: null }
        : { pointer, read: null, error: `\`${text}\` is not a figure` },
    );
    return judged({ ...wish.contents, conductors }, entries);
  });
  const plan = vi.fn(async () => ({ proposals: [], outcome: { wanted: [] } }) as unknown as Remedies);
  const jot = vi.fn(async ({ line, contents }: Parameters<SessionDoors['jot']>[0]) => {
    const read = line.startsWith('fl 7');
    const conductors = contents.conductors.map((known) => ({ ...known, free_length: 7 * INCH }));
    const rest = line.replace('fl 7', '').trim();
    const chips = [
      ...(read ? [{ text: 'fl 7', read: 'free length 7 in', error: null }] : []),
      ...(rest ? [{ text: rest, read: null, error: 'not a word' }] : []),
    ];
    return { chips, contents: read ? { ...contents, conductors } : contents, tag: null, completions: [] };
  });
  return { put, judge, plan, jot: jot as SessionDoors['jot'] & typeof jot, saved: vi.fn() };
}

export const away = () => new ApiProblem({ status: 0, title: '', detail: 'away' });

/** The same server, so slow that each answer takes `wait`. */
export function slow(io: ReturnType<typeof doors>, wait: number): SessionDoors {
  const late =
    <A extends unknown[], R>(door: (...args: A) => Promise<R>) =>
    async (...args: A) => {
      await new Promise((go) => setTimeout(go, wait));
      (args.find((one) => one instanceof AbortSignal) as AbortSignal | undefined)?.throwIfAborted();
      return door(...args);
    };
  return {
    judge: late(io.judge),
    plan: late(io.plan),
    jot: late(io.jot),
    put: late(io.put),
    saved: io.saved,
  };
}

export const FIELD = '/conductors/0/free_length';
export const start = (io: SessionDoors) => new BoxSession({} as Basis, view(record(), 1), io);
export const typed = (session: BoxSession) => session.snapshot().texts.found[FIELD];
export const length = (session: BoxSession) => session.snapshot().record.found.conductors[0]?.free_length;
