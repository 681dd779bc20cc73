// A server that is busy with others' sign-ins is asked again: it takes one at a time.
import { ApiProblem } from '../api/client';

const TRIES = 4;
const PAUSE_MS = 500;

export async function persistently<T>(work: () => Promise<T>, pause = PAUSE_MS): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await work();
    } catch (error) {
      const busy = error instanceof ApiProblem && error.problem.status === 503;
      if (!busy || tries === TRIES) throw error;
      await new Promise((go) => setTimeout(go, pause));
    }
  }
}
