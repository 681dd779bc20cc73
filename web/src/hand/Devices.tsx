// Each device: its rating, how it is seated, what is marked on it.
import { DeviceAnswers } from '../walk/atDrawing/OnFace';
import { contentsOf } from '../walk/contents';
import type { Asked } from './asked';

export function Devices({ session, state, choices, wanted }: Asked) {
  const contents = contentsOf(state);
  return contents.devices.map((device, index) => {
    const name = choices.devices.find(([known]) => known === device.kind)?.[1] ?? device.kind;
    const place = { session, state, contents, choices, wanted, name };
    return (
      <section key={device.id} aria-label={name}>
        <h3>{name}</h3>
        <DeviceAnswers {...place} device={device} index={index} />
      </section>
    );
  });
}
