// A connected meter: what it sends to a box comes in as server-sent events.
import { useEffect, useRef, useState } from 'react';
import type { BoxContents, InstrumentReading } from '../api/types';
import { hearMeter } from '../device/live';

/** Takes a reading into a box, in the place of what the same instrument showed there before. */
export function takeReading(contents: BoxContents, reading: InstrumentReading): BoxContents {
  if ('lamps' in reading) {
    const { lamps } = reading;
    return { ...contents, lamps: [...contents.lamps.filter((known) => known.half !== lamps.half), lamps] };
  }
  if ('button' in reading) {
    const trip = { reset: null, ...reading.button };
    return { ...contents, trips: [...contents.trips.filter((known) => known.half !== trip.half), trip] };
  }
  if ('detector' in reading) {
    const { detector } = reading;
    const same = (known: typeof detector) =>
      known.half === detector.half && known.class === detector.class && known.at === detector.at;
    return { ...contents, detectors: [...contents.detectors.filter((known) => !same(known)), detector] };
  }
  const meter = { volts: null, loaded: false, at: null, ...reading.meter };
  const same = (known: (typeof contents.readings)[number]) =>
    known.half === meter.half &&
    known.meter === meter.meter &&
    known.loaded === meter.loaded &&
    ((known.from === meter.from && known.to === meter.to) ||
      (known.from === meter.to && known.to === meter.from));
  return { ...contents, readings: [...contents.readings.filter((known) => !same(known)), meter] };
}

/** Listens while the box is shown; answers how many readings came. */
export function useMeter(box: string, onReading: (reading: InstrumentReading) => void) {
  const [count, setCount] = useState(0);
  const latest = useRef(onReading);
  latest.current = onReading;
  useEffect(() => {
    return hearMeter(box, (reading) => {
      latest.current(reading);
      setCount((known) => known + 1);
    });
  }, [box]);
  return count;
}
