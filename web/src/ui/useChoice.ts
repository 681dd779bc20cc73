// What a person chose for this device, kept on it and the same in every part of the screen.
import { useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** What was chosen under a name, or nothing; and the way to choose. */
export function useChoice(name: string) {
  const chosen = useSyncExternalStore(subscribe, () => localStorage.getItem(name));
  const choose = (value: string) => {
    localStorage.setItem(name, value);
    for (const listener of listeners) listener();
  };
  return [chosen, choose] as const;
}
