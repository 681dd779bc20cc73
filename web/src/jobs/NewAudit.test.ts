import { expect, it } from 'vitest';
import { yearOf } from './NewAudit';

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
