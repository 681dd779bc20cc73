// What is in the box: its kind, the cables that come in, the devices on it. A tap brings one in, a tap takes one out.
import type { Gauge } from '../api/types';
import { contentsOf, withCable, withDevice, withoutCable, withoutDevice } from '../walk/contents';
import { BOX_KINDS, conductorNames } from '../walk/words';
import type { Asked } from './asked';

/** The cables one finds, by gauge and whether there is a third insulated conductor. */
const CABLES: readonly (readonly [Gauge, boolean, string])[] = [
  ['14', false, '14/2'],
  ['14', true, '14/3'],
  ['12', false, '12/2'],
  ['12', true, '12/3'],
  ['10', false, '10/2'],
  ['10', true, '10/3'],
];

export function Contents({ session, state, choices }: Asked) {
  const contents = contentsOf(state);
  const names = conductorNames(contents.conductors);
  const named = (device: string) => choices.devices.find(([kind]) => kind === device)?.[1] ?? device;
  return (
    <>
      <fieldset className="answers">
        {BOX_KINDS.map(([kind, words]) => (
          <button
            key={kind}
            type="button"
            aria-pressed={contents.kind === kind}
            onClick={() => session.edit((known) => ({ ...known, kind }))}
          >
            {words}
          </button>
        ))}
      </fieldset>
      <fieldset className="answers">
        <legend>Cables that come in</legend>
        {CABLES.map(([gauge, three, words]) => (
          <button
            key={words}
            type="button"
            onClick={() => session.edit((known) => withCable(known, gauge, three))}
          >
            + {words}
          </button>
        ))}
      </fieldset>
      <ul className="in-it">
        {contents.cables.map((cable) => (
          <li key={cable.id}>
            <span>
              {cable.label || `Cable ${cable.id}`}:{' '}
              {names.filter((_, at) => contents.conductors[at]?.cable === cable.id).join(', ')}
            </span>
            <button
              type="button"
              className="plain"
              onClick={() => session.edit((known) => withoutCable(known, cable.id))}
            >
              Take out
            </button>
          </li>
        ))}
      </ul>
      <fieldset className="answers">
        <legend>Devices on it</legend>
        {choices.devices.map(([kind, words]) => (
          <button key={kind} type="button" onClick={() => session.edit((known) => withDevice(known, kind))}>
            + {words}
          </button>
        ))}
      </fieldset>
      <ul className="in-it">
        {contents.devices.map((device) => (
          <li key={device.id}>
            <span>{named(device.kind)}</span>
            <button
              type="button"
              className="plain"
              onClick={() => session.edit((known) => withoutDevice(known, device.id))}
            >
              Take out
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
