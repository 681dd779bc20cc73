// Where the fault can be: the sentence, the next test, the ranked boxes and cables, what was tried.
import { Link } from 'react-router';
import type { Circuit, CircuitView, TraceEvent } from '../api/types';

type Props = {
  audit: string;
  view: CircuitView;
  onChoose: (box: string) => void;
  change: (make: (circuit: Circuit) => Circuit) => Promise<void>;
};

export function Ranking({ audit, view, onChoose, change }: Props) {
  const { trace } = view.answer;
  const { events } = view.circuit.record;
  const tag = (box: string) => trace.points.find((point) => point.box_id === box)?.tag ?? '?';
  return (
    <section className="ranking" aria-label="Where it can be" aria-live="polite">
      <p className={trace.several ? 'trace-says several' : 'trace-says'}>{trace.sentence}</p>
      {trace.to_mend.map((mend) => (
        <Link
          key={mend.box_id}
          className="next-test"
          to={`/audits/${audit}/walk/${mend.box_id}`}
          aria-label={`Go to ${mend.tag}`}
        >
          <span>Mend</span>
          <b>{mend.words}</b>
        </Link>
      ))}
      {trace.next && (
        <button type="button" className="next-test" onClick={() => trace.next && onChoose(trace.next.box_id)}>
          <span>Next</span>
          <b>{trace.next.words}</b>
        </button>
      )}
      {trace.boxes.length > 0 && (
        <h3 className="ranked-head">Open in this order: likely, and quick to open</h3>
      )}
      <ol className="ranked">
        {trace.boxes.map((ranked) => (
          <li key={ranked.box_id}>
            <button type="button" className="plain" onClick={() => onChoose(ranked.box_id)}>
              <b className="figure">{ranked.tag}</b>
              <Bar percent={ranked.percent} />
              <span className="figure">{ranked.percent} %</span>
              <i>{ranked.minutes} min</i>
            </button>
            <small>{ranked.places.map((place) => `${place.words} ${place.percent} %`).join('; ')}</small>
          </li>
        ))}
        {trace.cables.map((cable) => (
          <li key={`cable ${cable.box_id}`}>
            <button type="button" className="plain" onClick={() => onChoose(cable.box_id)}>
              <b>{cable.words}</b>
              <Bar percent={cable.percent} />
              <span className="figure">{cable.percent} %</span>
            </button>
          </li>
        ))}
        {trace.panel_percent > 0 && (
          <li>
            <div className="plain">
              <b>at the panel</b>
              <Bar percent={trace.panel_percent} />
              <span className="figure">{trace.panel_percent} %</span>
            </div>
            <small>Behind the dead front: qualified persons only.</small>
          </li>
        )}
      </ol>
      {events.length > 0 && (
        <div className="tried">
          <h3>
            Tried
            <button
              type="button"
              className="plain link"
              onClick={() => void change((known) => ({ ...known, events: known.events.slice(0, -1) }))}
            >
              Undo the last
            </button>
          </h3>
          <ul>
            {[...events].reverse().map((event) => (
              <li key={`${event.at} ${event.box_id} ${event.what}`}>
                <time className="figure">{new Date(event.at).toTimeString().slice(0, 5)}</time>{' '}
                {words(event, tag(event.box_id))}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

function Bar({ percent }: { percent: number }) {
  return (
    <svg className="bar" viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true">
      <rect width="100" height="8" className="rest" />
      <rect width={percent} height="8" />
    </svg>
  );
}

const FOUND = {
  'feed-through': 'where it passes on',
  cable: 'in its cable',
  landing: 'where the feed lands',
  device: 'at its device',
} as const;

export function words(event: TraceEvent, tag: string): string {
  switch (event.what) {
    case 'read':
      return `${tag} ${event.bad ? 'shows the fault' : 'reads good'}`;
    case 'opened':
      return event.found ? `${tag} opened: found ${FOUND[event.found]}` : `${tag} opened, nothing wrong`;
    case 'cable-tested':
      return `cable to ${tag} ${event.sound ? 'carries' : 'is broken'}`;
  }
}
