import { describe, expect, it } from 'vitest';
import type { BoxContents } from '../api/types';
import { halvesOf, landedOn, takenOff, withLamps, withSetBack } from './contents';

const box = (change: object = {}) =>
  ({
    devices: [],
    lamps: [],
    landings: [],
    stand: { set_back: null, proud: null },
    ...change,
  }) as unknown as BoxContents;

describe('a conductor and its screw', () => {
  const one = landedOn(box(), 1, 5, 'brass-upper');

  it('leaves the screw it was on when it goes to another, and others stay where they are', () => {
    const two = landedOn(landedOn(one, 2, 5, 'brass-upper'), 1, 5, 'brass-lower');
    expect(two.landings).toEqual([
      { device: 5, terminal: 'brass-upper', conductor: 2 },
      { device: 5, terminal: 'brass-lower', conductor: 1 },
    ]);
  });

  it('comes off', () => {
    expect(takenOff(one, 1).landings).toEqual([]);
    expect(takenOff(one, 2).landings).toHaveLength(1);
  });
});

describe('a box in its wall', () => {
  it('is set back or proud, never both', () => {
    const proud = withSetBack(box({ stand: { set_back: 5, proud: null } }), -7);
    expect(proud.stand).toMatchObject({ set_back: null, proud: 7 });
    expect(withSetBack(proud, 0).stand).toMatchObject({ set_back: 0, proud: null });
  });
});

describe('the lamps of a tester', () => {
  it('are read at two halves where the receptacle has two, or where both were read', () => {
    expect(halvesOf(box())).toEqual(['upper']);
    expect(halvesOf(box({ devices: [{ id: 1, kind: 'duplex-receptacle' }] }))).toEqual(['upper', 'lower']);
    expect(halvesOf(box({ lamps: [{ half: 'lower' }] }))).toEqual(['upper', 'lower']);
  });

  it('are kept a half each', () => {
    const dark = { hot_neutral: 'off', hot_ground: 'off', neutral_ground: 'off' } as const;
    const both = withLamps(withLamps(box(), 'upper', { half: 'upper', ...dark }), 'lower', {
      half: 'lower',
      ...dark,
    });
    const again = withLamps(both, 'upper', { half: 'upper', ...dark, hot_neutral: 'lit' });
    expect(again.lamps.map(({ half, hot_neutral }) => [half, hot_neutral])).toEqual([
      ['lower', 'off'],
      ['upper', 'lit'],
    ]);
    expect(withLamps(again, 'upper', null).lamps).toHaveLength(1);
  });
});
