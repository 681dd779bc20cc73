// What is said of the fill: the volume of the box, and what takes room in it, brought in and taken out.

import { useTrades } from '../../api/queries';
import type { Cable, FillCause, Gauge } from '../../api/types';
import { YES_NO } from '../../ui/Answers';
import { withCable, withConductor, withFittings, withoutCable, withoutDevice } from '../contents';
import { LengthField } from '../LengthField';
import { Asks, AsksOne, type Place } from './Asks';

export function VolumeForm(place: Place) {
  const { session, state, contents } = place;
  const sizes = useTrades().data?.box_sizes ?? [];
  return (
    <>
      <div className="lengths">
        <LengthField session={session} state={state} pointer="/marked_volume" label="Marked volume" />
        <LengthField session={session} state={state} pointer="/depth" label="Depth" />
      </div>
      <AsksOne
        place={place}
        legend="Or its size"
        value={contents.size}
        choices={sizes.map(({ size, name }) => [size, name] as const)}
        none="not noted"
        set={(known, size) => ({ ...known, size })}
      />
    </>
  );
}

export function FillForm({ cause, onGang, ...place }: Place & { cause: FillCause; onGang: () => void }) {
  const { contents, choices } = place;
  const { fittings } = contents;
  switch (cause) {
    case 'conductors':
    case 'grounds':
      return <ConductorsForm {...place} />;
    case 'devices':
      return <DevicesForm {...place} onGang={onGang} />;
    case 'clamps':
      return (
        <Asks
          place={place}
          legend="Clamps inside"
          field="/fittings/internal_clamps"
          value={fittings.internal_clamps}
          choices={YES_NO}
          set={(known, internal_clamps) => withFittings(known, { internal_clamps })}
        />
      );
    case 'fittings':
      return choices.fittings.map(([fitting, words]) => (
        <Asks
          key={fitting}
          place={place}
          legend={words}
          value={fittings.support.includes(fitting)}
          choices={[
            [true, 'in it'],
            [false, 'not in it'],
          ]}
          set={(known, has) =>
            withFittings(known, {
              support: [
                ...known.fittings.support.filter((one) => one !== fitting),
                ...(has === true ? [fitting] : []),
              ],
            })
          }
        />
      ));
    case 'terminal-blocks':
      return (
        <Asks
          place={place}
          legend="How many"
          value={fittings.terminal_blocks.length || null}
          choices={[1, 2, 3, 4].map((count) => [count, String(count)] as const)}
          set={(known, count) =>
            withFittings(known, {
              terminal_blocks: Array.from({ length: count ?? 0 }, () => gaugeOf(known.conductors)),
            })
          }
        />
      );
    case 'connectors':
      return <p className="muted">Connectors follow from the splices, which are noted under Devices.</p>;
  }
}

/** The gauge of what is added: as what is there last. */
const gaugeOf = (conductors: { gauge: Gauge }[]) => conductors.at(-1)?.gauge ?? '14';

function ConductorsForm({ session, contents }: Place) {
  const gauge = gaugeOf(contents.conductors);
  const called = (cable: Cable) => cable.label || `cable ${cable.id}`;
  return (
    <div className="ways">
      <button
        type="button"
        className="way"
        onClick={() => session.edit((known) => withCable(known, gauge), { words: `+ cable ${gauge}/2` })}
      >
        + {gauge}/2
      </button>
      <button
        type="button"
        className="way"
        onClick={() =>
          session.edit((known) => withCable(known, gauge, true), { words: `+ cable ${gauge}/3` })
        }
      >
        + {gauge}/3
      </button>
      <button
        type="button"
        className="way"
        onClick={() =>
          session.edit(
            (known) => withConductor(known, known.cables.at(-1)?.id ?? null, ['black', 'ungrounded'], gauge),
            { words: `+ black ${gauge}` },
          )
        }
      >
        + conductor
      </button>
      {contents.cables.map((cable) => (
        <button
          key={cable.id}
          type="button"
          className="way"
          onClick={() =>
            session.edit((known) => withoutCable(known, cable.id), {
              words: `${called(cable)} taken out with its conductors`,
            })
          }
        >
          Take {called(cable)} out
        </button>
      ))}
    </div>
  );
}

function DevicesForm({ session, state, onGang }: Place & { onGang: () => void }) {
  return (
    <div className="ways">
      <button type="button" className="way" onClick={onGang}>
        + device
      </button>
      {state.judgement.face.devices.map(({ id, label }) => (
        <button
          key={id}
          type="button"
          className="way"
          onClick={() => session.edit((known) => withoutDevice(known, id), { words: `${label} taken out` })}
        >
          Take {label} out
        </button>
      ))}
    </div>
  );
}
