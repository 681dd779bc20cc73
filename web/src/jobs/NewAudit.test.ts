import { expect, it } from 'vitest';
import { wiredWith, yearOf } from './NewAudit';

it('takes a whole figure for a year or none, and says what is no year', () => {
  expect(['', ' ', '1968', ' 1850 '].map(yearOf)).toEqual([
    { year: null },
    { year: null },
    { year: 1968 },
    { year: 1850 },
  ]);
  for (const text of ['19.5', 'old', '-1968', '1968a'])
    expect(yearOf(text)).toEqual({ wrong: expect.stringContaining(`"${text}" is no year`) });
});

it('takes a house to be wired as it was built, unless it is older than any wiring', () => {
  expect([1968, 1880, 1879, null].map((built) => wiredWith(built, 1880))).toEqual([1968, 1880, null, null]);
});
