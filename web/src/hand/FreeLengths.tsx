// The lengths of a box: where each sheath ends, then each conductor from there, or past the opening.
import { useState } from 'react';
import { wirePaint } from '../drawing/wirePaint';
import { contentsOf } from '../walk/contents';
import { conductorNames } from '../walk/words';
import type { Asked } from './asked';
import { LengthRows, type Row, textOf } from './LengthRows';

export function FreeLengths(asked: Asked) {
  const { session, state, wanted } = asked;
  const [past, setPast] = useState(false);
  const { cables, conductors } = contentsOf(state);
  const names = conductorNames(conductors);
  const field = past ? 'reach' : 'free_length';
  const wires = conductors.flatMap((conductor, index): Row[] =>
    conductor.passes_through
      ? []
      : [
          {
            pointer: `/conductors/${index}/${field}`,
            label: names[index] ?? '',
            paint: wirePaint[conductor.colour],
            minus: past,
          },
        ],
  );
  const sheaths = cables.map((cable, index) => ({
    pointer: `/cables/${index}/sheath_end`,
    label: cables.length > 1 ? `sheath ${cable.label || cable.id} ends behind` : 'sheath ends behind',
  }));
  const waits = [...wanted.keys()].some((one) => one.endsWith('/reach'));
  const open = wires.filter(({ pointer }) => textOf(state, pointer) === '');
  return (
    <>
      <fieldset className="sides from">
        <legend className="visually-hidden">Measured from where</legend>
        <button type="button" aria-pressed={!past} onClick={() => setPast(false)}>
          From the sheath
        </button>
        <button type="button" aria-pressed={past} onClick={() => setPast(true)}>
          Past the opening{waits && <i> asked for</i>}
        </button>
      </fieldset>
      <LengthRows
        key={field}
        asked={asked}
        rows={past ? wires : [...sheaths, ...wires]}
        ways={(active, text) => {
          const others = open.filter((row) => row !== active);
          if (!text || others.length === 0 || !active?.pointer.startsWith('/conductors')) return null;
          return (
            <button
              type="button"
              className="way"
              onClick={() => {
                for (const { pointer } of others) {
                  session.type(pointer, text);
                  session.leave(pointer);
                }
              }}
            >
              {others.length === wires.length - 1
                ? 'All conductors alike'
                : `The other ${others.length} alike`}
            </button>
          );
        }}
      />
    </>
  );
}
