import { expect, test } from 'vitest';
import { clock, minuteOf } from './clock';

test('a minute of the day is shown as a clock shows it', () => {
  expect(clock(0)).toBe('00:00');
  expect(clock(8 * 60 + 5)).toBe('08:05');
  expect(minuteOf('17:30')).toBe(1050);
  expect(minuteOf(clock(719))).toBe(719);
});
