// What is in a box, brought in and taken out: the same at the desk and by hand.
import type {
  BoxContents,
  BoxRecord,
  Cable,
  Colour,
  Conductor,
  Device,
  Fittings,
  Gauge,
  LampReading,
  Role,
  Stand,
  Terminal,
} from '../api/types';
import type { SessionState, Side } from './sessionState';

/** What a cable of two insulated conductors brings, and what each is for as a rule. */
const CABLE_COLOURS: [Colour, Role][] = [
  ['black', 'ungrounded'],
  ['white', 'grounded'],
  ['bare', 'equipment-grounding'],
];
const THIRD: [Colour, Role] = ['red', 'switched-leg'];

/** The contents of a side; as found where nothing is left yet. */
export const sideOf = (record: BoxRecord, side: Side): BoxContents =>
  (side === 'left' ? record.left : null) ?? record.found;

/** The contents of the side that is shown. */
export const contentsOf = ({ record, side }: SessionState): BoxContents => sideOf(record, side);

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

/** One cable changed. */
export const withCableAs = (contents: BoxContents, id: number, change: Partial<Cable>): BoxContents => ({
  ...contents,
  cables: contents.cables.map((known) => (known.id === id ? { ...known, ...change } : known)),
});

/** One conductor changed. */
export const withConductorAs = (
  contents: BoxContents,
  id: number,
  change: Partial<Conductor>,
): BoxContents => ({
  ...contents,
  conductors: contents.conductors.map((known) => (known.id === id ? { ...known, ...change } : known)),
});

export const withStand = (contents: BoxContents, change: Partial<Stand>): BoxContents => ({
  ...contents,
  stand: { ...contents.stand, ...change },
});

export const withFittings = (contents: BoxContents, change: Partial<Fittings>): BoxContents => ({
  ...contents,
  fittings: { ...contents.fittings, ...change },
});

/** The box set back by so many nanometres; proud where it is less than nothing. */
export const withSetBack = (contents: BoxContents, nm: number): BoxContents =>
  withStand(contents, nm < 0 ? { set_back: null, proud: -nm } : { set_back: nm, proud: null });

/** A conductor brought to a terminal; what else is on the terminal stays, and the conductor leaves the one it was on. */
export const landedOn = (
  contents: BoxContents,
  conductor: number,
  device: number,
  terminal: Terminal,
): BoxContents => ({
  ...contents,
  landings: [
    ...contents.landings.filter((known) => known.conductor !== conductor),
    { device, terminal, conductor },
  ],
});

/** A conductor taken off whatever it is on. */
export const takenOff = (contents: BoxContents, conductor: number): BoxContents => ({
  ...contents,
  landings: contents.landings.filter((known) => known.conductor !== conductor),
});

const TWO_HALVES = ['duplex-receptacle', 'two-slot-receptacle', 'gfci-receptacle'];

/** The halves at which one reads: two at a receptacle that has two. */
export function halvesOf({ devices, lamps }: BoxContents): LampReading['half'][] {
  const two =
    devices.some(({ kind }) => TWO_HALVES.includes(kind)) || lamps.some(({ half }) => half === 'lower');
  return two ? ['upper', 'lower'] : ['upper'];
}

/** A tester with lamps fits; into a range or dryer receptacle it does not. */
export const takesLamps = ({ devices }: BoxContents) =>
  devices.length === 0 || devices.some(({ kind }) => kind !== 'range-receptacle');

export const withLamps = (
  contents: BoxContents,
  half: LampReading['half'],
  reading: LampReading | null,
): BoxContents => ({
  ...contents,
  lamps: [...contents.lamps.filter((known) => known.half !== half), ...(reading ? [reading] : [])],
});
