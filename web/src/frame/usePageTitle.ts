// The title of the tab: the box, the room or the stage, and the job.
import { useEffect } from 'react';
import { useMatch } from 'react-router';
import { useWalk } from '../api/queries';
import type { Walk } from '../api/types';

function placeIn(walk: Walk | undefined, box?: string, room?: string, cable?: string): string | undefined {
  const overview = walk?.rooms
    .flatMap((known) => known.boxes)
    .find((known) => known.overview.id === box)?.overview;
  if (overview) return `${overview.tag} ${overview.place}`.trim();
  const named = walk?.rooms.find((known) => known.room.record.id === room)?.room.record.name;
  return named ?? walk?.cable_runs.find((known) => known.id === cable)?.name;
}

export function usePageTitle(audit: string, stage: string | undefined) {
  const walk = useWalk(audit).data;
  const box = useMatch('/audits/:audit/walk/:box')?.params.box;
  const room = useMatch('/audits/:audit/walk/room/:room')?.params.room;
  const cable = useMatch('/audits/:audit/walk/cable/:cable')?.params.cable;
  const place = placeIn(walk, box, room, cable) ?? stage;
  const title = [place, walk?.audit.record.name, 'Nailpunch'].filter(Boolean).join(', ');
  useEffect(() => {
    document.title = title;
    return () => {
      document.title = 'Nailpunch';
    };
  }, [title]);
}
