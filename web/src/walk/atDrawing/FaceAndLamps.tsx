// The face of the box as one works on it: beside it the lamps of the tester and what stands in words, under it the conductors.
import type { Face, MapChange } from '../../api/types';
import { FaceDrawing, faceNotes } from '../../drawing/face/FaceDrawing';
import { wirePaint } from '../../drawing/wirePaint';
import { LampRow } from '../../electrical/LampRow';
import { contentsOf, halvesOf, takesLamps, withLamps } from '../contents';
import type { BoxSession } from '../session';
import type { SessionState } from '../sessionState';
import { conductorNamesByCable } from '../words';
import { Rack } from './Rack';
import type { AtDrawing } from './useAtDrawing';

type Props = {
  session: BoxSession;
  state: SessionState;
  at: AtDrawing;
  after: Face | undefined;
  changes: MapChange[] | undefined;
  /** The lamps stand here, and not in the part that is being taken down. */
  lamps: boolean;
};

export function FaceAndLamps({ session, state, at, after, changes, lamps }: Props) {
  const { face } = state.judgement;
  const contents = contentsOf(state);
  const notes = faceNotes(face, after);
  const names = conductorNamesByCable(contents);
  /** The screw that a conductor is on. */
  const screwOf = (id: number) => {
    const screws = face.devices.flatMap(({ terminals }) => terminals);
    return screws.find(({ conductors }) => conductors.some((one) => one.id === id))?.name;
  };
  return (
    <div className="face-work" data-landing={at.picked?.startsWith('conductor ') || undefined}>
      <FaceDrawing face={face} after={after} changes={changes} hold={at} />
      <div className="beside">
        {lamps &&
          takesLamps(contents) &&
          halvesOf(contents).map((half) => (
            <LampRow
              key={half}
              half={half}
              reading={contents.lamps.find((reading) => reading.half === half)}
              onChange={(reading) =>
                session.edit((known) => withLamps(known, half, reading), {
                  words: reading
                    ? `Lamps, ${half} half: hot to neutral ${reading.hot_neutral}, hot to ground ${reading.hot_ground}, neutral to ground ${reading.neutral_ground}`
                    : `Lamps, ${half} half: not read`,
                })
              }
            />
          ))}
        <ul className="notes">
          {notes.now.map((line) => (
            <li key={line}>{line}</li>
          ))}
          {notes.planned.map((line) => (
            <li key={line} className="then">
              then: {line}
            </li>
          ))}
        </ul>
      </div>
      <Rack
        name="Conductors of the box"
        hold={at}
        parts={contents.conductors.map(({ id, colour }, index) => ({
          part: `conductor ${id}`,
          words: names[index]?.[1] ?? colour,
          paint: wirePaint[colour],
          where: screwOf(id),
        }))}
      />
    </div>
  );
}
