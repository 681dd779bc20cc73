import { describe, expect, it } from 'vitest';
import openapi from '../api/openapi.json';
import { UNITS } from '../ui/figure';
import { differences, QUANTITIES } from './differences';

type Schema = { properties?: Record<string, unknown> };

/** The names of every schema that one refers to. */
const refs = (schema: unknown): string[] =>
  [...JSON.stringify(schema ?? null).matchAll(/#\/components\/schemas\/(\w+)/g)].map(
    ([, name]) => name as string,
  );

describe('differences', () => {
  it('names each value that differs, and only those', () => {
    const mine = { tag: 'K1', found: { conductors: [{ free_length: 69_850_000, reach: null }] } };
    const theirs = { tag: 'K1', found: { conductors: [{ free_length: 177_800_000, reach: null }] } };
    expect(differences(mine, theirs)).toEqual([
      {
        what: 'as found, conductor 1, free length',
        mine: 69_850_000,
        theirs: 177_800_000,
        quantity: 'Length',
      },
    ]);
  });

  it('takes no rating and no count for a length', () => {
    const supply = (amperes: number, spacers: number) => ({ found: { supply: { amperes }, spacers } });
    const rows = differences(supply(15, 1), supply(20, 2));
    expect(rows.map(({ mine, theirs, quantity }) => [mine, theirs, quantity])).toEqual([
      [15, 20, undefined],
      [1, 2, undefined],
    ]);
  });

  it('knows every measured field of a box, and takes nothing else for measured', () => {
    const schemas = openapi.components.schemas as Record<string, Schema>;
    const known: Record<string, string> = {};
    const seen = new Set<string>();
    const walk = (name: string) => {
      if (seen.has(name)) return;
      seen.add(name);
      for (const [field, schema] of Object.entries(schemas[name]?.properties ?? {})) {
        const measured = refs(schema).find((ref) => ref in UNITS);
        if (measured) known[field] = measured;
        else expect(QUANTITIES[field], field).toBeUndefined();
      }
      for (const ref of refs(schemas[name])) walk(ref);
    };
    walk('BoxRecord');
    expect(known).toEqual(QUANTITIES);
  });

  it('says where one side has nothing', () => {
    expect(differences({ left: null }, { left: { depth: 1 } })).toEqual([
      { what: 'as left', mine: null, theirs: 'recorded' },
    ]);
    expect(differences({ a: null }, {})).toEqual([]);
  });
});
