// What came of a board: found, missed, wrong, each explained with its figure.
import type { DrillMark, DrillScore } from '../api/types';

const SAID: Record<DrillMark['outcome'], string> = { found: 'Found', missed: 'Missed', wrong: 'Not so' };

export function Score({ score, kept }: { score: DrillScore; kept: boolean }) {
  return (
    <div className="drill-score">
      <p className="drill-says" role="status">
        <b>{score.percent} %</b> {score.says}
      </p>
      {score.danger_first !== null && score.danger_first !== undefined && (
        <p>{score.danger_first ? 'Dangers were named first.' : 'Dangers were not named first.'}</p>
      )}
      {!kept && <p>This device has no room to keep it: it does not come again.</p>}
      <ul className="drill-marks">
        {score.marks.map((mark) => (
          <li key={`${mark.question} ${mark.choice}`} className={mark.outcome}>
            <b>{SAID[mark.outcome]}</b>
            <span>
              <span className="figure">{mark.question}</span>{' '}
              <span className="drill-named">{mark.words}</span>
              {mark.danger && <em>danger</em>}
            </span>
            <small>
              {mark.why} {mark.citation && <cite>{mark.citation}</cite>}
            </small>
          </li>
        ))}
      </ul>
    </div>
  );
}
