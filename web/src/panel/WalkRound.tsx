// The walk of one round: each point live or dead, at one tap; only the dead ones need a tap.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { PanelView, Tick } from '../api/types';
import { usePhone } from '../ui/useScreen';
import type { ChangePanel } from './change';
import { RoundByHand } from './RoundByHand';
import { tickOf, withPoints, withTick } from './ticks';

type Props = { view: PanelView; round: number; onRound: (round: number) => void; change: ChangePanel };

export function WalkRound({ view, round, onRound, change }: Props) {
  const { record } = view.panel;
  const { schedule, points, to_add } = view.judgement.answer;
  const [name, setName] = useState('');
  const [doubtful, setDoubtful] = useState<string | null>(null);
  const [byHand, setByHand] = useState(false);
  const phone = usePhone();
  if (!schedule) return <p className="muted">Choose the breakers to map under Rounds first.</p>;
  if (view.held.length > 0) {
    return <p className="muted">The points are noted once the hands are out.</p>;
  }
  const seen = (index: number) => tickOf(record.mapping.points[index], round);
  const setPoints = (make: (points: typeof record.mapping.points) => typeof record.mapping.points) =>
    change((known) => withPoints(known, make));
  const tick = (index: number, to: Tick) =>
    void setPoints((known) => known.map((point, at) => (at === index ? withTick(point, round, to) : point)));
  const missing = record.mapping.points.filter((point) => tickOf(point, round) === 'missing').length;
  const rooms = [...new Set(points.map((point) => point.room))];
  return (
    <section className="walk-round" aria-label={`Walk of round ${round + 1}`}>
      <h2>
        Round {round + 1}
        <span>
          {missing === 0
            ? 'every point is noted'
            : `${missing} of ${record.mapping.points.length} points to note`}
        </span>
      </h2>
      {phone && points.length > 0 && (
        <button type="button" className="way" onClick={() => setByHand(true)}>
          One point a screen
        </button>
      )}
      {byHand && (
        <RoundByHand
          view={view}
          first={round}
          onRound={onRound}
          change={change}
          onDone={() => setByHand(false)}
        />
      )}
      <div className="results">
        {to_add.length > 0 && (
          <Button
            variant="outline-primary"
            onClick={() =>
              void setPoints((known) => [
                ...known,
                ...to_add.map((point) => ({
                  box_id: point.box_id,
                  half: point.half ?? null,
                  name: '',
                  ticks: [],
                })),
              ])
            }
          >
            + all {to_add.length} points of the boxes
          </Button>
        )}
        {missing > 0 && points.length > 0 && (
          <Button
            variant="outline-primary"
            onClick={() =>
              void setPoints((known) =>
                known.map((point) =>
                  tickOf(point, round) === 'missing' ? withTick(point, round, 'live') : point,
                ),
              )
            }
          >
            The rest is live
          </Button>
        )}
        {missing === 0 && round + 1 < schedule.rounds.length && (
          <Button onClick={() => onRound(round + 1)}>Go on to round {round + 2}</Button>
        )}
      </div>
      {rooms.map((room) => (
        <div key={room}>
          {room && <h3>{room}</h3>}
          <ul>
            {points.map((point, index) =>
              point.room === room ? (
                <li key={`${point.box_id} ${point.half} ${point.answer.name}`}>
                  <span>{point.answer.name}</span>
                  {(['live', 'dead'] as const).map((state) => (
                    <button
                      key={state}
                      type="button"
                      className={`tick ${state}`}
                      aria-pressed={seen(index) === state}
                      aria-label={`${point.answer.name}: ${state}`}
                      onClick={() => tick(index, state)}
                    >
                      {state}
                    </button>
                  ))}
                </li>
              ) : null,
            )}
          </ul>
        </div>
      ))}
      <Form
        className="results"
        onSubmit={(event) => {
          event.preventDefault();
          if (!name.trim()) return setDoubtful('Say what it is first.');
          setDoubtful(null);
          void setPoints((known) => [...known, { box_id: null, half: null, name: name.trim(), ticks: [] }]);
          setName('');
        }}
      >
        <Form.Control
          aria-label="A lamp, an appliance, something hard-wired"
          placeholder="a lamp, an appliance, something hard-wired"
          value={name}
          maxLength={80}
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit" variant="outline-primary">
          + point
        </Button>
        {doubtful && <p className="refused">{doubtful}</p>}
      </Form>
    </section>
  );
}
