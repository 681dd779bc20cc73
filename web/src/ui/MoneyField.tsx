// An amount of money, typed and shown with its decimal point; kept in hundredths of the currency.
import { useId, useState } from 'react';

type Props = {
  label: string;
  /** In hundredths. */
  value: number | null;
  /** The most, in hundredths. */
  most: number;
  onChange: (value: number | null) => void;
  /** Its label is for those who do not see the column it stands in. */
  inTable?: boolean;
};

export const shown = (hundredths: number | null) =>
  hundredths === null ? '' : (hundredths / 100).toFixed(2);

/** Hundredths of what was typed, "2.50", "2,5" or "3"; undefined where it is no amount of money. */
export function hundredths(text: string): number | null | undefined {
  if (text.trim() === '') return null;
  const [, whole = '', part = ''] = /^\s*(\d{1,7})(?:[.,](\d{1,2}))?\s*$/.exec(text) ?? [];
  return whole === '' ? undefined : Number(whole) * 100 + Number(part.padEnd(2, '0'));
}

export function MoneyField({ label, value, most, onChange, inTable }: Props) {
  const [refused, setRefused] = useState(false);
  const id = useId();
  const input = (
    <input
      key={value}
      id={id}
      type="text"
      inputMode="decimal"
      className="form-control"
      aria-label={inTable ? label : undefined}
      aria-invalid={refused}
      defaultValue={shown(value)}
      onBlur={(event) => {
        const next = hundredths(event.target.value);
        const bad = next === undefined || (next ?? 0) > most;
        setRefused(bad);
        if (!bad && next !== value) onChange(next);
      }}
    />
  );
  const said = refused && <em className="said">write an amount like 2.50</em>;
  if (inTable) {
    return (
      <>
        {input}
        {said}
      </>
    );
  }
  return (
    <label className="choice" htmlFor={id}>
      <span>{label}</span>
      {input}
      {said}
    </label>
  );
}
