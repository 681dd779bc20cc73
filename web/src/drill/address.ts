// The address of a board.
import type { DrillKind } from '../api/types';

export type Chosen = {
  level: number;
  edition: string;
  units: string;
  clock: boolean;
  rule?: string | null | undefined;
};

/** Numbers that one can read out to somebody else. */
const anyNumber = () => 1 + Math.floor(Math.random() * 9_999);

export function boardAddress(
  kind: DrillKind,
  { level, edition, units, clock, rule }: Chosen,
  number = anyNumber(),
) {
  const search = new URLSearchParams({ edition, units });
  if (clock) search.set('clock', '');
  if (rule) search.set('rule', rule);
  return `/drill/${kind}/${level}/${number}?${search}`;
}
