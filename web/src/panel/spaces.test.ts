import { expect, it } from 'vitest';
import type { Breaker, Panel, PanelJudgement } from '../api/types';
import { freeSpaces, inOrder, markOf } from './spaces';

const breaker = (id: number, kind: string, space: number) => ({ id, kind, space }) as Breaker;
const panel = {
  spaces: 6,
  breakers: [
    breaker(1, 'two-pole', 2),
    breaker(2, 'tandem-lower', 1),
    breaker(3, 'tandem-upper', 1),
    breaker(4, 'single-pole', 5),
  ],
} as Panel;

it('a pole of two takes the space below it on its side', () => {
  expect(freeSpaces(panel)).toEqual([3, 6]);
});

it('lists every space once, the upper half of a tandem before the lower', () => {
  expect(inOrder(panel).map(({ space, breaker: one }) => [space, one?.id ?? null])).toEqual([
    [1, 3],
    [1, 2],
    [2, 1],
    [3, null],
    [5, 4],
    [6, null],
  ]);
});

it('marks a breaker by the first of its faults', () => {
  const judgement = {
    faults: [
      { breaker: 4, danger: true },
      { breaker: 4, danger: false },
      { breaker: 1, danger: false },
    ],
  } as PanelJudgement;
  expect([4, 1, 2].map((id) => markOf(judgement, id))).toEqual(['danger', 'violates', undefined]);
});
