// The run: the walk's order as one conductor with a node for each box, grouped by room.
import { memo, useEffect, useRef, useState } from 'react';
import { Button, Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Area, CableRunMark, PersonRole, Revised, Room, RunBox, RunRoom, Walk } from '../api/types';
import { VerdictMark, verdictWords } from '../drawing/VerdictMark';
import { AlsoHere, HereMarks, hereWords, usePresentNames } from '../people/Here';
import { useMyRole } from '../people/useMe';
import { Ask } from '../ui/Ask';
import { inStretches, STRETCH, Stretch } from './Stretch';
import type { RunEdits } from './useRunEdits';

/** A walk of so many boxes is drawn whole. */
const SHORT_WALK = 3 * STRETCH;

type Props = { walk: Walk; here: string | undefined; audit: string; edits: RunEdits };

export function Run({ walk, here, audit, edits }: Props) {
  const [only, setOnly] = useState<'open' | 'mine' | null>(null);
  const role = useMyRole();
  const mine = ({ awaits }: { awaits: PersonRole[] }) => role !== null && awaits.includes(role);
  /** Whether something is shown; what is open now always is. */
  const wanted = (id: string, stillOpen: boolean, isMine: boolean) =>
    only === null || id === here || (only === 'open' ? stillOpen : isMine);
  const shown = ({ overview }: RunBox) => wanted(overview.id, overview.still_open, mine(overview));
  const short = walk.rooms.reduce((sum, room) => sum + room.boxes.length, 0) <= SHORT_WALK;
  const [naming, setNaming] = useState(false);
  const [asking, setAsking] = useState<{ room: Revised<Room> | null } | null>(null);
  return (
    <nav className="run" aria-label="Boxes in the order of the walk">
      {role !== null && role !== 'reader' && (
        <button
          type="button"
          className="plain only-open"
          aria-pressed={only === 'mine'}
          onClick={() => setOnly(only === 'mine' ? null : 'mine')}
        >
          {only === 'mine' ? 'All boxes again' : `Only what waits for you: ${walk.counts.awaiting[role]}`}
        </button>
      )}
      <button
        type="button"
        className="plain only-open"
        aria-pressed={only === 'open'}
        onClick={() => setOnly(only === 'open' ? null : 'open')}
      >
        {only === 'open' ? 'All boxes again' : 'Re-inspection: only what is open'}
      </button>
      {walk.rooms.map((room) => (
        <section key={room.room.record.id} aria-label={room.room.record.name}>
          <RoomHead
            room={room.room}
            areas={walk.audit.record.basis.areas}
            edits={edits}
            onRename={() => setAsking({ room: room.room })}
          />
          {wanted(room.room.record.id, room.mark?.still_open ?? false, mine(room)) && (
            <ul>
              <RoomNode room={room} audit={audit} isHere={room.room.record.id === here} />
            </ul>
          )}
          {inStretches(room.boxes.filter(shown)).map((boxes) => (
            <Stretch
              key={boxes[0]?.overview.id}
              count={boxes.length}
              always={short || boxes.some((box) => box.overview.id === here)}
            >
              {boxes.map((box) => (
                <Node key={box.overview.id} box={box} audit={audit} isHere={box.overview.id === here} />
              ))}
            </Stretch>
          ))}
        </section>
      ))}
      <Button variant="link" className="run-add" onClick={() => setAsking({ room: null })}>
        + room
      </Button>
      <section aria-label="Cable runs">
        <div className="room-head">
          <span className="room-name">Cable runs</span>
          <button
            type="button"
            className="plain add-box"
            aria-label="Add a cable run"
            onClick={() => setNaming(true)}
          >
            +
          </button>
        </div>
        <ul>
          {walk.cable_runs
            .filter((run) => wanted(run.id, run.still_open, mine(run)))
            .map((run) => (
              <CableNode key={run.id} run={run} audit={audit} isHere={run.id === here} />
            ))}
        </ul>
      </section>
      {naming && (
        <Ask
          title="New cable run"
          label="What is it called, by where it goes"
          action="Add"
          first=""
          onAnswer={(name) => edits.addCableRun(name)}
          onClose={() => setNaming(false)}
        />
      )}
      {asking && (
        <Ask
          title={asking.room ? 'Rename the room' : 'New room'}
          label="What is it called"
          action={asking.room ? 'Rename' : 'Add'}
          first={asking.room?.record.name ?? ''}
          onAnswer={(name) => (asking.room ? edits.changeRoom(asking.room, { name }) : edits.addRoom(name))}
          onClose={() => setAsking(null)}
        />
      )}
      <AlsoHere audit={audit} />
    </nav>
  );
}

