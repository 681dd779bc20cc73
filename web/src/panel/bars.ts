// The bars of a panel, terminal by terminal.
import type { Bar, Breaker, LandedConductor, Panel } from '../api/types';
import { carriedBy, newConductor } from './records';

/** A screw of a bar. */
export type Screw = { bar: number; terminal: number };

export const BAR_NAMES: Record<Bar['kind'], string> = {
  neutral: 'Neutral bar',
  ground: 'Ground bar',
  both: 'Bar for both',
};

/** So many terminals are drawn at the least; the last is always free. */
const FEWEST = 6;

/** The terminals of a bar in their order, each with what is under it. */
export function terminalsOf(bar: Bar): { terminal: number; conductors: LandedConductor[] }[] {
  const most = Math.max(FEWEST, ...bar.conductors.map(({ terminal }) => terminal + 1));
  return Array.from({ length: Math.min(most, 99) }, (_, index) => ({
    terminal: index + 1,
    conductors: bar.conductors.filter(({ terminal }) => terminal === index + 1),
  }));
}

/** A terminal with these conductors under it. */
export const withTerminal = <Bars extends Pick<Panel, 'bars'>>(
  panel: Bars,
  screw: Screw,
  conductors: LandedConductor[],
): Bars => ({
  ...panel,
  bars: panel.bars.map((bar) =>
    bar.id === screw.bar
      ? {
          ...bar,
          conductors: [
            ...bar.conductors.filter(({ terminal }) => terminal !== screw.terminal),
            ...conductors.map((conductor) => ({ ...conductor, terminal: screw.terminal })),
          ],
        }
      : bar,
  ),
});

/** What a terminal carries once it is said that it belongs to a breaker: what is there without one, or else a new conductor. */
export function ofBreaker(bar: Bar, terminal: number, breaker: Breaker): LandedConductor[] {
  const there = bar.conductors.filter((known) => known.terminal === terminal);
  if (there.some((known) => known.breaker === breaker.id)) return there;
  const without = there.findIndex((known) => known.breaker == null);
  if (without >= 0) {
    return there.map((known, index) => (index === without ? { ...known, breaker: breaker.id } : known));
  }
  const landed = newConductor(terminal, carriedBy(bar), breaker.conductors[0]);
  return [...there, { ...landed, breaker: breaker.id }];
}
