// What the screens know of the device: what waits in an audit, and whether the office is there.
import { useSyncExternalStore } from 'react';
import { queryClient } from '../api/queries';
import { listen, whenElsewhere } from './announce';
import { type Waiting, waitingIn } from './audits';
import { type Reach, reached, whenBack } from './office';
import { whenSettled } from './queue';

export const useWaiting = (audit: string): Waiting => useSyncExternalStore(listen, () => waitingIn(audit));

export const useReach = (): Reach => useSyncExternalStore(listen, reached);

/** Whether something of a record waits for the office. */
export const useWaits = (audit: string, id: string): boolean =>
  useSyncExternalStore(listen, () => waitingIn(audit).waiting.some((change) => change.id === id));

/** What is shown is looked at anew whenever something else than this page changed it. */
export function followDevice() {
  whenBack(() => void queryClient.invalidateQueries());
  whenElsewhere((audit) => void queryClient.invalidateQueries({ queryKey: ['audit', audit] }));
  whenSettled((audit) => void queryClient.invalidateQueries({ queryKey: ['audit', audit] }));
}
