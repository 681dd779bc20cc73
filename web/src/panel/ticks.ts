// What was seen of the points in each round of a mapping.
import type { Panel, Tick } from '../api/types';

export type MappedPoint = Panel['mapping']['points'][number];

export const tickOf = (point: MappedPoint | undefined, round: number): Tick =>
  point?.ticks[round] ?? 'missing';

/** A point with what was seen of it in one round; rounds before it that were not walked are missing. */
export function withTick(point: MappedPoint, round: number, tick: Tick): MappedPoint {
  const ticks = Array.from({ length: Math.max(point.ticks.length, round + 1) }, (_, at) => tickOf(point, at));
  ticks[round] = tick;
  return { ...point, ticks };
}

/** A panel with its points changed. */
export const withPoints = (panel: Panel, make: (points: MappedPoint[]) => MappedPoint[]): Panel => ({
  ...panel,
  mapping: { ...panel.mapping, points: make(panel.mapping.points) },
});

/** The first point after `from` that is not noted in a round, going round to the beginning; none where all are. */
export function nextMissing(points: MappedPoint[], round: number, from: number): number | null {
  for (let step = 1; step <= points.length; step += 1) {
    const at = (from + step) % points.length;
    if (tickOf(points[at], round) === 'missing') return at;
  }
  return null;
}
