// The core beside the page: what it is asked, it answers in its turn, so that the page never waits for it.
import { expose } from 'comlink';

type Exports = {
  memory: WebAssembly.Memory;
  room: (length: number) => number;
  ask: () => number;
  answer: () => number;
  answer_length: () => number;
};

export type Answer = { status: number; body: string };

const write = new TextEncoder();
const read = new TextDecoder();

let compiled: WebAssembly.Module;
let core: Exports | null = null;

async function instance(): Promise<Exports> {
  const { exports } = await WebAssembly.instantiate(compiled, {});
  return exports as unknown as Exports;
}

const doors = {
  /** Makes the core ready. */
  async start(module: WebAssembly.Module): Promise<void> {
    compiled = module;
    core = await instance();
  },

  /** Asks the core; `null` where it stopped in the middle: it has forgotten all it was given then, and begins anew. */
  async ask(head: string, body: string): Promise<Answer | null> {
    core ??= await instance();
    const asked = write.encode(`${head}\n${body}`);
    try {
      // Room is made first: the memory is another once it had to grow.
      const room = core.room(asked.length) >>> 0;
      new Uint8Array(core.memory.buffer, room, asked.length).set(asked);
      const status = core.ask();
      const answer = new Uint8Array(core.memory.buffer, core.answer() >>> 0, core.answer_length());
      return { status, body: read.decode(answer) };
    } catch {
      core = null;
      return null;
    }
  },
};

export type CoreDoors = typeof doors;

expose(doors);
