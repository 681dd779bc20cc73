// What is in a box, brought in and taken out: the same at the desk and by hand.
import type { BoxContents, Cable, Colour, Conductor, Device, Gauge, Role } from '../api/types';
import type { SessionState } from './sessionState';

/** What a cable of two insulated conductors brings, and what each is for as a rule. */
const CABLE_COLOURS: [Colour, Role][] = [
  ['black', 'ungrounded'],
  ['white', 'grounded'],
  ['bare', 'equipment-grounding'],
];
const THIRD: [Colour, Role] = ['red', 'switched-leg'];

/** The contents of the side that is shown. */
export function contentsOf(state: SessionState): BoxContents {
  return (state.side === 'left' ? state.record.left : null) ?? state.record.found;
}

const nextId = (known: { id: number }[]) => Math.max(0, ...known.map((one) => one.id)) + 1;

/** What is left out the core fills in: nothing is known of it. */
export function withConductor(
  contents: BoxContents,
  cable: number | null,
  [colour, role]: [Colour, Role],
  gauge: Gauge,
): BoxContents {
  const conductor = { id: nextId(contents.conductors), cable, gauge, colour, role } as Conductor;
  return { ...contents, conductors: [...contents.conductors, conductor] };
}

/** Adds a cable with its usual conductors; with a third insulated one where `three` says so. */
export function withCable(contents: BoxContents, gauge: Gauge, three = false): BoxContents {
  const cable = { id: nextId(contents.cables) } as Cable;
  const colours = three ? CABLE_COLOURS.toSpliced(2, 0, THIRD) : CABLE_COLOURS;
  return colours.reduce((grown, colour) => withConductor(grown, cable.id, colour, gauge), {
    ...contents,
    cables: [...contents.cables, cable],
  });
}

/** Takes a cable out with its conductors. */
export const withoutCable = (contents: BoxContents, id: number): BoxContents => ({
  ...contents,
  cables: contents.cables.filter((known) => known.id !== id),
  conductors: contents.conductors.filter((known) => known.cable !== id),
});

export const withDevice = (contents: BoxContents, kind: Device['kind']): BoxContents => ({
  ...contents,
  devices: [...contents.devices, { id: nextId(contents.devices), kind } as Device],
});

export const withoutDevice = (contents: BoxContents, id: number): BoxContents => ({
  ...contents,
  devices: contents.devices.filter((known) => known.id !== id),
});

/** One device changed. */
export const withDeviceAs = (contents: BoxContents, id: number, change: Partial<Device>): BoxContents => ({
  ...contents,
  devices: contents.devices.map((known) => (known.id === id ? { ...known, ...change } : known)),
});
