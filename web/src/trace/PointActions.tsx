// One box of the circuit: what was found out there, at one tap each; and what feeds it.
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useWalk } from '../api/queries';
import type { Circuit, CircuitView, FaultPlace, TraceEvent } from '../api/types';
import { Choice } from '../ui/Choice';

type Props = {
  audit: string;
  view: CircuitView;
  box: string | null;
  onChoose: (box: string | null) => void;
  change: (make: (circuit: Circuit) => Circuit) => Promise<void>;
};

const PLACES: [FaultPlace, string][] = [
  ['landing', 'at the landing'],
  ['feed-through', 'where it passes on'],
  ['device', 'at the device'],
];

export function PointActions({ audit, view, box, onChoose, change }: Props) {
  const walk = useWalk(audit);
  const { record } = view.circuit;
  const point = view.answer.trace.points.find((known) => known.box_id === box);
  const kept = record.points.find((known) => known.box_id === box);
  if (!box || !point || !kept) {
    return (
      <p className="muted point-actions">Add the boxes of this circuit, in feed order where it is known.</p>
    );
  }
  const place = walk.data?.rooms
    .flatMap((room) => room.boxes.map((known) => ({ ...known.overview, room: room.room.record.name })))
    .find((known) => known.id === box);
  const note = (event: Record<string, unknown>) =>
    void change((known) => ({
      ...known,
      events: [...known.events, { ...event, box_id: box, at: new Date().toISOString() } as TraceEvent],
    }));
  const from = kept.from === 'panel' || kept.from === 'unknown' ? kept.from : kept.from.box;
  const others = view.answer.trace.points.filter((known) => known.box_id !== box);
  return (
    <section className="point-actions" aria-label={`What was found at ${point.tag}`}>
      <h2>
        <b className="figure">{point.tag}</b> {place?.place}
        <span>{place?.room}</span>
      </h2>
      <div className="results">
        <Button variant="outline-primary" onClick={() => note({ what: 'read', bad: false })}>
          Reads good
        </Button>
        <Button variant="outline-primary" onClick={() => note({ what: 'read', bad: true })}>
          Shows the fault
        </Button>
        <Button variant="outline-primary" onClick={() => note({ what: 'opened', found: null })}>
          Opened, nothing wrong
        </Button>
      </div>
      <div className="results">
        <span>Found it</span>
        {PLACES.map(([found, words]) => (
          <Button key={found} variant="outline-primary" onClick={() => note({ what: 'opened', found })}>
            {words}
          </Button>
        ))}
      </div>
      <div className="results">
        <span>Cable that feeds it</span>
        <Button variant="outline-primary" onClick={() => note({ what: 'cable-tested', sound: true })}>
          carries
        </Button>
        <Button variant="outline-primary" onClick={() => note({ what: 'cable-tested', sound: false })}>
          is broken
        </Button>
      </div>
      <div className="results feed-of">
        <Choice
          label="Fed from"
          value={from}
          choices={[
            ['unknown', 'not known'],
            ['panel', 'the panel'],
            ...others.map((known) => [known.box_id, known.tag] as const),
          ]}
          onChange={(chosen) => {
            if (!chosen) return;
            const feed = chosen === 'unknown' || chosen === 'panel' ? chosen : { box: chosen };
            void change((known) => ({
              ...known,
              points: known.points.map((one) => (one.box_id === box ? { ...one, from: feed } : one)),
            }));
          }}
        />
        <Link className="btn btn-outline-primary" to={`/audits/${audit}/walk/${box}`}>
          Open the box
        </Link>
        <Button
          variant="outline-primary"
          onClick={() => {
            onChoose(null);
            void change((known) => ({
              ...known,
              points: known.points
                .filter((one) => one.box_id !== box)
                .map((one) =>
                  typeof one.from === 'object' && one.from.box === box ? { ...one, from: kept.from } : one,
                ),
              events: known.events.filter((event) => event.box_id !== box),
            }));
          }}
        >
          Not on this circuit
        </Button>
      </div>
    </section>
  );
}
