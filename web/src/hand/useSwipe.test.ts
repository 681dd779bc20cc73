import { expect, it } from 'vitest';
import { wayOf } from './useSwipe';

it('goes on to the left and back to the right, and takes no tap and no scroll for a swipe', () => {
  expect(wayOf(-120, 10)).toBe('on');
  expect(wayOf(120, -40)).toBe('back');
  for (const [dx, dy] of [
    [-59, 0],
    [20, 200],
    [-100, 60],
    [0, 0],
  ] as const)
    expect(wayOf(dx, dy)).toBeNull();
});
