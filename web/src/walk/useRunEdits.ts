// Adding, renaming, moving and deleting rooms and boxes on the run.
import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { v7 as uuid } from 'uuid';
import { ApiProblem, api } from '../api/client';
import { keys } from '../api/queries';
import type { BoxContents, BoxRecord, Revised, Room, RoomOrder, Walk } from '../api/types';
import { useUndo } from '../ui/UndoBar';

export type RunEdits = ReturnType<typeof useRunEdits>;

/** The next tag in a room: the letters of the last one, and one more. */
export function nextTag(walk: Walk, room: string): string {
  const inRoom = walk.rooms.find((known) => known.room.record.id === room);
  const all = new Set(walk.rooms.flatMap((known) => known.boxes.map((box) => box.overview.tag)));
  const last = inRoom?.boxes.at(-1)?.overview.tag ?? '';
  const letters = /^[A-Za-z]+/.exec(last)?.[0] ?? (inRoom?.room.record.name.trim()[0] ?? 'B').toUpperCase();
  let number = Number(/\d+$/.exec(last)?.[0] ?? 0) + 1;
  while (all.has(`${letters}${number}`)) number += 1;
  return `${letters}${number}`;
}

function order(walk: Walk): RoomOrder[] {
  return walk.rooms.map((room) => ({
    room: room.room.record.id,
    boxes: room.boxes.map((box) => box.overview.id),
  }));
}

export function useRunEdits(
  audit: string,
  walk: Walk | undefined,
  open: (box: string) => void,
  openCable: (run: string) => void,
) {
  const client = useQueryClient();
  const offerUndo = useUndo();
  return useMemo(() => {
    const refresh = async () => {
      await client.invalidateQueries({ queryKey: keys.walk(audit) });
      await client.invalidateQueries({ queryKey: keys.jobs });
    };
    /** The open box too: it may be in another room now, or in one of another age. */
    const refreshBox = () => client.invalidateQueries({ queryKey: ['audit', audit, 'box'] });
    /** Whatever fails is said, and the run shows how things stand. */
    const attempt = async (work: () => Promise<void>) => {
      try {
        await work();
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error;
        offerUndo({ words: `Not done: ${error.problem.detail}` });
      }
      await refresh();
    };
    const begin = async (room: string, found: BoxContents): Promise<string | null> => {
      if (!walk) return null;
      const record: BoxRecord = {
        id: uuid(),
        room,
        tag: nextTag(walk, room),
        place: '',
        wired_under: null,
        found,
        left: null,
        rulings: [],
        remarks: [],
        notes: [],
        hands_in: null,
      };
      await api.putBox(audit, record, 0);
      return record.id;
    };
    const reorder = async (change: (rooms: RoomOrder[]) => void) => {
      if (!walk) return;
      const rooms = order(walk);
      change(rooms);
      await attempt(async () => void (await api.order(audit, rooms)));
      await refreshBox();
    };
    return {
      addRoom: (name: string) =>
        attempt(async () => {
          const room: Room = { id: uuid(), name, area: walk?.audit.record.basis.areas[0]?.id ?? null };
          await api.putRoom(audit, room, 0);
        }),
      async changeRoom(room: Revised<Room>, change: Partial<Room>) {
        await attempt(
          async () => void (await api.putRoom(audit, { ...room.record, ...change }, room.revision)),
        );
        await refreshBox();
      },
      deleteRoom: (room: Revised<Room>) =>
        attempt(async () => {
          const revision = await api.deleteRoom(audit, room.record.id, room.revision);
          offerUndo({
            words: `Deleted ${room.record.name} with its boxes`,
            undo: () => attempt(async () => void (await api.putRoom(audit, room.record, revision))),
          });
        }),
      addCableRun: (name: string) =>
        attempt(async () => {
          const run = { id: uuid(), name, area: walk?.audit.record.basis.areas[0]?.id ?? null };
          await api.putCableRun(audit, run, 0);
          await refresh();
          openCable(run.id);
        }),
      addBox: (room: string) =>
        attempt(async () => {
          // Nothing is known of it; the core fills in the rest.
          const id = await begin(room, {} as BoxContents);
          if (!id) return;
          await refresh();
          open(id);
        }),
      /** A box of which it is known what it holds: its identifier, or nothing where it was not made. */
      beginBox: async (room: string, found: BoxContents): Promise<string | null> => {
        let made: string | null = null;
        await attempt(async () => {
          made = await begin(room, found);
        });
        return made;
      },
      deleteBox: (box: Revised<BoxRecord>, next: string | undefined) =>
        attempt(async () => {
          const { record } = box;
          const revision = await api.deleteBox(audit, record.id, box.revision);
          if (next) open(next);
          offerUndo({
            words: `Deleted ${record.tag} ${record.place}`,
            undo: () =>
              attempt(async () => {
                await api.putBox(audit, record, revision);
                await refresh();
                open(record.id);
              }),
          });
        }),
      /** One step along the run; past the end of its room into the next. */
      moveBox: (box: string, by: 1 | -1) =>
        reorder((rooms) => {
          const from = rooms.findIndex((room) => room.boxes.includes(box));
          const room = rooms[from];
          if (!room) return;
          const at = room.boxes.indexOf(box);
          const beyond = rooms[from + by];
          if (at + by >= 0 && at + by < room.boxes.length) {
            room.boxes.splice(at, 1);
            room.boxes.splice(at + by, 0, box);
          } else if (beyond) {
            room.boxes.splice(at, 1);
            if (by > 0) beyond.boxes.unshift(box);
            else beyond.boxes.push(box);
          }
        }),
      moveRoom: (id: string, by: 1 | -1) =>
        reorder((rooms) => {
          const at = rooms.findIndex((room) => room.room === id);
          const room = rooms[at];
          if (!room || at + by < 0 || at + by >= rooms.length) return;
          rooms.splice(at, 1);
          rooms.splice(at + by, 0, room);
        }),
    };
  }, [audit, walk, client, offerUndo, open, openCable]);
}
