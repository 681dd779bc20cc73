// Which simulated instrument is used, and where its leads are.
import type { ReactNode } from 'react';
import { useTrades } from '../api/queries';
import type { BenchInstrument, Probe } from '../api/types';
import { Choice } from '../ui/Choice';

type Half = 'upper' | 'lower';
type Kind = 'lamps' | 'high-impedance' | 'low-impedance' | 'sensitive' | 'ordinary' | 'button';

const HALVES: Half[] = ['upper', 'lower'];
const INSTRUMENTS: [Kind, string][] = [
  ['lamps', 'Lamp tester'],
  ['high-impedance', 'Meter, high impedance'],
  ['low-impedance', 'Meter, low impedance'],
  ['sensitive', 'Detector, 12 V'],
  ['ordinary', 'Detector, 90 V'],
  ['button', 'GFCI button'],
];

/** An instrument, the half that it is put in, and its leads. */
export type Setting = { half: Half; kind: Kind; from: Probe; to: Probe; loaded: boolean };

export const LAMPS_FIRST: Setting = {
  half: 'upper',
  kind: 'lamps',
  from: 'hot',
  to: 'neutral',
  loaded: false,
};

export function asInstrument({ kind, from, to, loaded }: Setting): BenchInstrument {
  switch (kind) {
    case 'lamps':
    case 'button':
      return kind;
    case 'sensitive':
    case 'ordinary':
      return { detector: { class: kind, at: from } };
    default:
      return { meter: { meter: kind, from, to, loaded } };
  }
}

type Props = { setting: Setting; onChange: (setting: Setting) => void; children: ReactNode };

/** The choice, with the face of the instrument between what it is and where its leads are. */
export function InstrumentChoice({ setting, onChange, children }: Props) {
  const probes = (useTrades().data?.probes ?? []).map((probe) => [probe.value, probe.name] as const);
  const { half, kind, from, to, loaded } = setting;
  const isMeter = kind === 'high-impedance' || kind === 'low-impedance';
  const isDetector = kind === 'sensitive' || kind === 'ordinary';
  return (
    <>
      <fieldset className="sides parts">
        <legend className="visually-hidden">Which half</legend>
        {HALVES.map((known) => (
          <button
            key={known}
            type="button"
            aria-pressed={half === known}
            onClick={() => onChange({ ...setting, half: known })}
          >
            {known} half
          </button>
        ))}
      </fieldset>
      <fieldset className="instruments">
        <legend className="visually-hidden">Instrument</legend>
        {INSTRUMENTS.map(([known, name]) => (
          <button
            key={known}
            type="button"
            className="chip"
            aria-pressed={kind === known}
            onClick={() => onChange({ ...setting, kind: known })}
          >
            {name}
          </button>
        ))}
      </fieldset>
      {children}
      <div className="facts bench-leads">
        {(isMeter || isDetector) && (
          <Choice
            label={isMeter ? 'One lead' : 'Held to'}
            value={from}
            choices={probes}
            onChange={(probe) => probe && onChange({ ...setting, from: probe })}
          />
        )}
        {isMeter && (
          <>
            <Choice
              label="Other lead"
              value={to}
              choices={probes}
              onChange={(probe) => probe && onChange({ ...setting, to: probe })}
            />
            <label className="loaded">
              <input
                type="checkbox"
                checked={loaded}
                onChange={(event) => onChange({ ...setting, loaded: event.target.checked })}
              />
              a heater runs in this half
            </label>
          </>
        )}
      </div>
    </>
  );
}
