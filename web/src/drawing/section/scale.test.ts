import { describe, expect, it } from 'vitest';
import type { Section } from '../../api/types';
import { marksOf, scaleOf, snap, wireAt } from './scale';

const INCH = 25_400_000;

const section = {
  depth: 3 * INCH,
  depth_assumed: false,
  cables: [{ id: 1, sheath_end: -2 * INCH, assumed: false }],
  conductors: [{ id: 1, start: -2 * INCH, tip: 0.75 * INCH, required_tip: 4 * INCH }],
  required_length: { nm: 6 * INCH, text: '6 in' },
  required_reach: { nm: 3 * INCH, text: '3 in' },
  ruler_step: INCH / 2,
} as unknown as Section;

describe('scaleOf', () => {
  it('draws equal lengths equally long and the room at the left', () => {
    const scale = scaleOf(section, [], 100, 600);
    expect(scale.x(INCH)).toBeLessThan(scale.x(0));
    expect(scale.x(0) - scale.x(2 * INCH)).toBeCloseTo(2 * (scale.x(-INCH) - scale.x(0)), 6);
  });

  it('keeps what is required and what is there within its edges', () => {
    const scale = scaleOf(section, [], 100, 600);
    expect(scale.x(4 * INCH)).toBeGreaterThanOrEqual(100);
    expect(scale.x(-3 * INCH)).toBeLessThanOrEqual(600);
  });
});

describe('snap', () => {
  it('rests at eighths or at 2 mm, and at half of that where it is fine', () => {
    expect(snap(2.8 * INCH, marksOf('inch'))).toBe(2.75 * INCH);
    expect(snap(70_900_000, marksOf('metric'))).toBe(70_000_000);
    expect(snap(0.3 * INCH, marksOf('inch', true))).toBe((5 / 16) * INCH);
    expect(snap(-2_600_000, marksOf('metric', true))).toBe(-3_000_000);
  });
});

describe('wireAt', () => {
  it('lies on the wire: at its ends, and between them within', () => {
    expect(wireAt(500, 500, 40, 100, 90)).toBeCloseTo(40, 3);
    expect(wireAt(100, 500, 40, 100, 90)).toBeCloseTo(90, 3);
    const middle = wireAt(300, 500, 40, 100, 90);
    expect(middle).toBeGreaterThan(40);
    expect(middle).toBeLessThan(90);
  });
});
