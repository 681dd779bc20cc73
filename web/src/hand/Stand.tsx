// How the box stands in its wall, and how large it is.
import { useState } from 'react';
import { useTrades } from '../api/queries';
import { Answers, YES_NO } from '../ui/Answers';
import { Choice } from '../ui/Choice';
import { contentsOf } from '../walk/contents';
import type { Asked } from './asked';
import { enter, LengthRows } from './LengthRows';

export function HowItStands(asked: Asked) {
  const { stand } = contentsOf(asked.state);
  const [proud, setProud] = useState(stand.proud !== null && stand.set_back === null);
  return (
    <LengthRows
      key={String(proud)}
      asked={asked}
      rows={[
        proud
          ? { pointer: '/stand/proud', label: 'proud by' }
          : { pointer: '/stand/set_back', label: 'set back by' },
      ]}
      ways={() => (
        <div className="answers">
          <button type="button" onClick={() => enter(asked, '/stand/set_back', '0')}>
            flush
          </button>
          <button type="button" onClick={() => setProud(!proud)}>
            {proud ? 'it is set back' : 'it stands proud'}
          </button>
        </div>
      )}
    />
  );
}

export function BoxVolume(asked: Asked) {
  const { session, state, wanted } = asked;
  const sizes = useTrades().data?.box_sizes ?? [];
  const contents = contentsOf(state);
  const { fittings } = contents;
  return (
    <LengthRows
      asked={asked}
      rows={[
        { pointer: '/marked_volume', label: 'marked inside, cu in', plain: true },
        { pointer: '/depth', label: 'depth' },
      ]}
      ways={() => (
        <>
          <Choice
            label="Or its trade size"
            value={contents.size}
            choices={sizes.map(({ size, name }) => [size, name] as const)}
            none="not noted"
            onChange={(size) => session.edit((known) => ({ ...known, size }))}
          />
          <Answers
            legend="Clamps inside"
            value={fittings.internal_clamps}
            waits={wanted.has('/fittings/internal_clamps')}
            choices={YES_NO}
            onAnswer={(internal_clamps) =>
              session.edit((known) => ({ ...known, fittings: { ...known.fittings, internal_clamps } }))
            }
          />
        </>
      )}
    />
  );
}
