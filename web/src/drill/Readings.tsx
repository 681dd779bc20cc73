// The instruments at a board. A reading is taken by hand, since each one counts.
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { ApiProblem, api } from '../api/client';
import type { DrillBoard, InstrumentReading } from '../api/types';
import { Breakers } from '../bench/Breakers';
import { Display, readingWords } from '../bench/Display';
import { asInstrument, InstrumentChoice, LAMPS_FIRST, type Setting } from '../bench/InstrumentChoice';

type Props = { board: DrillBoard; at: string | null; onReading: () => void };
type Taken = { number: number; tag: string; off: string[]; reading: InstrumentReading };

export function Readings({ board, at, onReading }: Props) {
  const [setting, setSetting] = useState<Setting>(LAMPS_FIRST);
  const [off, setOff] = useState<string[]>([]);
  const [taken, setTaken] = useState<Taken[]>([]);
  const { rounds } = board;
  const readable = board.places.filter((place) => place.readable).map(({ tag }) => tag);
  const read = useMutation({
    mutationFn: (tags: string[]) =>
      Promise.all(
        tags.map(async (tag) => {
          const bench = { tag, half: setting.half, off, main_off: false, instrument: asInstrument(setting) };
          const reading = await api.drillRead({ board: board.wish, bench }, new AbortController().signal);
          return { tag, reading };
        }),
      ),
    onSuccess: (readings) => {
      const of = (one: { tag: string; reading: InstrumentReading }, index: number) => ({
        ...one,
        off,
        number: taken.length + readings.length - index,
      });
      setTaken((known) => [...readings.map(of), ...known]);
      onReading();
    },
  });
  const last = rounds ? null : (taken.find(({ tag }) => tag === at)?.reading ?? null);
  const why = read.error instanceof ApiProblem ? read.error.problem.errors?.[0]?.message : undefined;
  return (
    <div className="drill-readings">
      <h2>Instruments</h2>
      {!rounds && (
        <InstrumentChoice setting={setting} onChange={setSetting}>
          <Display reading={last} refused={read.isError ? (why ?? 'No reading.') : null} />
        </InstrumentChoice>
      )}
      {board.breakers.length > 1 && <Breakers breakers={board.breakers} off={off} onChange={setOff} />}
      <Button
        variant="outline-primary"
        disabled={read.isPending || (!rounds && !at)}
        onClick={() => read.mutate(rounds ? readable : at ? [at] : [])}
      >
        {rounds ? 'Walk a round with the lamp tester' : at ? `Read at ${at}` : 'Choose an outlet to read'}
      </Button>
      {rounds ? <Rounds taken={taken} /> : <List taken={taken} />}
    </div>
  );
}

function List({ taken }: { taken: Taken[] }) {
  if (taken.length === 0) return null;
  return (
    <ul className="sent" aria-label="Readings taken">
      {taken.map(({ number, tag, off, reading }) => (
        <li key={number}>
          <b className="figure">{tag}</b> {readingWords(reading)}
          {off.length > 0 && <small>breakers off: {off.join(', ')}</small>}
        </li>
      ))}
    </ul>
  );
}

const isDead = (reading: InstrumentReading) => 'lamps' in reading && reading.lamps.hot_neutral === 'off';

/** The rounds walked, the last first: what was off, and which outlets were dead. */
function Rounds({ taken }: { taken: Taken[] }) {
  const walked: Taken[][] = [];
  for (const one of taken) {
    const current = walked.at(-1);
    if (current && current[0]?.off === one.off && !current.some(({ tag }) => tag === one.tag))
      current.push(one);
    else walked.push([one]);
  }
  return (
    <ul className="sent" aria-label="Rounds walked">
      {walked.map((round, index) => (
        <li key={round[0]?.number}>
          <b className="figure">Round {walked.length - index}</b> off: {round[0]?.off.join(', ') || 'none'}
          <small>
            dead:{' '}
            {round
              .filter(({ reading }) => isDead(reading))
              .map(({ tag }) => tag)
              .join(', ') || 'none'}
          </small>
        </li>
      ))}
    </ul>
  );
}
