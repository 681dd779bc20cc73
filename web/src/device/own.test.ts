import { expect, it } from 'vitest';
import type { Touched } from '../api/types';
import { isOwn, making, notMade } from './own';

const change = (id: string, basedOn: number) => ({
  kind: 'box' as const,
  id,
  basedOn,
  body: '{}',
  method: 'PUT' as const,
});
const told = (kind: string, subject: string, revision: number | null, times = 1): Touched => ({
  kind,
  subject,
  revision,
  who: 'Jon Aster',
  times,
});

it('knows what this page made by the revision, before the answer is here', () => {
  making(change('a', 3));
  expect(isOwn(told('box', 'a', 4))).toBe(true);
  expect(isOwn(told('box', 'a', 3))).toBe(true);
  expect(isOwn(told('box', 'a', 5))).toBe(false);
  expect(isOwn(told('room', 'a', 4))).toBe(false);
});

it('leaves to another what the office did not take from here', () => {
  making(change('b', 7));
  notMade(change('b', 7));
  expect(isOwn(told('box', 'b', 8))).toBe(false);
});

it('knows each of several findings that went together', () => {
  const items = [1, 4].map((revision, index) => ({ revision, record: { id: `item ${index}` } }));
  making({ kind: 'items', id: 'any', basedOn: 0, body: JSON.stringify({ items }), method: 'PUT' });
  expect(isOwn(told('item', 'item 0', 2)) && isOwn(told('item', 'item 1', 5))).toBe(true);
  expect(isOwn(told('item', 'item 1', 6))).toBe(false);
});

it('knows what it deleted, until it is brought back or was not deleted after all', () => {
  const deleting = { ...change('c', 4), body: '', method: 'DELETE' as const };
  expect(isOwn(told('box', 'c', null))).toBe(false);
  making(deleting);
  expect(isOwn(told('box', 'c', null))).toBe(true);
  making(change('c', 5));
  expect(isOwn(told('box', 'c', null))).toBe(false);
  making(deleting);
  notMade(deleting);
  expect(isOwn(told('box', 'c', null))).toBe(false);
});

it('knows an order by how often it made one', () => {
  const order = { ...change('d', 0), kind: 'order' as const };
  expect(isOwn(told('order', 'd', null))).toBe(false);
  making(order);
  making(order);
  expect(isOwn(told('order', 'd', null, 2))).toBe(true);
  making(order);
  // One of another is among them.
  expect(isOwn(told('order', 'd', null, 2))).toBe(false);
  making(order);
  notMade(order);
  expect(isOwn(told('order', 'd', null))).toBe(false);
});
