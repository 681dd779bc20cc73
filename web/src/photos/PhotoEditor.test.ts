import { expect, test } from 'vitest';
import { arrow } from './PhotoEditor';

test('the barbs of an arrow lie behind its head', () => {
  // To the right: both barbs end 46 cos 0.5 = 40 left of the head, 22 above and below.
  expect(arrow(100, 100, 500, 100)).toBe('M100 100L500 100M500 100L460 78M500 100L460 122');
});
