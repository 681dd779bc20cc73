import { ApiProblem } from './client';

/** Does something, and says in words why it could not be done. */
export async function whyNot(work: () => Promise<unknown>): Promise<string | null> {
  try {
    await work();
    return null;
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    return error.says;
  }
}
