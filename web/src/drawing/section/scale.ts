// Places along the section's axis: nanometres from the opening, positive towards the room, which lies at the left.
import type { BeforeAfter, Section } from '../../api/types';

export type Scale = {
  /** The place of the opening. */
  front: number;
  perNm: number;
  x: (nm: number) => number;
};

/** Fits everything that is, should be or would be there between `left` and `right`. */
export function scaleOf(section: Section, after: BeforeAfter[], left: number, right: number): Scale {
  const tips = [
    ...section.conductors.flatMap((conductor) => [conductor.tip ?? 0, conductor.required_tip ?? 0]),
    ...after.map((change) => change.tip_after ?? 0),
  ];
  const farthest = Math.max(
    section.required_length.nm * 0.62,
    section.required_reach?.nm ?? 0,
    ...tips.map((tip) => tip + section.ruler_step),
  );
  const deepest =
    Math.max(section.depth, ...section.cables.map((cable) => -cable.sheath_end)) + section.ruler_step * 1.6;
  const perNm = (right - left) / (farthest + deepest);
  const front = left + farthest * perNm;
  return { front, perNm, x: (nm) => front - nm * perNm };
}

/** The marks at which a pulled tip rests: 1/8 in or 2 mm; finer, those of a set-back: 1/16 in or 1 mm. */
export function marksOf(units: 'inch' | 'metric', fine = false) {
  const mark = units === 'inch' ? 3_175_000 : 2_000_000;
  return fine ? mark / 2 : mark;
}

/** The nearest mark. */
export const snap = (nm: number, mark: number) => Math.round(nm / mark) * mark;

/** Where the curve of a wire, from the sheath to the tip, stands at `x`. */
export function wireAt(x: number, start: number, startY: number, tip: number, tipY: number): number {
  const span = Math.abs(start - tip);
  const cubic = (a: number, b: number, c: number, d: number, t: number) =>
    a * (1 - t) ** 3 + 3 * b * t * (1 - t) ** 2 + 3 * c * t ** 2 * (1 - t) + d * t ** 3;
  let [low, high] = [0, 1];
  for (let step = 0; step < 24; step += 1) {
    const middle = (low + high) / 2;
    if (cubic(start, start - span * 0.4, tip + span * 0.45, tip, middle) > x) low = middle;
    else high = middle;
  }
  return cubic(startY, startY, tipY, tipY, low);
}
