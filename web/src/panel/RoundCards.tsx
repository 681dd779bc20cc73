// The mapping on paper: a card a round to read at the panel, and one list of points with a square for each round.
import type { PanelView } from '../api/types';

export function RoundCards({ view }: { view: PanelView }) {
  const { schedule, points } = view.judgement.answer;
  if (!schedule) return null;
  const rounds = schedule.rounds;
  return (
    <div className="on-paper">
      <h1>{view.panel.record.name}: mapping in rounds</h1>
      <p>
        Switch from the front only, all that a card names and no more. Note every point in every round: a tick
        where it is live, a stroke where it is dead.
      </p>
      {rounds.map((card, index) => (
        <div key={card.number} className="paper-card">
          <h2>Round {card.number}</h2>
          <p>
            Off: <b className="figure">{card.off.join('   ')}</b>
          </p>
          {index > 0 && (
            <p>
              From the round before: on {card.switch_on.join(' ') || 'none'}; off{' '}
              {card.switch_off.join(' ') || 'none'}.
            </p>
          )}
        </div>
      ))}
      <table>
        <thead>
          <tr>
            <th scope="col">Point</th>
            {rounds.map((card) => (
              <th key={card.number} scope="col">
                {card.number}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {points.map((point) => (
            <tr key={`${point.box_id} ${point.half} ${point.answer.name}`}>
              <th scope="row">
                {point.room ? `${point.room}, ` : ''}
                {point.answer.name}
              </th>
              {rounds.map((card) => (
                <td key={card.number} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
