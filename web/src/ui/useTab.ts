// Which part of a view is shown, in its address: it can be sent, marked, and is there again after a reload.
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** The part that the address names, or the first where it names none of them. */
export function useTab<Part extends string>(parts: readonly Part[], name = 'part') {
  const [search, setSearch] = useSearchParams();
  const asked = search.get(name);
  const part = parts.find((known) => known === asked) ?? (parts[0] as Part);
  const setPart = useCallback(
    (next: Part) =>
      setSearch(
        (now) => {
          const to = new URLSearchParams(now);
          if (next === parts[0]) to.delete(name);
          else to.set(name, next);
          return to;
        },
        // Shown at once: what is clicked next is on the screen.
        { replace: true, flushSync: true },
      ),
    [setSearch, parts, name],
  );
  return [part, setPart] as const;
}
