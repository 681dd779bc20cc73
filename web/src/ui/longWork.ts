// Work that takes its time: it goes on while one does something else, says how long it has taken and what came, and can be stopped.
import { useSyncExternalStore } from 'react';
import { ApiProblem, api } from '../api/client';

export type Work = {
  number: number;
  words: string;
  begun: number;
  /** What came so far. */
  bytes: number;
  /** Why it ended without what was wanted. */
  failed: string | null;
  /** Breaks it off; absent where it would be done all the same. */
  stop?: () => void;
};

let works: readonly Work[] = [];
let last = 0;
const listeners = new Set<() => void>();

function set(next: readonly Work[]) {
  works = next;
  for (const listener of listeners) listener();
}

const change = (number: number, to: Partial<Work>) =>
  set(works.map((known) => (known.number === number ? { ...known, ...to } : known)));

/** Takes a work that ended off the screen. */
export const dismiss = (number: number) => set(works.filter((known) => known.number !== number));

/**
 * Does a work that takes its time, beside everything else. Answers what came of it; nothing where it was stopped or failed, which
 * the screen says by itself.
 */
export async function longWork<Made>(
  words: string,
  run: (signal: AbortSignal, came: (bytes: number) => void) => Promise<Made>,
  mayStop = true,
): Promise<Made | null> {
  const stopping = new AbortController();
  last += 1;
  const number = last;
  const stop = () => {
    stopping.abort();
    dismiss(number);
  };
  const begun = performance.now();
  set([...works, { number, words, begun, bytes: 0, failed: null, ...(mayStop ? { stop } : {}) }]);
  try {
    const made = await run(stopping.signal, (bytes) => change(number, { bytes }));
    dismiss(number);
    return made;
  } catch (error) {
    if (stopping.signal.aborted) return null;
    change(number, { failed: error instanceof ApiProblem ? error.says : 'It broke off; try again.' });
    return null;
  }
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useWorks = () => useSyncExternalStore(subscribe, () => works);

/** Reads what is sent piece by piece, and says how much came. */
export async function received(answer: Response, came: (bytes: number) => void): Promise<Blob> {
  const reader = answer.body?.getReader();
  if (!reader) return answer.blob();
  const pieces: BlobPart[] = [];
  let bytes = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    pieces.push(value);
    bytes += value.length;
    came(bytes);
  }
  return new Blob(pieces, { type: answer.headers.get('Content-Type') ?? '' });
}

/** The name that the server gives a file. */
export const nameOf = (answer: Response, otherwise: string) =>
  /filename="([^"]+)"/.exec(answer.headers.get('Content-Disposition') ?? '')?.[1] ?? otherwise;

/** Saves a file on this device. */
export function saveBlob(file: Blob, name: string) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

/** Has a file made, and saves it on this device once it is there. */
export function saveFile(path: string, words: string) {
  return longWork(words, async (signal, came) => {
    const answer = await api.made(path, signal);
    const file = await received(answer, came);
    saveBlob(file, nameOf(answer, path.split('/').at(-1) ?? 'file'));
  });
}
