// One board: its places, what there is to see at each, instruments where they can be put, and what is asked.
import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { DrillAnswer, DrillBoard, DrillPlace, DrillWish } from '../api/types';
import { FaceDrawing } from '../drawing/face/FaceDrawing';
import { SectionDrawing } from '../drawing/section/SectionDrawing';
import { Failed, Loading } from '../ui/States';
import { boardAddress } from './address';
import { keep } from './past';
import { Question } from './Question';
import { Readings } from './Readings';
import { Score } from './Score';

const inMinutes = (seconds: number) => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;

export function Board({ wish, clock }: { wish: DrillWish; clock: boolean }) {
  const board = useQuery({
    queryKey: ['drill', wish],
    queryFn: () => api.drill(wish),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  if (board.isError) return <Failed error={board.error} again={() => void board.refetch()} />;
  if (!board.data) return <Loading what="the board" />;
  return <Open board={board.data} clock={clock} />;
}

/** Seconds since the board was opened, until it is scored. */
function useSeconds(running: boolean): number {
  const [begun] = useState(() => Date.now());
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (!running) return;
    const every = setInterval(() => setSeconds(Math.round((Date.now() - begun) / 1000)), 1000);
    return () => clearInterval(every);
  }, [running, begun]);
  return seconds;
}

function Open({ board, clock }: { board: DrillBoard; clock: boolean }) {
  const [at, setAt] = useState(board.places[0]?.tag ?? '');
  const [answers, setAnswers] = useState<DrillAnswer[]>([]);
  const [readings, setReadings] = useState(0);
  const [room, setRoom] = useState(true);
  const score = useMutation({
    mutationFn: (seconds: number) => api.drillScore({ board: board.wish, answers, seconds, readings }),
    onSuccess: (scored) => {
      if (scored.comes_again) setRoom(keep(scored));
    },
  });
  const seconds = useSeconds(!score.isSuccess);
  const place = board.places.find(({ tag }) => tag === at);
  const { wish } = board;
  const chosen = {
    level: wish.level,
    edition: wish.edition ?? '',
    units: wish.units ?? 'inch',
    clock,
    rule: wish.rule,
  };
  const answered = (tag: string) => answers.filter(({ question }) => question === tag).length;
  return (
    <main id="main" className="page drill">
      <div className="page-head">
        <h1>{board.name}</h1>
        <p className="muted">
          Level {wish.level}, number {wish.seed}
        </p>
        {clock && <output className="drill-time">{inMinutes(seconds)}</output>}
        <Link className="btn btn-outline-primary" to="/drill">
          Another kind
        </Link>
        <Link className="btn btn-outline-primary" to={boardAddress(wish.kind, chosen)}>
          Next board
        </Link>
      </div>
      <p className="drill-asks">{board.asks}</p>
      <div className="drill-board">
        <section className="drill-places" aria-label="What is there">
          {board.places.length > 1 && (
            <fieldset className="sides parts">
              <legend className="visually-hidden">Place</legend>
              {board.places.map(({ tag }) => (
                <button key={tag} type="button" aria-pressed={tag === at} onClick={() => setAt(tag)}>
                  {tag}
                  {answered(tag) > 0 && <small className="figure"> {answered(tag)}</small>}
                </button>
              ))}
            </fieldset>
          )}
          {place && <Place key={place.tag} place={place} units={wish.units ?? 'inch'} />}
          {board.places.some(({ readable }) => readable) && (
            <Readings
              board={board}
              at={place?.readable ? at : null}
              onReading={() => setReadings(readings + 1)}
            />
          )}
        </section>
        <section className="drill-questions" aria-label="Your answers">
          {score.data ? (
            <Score score={score.data} kept={room} />
          ) : (
            <Asked
              board={board}
              at={at}
              answers={answers}
              onChange={setAnswers}
              failed={score.error}
              waits={score.isPending}
              done={() => score.mutate(seconds)}
            />
          )}
          <ul className="cautions">
            {board.cautions.map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
        </section>
      </div>
    </main>
  );
}

type AskedProps = {
  board: DrillBoard;
  at: string;
  answers: DrillAnswer[];
  onChange: (answers: DrillAnswer[]) => void;
  failed: Error | null;
  waits: boolean;
  done: () => void;
};

/** The question of the place that one is at; every question where it is about no place. */
function Asked({ board, at, answers, onChange, failed, waits, done }: AskedProps) {
  const tags = board.places.map(({ tag }) => tag);
  const shown = board.questions.filter(({ code }) => code === at || !tags.includes(code));
  return (
    <>
      {shown.map((question) => (
        <Question key={question.code} question={question} answers={answers} onChange={onChange} />
      ))}
      {failed && <Failed error={failed} again={done} />}
      <Button className="drill-done" disabled={waits} onClick={done}>
        Done: score it
      </Button>
    </>
  );
}

function Place({ place, units }: { place: DrillPlace; units: 'inch' | 'metric' }) {
  return (
    <div className="drill-place">
      <h2>
        <span className="figure">{place.tag}</span> {place.words}
      </h2>
      {place.section && <SectionDrawing section={place.section} results={NO_RESULTS} units={units} />}
      {place.face && <FaceDrawing face={place.face} />}
      {place.looks.length > 0 && (
        <div className="drill-looks">
          {place.looks.map(({ name, lines }) => (
            <div key={name}>
              <h3>{name}</h3>
              <ul>
                {lines.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </div>
          ))}
        </div>
      )}
    </div>
  );
}

/** Nothing is said of what is drawn. */
const NO_RESULTS: [] = [];
