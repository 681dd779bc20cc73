import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { DrillScore } from '../api/types';
import { keep, past, today } from './past';

const score = (...outcomes: string[]) =>
  ({
    marks: outcomes.map((outcome, index) => ({ choice: `rule-${index}`, outcome })),
  }) as unknown as DrillScore;

describe('what was answered before', () => {
  beforeEach(() => localStorage.clear());

  it('is kept, the oldest first', () => {
    expect(past()).toEqual([]);
    expect(keep(score('found', 'missed'), 10)).toBe(true);
    keep(score('wrong'), 11);
    expect(past()).toEqual([
      { code: 'rule-0', day: 10, outcome: 'found' },
      { code: 'rule-1', day: 10, outcome: 'missed' },
      { code: 'rule-0', day: 11, outcome: 'wrong' },
    ]);
  });

  it('is bounded, and what cannot be read of it is left out', () => {
    keep(score(...Array.from({ length: 5_200 }, () => 'found')), 1);
    expect(past()).toHaveLength(5_000);
    localStorage.setItem('drill-past', '[{"code":"a","day":1,"outcome":"found"},{"code":3},null]');
    expect(past()).toHaveLength(1);
    localStorage.setItem('drill-past', '{"half');
    expect(past()).toEqual([]);
  });

  it('says when there is no room', () => {
    const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    expect(keep(score('found'))).toBe(false);
    full.mockRestore();
  });

  it('counts days by the calendar of the place', () => {
    const late = new Date(2026, 2, 4, 23, 59);
    expect(today(new Date(2026, 2, 5, 0, 1)) - today(late)).toBe(1);
    expect(today(new Date(2026, 2, 4, 0, 1))).toBe(today(late));
  });
});
