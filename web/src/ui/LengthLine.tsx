// A length that is kept outside a box. The core reads what is typed and prints what is kept.
import { useState } from 'react';
import { api } from '../api/client';
import type { Basis } from '../api/types';
import { usePrinted } from './usePrinted';

type LengthLineProps = { label: string; nm: number; units: Basis['units']; onChange: (nm: number) => void };

export function LengthLine({ label, nm, units, onChange }: LengthLineProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const kept = usePrinted(nm, units);
  const id = `length-${label}`;
  async function read(text: string) {
    setTyped(text);
    const echo = await api.length(units, { text });
    setError(echo.error ?? null);
    if (echo.nm != null) onChange(echo.nm);
  }
  return (
    <div className="line length-line">
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        className="figure form-control"
        value={typed ?? kept}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-said` : undefined}
        onChange={(event) => void read(event.target.value)}
        onBlur={() => !error && setTyped(null)}
      />
      {error && (
        <div id={`${id}-said`} className="said">
          {error}
        </div>
      )}
    </div>
  );
}
