import { describe, expect, it } from 'vitest';
import type { Conductor } from '../api/types';
import { conductorNames } from './words';

describe('conductorNames', () => {
  it('numbers those that look alike, and only those', () => {
    const conductors = ['black', 'white', 'black'].map(
      (colour) => ({ colour, gauge: 14 }) as unknown as Conductor,
    );
    expect(conductorNames(conductors)).toEqual(['black 14 no. 1', 'white 14', 'black 14 no. 2']);
  });
});
