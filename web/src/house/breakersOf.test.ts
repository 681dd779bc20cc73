import { expect, test } from 'vitest';
import type { HousePanel } from '../api/types';
import { breakersOf } from './breakersOf';

const panel = (name: string, first: number, breakers: string[]): HousePanel => ({
  mark: {
    subject: { panel: name },
    name,
    place: '',
    worst: 'meets',
    dangerous: false,
    open: 0,
    done: 0,
    fed_by: [],
  },
  first,
  breakers: breakers.map((breaker) => ({
    name: breaker,
    amperes: 20,
    directory: '',
    boxes: 1,
    feeds: 'With it off: K1.',
  })),
});

test('a breaker stands at the place that its marks name, with its panel where there are several', () => {
  const panels = [panel('main panel, plant room', 0, ['1', '3']), panel('annexe panel', 2, ['1'])];
  expect(breakersOf({ panels }).map(({ short }) => short)).toEqual(['main 1', 'main 3', 'annexe 1']);
  expect(breakersOf({ panels })[panels[1]?.first ?? 0]?.words).toBe('Breaker 1 of annexe panel');
  expect(breakersOf({ panels: panels.slice(0, 1) }).map(({ short }) => short)).toEqual(['1', '3']);
});
