import { describe, expect, it } from 'vitest';
import type { Tick } from '../api/types';
import { type MappedPoint, nextMissing, tickOf, withTick } from './ticks';

const point = (...ticks: Tick[]) =>
  ({ box_id: null, half: null, name: 'lamp', ticks }) as unknown as MappedPoint;

describe('the points of a round', () => {
  it('note what was seen in their round, and nothing in rounds that were not walked', () => {
    expect(withTick(point(), 2, 'dead').ticks).toEqual(['missing', 'missing', 'dead']);
    expect(withTick(point('live', 'dead', 'live'), 1, 'live').ticks).toEqual(['live', 'live', 'live']);
    expect(tickOf(point('live'), 3)).toBe('missing');
    expect(tickOf(undefined, 0)).toBe('missing');
  });

  it('are gone through from where one stands, and none is left out', () => {
    const points = [point(), point('live'), point(), point('dead')];
    expect(nextMissing(points, 0, -1)).toBe(0);
    expect(nextMissing(points, 0, 0)).toBe(2);
    expect(nextMissing(points, 0, 2)).toBe(0);
    expect(nextMissing([point('live'), point('dead')], 0, 0)).toBeNull();
    expect(nextMissing([], 0, -1)).toBeNull();
  });
});
