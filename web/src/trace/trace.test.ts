import { describe, expect, it } from 'vitest';
import type { BoxContents, PointView } from '../api/types';
import { takeReading } from '../electrical/useMeter';
import { placed } from './CircuitDrawing';
import { words } from './Ranking';

const point = (box_id: string, from: string | null, depth: number) => ({ box_id, from, depth }) as PointView;

describe('placed', () => {
  it('keeps the first branch in its row and opens a row for each other', () => {
    const { points, rows, columns } = placed([
      point('a', null, 0),
      point('b', 'a', 1),
      point('c', 'b', 2),
      point('d', 'a', 1),
    ]);
    const at = (box: string) => points.find((known) => known.box_id === box);
    expect([rows, columns]).toEqual([2, 3]);
    expect(at('c')?.y).toBe(at('a')?.y);
    expect(at('d')?.y).toBeGreaterThan(at('b')?.y ?? 0);
    expect(at('d')?.x).toBe(at('b')?.x);
  });

  it('takes several runs from the panel', () => {
    expect(placed([point('a', null, 0), point('b', null, 0)]).rows).toBe(2);
  });
});

describe('words', () => {
  it('says what was tried', () => {
    const at = '2026-03-04T10:00:00Z';
    expect(words({ what: 'opened', box_id: 'a', found: 'landing', at }, 'K3')).toBe(
      'K3 opened: found where the feed lands',
    );
    expect(words({ what: 'cable-tested', box_id: 'a', sound: false, at }, 'K3')).toBe(
      'cable to K3 is broken',
    );
  });
});

describe('takeReading', () => {
  it('puts a reading in the place of the one before, whichever way round the leads are', () => {
    const empty = { lamps: [], readings: [], detectors: [], trips: [] } as unknown as BoxContents;
    const read = (from: 'hot' | 'ground', to: 'hot' | 'ground', volts: number) => ({
      meter: { half: 'upper' as const, meter: 'low-impedance' as const, from, to, volts },
    });
    const once = takeReading(empty, read('hot', 'ground', 57_000));
    const again = takeReading(once, read('ground', 'hot', 400));
    expect(again.readings.map((reading) => reading.volts)).toEqual([400]);
    const lamps = { half: 'upper', hot_neutral: 'lit', hot_ground: 'lit', neutral_ground: 'off' } as const;
    expect(takeReading(takeReading(again, { lamps }), { lamps }).lamps).toHaveLength(1);
  });
});
