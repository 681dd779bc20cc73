// The rounds: which breakers take part, how safe the code is, and the card of each round to read at the panel.
import { Button } from 'react-bootstrap';
import type { PanelView } from '../api/types';
import { Choice } from '../ui/Choice';
import type { ChangePanel } from './change';
import { FindOne } from './FindOne';

const SAFETIES = [
  ['bare', 'fewest rounds, a slip goes unseen'],
  ['detects', 'a slip of the pen is seen'],
  ['corrects', 'a slip of the pen is put right'],
] as const;

type Props = { view: PanelView; round: number; onRound: (round: number) => void; change: ChangePanel };

export function Rounds({ view, round, onRound, change }: Props) {
  const { record } = view.panel;
  const { schedule, refusal, one_by_one } = view.judgement.answer;
  const begun = record.mapping.points.some((point) => point.ticks.length > 0);
  const may = record.breakers.filter((breaker) => !breaker.never).map((breaker) => breaker.id);
  const set = (mapping: Partial<typeof record.mapping>) =>
    void change((known) => ({ ...known, mapping: { ...known.mapping, ...mapping } }));
  return (
    <>
      {!begun && (
        <>
          <Choice
            label="What the rounds withstand"
            value={record.mapping.safety}
            choices={SAFETIES}
            onChange={(safety) => safety && set({ safety })}
          />
          <div className="results">
            <Button
              variant={record.mapping.breakers.length > 0 ? 'outline-primary' : 'primary'}
              onClick={() => set({ breakers: may })}
            >
              Map all {may.length} breakers
            </Button>
          </div>
        </>
      )}
      {view.held.map((hold) => (
        <p key={hold.box_id} className="refused">
          {hold.sentence} No round is walked meanwhile.
        </p>
      ))}
      {refusal && <p className="refused">{refusal}</p>}
      {one_by_one && !begun && <FindOne view={view} open />}
      {schedule && (
        <>
          <div className="results">
            <Button variant="outline-primary" onClick={() => window.print()}>
              Print the cards
            </Button>
          </div>
          <p className="muted">
            {schedule.operations} operations of a breaker in all.
            {schedule.long_off.length > 0 && ` Off twice in a row: ${schedule.long_off.join(', ')}.`}
          </p>
          <ol className="round-cards">
            {schedule.rounds.map((card, index) => (
              <li key={card.number} className={index === round ? 'here' : ''}>
                <button
                  type="button"
                  className="plain"
                  aria-pressed={index === round}
                  onClick={() => onRound(index)}
                >
                  <b>Round {card.number}</b>
                  <i>{index < view.judgement.answer.rounds_done ? 'noted' : ''}</i>
                </button>
                {index === round && (
                  <dl>
                    <dt>Off</dt>
                    <dd className="figure">{card.off.join('  ')}</dd>
                    {index > 0 && card.switch_on.length > 0 && (
                      <>
                        <dt>switch on</dt>
                        <dd className="figure">{card.switch_on.join('  ')}</dd>
                      </>
                    )}
                    {index > 0 && card.switch_off.length > 0 && (
                      <>
                        <dt>switch off</dt>
                        <dd className="figure">{card.switch_off.join('  ')}</dd>
                      </>
                    )}
                  </dl>
                )}
              </li>
            ))}
          </ol>
          {begun && (
            <Button
              variant="outline-primary"
              onClick={() => set({ points: record.mapping.points.map((point) => ({ ...point, ticks: [] })) })}
            >
              Begin the mapping again
            </Button>
          )}
        </>
      )}
    </>
  );
}