function RoomHead({
  room,
  areas,
  edits,
  onRename,
}: {
  room: Revised<Room>;
  areas: Area[];
  edits: RunEdits;
  onRename: () => void;
}) {
  const { id, name, area } = room.record;
  return (
    <div className="room-head">
      <Dropdown>
        <Dropdown.Toggle as="button" className="plain room-name">
          {name}
        </Dropdown.Toggle>
        <Dropdown.Menu renderOnMount={false} popperConfig={{ strategy: 'fixed' }}>
          <Dropdown.Item onClick={onRename}>Rename</Dropdown.Item>
          <Dropdown.Item onClick={() => edits.moveRoom(id, -1)}>Move up</Dropdown.Item>
          <Dropdown.Item onClick={() => edits.moveRoom(id, 1)}>Move down</Dropdown.Item>
          <Dropdown.Item onClick={() => edits.deleteRoom(room)}>Delete with its boxes</Dropdown.Item>
          {areas.length > 0 && <Dropdown.Divider />}
          {areas.map((known) => (
            <Dropdown.Item
              key={known.id}
              active={known.id === area}
              onClick={() => edits.changeRoom(room, { area: known.id })}
            >
              Wired as {known.name}
            </Dropdown.Item>
          ))}
        </Dropdown.Menu>
      </Dropdown>
      <button
        type="button"
        className="plain add-box"
        aria-label={`Add a box in ${name}`}
        onClick={() => edits.addBox(id)}
      >
        +
      </button>
    </div>
  );
}

/** What is open is in view on the run. */
function useInView(isHere: boolean) {
  const link = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    if (isHere) link.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [isHere]);
  return link;
}

/** The room itself, before its boxes: where its walls are taped. */
const RoomNode = memo(function RoomNode({
  room,
  audit,
  isHere,
}: {
  room: RunRoom;
  audit: string;
  isHere: boolean;
}) {
  const { id, name } = room.room.record;
  const link = useInView(isHere);
  const verdict = room.mark?.worst ?? 'not-measured';
  const present = usePresentNames(audit, id);
  const words = room.mark ? (room.mark.dangerous ? 'danger' : verdictWords[verdict]) : 'not taped';
  return (
    <li>
      <Link
        ref={link}
        to={`/audits/${audit}/walk/room/${id}`}
        className={isHere ? 'node of-room here' : 'node of-room'}
        aria-current={isHere ? 'page' : undefined}
        aria-label={`${name}, the room, ${words}${hereWords(present)}`}
      >
        <span className="dot" />
        <VerdictMark verdict={verdict} danger={room.mark?.dangerous ?? false} quiet />
        <span className="node-place">the room</span>
        <HereMarks names={present} />
      </Link>
    </li>
  );
});

const CableNode = memo(function CableNode({
  run,
  audit,
  isHere,
}: {
  run: CableRunMark;
  audit: string;
  isHere: boolean;
}) {
  const link = useInView(isHere);
  const present = usePresentNames(audit, run.id);
  const words = run.dangerous ? 'danger' : verdictWords[run.worst];
  return (
    <li>
      <Link
        ref={link}
        to={`/audits/${audit}/walk/cable/${run.id}`}
        className={isHere ? 'node of-room of-run here' : 'node of-room of-run'}
        aria-current={isHere ? 'page' : undefined}
        aria-label={`${run.name}, cable run, ${words}${hereWords(present)}`}
      >
        <span className="dot" />
        <VerdictMark verdict={run.worst} danger={run.dangerous} quiet />
        <span className="node-place">{run.name}</span>
        <HereMarks names={present} />
      </Link>
    </li>
  );
});

const Node = memo(function Node({ box, audit, isHere }: { box: RunBox; audit: string; isHere: boolean }) {
  const { id, tag, place, worst, dangerous, items } = box.overview;
  const link = useInView(isHere);
  const open = items.planned + items.done + items.proven;
  const present = usePresentNames(audit, id);
  return (
    <li>
      <Link
        ref={link}
        to={`/audits/${audit}/walk/${id}`}
        className={isHere ? 'node here' : 'node'}
        aria-current={isHere ? 'page' : undefined}
        aria-label={`${tag} ${place}, ${dangerous ? 'danger' : verdictWords[worst]}${open > 0 ? ', work under way' : ''}${hereWords(present)}`}
      >
        <span className={open > 0 ? 'dot worked' : 'dot'} />
        <VerdictMark verdict={worst} danger={dangerous} quiet />
        <b>{tag}</b>
        <span className="node-place">{place}</span>
        <HereMarks names={present} />
      </Link>
    </li>
  );
});
