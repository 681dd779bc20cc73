// What the screens know of the device: what waits in an audit, and whether the office is there.
import { useSyncExternalStore } from 'react';
import { keys, queryClient } from '../api/queries';
import { listen, whenElsewhere } from './announce';
import { isCounted, isKeptHere, type Waiting, waitingIn } from './audits';
import { followOthers, justChangedBy, presentIn, whenOthers } from './live';
import { type Reach, reached, whenBack, whenSignedOut } from './office';
import { whenSettled } from './queue';
import { isLow } from './room';
import type { Change } from './shelf';
import { whenKnown } from './views';

export const useWaiting = (audit: string): Waiting => useSyncExternalStore(listen, () => waitingIn(audit));

export const useReach = (): Reach => useSyncExternalStore(listen, reached);

/** Whether there is little room left on this device. */
export const useLow = (): boolean => useSyncExternalStore(listen, isLow);

/** Whether it is known what waits. */
export const useCounted = (): boolean => useSyncExternalStore(listen, isCounted);

/** Whether the device keeps the audit. */
export const useKept = (audit: string): boolean => useSyncExternalStore(listen, () => isKeptHere(audit));

/** What has to be answered at a record: another changed the same. */
export const useAsked = (audit: string, id: string): Change | undefined =>
  useSyncExternalStore(listen, () => waitingIn(audit).asks.find((change) => change.id === id));

/** Who else has the audit open. */
export const usePresent = (audit: string) => useSyncExternalStore(listen, () => presentIn(audit));

/** Who changed a record a moment ago, where it was another. */
export const useJustChangedBy = (id: string) => useSyncExternalStore(listen, () => justChangedBy(id));

/** What is shown is looked at anew whenever something else than this page changed it. */
export function followDevice() {
  whenKnown(() => void queryClient.invalidateQueries());
  whenBack(() => void queryClient.invalidateQueries());
  whenSignedOut(() => void queryClient.invalidateQueries({ queryKey: keys.me }));
  whenElsewhere((audit) => void queryClient.invalidateQueries({ queryKey: ['audit', audit] }));
  whenOthers((audit) => {
    void queryClient.invalidateQueries({ queryKey: ['audit', audit] });
    void queryClient.invalidateQueries({ queryKey: keys.jobs });
  });
  followOthers();
  whenSettled((audit) => void queryClient.invalidateQueries({ queryKey: ['audit', audit] }));
}
