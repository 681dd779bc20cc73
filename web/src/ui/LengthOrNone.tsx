// A length outside a box that may not be noted. It is read by the core when the field is left; what is not read stays in it.
import { useId, useState } from 'react';
import { api } from '../api/client';
import type { Basis } from '../api/types';
import { usePrinted } from './usePrinted';

type Props = {
  label: string;
  nm: number | null;
  units: Basis['units'];
  onChange: (nm: number | null) => void;
};

export function LengthOrNone({ label, nm, units, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const printed = usePrinted(nm ?? 0, units, 'run');
  const id = useId();
  async function take() {
    if (typed === null) return;
    if (typed.trim() === '') {
      setTyped(null);
      setError(null);
      if (nm !== null) onChange(null);
      return;
    }
    const echo = await api.length(units, { text: typed });
    setError(echo.error ?? null);
    if (echo.nm == null) return;
    if (echo.nm !== nm) onChange(echo.nm);
    setTyped(null);
  }
  return (
    <div className="choice">
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        className="figure form-control"
        autoComplete="off"
        value={typed ?? (nm === null ? '' : printed)}
        placeholder="–"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-said` : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void take()}
        onKeyDown={(event) => event.key === 'Enter' && void take()}
      />
      {error && (
        <div id={`${id}-said`} className="said">
          {error}
        </div>
      )}
    </div>
  );
}
