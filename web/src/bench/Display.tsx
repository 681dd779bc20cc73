// The face of a simulated instrument: lamps, figures, a detector's answer.
import type { InstrumentReading } from '../api/types';

const LAMPS = [
  ['hot_neutral', 'H–N'],
  ['hot_ground', 'H–G'],
  ['neutral_ground', 'N–G'],
] as const;

/** Volts as a meter's display shows them. */
export const volts = (millivolts: number | null | undefined) => ((millivolts ?? 0) / 1000).toFixed(1);

/** A reading in a few words. */
export function readingWords(reading: InstrumentReading): string {
  if ('lamps' in reading) {
    const { half, hot_neutral, hot_ground, neutral_ground } = reading.lamps;
    return `${half}, lamps ${hot_neutral}, ${hot_ground}, ${neutral_ground}`;
  }
  if ('button' in reading) {
    return `${reading.button.half}, button ${reading.button.tripped ? 'trips' : 'does not trip'}`;
  }
  if ('detector' in reading) {
    const { half, at, chirps } = reading.detector;
    return `${half}, detector at ${at.replaceAll('-', ' ')} ${chirps ? 'answers' : 'is silent'}`;
  }
  const { half, from, to, meter, loaded } = reading.meter;
  const leads = `${from} to ${to}`.replaceAll('-', ' ');
  return `${half}, ${leads} ${volts(reading.meter.volts)} V, ${meter.replaceAll('-', ' ')}${loaded ? ', under load' : ''}`;
}

type Props = { reading: InstrumentReading | null; refused: string | null };

export function Display({ reading, refused }: Props) {
  return (
    <output className="display" aria-label={reading ? readingWords(reading) : (refused ?? 'no reading')}>
      {refused && <p>{refused}</p>}
      {reading && 'lamps' in reading && (
        <div className="display-lamps">
          {LAMPS.map(([field, name]) => (
            <span key={field} className={`lamp-button ${reading.lamps[field]}`}>
              <i aria-hidden="true" />
              <b>{name}</b>
              <span>{reading.lamps[field]}</span>
            </span>
          ))}
        </div>
      )}
      {reading && 'meter' in reading && (
        <p className="display-figure figure">
          {volts(reading.meter.volts)}
          <small>V</small>
        </p>
      )}
      {reading && 'detector' in reading && (
        <p className="display-figure">{reading.detector.chirps ? 'answers' : 'silent'}</p>
      )}
      {reading && 'button' in reading && (
        <p className="display-figure">{reading.button.tripped ? 'trips' : 'does not trip'}</p>
      )}
    </output>
  );
}
