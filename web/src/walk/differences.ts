// What two records of a box differ in, value by value.

export type Value = string | number | boolean | null;
export type Difference = { what: string; mine: Value; theirs: Value };

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
  return [{ what: words.join(', '), mine: value(mine), theirs: value(theirs) }];
}
