import { expect, it } from 'vitest';
import { isOwn, making, notMade } from './own';

const change = (id: string, basedOn: number) => ({ kind: 'box' as const, id, basedOn, body: '{}' });

it('knows what this page made by the revision, before the answer is here', () => {
  making(change('a', 3));
  expect(isOwn('box', 'a', 4)).toBe(true);
  expect(isOwn('box', 'a', 3)).toBe(true);
  expect(isOwn('box', 'a', 5)).toBe(false);
  expect(isOwn('room', 'a', 4)).toBe(false);
  expect(isOwn('order', 'a', null)).toBe(false);
});

it('leaves to another what the office did not take from here', () => {
  making(change('b', 7));
  notMade(change('b', 7));
  expect(isOwn('box', 'b', 8)).toBe(false);
});

it('knows each of several findings that went together', () => {
  const items = [1, 4].map((revision, index) => ({ revision, record: { id: `item ${index}` } }));
  making({ kind: 'items', id: 'any', basedOn: 0, body: JSON.stringify({ items }) });
  expect(isOwn('item', 'item 0', 2) && isOwn('item', 'item 1', 5)).toBe(true);
  expect(isOwn('item', 'item 1', 6)).toBe(false);
});
