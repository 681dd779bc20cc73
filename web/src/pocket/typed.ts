// What was typed into a calculator, as it stands in the address: only what differs from how the form begins, so that a link says
// what was changed and nothing else.
import type { CalculatorField, CalculatorForm } from '../api/types';

/** What the address holds beside the fields of the calculator; `at` is the box to which an answer may go. */
const OWN = ['edition', 'units', 'at'];

/** What was typed into the fields of a form, as the address has it; what is no field of it is left out. */
export function typedOf(form: CalculatorForm, search: URLSearchParams): Record<string, string> {
  const codes = new Set(form.fields.map(({ code }) => code));
  const typed = [...search].filter(([code]) => codes.has(code));
  return Object.fromEntries(typed);
}

/** The address once a field holds something else. */
export function withTyped(search: URLSearchParams, field: CalculatorField, text: string): URLSearchParams {
  const next = new URLSearchParams(search);
  if (text === field.initial) next.delete(field.code);
  else next.set(field.code, text);
  return next;
}

/** The address of another calculator, or of this one as it begins: the edition, the unit and the box stay. */
export function begun(search: URLSearchParams): URLSearchParams {
  return new URLSearchParams([...search].filter(([code]) => OWN.includes(code)));
}
