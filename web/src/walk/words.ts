// The words of the choices that the capture offers. What they mean is the core's.
import type { Conductor } from '../api/types';

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

/** What each conductor is called among the others of its box: those that look alike are numbered. */
export function conductorNames(conductors: readonly Conductor[]): string[] {
  const names = conductors.map(({ colour, gauge }) => `${colour} ${gauge}`);
  return names.map((name, index) => {
    if (names.indexOf(name) === names.lastIndexOf(name)) return name;
    return `${name} no. ${names.slice(0, index + 1).filter((other) => other === name).length}`;
  });
}
