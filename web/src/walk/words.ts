// The words of the choices that the capture offers. What they mean is the core's.
import type { BoxContents, Cable, Conductor, Role, Tab } from '../api/types';

export const GAUGES = [
  '18',
  '16',
  '14',
  '12',
  '10',
  '8',
  '6',
  '4',
  '3',
  '2',
  '1',
  '1/0',
  '2/0',
  '3/0',
  '4/0',
] as const;

export const BOX_KINDS = [
  ['device', 'Device box'],
  ['square', 'Square box'],
  ['octagon', 'Octagon box'],
  ['pan', 'Shallow pan'],
  ['masonry', 'Masonry box'],
  ['fan', 'Fan box'],
  ['large', 'Large junction box'],
] as const;

export const CONDITIONS = [
  ['sound', 'sound'],
  ['nicked', 'nicked, or strands broken'],
  ['broken', 'broken, or loose in its joint'],
  ['heat-marked', 'heat marks'],
  ['brittle', 'insulation crumbles'],
] as const;

export const TABS = [
  ['whole', 'whole'],
  ['broken', 'broken off'],
] as const satisfies readonly (readonly [Tab, string])[];

export const CONSTRUCTIONS = [
  ['metal', 'metal'],
  ['nonmetallic', 'plastic'],
] as const satisfies readonly (readonly [BoxContents['construction'], string])[];

export const ENTRIES = [
  ['back', 'the back'],
  ['side', 'a side'],
] as const satisfies readonly (readonly [Cable['entry'], string])[];

/** The ratings that a device is marked with. */
export const DEVICE_AMPERES = [15, 20, 30, 40, 50] as const;

export const ROLES: [Role, string][] = [
  ['ungrounded', 'hot'],
  ['grounded', 'neutral'],
  ['equipment-grounding', 'ground'],
  ['switched-leg', 'switched leg'],
  ['traveller', 'traveller'],
];

/** What each conductor is called among the others of its box: those that look alike are numbered. */
export function conductorNames(conductors: readonly Conductor[]): string[] {
  const names = conductors.map(({ colour, gauge }) => `${colour} ${gauge}`);
  return names.map((name, index) => {
    if (names.indexOf(name) === names.lastIndexOf(name)) return name;
    return `${name} no. ${names.slice(0, index + 1).filter((other) => other === name).length}`;
  });
}

/** What each conductor is called where its cable has a name of its own. */
export function conductorNamesByCable({ conductors, cables }: BoxContents): [number, string][] {
  const names = conductorNames(conductors);
  return conductors.map((conductor, index) => {
    const cable = cables.find((known) => known.id === conductor.cable)?.label;
    const name = names[index] ?? conductor.colour;
    return [conductor.id, cable ? `${name}, ${cable}` : name];
  });
}
