// Whether something of one record waits for the office.
import { useSyncExternalStore } from 'react';
import { listen } from './announce';
import { waitingIn } from './audits';

export const useWaits = (audit: string, id: string): boolean =>
  useSyncExternalStore(listen, () => waitingIn(audit).waiting.some((change) => change.id === id));
