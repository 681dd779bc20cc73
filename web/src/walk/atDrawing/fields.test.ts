import { describe, expect, it } from 'vitest';
import type { BoxContents } from '../../api/types';
import { belongsTo } from './fields';

const contents = {
  cables: [{ id: 4 }, { id: 9 }],
  conductors: [{ id: 2 }, { id: 7 }],
  devices: [{ id: 3 }],
} as unknown as BoxContents;

describe('belongsTo', () => {
  it('finds the fields of a part by its place in the record, not by its number', () => {
    expect(belongsTo('cable 9', contents)('/cables/1/clamped')).toBe(true);
    expect(belongsTo('cable 9', contents)('/cables/0/clamped')).toBe(false);
    expect(belongsTo('conductor 7', contents)('/conductors/1/free_length')).toBe(true);
    expect(belongsTo('conductor 5', contents)('/conductors/1/free_length')).toBe(false);
  });

  it('keeps the tabs of a device to themselves', () => {
    expect(belongsTo('device 3', contents)('/devices/0/amperes')).toBe(true);
    expect(belongsTo('device 3', contents)('/devices/0/hot_tab')).toBe(false);
    expect(belongsTo('tab 3 hot', contents)('/devices/0/hot_tab')).toBe(true);
    expect(belongsTo('tab 3 hot', contents)('/devices/0/neutral_tab')).toBe(false);
  });

  it('gives the wall, the box, the screws and the vessel what is theirs', () => {
    expect(belongsTo('wall', contents)('/wall_finish')).toBe(true);
    expect(belongsTo('stand', contents)('/wall_finish')).toBe(false);
    expect(belongsTo('stand', contents)('/stand/set_back')).toBe(true);
    expect(belongsTo('terminal 3 green', contents)('/landings')).toBe(true);
    expect(belongsTo('volume', contents)('/marked_volume')).toBe(true);
    expect(belongsTo('fill clamps', contents)('/fittings/internal_clamps')).toBe(true);
    expect(belongsTo('fill devices', contents)('/fittings/internal_clamps')).toBe(false);
  });
});
