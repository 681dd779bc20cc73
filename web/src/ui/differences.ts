// What two records of a box differ in, value by value.

export type Value = string | number | boolean | null;
export type Quantity = 'Length' | 'Offset' | 'Volume' | 'Mass' | 'Voltage';
export type Difference = { what: string; mine: Value; theirs: Value; quantity?: Quantity };

/** What each measured field of a box is kept as; every other number names or counts, and is shown as it is. */
export const QUANTITIES: Record<string, Quantity> = {
  bare_copper: 'Length',
  behind: 'Length',
  blade_height: 'Length',
  blade_to_wall: 'Length',
  box_marked_mass: 'Mass',
  damage_at: 'Length',
  depth: 'Length',
  finish_to_come: 'Length',
  first_support: 'Length',
  forward: 'Length',
  free_length: 'Length',
  from_sheath: 'Length',
  gap: 'Length',
  height: 'Length',
  marked_volume: 'Volume',
  mass: 'Mass',
  proud: 'Length',
  reach: 'Offset',
  rod: 'Length',
  set_back: 'Length',
  sheath_end: 'Length',
  sheath_inside: 'Length',
  slack: 'Length',
  to_insulation: 'Length',
  to_water: 'Length',
  to_wood: 'Length',
  volts: 'Voltage',
  width: 'Length',
};

const isTree = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

/** Steps of a path that a person calls otherwise; a list is named with the place in it. */
const PLACES: Record<string, string | string[]> = {
  found: 'as found',
  left: 'as left',
  conductors: [],
  cables: [],
};

/** Every value that differs, by its path in plain words. */
export function differences(mine: unknown, theirs: unknown, path: string[] = []): Difference[] {
  if (isTree(mine) && isTree(theirs)) {
    const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
    return fields.flatMap((field) => differences(mine[field], theirs[field], [...path, field]));
  }
  if ((mine ?? null) === (theirs ?? null)) return [];
  const words = path.flatMap(
    (step, index) =>
      PLACES[step] ??
      (/^\d+$/.test(step)
        ? `${path[index - 1]?.slice(0, -1)} ${Number(step) + 1}`
        : step.replaceAll('_', ' ')),
  );
  const value = (side: unknown) => (isTree(side) ? 'recorded' : ((side ?? null) as Value));
  const quantity = QUANTITIES[path.at(-1) ?? ''];
  return [
    { what: words.join(', '), mine: value(mine), theirs: value(theirs), ...(quantity && { quantity }) },
  ];
}
