// A round for one thumb: first what is switched, then one point a screen, two words to choose from, and the next comes by itself.
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import type { PanelView, Tick } from '../api/types';
import type { ChangePanel } from './change';
import { nextMissing, tickOf, withPoints, withTick } from './ticks';

type Props = {
  view: PanelView;
  /** The round that is walked; it stays the one that is walked once its last point is noted. */
  first: number;
  onRound: (round: number) => void;
  change: ChangePanel;
  onDone: () => void;
};

export function RoundByHand({ view, first, onRound, change, onDone }: Props) {
  const [round, setRound] = useState(first);
  const { schedule, points } = view.judgement.answer;
  const mapped = view.panel.record.mapping.points;
  // Before the first point stands what is switched.
  const [at, setAt] = useState<number | null>(null);
  const [all, setAll] = useState(false);
  const card = schedule?.rounds[round];
  if (!schedule || !card) return null;
  const missing = mapped.filter((point) => tickOf(point, round) === 'missing').length;
  const goOn = (from: number) => {
    const next = nextMissing(mapped, round, from);
    setAt(next);
    setAll(next === null);
  };
  const note = (tick: Tick) => {
    if (at === null) return;
    void change((known) =>
      withPoints(known, (all) =>
        all.map((point, index) => (index === at ? withTick(point, round, tick) : point)),
      ),
    );
    // The point that is noted now is not looked for again, whether the change is kept yet or not.
    const left = mapped.map((point, index) => (index === at ? withTick(point, round, tick) : point));
    const next = nextMissing(left, round, at);
    setAt(next);
    setAll(next === null);
  };
  const point = at === null ? undefined : points[at];
  const last = round + 1 >= schedule.rounds.length;
  return (
    <Modal
      show
      onHide={onDone}
      fullscreen
      animation={false}
      className="hand-sheet round-by-hand"
      aria-labelledby="round-title"
    >
      <Modal.Header closeButton>
        <Modal.Title id="round-title" as="h2">
          Round {round + 1} of {schedule.rounds.length}
          <i>{missing === 0 ? 'every point is noted' : `${missing} of ${mapped.length} to note`}</i>
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {point && at !== null ? (
          <>
            <div className="round-point" aria-live="polite">
              {point.room && <span>{point.room}</span>}
              <b>{point.answer.name}</b>
            </div>
            <div className="round-answers">
              {(['live', 'dead'] as const).map((tick) => (
                <button
                  key={tick}
                  type="button"
                  className={`tick ${tick}`}
                  aria-pressed={tickOf(mapped[at], round) === tick}
                  onClick={() => note(tick)}
                >
                  {tick}
                </button>
              ))}
            </div>
            <div className="round-ways">
              <button type="button" className="way" disabled={at === 0} onClick={() => setAt(at - 1)}>
                Point before
              </button>
              <button type="button" className="way" onClick={() => goOn(at)}>
                Later
              </button>
            </div>
          </>
        ) : all || missing === 0 ? (
          <>
            <p className="round-point">
              <b>Every point is noted.</b>
            </p>
            <button
              type="button"
              className="way"
              onClick={() => {
                if (last) return onDone();
                setRound(round + 1);
                onRound(round + 1);
                setAll(false);
              }}
            >
              {last ? 'Done: this was the last round' : `Go on to round ${round + 2}`}
            </button>
          </>
        ) : (
          <>
            <dl className="round-card">
              <dt>Off in this round</dt>
              <dd className="figure">{card.off.join('  ') || 'none'}</dd>
              {round > 0 && (
                <>
                  <dt>Switch on</dt>
                  <dd className="figure">{card.switch_on.join('  ') || 'none'}</dd>
                  <dt>Switch off</dt>
                  <dd className="figure">{card.switch_off.join('  ') || 'none'}</dd>
                </>
              )}
            </dl>
            <p className="caution">Switch from the front only, all that is named and no more.</p>
            <button type="button" className="way" onClick={() => goOn(-1)}>
              It is switched: to the first point
            </button>
          </>
        )}
      </Modal.Body>
    </Modal>
  );
}
