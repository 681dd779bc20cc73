// What lies beside a drawing, to be taken hold of as what is in it: the conductors of the box, or what takes room in it.
import type { Holding, Part } from '../../drawing/parts';

type Props = {
  name: string;
  hold: Holding;
  parts: { part: Part; words: string; paint?: string | undefined; where?: string | undefined }[];
};

export function Rack({ name, hold, parts }: Props) {
  if (parts.length === 0) return null;
  return (
    <fieldset className="rack">
      <legend className="visually-hidden">{name}</legend>
      {parts.map(({ part, words, paint, where }) => (
        <button
          key={part}
          type="button"
          data-part={part}
          className={hold.waits(part) ? 'waits' : ''}
          aria-pressed={hold.picked === part}
          onClick={(event) => hold.pick(part, event.detail === 0)}
        >
          {paint && <span className="swatch" style={{ backgroundColor: paint }} />}
          {words}
          {where && <i>{where}</i>}
        </button>
      ))}
    </fieldset>
  );
}
