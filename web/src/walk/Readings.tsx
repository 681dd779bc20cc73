// What instruments show at the box, half by half, and what it means.
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useTrades } from '../api/queries';
import type { BoxContents, DetectorReading, LampReading, MeterReading, MeterWish, Probe } from '../api/types';
import { DiagnosisCard } from '../electrical/DiagnosisCard';
import { LampRow } from '../electrical/LampRow';
import { takeReading, useMeter } from '../electrical/useMeter';
import { Choice, YesNo } from '../ui/Choice';
import { contentsOf, halvesOf, takesLamps, withLamps } from './contents';
import { FieldSaid, LengthField } from './LengthField';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

type Props = { session: BoxSession; state: SessionState };

/** The leads one puts most, in the order one puts them. */
const USUAL: [Probe, Probe][] = [
  ['hot', 'neutral'],
  ['hot', 'ground'],
  ['neutral', 'ground'],
  ['hot', 'box-metal'],
  ['ground', 'known-ground'],
];

/** At a range or dryer receptacle, which lamps do not fit. */
const RANGE: [Probe, Probe][] = [
  ['hot', 'other-hot'],
  ['hot', 'neutral'],
  ['other-hot', 'neutral'],
  ['hot', 'ground'],
];

export function Readings({ session, state }: Props) {
  const contents = contentsOf(state);
  const { diagnoses } = state.judgement.electrical;
  const set = (change: Partial<BoxContents>) => session.edit((known) => ({ ...known, ...change }));
  const received = useMeter(state.record.id, (reading) => {
    const at = new Date().toISOString();
    const timed = 'meter' in reading ? { meter: { ...reading.meter, at } } : reading;
    session.edit((known) => takeReading(known, timed));
  });
  const halves = halvesOf(contents);
  const add = (half: LampReading['half'], wish: MeterWish) => {
    session.edit((known) => takeReading(known, { meter: { ...wish, half } }));
    const pointer = `/readings/${contents.readings.length}/volts`;
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-field="${pointer}"]`)?.focus());
  };
  return (
    <div className="readings">
      {halves.map((half, index) => (
        <section key={half} aria-label={`${half} half`}>
          {takesLamps(contents) && (
            <LampRow
              half={half}
              id={index === 0 ? 'lamps' : undefined}
              reading={contents.lamps.find((reading) => reading.half === half)}
              onChange={(reading) => session.edit((known) => withLamps(known, half, reading))}
            />
          )}
          {diagnoses
            .filter((diagnosis) => diagnosis.half === half)
            .map((diagnosis) => (
              <DiagnosisCard key={half} diagnosis={diagnosis} take={(wish) => add(half, wish)} />
            ))}
          {contents.readings.map((reading, place) =>
            reading.half === half ? (
              <MeterRow
                // biome-ignore lint/suspicious/noArrayIndexKey: a reading has no name but its place
                key={place}
                session={session}
                state={state}
                reading={reading}
                place={place}
                onChange={(changed) =>
                  set({
                    readings: contents.readings.flatMap((known, at) =>
                      at === place ? (changed ? [changed] : []) : [known],
                    ),
                  })
                }
              />
            ) : null,
          )}
          <AddReading half={half} contents={contents} onAdd={(wish) => add(half, wish)} onChange={set} />
        </section>
      ))}
      <p className="muted meter-link" role="status">
        {received > 0
          ? `${received} ${received === 1 ? 'reading' : 'readings'} came from a connected meter.`
          : 'A connected meter sends its readings here.'}
      </p>
    </div>
  );
}

type RowProps = {
  session: BoxSession;
  state: SessionState;
  reading: MeterReading;
  place: number;
  onChange: (reading: MeterReading | null) => void;
};

function MeterRow({ session, state, reading, place, onChange }: RowProps) {
  const trades = useTrades();
  const name = (probe: Probe) =>
    trades.data?.probes.find((known) => known.value === probe)?.name ?? probe.replaceAll('-', ' ');
  const leads = `${name(reading.from)} to ${name(reading.to)}`;
  return (
    <div className="meter-row">
      <span className="leads">{leads}</span>
      <LengthField
        session={session}
        state={state}
        pointer={`/readings/${place}/volts`}
        label={`${reading.half} half, ${leads}`}
        bare
      />
      <span className="unit">V</span>
      <select
        className="form-select"
        aria-label={`Meter, ${reading.half} half, ${leads}`}
        value={reading.meter}
        onChange={(event) => onChange({ ...reading, meter: event.target.value as MeterReading['meter'] })}
      >
        <option value="high-impedance">high impedance</option>
        <option value="low-impedance">low impedance</option>
      </select>
      <label className="loaded">
        <input
          type="checkbox"
          checked={reading.loaded}
          onChange={(event) => onChange({ ...reading, loaded: event.target.checked })}
        />
        under load
      </label>
      <button
        type="button"
        className="plain remove"
        aria-label={`Remove ${leads}`}
        onClick={() => onChange(null)}
      >
        ×
      </button>
      <FieldSaid state={state} pointer={`/readings/${place}/volts`} />
    </div>
  );
}

type AddProps = {
  half: LampReading['half'];
  contents: BoxContents;
  onAdd: (wish: MeterWish) => void;
  onChange: (change: Partial<BoxContents>) => void;
};

/** The usual leads at one tap each; any other leads, the detector and the button on demand. */
function AddReading({ half, contents, onAdd, onChange }: AddProps) {
  const trades = useTrades();
  const [meter, setMeter] = useState<MeterWish['meter']>('high-impedance');
  const [from, setFrom] = useState<Probe>('hot');
  const [to, setTo] = useState<Probe>('other-hot');
  const probes = (trades.data?.probes ?? []).map((probe) => [probe.value, probe.name] as const);
  const name = (probe: Probe) => probes.find(([known]) => known === probe)?.[1] ?? probe;
  const trip = contents.trips.find((known) => known.half === half);
  const gfci = contents.supply.gfci || contents.devices.some((device) => device.kind === 'gfci-receptacle');
  const taken = (a: Probe, b: Probe) =>
    contents.readings.some(
      (known) => known.half === half && known.meter === meter && known.from === a && known.to === b,
    );
  const detector = (at: Probe, chirps: boolean): DetectorReading => ({
    half,
    class: 'sensitive',
    at,
    chirps,
  });
  return (
    <>
      <div className="add-readings" id={half === 'upper' ? 'readings' : undefined} tabIndex={-1}>
        {(takesLamps(contents) ? USUAL : RANGE)
          .filter(([a, b]) => !taken(a, b))
          .map(([a, b]) => (
            <button
              key={a + b}
              type="button"
              className="chip offer"
              onClick={() => onAdd({ meter, from: a, to: b, loaded: false })}
            >
              + {name(a)}–{name(b)}
            </button>
          ))}
      </div>
      <details className="more-readings">
        <summary>Other leads, detector{gfci ? ', GFCI button' : ''}</summary>
        <div className="facts">
          <Choice
            label="Meter"
            value={meter}
            choices={(trades.data?.meters ?? []).map((known) => [known.value, known.name] as const)}
            onChange={(chosen) => chosen && setMeter(chosen)}
          />
          <Choice label="From" value={from} choices={probes} onChange={(probe) => probe && setFrom(probe)} />
          <Choice label="To" value={to} choices={probes} onChange={(probe) => probe && setTo(probe)} />
          <Button
            variant="outline-primary"
            disabled={from === to}
            onClick={() => onAdd({ meter, from, to, loaded: false })}
          >
            + reading
          </Button>
          {(['hot', 'ground', 'box-metal'] as const).map((at) => (
            <YesNo
              key={at}
              label={`Sensitive detector at ${name(at)}`}
              yes="answers"
              no="silent"
              value={contents.detectors.find((d) => d.half === half && d.at === at)?.chirps ?? null}
              onChange={(chirps) =>
                onChange({
                  detectors: [
                    ...contents.detectors.filter((d) => d.half !== half || d.at !== at),
                    ...(chirps === null ? [] : [detector(at, chirps)]),
                  ],
                })
              }
            />
          ))}
          {gfci && (
            <>
              <YesNo
                label="Tester's GFCI button"
                yes="it trips"
                no="it does not trip"
                value={trip?.tripped ?? null}
                onChange={(tripped) =>
                  onChange({
                    trips: [
                      ...contents.trips.filter((known) => known.half !== half),
                      ...(tripped === null ? [] : [{ half, tripped, reset: null }]),
                    ],
                  })
                }
              />
              {trip?.tripped && (
                <YesNo
                  label="Resets, and power is back"
                  value={trip.reset}
                  onChange={(reset) =>
                    onChange({
                      trips: contents.trips.map((known) =>
                        known.half === half ? { ...known, reset } : known,
                      ),
                    })
                  }
                />
              )}
            </>
          )}
        </div>
      </details>
    </>
  );
}
