// A view that fills the screen of a hand has a head of its own: that of the frame stands back meanwhile.
import { useEffect, useSyncExternalStore } from 'react';

let shown = 0;
const listeners = new Set<() => void>();

function count(by: 1 | -1) {
  shown += by;
  for (const listener of listeners) listener();
}

/** For a view that fills the screen while it is shown. */
export function useFillsScreen() {
  useEffect(() => {
    count(1);
    return () => count(-1);
  }, []);
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** A view fills the screen now. */
export const useIsFilled = () => useSyncExternalStore(subscribe, () => shown > 0);
