// What the readings of one half mean: the cause or the set, what looks the same, what these instruments cannot see, and
// the reading to take next.
import type { Diagnosis, MeterWish } from '../api/types';

type Props = { diagnosis: Diagnosis; take: (wish: MeterWish) => void };

export function DiagnosisCard({ diagnosis, take }: Props) {
  const { causes, next } = diagnosis;
  const dangerous = causes[0]?.dangerous;
  const sound = causes.length > 0 && !causes[0]?.fault;
  const mark = causes.length === 0 ? 'contradiction' : dangerous ? 'danger' : sound ? 'sound' : 'fault';
  const paths = [diagnosis.ground, diagnosis.metal].filter((path) => path.grade !== 'not-read');
  const wish = next?.meter;
  return (
    <section className={`diagnosis ${mark}`} aria-label={`What the ${diagnosis.half} half says`}>
      <p className="diagnosis-says">
        <i>{diagnosis.half}</i> {diagnosis.statement}
      </p>
      {causes.length > 2 && (
        <p className="others">
          Also:{' '}
          {causes
            .slice(1)
            .filter((cause) => !cause.dangerous)
            .map((cause) => cause.name)
            .join('; ')}
        </p>
      )}
      {diagnosis.look_alikes.length > 0 && (
        <ul className="look-alikes" aria-label="Dangerous wirings that read the same">
          {diagnosis.look_alikes.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {paths.map((path) => (
        <p key={path.sentence} className={`path grade-${path.grade}`}>
          {path.sentence}
        </p>
      ))}
      {next && (
        <p className="next-reading">
          <b>Next:</b>{' '}
          {wish ? (
            <button type="button" className="plain" onClick={() => take(wish)}>
              {next.words}
            </button>
          ) : (
            next.words
          )}{' '}
          <span>{next.tells}</span>
        </p>
      )}
      {diagnosis.to_look_for && <p className="next-reading">Look for {diagnosis.to_look_for}.</p>}
      {diagnosis.cannot_see.length > 0 && (
        <details>
          <summary>What these instruments cannot see</summary>
          <ul>
            {diagnosis.cannot_see.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
