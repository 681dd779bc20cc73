import { expect, test } from 'vitest';
import type { RunBox, Walk } from '../api/types';
import { found, nextBox, type Place } from './places';

const place = (name: string, words: string): Place => ({ name, words, to: `/${name}` });
const PLACES = [
  place('K1', 'counter left, Kitchen'),
  place('K12', 'hood, Kitchen'),
  place('B1', 'Boat room'),
  place('Kitchen', 'room, 8 boxes'),
];
const names = (sought: string) => found(PLACES, sought).map(({ name }) => name);

test('a tag typed whole comes first, then what begins with it', () => {
  expect(names('k1')).toEqual(['K1', 'K12']);
  expect(names('B')).toEqual(['B1', 'Kitchen']);
});

test('every word has to be found, in any order', () => {
  expect(names('kitchen hood')).toEqual(['K12']);
  expect(names('  room  ')).toEqual(['B1', 'Kitchen']);
  expect(names('nothing')).toEqual([]);
  expect(names('')).toHaveLength(4);
});

test('the next box is looked for round the end, and never the one that is here', () => {
  const box = (id: string, still_open: boolean) => ({ overview: { id, still_open } }) as RunBox;
  const walk = { rooms: [{ boxes: [box('a', true), box('b', false)] }, { boxes: [box('c', true)] }] } as Walk;
  const open = (known: RunBox) => known.overview.still_open;
  expect(nextBox(walk, 'a', open)).toBe('c');
  expect(nextBox(walk, 'c', open)).toBe('a');
  expect(nextBox(walk, undefined, open)).toBe('a');
  expect(nextBox(walk, 'b', () => false)).toBeNull();
});
