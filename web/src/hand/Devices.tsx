// Each device: its rating, how it is seated, what is marked on it.
import type { Device } from '../api/types';
import { Answers, YES_NO } from '../ui/Answers';
import { contentsOf, withDeviceAs } from '../walk/contents';
import type { Asked } from './asked';

const RATED = [15, 20, 30, 40, 50].map((figure) => [figure, `${figure} A`] as const);

export function Devices({ session, state, choices, wanted }: Asked) {
  const { devices } = contentsOf(state);
  const named = ({ kind }: Device) => choices.devices.find(([known]) => known === kind)?.[1] ?? kind;
  return devices.map((device, index) => {
    const set = (change: Partial<Device>) => session.edit((known) => withDeviceAs(known, device.id, change));
    const receptacle = device.kind.includes('receptacle');
    const name = named(device);
    const waits = (field: string) => wanted.has(`/devices/${index}/${field}`);
    return (
      <section key={device.id} aria-label={name}>
        <h3>{name}</h3>
        <Answers
          legend="Rated"
          waits={waits('amperes')}
          value={device.amperes}
          choices={RATED}
          onAnswer={(amperes) => set({ amperes })}
        />
        <Answers
          legend="Seated"
          waits={waits('seat')}
          value={device.seat}
          choices={choices.seats}
          onAnswer={(seat) => set({ seat })}
        />
        {receptacle && (
          <>
            <Answers
              legend="Tamper-resistant"
              waits={waits('tamper_resistant')}
              value={device.tamper_resistant}
              choices={YES_NO}
              onAnswer={(tamper_resistant) => set({ tamper_resistant })}
            />
            <Answers
              legend="Weather-resistant"
              waits={waits('weather_resistant')}
              value={device.weather_resistant}
              choices={YES_NO}
              onAnswer={(weather_resistant) => set({ weather_resistant })}
            />
          </>
        )}
      </section>
    );
  });
}
