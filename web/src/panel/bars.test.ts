import { describe, expect, it } from 'vitest';
import type { Bar, Breaker, LandedConductor, Panel } from '../api/types';
import { ofBreaker, terminalsOf, withTerminal } from './bars';

const landed = (terminal: number, breaker: number | null = null) =>
  ({ terminal, gauge: '12', role: 'grounded', material: 'copper', breaker }) as LandedConductor;
const bar = (...conductors: LandedConductor[]) => ({ id: 2, kind: 'ground', conductors }) as unknown as Bar;
const breaker = (id: number) =>
  ({ id, conductors: [{ gauge: '10', material: 'aluminium' }] }) as unknown as Breaker;

describe('the terminals of a bar', () => {
  it('are drawn in their order, with a free one at the end', () => {
    const drawn = terminalsOf(bar(landed(9), landed(9), landed(3)));
    expect(drawn).toHaveLength(10);
    expect(drawn.map(({ conductors }) => conductors.length)).toEqual([0, 0, 1, 0, 0, 0, 0, 0, 2, 0]);
    expect(terminalsOf(bar())).toHaveLength(6);
    expect(terminalsOf(bar(landed(99)))).toHaveLength(99);
  });

  it('change one by one, and only on their own bar', () => {
    const panel = { bars: [bar(landed(1), landed(2)), { ...bar(landed(2)), id: 5 }] } as unknown as Panel;
    const changed = withTerminal(panel, { bar: 2, terminal: 2 }, [landed(7, 4)]);
    expect(changed.bars[0]?.conductors.map((known) => [known.terminal, known.breaker])).toEqual([
      [1, null],
      [2, 4],
    ]);
    expect(changed.bars[1]).toEqual(panel.bars[1]);
  });
});

describe('a conductor and its breaker', () => {
  it('gives the breaker to what has none', () => {
    const [first, second] = ofBreaker(bar(landed(4, 1), landed(4)), 4, breaker(7));
    expect([first?.breaker, second?.breaker]).toEqual([1, 7]);
  });

  it('lands a conductor like those of the breaker where nothing is free of one', () => {
    const added = ofBreaker(bar(landed(4, 1)), 4, breaker(7));
    expect(added).toHaveLength(2);
    expect(added[1]).toMatchObject({
      terminal: 4,
      gauge: '10',
      material: 'aluminium',
      role: 'equipment-grounding',
      breaker: 7,
    });
  });

  it('lands none twice', () => {
    expect(ofBreaker(bar(landed(4, 7)), 4, breaker(7))).toHaveLength(1);
  });
});
