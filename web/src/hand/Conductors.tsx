// How sound each conductor is: all at once, or one by one.
import type { Conductor } from '../api/types';
import { wirePaint } from '../drawing/wirePaint';
import { contentsOf } from '../walk/contents';
import { CONDITIONS, conductorNames } from '../walk/words';
import type { Asked } from './asked';

export function Conductors({ session, state, wanted, done }: Asked) {
  const { conductors } = contentsOf(state);
  const names = conductorNames(conductors);
  const set = (change: (conductor: Conductor) => Conductor) =>
    session.edit((known) => ({ ...known, conductors: known.conductors.map(change) }));
  return (
    <>
      {conductors.some(({ condition }) => condition === null) && (
        <button
          type="button"
          className="way"
          onClick={() => {
            set((one) => ({ ...one, condition: one.condition ?? 'sound' }));
            done();
          }}
        >
          {conductors.every(({ condition }) => condition === null) ? 'All sound' : 'All others sound'}
        </button>
      )}
      {conductors.map((conductor, index) => (
        <label
          key={conductor.id}
          className={wanted.has(`/conductors/${index}/condition`) ? 'row-of waits' : 'row-of'}
        >
          <span className="swatch" style={{ backgroundColor: wirePaint[conductor.colour] }} />
          <span>{names[index]}</span>
          <select
            className="form-select"
            value={conductor.condition ?? ''}
            onChange={(event) => {
              const condition = (event.target.value || null) as Conductor['condition'];
              set((one) => (one.id === conductor.id ? { ...one, condition } : one));
            }}
          >
            <option value="">not looked at</option>
            {CONDITIONS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
      ))}
    </>
  );
}
