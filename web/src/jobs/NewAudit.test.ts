import { expect, it } from 'vitest';
import { wrongYear } from './NewAudit';

it('takes a year of a house or none, and says what is no year', () => {
  for (const text of ['', ' ', '1700', '1968', '2100']) expect(wrongYear(text)).toBeNull();
  for (const text of ['68', '1699', '2101', '19.5', 'old', '-1968', '1968a'])
    expect(wrongYear(text)).toContain(text);
});
