// What is said of the parts of the face: a gang, the device in it, its screws and tabs.
import type { Device, Terminal } from '../../api/types';
import { YES_NO } from '../../ui/Answers';
import { landedOn, takenOff, withDevice, withDeviceAs, withoutDevice } from '../contents';
import { conductorNamesByCable, TABS } from '../words';
import { Asks, AsksOne, type Place } from './Asks';

const RATED = [15, 20, 30, 40, 50].map((figure) => [figure, `${figure} A`] as const);

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

export function DeviceForm({
  device,
  index,
  onGone,
  ...place
}: Place & { device: Device; index: number; onGone: () => void }) {
  const { choices } = place;
  const field = (name: string) => `/devices/${index}/${name}`;
  const receptacle = device.kind.includes('receptacle');
  return (
    <>
      <Asks
        place={place}
        legend="Rated"
        field={field('amperes')}
        value={device.amperes}
        choices={RATED}
        set={(known, amperes) => withDeviceAs(known, device.id, { amperes })}
      />
      <Asks
        place={place}
        legend="Seated"
        field={field('seat')}
        value={device.seat}
        choices={choices.seats}
        set={(known, seat) => withDeviceAs(known, device.id, { seat })}
      />
      {receptacle && (
        <>
          <Asks
            place={place}
            legend="Tamper-resistant"
            field={field('tamper_resistant')}
            value={device.tamper_resistant}
            choices={YES_NO}
            set={(known, tamper_resistant) => withDeviceAs(known, device.id, { tamper_resistant })}
          />
          <Asks
            place={place}
            legend="Weather-resistant"
            field={field('weather_resistant')}
            value={device.weather_resistant}
            choices={YES_NO}
            set={(known, weather_resistant) => withDeviceAs(known, device.id, { weather_resistant })}
          />
          <AsksOne
            place={place}
            legend="Slots"
            value={device.configuration}
            choices={choices.configurations}
            none="not noted"
            set={(known, configuration) => withDeviceAs(known, device.id, { configuration })}
          />
        </>
      )}
      <AsksOne
        place={place}
        legend="What it is"
        value={device.kind}
        choices={choices.devices}
        set={(known, kind) => withDeviceAs(known, device.id, kind ? { kind } : {})}
      />
      <AsksOne
        place={place}
        legend="It is for"
        value={device.purpose}
        choices={choices.purposes}
        none="not noted"
        set={(known, purpose) => withDeviceAs(known, device.id, { purpose })}
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

export function TabForm({
  device,
  tab,
  ...place
}: Place & { device: Device; tab: 'hot_tab' | 'neutral_tab' }) {
  return (
    <Asks
      place={place}
      legend="Tab"
      value={device[tab]}
      choices={TABS}
      set={(known, how) => withDeviceAs(known, device.id, { [tab]: how })}
    />
  );
}
