// The spaces of a panel, and how what sits in them is marked.
import type { Breaker, Panel, PanelJudgement } from '../api/types';

/** The spaces that no breaker takes. */
export function freeSpaces({ breakers, spaces }: Panel): number[] {
  const taken = new Set(
    breakers.flatMap(({ kind, space }) => (kind === 'two-pole' ? [space, space + 2] : [space])),
  );
  return Array.from({ length: spaces }, (_, index) => index + 1).filter((space) => !taken.has(space));
}

/** How a breaker is marked: the first fault of it is its worst. */
export function markOf(judgement: PanelJudgement, breaker: number): 'danger' | 'violates' | undefined {
  const fault = judgement.faults.find((known) => known.breaker === breaker);
  return fault && (fault.danger ? 'danger' : 'violates');
}

/** Every space in its order, with the breaker that begins there; a tandem's halves one after the other. */
export function inOrder(panel: Panel): { space: number; breaker: Breaker | null }[] {
  const rows: { space: number; breaker: Breaker | null }[] = [
    ...panel.breakers.map((breaker) => ({ space: breaker.space, breaker })),
    ...freeSpaces(panel).map((space) => ({ space, breaker: null })),
  ];
  const lower = ({ breaker }: (typeof rows)[number]) => Number(breaker?.kind === 'tandem-lower');
  return rows.sort((a, b) => a.space - b.space || lower(a) - lower(b));
}
