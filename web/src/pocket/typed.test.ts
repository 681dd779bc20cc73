import { expect, it } from 'vitest';
import type { CalculatorForm } from '../api/types';
import { begun, typedOf, withTyped } from './typed';

const field = (code: string, initial: string) => ({
  code,
  initial,
  label: code,
  hint: '',
  optional: false,
  kind: 'length' as const,
});
const form: CalculatorForm = {
  code: 'length',
  title: 'Length',
  about: '',
  fields: [field('length', '5 3/4'), field('there', '')],
};
const [length, there] = form.fields as [CalculatorForm['fields'][number], CalculatorForm['fields'][number]];

it('holds in the address what was changed, and nothing else', () => {
  const changed = withTyped(new URLSearchParams('edition=nec-2020'), length, `1' 2 1/2"`);
  expect(typedOf(form, changed)).toEqual({ length: `1' 2 1/2"` });
  expect(withTyped(changed, length, '5 3/4').toString()).toBe('edition=nec-2020');
});

it('keeps a field that was emptied apart from one that nobody touched', () => {
  const emptied = withTyped(new URLSearchParams(), length, '');
  expect(typedOf(form, emptied)).toEqual({ length: '' });
  expect(withTyped(new URLSearchParams(), there, '').toString()).toBe('');
});

it('leaves the figures of one calculator behind on the way to another', () => {
  const search = new URLSearchParams('units=metric&length=7&at=b&furlongs=2');
  expect(begun(search).toString()).toBe('units=metric&at=b');
  expect(typedOf(form, search)).toEqual({ length: '7' });
});
