// The bench: simulated instruments on a simulated building, faults included. What they show can be sent to a box, as a
// connected meter sends it.
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { useParams } from 'react-router';
import { ApiProblem, api } from '../api/client';
import { keys, useWalk } from '../api/queries';
import type { BenchWish, InstrumentReading } from '../api/types';
import { Failed, Loading } from '../ui/States';
import { Breakers } from './Breakers';
import { Display, readingWords } from './Display';
import { asInstrument, InstrumentChoice, LAMPS_FIRST, type Setting } from './InstrumentChoice';

type Taken = { number: number; tag: string; reading: InstrumentReading; sent: string | null };

export function BenchView() {
  const { audit = '' } = useParams();
  const bench = useQuery({ queryKey: keys.bench, queryFn: api.bench, staleTime: Infinity });
  const walk = useWalk(audit);
  const [tag, setTag] = useState<string | null>(null);
  const [setting, setSetting] = useState<Setting>(LAMPS_FIRST);
  const [off, setOff] = useState<string[]>([]);
  const [mainOff, setMainOff] = useState(false);
  const [shown, setShown] = useState<InstrumentReading | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [taken, setTaken] = useState<Taken[]>([]);
  const at = tag ?? bench.data?.points[0]?.tag ?? null;
  const wish = JSON.stringify(
    at && { tag: at, half: setting.half, off, main_off: mainOff, instrument: asInstrument(setting) },
  );

  // The instrument follows what is set, as a real one would.
  useEffect(() => {
    const asked = JSON.parse(wish) as BenchWish | null;
    if (!asked) return;
    const reading = new AbortController();
    api
      .benchRead(asked, reading.signal)
      .then((answer) => {
        setShown(answer);
        setRefused(null);
      })
      .catch((error: unknown) => {
        if (reading.signal.aborted) return;
        setShown(null);
        const first = error instanceof ApiProblem ? error.problem.errors?.[0]?.message : undefined;
        setRefused(first ?? 'No reading.');
      });
    return () => reading.abort();
  }, [wish]);

  if (bench.isPending) return <Loading what="the bench" />;
  if (bench.isError) return <Failed error={bench.error} again={() => void bench.refetch()} />;
  const tags = [...new Set(bench.data.points.map((point) => point.tag))];
  const breakerOf = (known: string) => [
    ...new Set(bench.data.points.filter((point) => point.tag === known).map((point) => point.breaker)),
  ];
  const box = walk.data?.rooms
    .flatMap((room) => room.boxes)
    .find((known) => known.overview.tag === at)?.overview;
  const send = async () => {
    if (!shown || !box || !at) return;
    const screens = await api.sendReading(audit, box.id, shown);
    const sent = screens > 0 ? `sent to ${at}` : `sent, but no screen shows the readings of ${at}`;
    setTaken((known) => [{ number: known.length, tag: at, reading: shown, sent }, ...known]);
  };
  return (
    <div className="walk bench">
      <nav className="run" aria-label="Boxes of the simulated building">
        <p className="bench-name">{bench.data.name}</p>
        <ul>
          {tags.map((known) => (
            <li key={known}>
              <button
                type="button"
                className={known === at ? 'circuit-node here' : 'circuit-node'}
                aria-pressed={known === at}
                onClick={() => setTag(known)}
              >
                <b className="figure">{known}</b>
                <span>
                  {
                    walk.data?.rooms.flatMap((room) => room.boxes).find((one) => one.overview.tag === known)
                      ?.overview.place
                  }
                </span>
                <i className="figure">{breakerOf(known).join('/')}</i>
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <main id="main" className="walk-mid">
        <h1 className="bench-title">
          <span className="figure">{at}</span> {box?.place}
        </h1>
        <p className="muted">
          A simulated building with its faults: try here what an instrument shows, before it matters. Nothing
          here is a record until it is sent to a box.
        </p>
        <InstrumentChoice setting={setting} onChange={setSetting}>
          <Display reading={shown} refused={refused} />
        </InstrumentChoice>
        <Breakers
          breakers={bench.data.breakers}
          off={off}
          feeding={at ? breakerOf(at) : []}
          onChange={setOff}
        >
          <button
            type="button"
            className="breaker main"
            aria-pressed={mainOff}
            onClick={() => setMainOff(!mainOff)}
          >
            main <b>{mainOff ? 'off' : 'on'}</b>
          </button>
        </Breakers>
      </main>
      <aside className="walk-find" aria-label="Readings sent">
        <div className="trace-part">
          <Button className="send" disabled={!shown || !box} onClick={() => void send()}>
            {box ? `Send to ${box.tag}` : 'This audit has no such box'}
          </Button>
          <p className="muted">
            It arrives where the box is open at <b>Read</b>, as from a connected meter. Open the box in a
            second window, or on the tablet.
          </p>
          <ul className="sent">
            {taken.map((one) => (
              <li key={one.number}>
                <b className="figure">{one.tag}</b> {readingWords(one.reading)}
                {one.sent && <small>{one.sent}</small>}
              </li>
            ))}
          </ul>
        </div>
      </aside>
    </div>
  );
}
