// The places of a job that one looks for: boxes, rooms, panels, cable runs, and all of them on one page.
import type { RunBox, Walk } from '../api/types';
import { subjectPath } from '../ui/subjectPath';

export type Place = {
  /** What one knows it by: the tag, or the name. */
  name: string;
  /** What stands beside it. */
  words: string;
  to: string;
};

/** Every place of a job, boxes first, in the order of the walk. */
export function placesOf(audit: string, walk: Walk): Place[] {
  const boxes = walk.rooms.flatMap(({ room, boxes }) =>
    boxes.map(({ overview }) => ({
      name: overview.tag,
      words: [overview.place, room.record.name].filter(Boolean).join(', '),
      to: subjectPath(audit, { box: overview.id }),
    })),
  );
  const rooms = walk.rooms.map(({ room, boxes }) => ({
    name: room.record.name,
    words: `room, ${boxes.length} boxes`,
    to: subjectPath(audit, { room: room.record.id }),
  }));
  const panels = walk.panels.map(({ id, name }) => ({
    name,
    words: 'panel',
    to: subjectPath(audit, { panel: id }),
  }));
  const runs = walk.cable_runs.map(({ id, name, label }) => ({
    name,
    words: `cable run, ${label}`,
    to: subjectPath(audit, { run: id }),
  }));
  const house = {
    name: 'The house on one page',
    words: 'every box and what feeds it',
    to: `/audits/${audit}/house`,
  };
  return [...boxes, ...rooms, ...panels, ...runs, house];
}

/** Those that every word of `sought` is found in, what begins with it before what only holds it. */
export function found(places: Place[], sought: string): Place[] {
  const wanted = sought.trim().toLowerCase();
  if (wanted === '') return places;
  const rank = ({ name, words }: Place) => {
    const [low, all] = [name.toLowerCase(), `${name} ${words}`.toLowerCase()];
    if (low === wanted) return 0;
    if (low.startsWith(wanted)) return 1;
    return wanted.split(/\s+/).every((word) => all.includes(word)) ? 2 : 3;
  };
  const ranked = places.map((place) => [rank(place), place] as const).filter(([of]) => of < 3);
  return ranked.toSorted(([one], [other]) => one - other).map(([, place]) => place);
}

/** The next box along the run from `here` of which this holds, round the end to the beginning. */
export function nextBox(
  walk: Walk,
  here: string | undefined,
  holds: (box: RunBox) => boolean,
): string | null {
  const boxes = walk.rooms.flatMap((room) => room.boxes);
  const from = boxes.findIndex((box) => box.overview.id === here) + 1;
  const turned = [...boxes.slice(from), ...boxes.slice(0, from)];
  return turned.find((box) => box.overview.id !== here && holds(box))?.overview.id ?? null;
}
