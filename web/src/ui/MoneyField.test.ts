import { expect, test } from 'vitest';
import { hundredths, shown } from './MoneyField';

test('money is typed and shown with its decimal point', () => {
  expect(['2.50', '2,5', '3', ' 0.07 ', '', '2.505', 'free', '-1'].map(hundredths)).toEqual([
    250,
    250,
    300,
    7,
    null,
    undefined,
    undefined,
    undefined,
  ]);
  expect([250, 7, 0, null].map(shown)).toEqual(['2.50', '0.07', '0.00', '']);
});
