// The directory as it is beside what the walk found, accepted line by line; what is in doubt; the printed schedule.
import { Button } from 'react-bootstrap';
import type { PanelView } from '../api/types';
import type { ChangePanel } from './change';

const CERTAINTY = {
  clear: '',
  corrected: 'a slip was put right',
  ambiguous: 'in doubt',
  'fed-by-none': 'fed by none of these',
  'dead-throughout': 'dead in every round: read it with everything on',
  unexplained: 'fits no breaker: read it again',
} as const;

export function Directory({ view, change }: { view: PanelView; change: ChangePanel }) {
  const { directory, points, extra_round } = view.judgement.answer;
  const accept = (lines: typeof directory) =>
    void change((known) => ({
      ...known,
      breakers: known.breakers.map((breaker) => {
        const line = lines.find((one) => one.breaker === breaker.id);
        return line ? { ...breaker, directory: line.proposed } : breaker;
      }),
    }));
  const differing = directory.filter((line) => line.differs);
  const odd = points.filter((point) => point.answer.certainty !== 'clear');
  const done =
    view.judgement.answer.schedule != null &&
    view.judgement.answer.rounds_done === view.judgement.answer.schedule.rounds.length;
  return (
    <section className="directory" aria-label="Directory">
      <div className="results">
        {differing.length > 0 && (
          <Button onClick={() => accept(differing)}>Accept all {differing.length} differences</Button>
        )}
        <Button variant="outline-primary" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <table>
        <thead>
          <tr>
            <th scope="col">Breaker</th>
            <th scope="col">Directory says</th>
            <th scope="col">The walk found</th>
            <th scope="col">
              <span className="visually-hidden">Accept</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {directory.map((line) => (
            <tr key={line.breaker} className={line.differs ? 'differs' : ''}>
              <th scope="row" className="figure">
                {line.name}
              </th>
              <td>{line.says || 'nothing'}</td>
              <td>
                {line.proposed || (line.feeds_nothing ? 'nothing that was looked at: its line stays' : '–')}
              </td>
              <td>
                {line.differs && (
                  <Button
                    variant="outline-primary"
                    aria-label={`Accept for breaker ${line.name}`}
                    onClick={() => accept([line])}
                  >
                    Accept
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {done && odd.length > 0 && (
        <>
          <h3>To look at again</h3>
          <ul className="odd-points">
            {odd.map((point) => (
              <li key={point.answer.name}>
                <b>{point.answer.name}</b> {CERTAINTY[point.answer.certainty]}
                {point.answer.breakers.length > 0 && `: ${point.answer.breakers.join(' or ')}`}
                {point.answer.slip != null && `, round ${point.answer.slip}`}
              </li>
            ))}
          </ul>
        </>
      )}
      {extra_round.length > 0 && (
        <p className="trace-says">
          One round more settles them: switch off <span className="figure">{extra_round.join(' ')}</span> and
          look at those points only.
        </p>
      )}
    </section>
  );
}
