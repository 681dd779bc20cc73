// The core in the browser, in two workers: what is typed is judged in one, and is not kept waiting by a plan or by a whole audit
// that the other works out.
import { type Remote, wrap } from 'comlink';
import coreUrl from './core.wasm?url';
import type { Answer, CoreDoors } from './core.worker';

export type { Answer } from './core.worker';

/** So long it may be under way, on a line as slow as there is. */
const FETCH_MS = 60_000;

let compiling: Promise<WebAssembly.Module> | null = null;

/** Fetched and compiled once, for both. */
function compiled(): Promise<WebAssembly.Module> {
  compiling ??= WebAssembly.compileStreaming(fetch(coreUrl, { signal: AbortSignal.timeout(FETCH_MS) }));
  compiling.catch(() => {
    compiling = null;
  });
  return compiling;
}

class Core {
  private doors: Remote<CoreDoors> | null = null;
  private starting: Promise<boolean> | null = null;
  /** It answers. */
  ready = false;
  /** It stopped in the middle of something and keeps nothing any more. */
  emptied: () => void = () => undefined;

  /** Loads it, once; false where this browser or this build has none, and the office is asked instead. */
  start(): Promise<boolean> {
    this.starting ??= this.begin();
    return this.starting;
  }

  private async begin(): Promise<boolean> {
    if (typeof Worker === 'undefined' || typeof WebAssembly === 'undefined') return false;
    try {
      const module = await compiled();
      const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
      this.doors = wrap<CoreDoors>(worker);
      await this.doors.start(module);
      this.ready = true;
    } catch {
      // Without a network it cannot be fetched yet: the next who asks tries again.
      this.starting = null;
      console.info('The core does not run in this browser: the server judges.');
    }
    return this.ready;
  }

  /** Asks it; `null` where it cannot answer. */
  async ask(head: string, body = ''): Promise<Answer | null> {
    if (!(await this.start()) || !this.doors) return null;
    const answer = await this.doors.ask(head, body);
    if (!answer) this.emptied();
    return answer && answer.status !== 501 ? answer : null;
  }
}

/** Judges what is typed; keeps nothing. */
export const judging = new Core();

/** Keeps the audits of this device. */
export const keeping = new Core();
