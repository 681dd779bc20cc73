import { describe, expect, it } from 'vitest';
import type { BoxContents, Walk } from '../api/types';
import { withCable } from './contents';
import { nextTag } from './useRunEdits';

const walk = {
  rooms: [
    {
      room: { record: { id: 'k', name: 'Kitchen' } },
      boxes: [{ overview: { tag: 'K1' } }, { overview: { tag: 'K9' } }],
    },
    { room: { record: { id: 'h', name: 'hall' } }, boxes: [] },
    { room: { record: { id: 'x', name: 'Annexe' } }, boxes: [{ overview: { tag: 'K10' } }] },
  ],
} as unknown as Walk;

describe('nextTag', () => {
  it('goes on from the last tag of the room, and never twice', () => {
    expect(nextTag(walk, 'k')).toBe('K11');
  });

  it('begins an empty room with its first letter', () => {
    expect(nextTag(walk, 'h')).toBe('H1');
  });
});

describe('withCable', () => {
  it('brings the usual conductors, each with a number of its own', () => {
    const once = withCable({ cables: [], conductors: [] } as unknown as BoxContents, '12');
    const twice = withCable(once, '12');
    expect(twice.cables.map((cable) => cable.id)).toEqual([1, 2]);
    expect(twice.conductors.map((conductor) => [conductor.id, conductor.cable, conductor.colour])).toEqual([
      [1, 1, 'black'],
      [2, 1, 'white'],
      [3, 1, 'bare'],
      [4, 2, 'black'],
      [5, 2, 'white'],
      [6, 2, 'bare'],
    ]);
  });
});
