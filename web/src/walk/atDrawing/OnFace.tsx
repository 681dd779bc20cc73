// What is said of the parts of the face: a gang, the device in it, its screws and tabs.
import type { Device, Terminal } from '../../api/types';
import { YES_NO } from '../../ui/Answers';
import { landedOn, takenOff, withDevice, withDeviceAs, withoutDevice } from '../contents';
import { conductorNamesByCable, DEVICE_AMPERES, TABS } from '../words';
import { Asks, AsksOne, fieldOf, type Place } from './Asks';

const RATED = DEVICE_AMPERES.map((figure) => [figure, `${figure} A`] as const);

/** A free gang: what is put into it is what one speaks of next. */
export function GangForm({ onPut, ...place }: Place & { onPut: (kind: Device['kind']) => void }) {
  return (
    <Asks
      place={place}
      legend="What is in it"
      value={null}
      choices={place.choices.devices}
      set={(known, kind) => {
        if (!kind) return known;
        onPut(kind);
        return withDevice(known, kind);
      }}
    />
  );
}

type OfDevice = Place & { device: Device; index: number };

/** What one reads off a device itself: its rating, how it sits, what is marked on it. */
export function DeviceAnswers({ device, index, ...place }: OfDevice) {
  const of = fieldOf(`/devices/${index}`, device, withDeviceAs);
  return (
    <>
      <Asks place={place} legend="Rated" choices={RATED} {...of('amperes')} />
      <Asks place={place} legend="Seated" choices={place.choices.seats} {...of('seat')} />
      {device.kind.includes('receptacle') && (
        <>
          <Asks place={place} legend="Tamper-resistant" choices={YES_NO} {...of('tamper_resistant')} />
          <Asks place={place} legend="Weather-resistant" choices={YES_NO} {...of('weather_resistant')} />
        </>
      )}
    </>
  );
}

export function DeviceForm({ onGone, ...props }: OfDevice & { onGone: () => void }) {
  const { device, index, ...place } = props;
  const { choices } = place;
  const of = fieldOf(`/devices/${index}`, device, withDeviceAs);
  return (
    <>
      <DeviceAnswers {...props} />
      {device.kind.includes('receptacle') && (
        <AsksOne
          place={place}
          legend="Slots"
          choices={choices.configurations}
          none="not noted"
          {...of('configuration')}
        />
      )}
      <AsksOne place={place} legend="What it is" choices={choices.devices} {...of('kind')} />
      <AsksOne
        place={place}
        legend="It is for"
        choices={choices.purposes}
        none="not noted"
        {...of('purpose')}
      />
      <button
        type="button"
        className="way"
        onClick={() => {
          place.session.edit((known) => withoutDevice(known, device.id), {
            words: `${place.name}: taken out`,
          });
          onGone();
        }}
      >
        Take it out
      </button>
    </>
  );
}

/** Which conductors are on a screw: each is put on, or taken off, with one tap. */
export function TerminalForm({ device, terminal, ...place }: Place & { device: number; terminal: Terminal }) {
  const { session, contents, name } = place;
  const on = (conductor: number) =>
    contents.landings.some(
      (known) => known.device === device && known.terminal === terminal && known.conductor === conductor,
    );
  const names = conductorNamesByCable(contents);
  if (names.length === 0) return <p className="muted">No conductor is noted in this box yet.</p>;
  return (
    <fieldset className="answers" data-columns={2}>
      <legend>Conductors on it</legend>
      {names.map(([id, words]) => (
        <button
          key={id}
          type="button"
          aria-pressed={on(id)}
          onClick={() =>
            on(id)
              ? session.edit((known) => takenOff(known, id), { words: `${words}: off ${name}` })
              : session.edit((known) => landedOn(known, id, device, terminal), {
                  words: `${words}: on ${name}`,
                })
          }
        >
          {words}
        </button>
      ))}
    </fieldset>
  );
}

export function TabForm({ device, index, tab, ...place }: OfDevice & { tab: 'hot_tab' | 'neutral_tab' }) {
  const of = fieldOf(`/devices/${index}`, device, withDeviceAs);
  return <Asks place={place} legend="Tab" choices={TABS} {...of(tab)} />;
}
