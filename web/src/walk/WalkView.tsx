// The walk: the run at the left, the box in the middle, its findings at the right.

import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { api } from '../api/client';
import { keys, useTrades, useWalk } from '../api/queries';
import type { Room } from '../api/types';
import { CablePage } from '../cable/CablePage';
import { HandBox } from '../hand/HandBox';
import { useByHand } from '../hand/useByHand';
import { RoomPage } from '../room/RoomPage';
import { isTaken } from '../ui/isTaken';
import { Empty, Failed, Loading } from '../ui/States';
import { BoxPage } from './BoxPage';
import { Run } from './Run';
import { unsavedBox } from './sessions';
import { useRunEdits } from './useRunEdits';

export function WalkView() {
  const { audit = '', box, room, cable } = useParams();
  const navigate = useNavigate();
  const walk = useWalk(audit);
  const [byHand] = useByHand();
  // The words of every tab are here before one opens it where there is no network.
  useTrades();
  const boxes = walk.data?.rooms.flatMap((room) => room.boxes) ?? [];
  const here = boxes.findIndex((on) => on.overview.id === box);
  const first = boxes[0]?.overview.id;
  const open = useCallback((id: string) => navigate(`/audits/${audit}/walk/${id}`), [audit, navigate]);
  const openCable = useCallback(
    (id: string) => navigate(`/audits/${audit}/walk/cable/${id}`),
    [audit, navigate],
  );
  const edits = useRunEdits(audit, walk.data, open, openCable);
  const view = useQuery({
    queryKey: keys.box(audit, box ?? ''),
    queryFn: () => api.box(audit, box ?? ''),
    // Asked for beside the walk, not after it.
    enabled: box !== undefined && (walk.isPending || here >= 0),
  });

  useEffect(() => {
    if (walk.isSuccess && !room && !cable && first && here < 0)
      navigate(`/audits/${audit}/walk/${first}`, { replace: true });
  }, [walk.isSuccess, room, cable, first, here, audit, navigate]);

  // Whoever goes on to another box with the keys is in that box; who opens the page is at its beginning.
  const entered = useRef<string | null>(null);
  // A box that is not saved yet is here, whatever the server says.
  const shown = unsavedBox(audit, box) ?? view.data;
  const onScreen = shown?.record.record.id;
  useEffect(() => {
    if (!onScreen || onScreen !== box || entered.current === onScreen) return;
    const wasElsewhere = entered.current !== null;
    entered.current = onScreen;
    if (wasElsewhere && document.activeElement === document.body) document.getElementById('main')?.focus();
  }, [onScreen, box]);

  const roomHere = walk.data?.rooms.find((known) => known.boxes.some((on) => on.overview.id === box));
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const { key, altKey } = event;
      const step = key === 'PageDown' ? 1 : key === 'PageUp' ? -1 : 0;
      const next = altKey ? boxes[here + step] : undefined;
      const adds = key === 'a' && !isTaken(event);
      if (step !== 0 && next) open(next.overview.id);
      else if (adds && roomHere) void edits.addBox(roomHere.room.record.id);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });

  // What is here stays on the screen when looking again fails.
  if (!walk.data) {
    return walk.isError ? (
      <Failed error={walk.error} again={() => void walk.refetch()} />
    ) : (
      <Loading what="the walk" />
    );
  }
  if (byHand && box && shown && shown.record.record.id === box) {
    return (
      <HandBox
        key={box}
        audit={audit}
        basis={walk.data.audit.record.basis}
        walk={walk.data}
        view={view.data ?? shown}
        edits={edits}
        next={boxes[here + 1]?.overview}
        last={boxes[here - 1]?.overview}
        open={open}
      />
    );
  }
  return (
    <div className="walk">
      <Run walk={walk.data} here={box ?? room ?? cable} audit={audit} edits={edits} />
      {cable ? (
        <CablePage key={cable} audit={audit} id={cable} walk={walk.data} />
      ) : room ? (
        <RoomPage key={room} audit={audit} id={room} walk={walk.data} edits={edits} />
      ) : boxes.length === 0 ? (
        <main id="main" className="walk-mid">
          <Empty title="No box yet">
            <p>Add a room, then the boxes in it, in the order you walk.</p>
            {walk.data.rooms[0] && <FirstBox room={walk.data.rooms[0].room.record} add={edits.addBox} />}
          </Empty>
        </main>
      ) : shown && shown.record.record.id === box ? (
        <BoxPage
          key={box}
          audit={audit}
          basis={walk.data.audit.record.basis}
          view={view.data ?? shown}
          edits={edits}
          next={boxes[here + 1]?.overview}
          last={boxes[here - 1]?.overview}
          runs={walk.data.cable_runs.filter((run) => run.boxes.includes(box ?? ''))}
          open={open}
        />
      ) : view.isError ? (
        <Failed error={view.error} again={() => void view.refetch()} />
      ) : (
        <Loading what="the box" />
      )}
    </div>
  );
}

/** The first box of a walk, in its first room. */
function FirstBox({ room, add }: { room: Room; add: (room: string) => Promise<void> }) {
  return <Button onClick={() => void add(room.id)}>Add the first box in {room.name}</Button>;
}
