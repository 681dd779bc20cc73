import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { RuleResult } from '../api/types';
import type { SessionState } from '../walk/sessionState';
import { Verdict } from './Verdict';

afterEach(cleanup);

const short = {
  rule: 'free-conductor-length',
  title: 'Free conductor length',
  verdict: 'violates',
  mark: 'verdict',
  worst: 0,
  findings: [
    {
      label: 'black 14 AWG',
      measured: { kind: 'measured', figure: { text: '2 3/4 in' } },
      required: { text: '6 in' },
      shortfall: { text: '3 1/4 in' },
      side: 'at-least',
    },
  ],
} as unknown as RuleResult;

function shown(results: RuleResult[], wanted: number, dangerous = false) {
  const judgement = { results, stops: [], worst: 'meets', dangerous };
  const state = { judgement } as unknown as SessionState;
  render(<Verdict state={state} wanted={wanted} open={() => undefined} />);
  return screen.getByRole('button').textContent;
}

it('says the figure, what it is short by, and how much is still asked for', () => {
  expect(shown([short], 2)).toBe('2 3/4 of 6 inblack 14 AWG; 2 still asked for3 1/4short by');
});

it('shows nothing as broken that was dismissed, or that is a note', () => {
  const said = shown(
    [
      { ...short, mark: 'dismissed' },
      { ...short, mark: 'note', verdict: 'marginal' },
    ],
    0,
  );
  expect(said).toBe('Nothing brokennothing more is asked for');
});

it('is a danger where the core says that something is one now', () => {
  shown([short], 0, true);
  expect(screen.getByRole('button').className).toContain('danger');
});
