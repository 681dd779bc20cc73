// Which side of a record is shown: as found, or as left.
export type Side = 'found' | 'left';

export function Sides({ side, onChange }: { side: Side; onChange: (side: Side) => void }) {
  return (
    <fieldset className="sides">
      <legend className="visually-hidden">Which look</legend>
      <button type="button" aria-pressed={side === 'found'} onClick={() => onChange('found')}>
        As found
      </button>
      <button type="button" aria-pressed={side === 'left'} onClick={() => onChange('left')}>
        As left
      </button>
    </fieldset>
  );
}
