// The job, and where the work is, in one quiet word; behind it what waits, what a person has to say, and what the office did not take.
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { useWalk } from '../api/queries';
import { useCounted, useKept, useLow, useReach, useWaiting } from './useDevice';
import { WaitingList } from './WaitingList';

export function DeviceState({ audit }: { audit: string }) {
  const { waiting, asks, refused } = useWaiting(audit);
  const reach = useReach();
  const kept = useKept(audit);
  const low = useLow();
  const counted = useCounted();
  const walk = useWalk(audit);
  const [open, setOpen] = useState(false);
  const where = reach === 'away' ? 'on this device' : waiting.length === 0 ? 'with the office' : null;
  const words = [
    where,
    waiting.length > 0 && `${waiting.length} to bring`,
    asks.length > 0 && `${asks.length} to answer`,
    refused.length > 0 && `${refused.length} not taken`,
    low && 'little room left',
  ].filter(Boolean);
  const loud = asks.length + refused.length > 0 || low;
  return (
    <>
      <button type="button" className="device-state" onClick={() => setOpen(true)}>
        <span className="job-name">{walk.data?.audit.record.name}</span>
        <span className={loud ? 'where loud' : 'where'} role="status" data-kept={kept}>
          {counted ? words.join(', ') : ''}
        </span>
      </button>
      <Modal show={open} onHide={() => setOpen(false)} aria-labelledby="device-title" scrollable>
        <Modal.Header closeButton>
          <Modal.Title id="device-title" as="h2">
            Where the work is
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>
            {reach === 'here'
              ? 'The office is there. What is changed here goes there at once.'
              : 'The office does not answer. All that is changed is kept on this device, and goes there by itself once it answers.'}
          </p>
          {low && (
            <p className="refused">
              Nine tenths of the room that the browser lends are used. Bring what waits to the office, and
              clear photographs or other pages from this device, before it keeps nothing more.
            </p>
          )}
          <WaitingList audit={audit} />
        </Modal.Body>
      </Modal>
    </>
  );
}
