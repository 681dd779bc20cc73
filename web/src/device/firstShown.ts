// When the first screen is there: what is loaded for later does not stand in its way on a slow line.
import type { QueryClient } from '@tanstack/react-query';

/** A screen that never stops asking is not waited for. */
const AT_MOST_MS = 10_000;
/** So long nothing is asked for before the screen counts as there. */
const QUIET_MS = 100;

/** Does the work once the first screen has all that it asked for. */
export function onceShown(client: QueryClient, work: () => void) {
  let quiet: ReturnType<typeof setTimeout> | undefined;
  let done = false;
  const finish = () => {
    if (done) return;
    done = true;
    unsubscribe();
    clearTimeout(quiet);
    clearTimeout(limit);
    work();
  };
  const look = () => {
    clearTimeout(quiet);
    const asked = client.getQueryCache().getAll().length > 0;
    if (asked && client.isFetching() === 0) quiet = setTimeout(finish, QUIET_MS);
  };
  const unsubscribe = client.getQueryCache().subscribe(look);
  const limit = setTimeout(finish, AT_MOST_MS);
}
