// Whether what was typed is kept, and where.
import { useJustChangedBy, useReach } from '../device/useDevice';
import { useWaits } from '../device/useWaits';
import type { SessionState } from './sessionState';
import { useWaitingBoxes } from './sessions';

const SAVING_WORDS = {
  saved: 'Saved',
  partly: 'Saved, but for what is not understood',
  pending: 'Saving',
  saving: 'Saving',
  offline: 'Not saved: no answer. Trying again',
  refused: 'Not saved',
  conflict: 'Not saved: changed elsewhere',
} as const;

/** It is on the disk of this device, and on its way where the office is there. */
const KEPT_WORDS = { here: 'Saving', away: 'Kept on this device' } as const;

export function Saving({ audit, state }: { audit: string; state: SessionState }) {
  const { saving, refusal } = state;
  const waiting = useWaitingBoxes();
  const waits = useWaits(audit, state.record.id);
  const reach = useReach();
  const by = useJustChangedBy(state.record.id);
  return (
    <div className={`saving ${saving}`} role="status">
      {saving === 'saved' && waits ? KEPT_WORDS[reach] : SAVING_WORDS[saving]}
      {refusal && `: ${refusal.detail}`}
      {by && `. Changed by ${by} just now`}
      {waiting.length > 0 && ` (${waiting.join(', ')} not saved yet)`}
    </div>
  );
}
