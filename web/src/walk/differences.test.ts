import { describe, expect, it } from 'vitest';
import { differences } from './differences';

describe('differences', () => {
  it('names each value that differs, and only those', () => {
    const mine = { tag: 'K1', found: { conductors: [{ free_length: 69_850_000, reach: null }] } };
    const theirs = { tag: 'K1', found: { conductors: [{ free_length: 177_800_000, reach: null }] } };
    expect(differences(mine, theirs)).toEqual([
      { what: 'as found, conductor 1, free length', mine: 69_850_000, theirs: 177_800_000 },
    ]);
  });

  it('says where one side has nothing', () => {
    expect(differences({ left: null }, { left: { depth: 1 } })).toEqual([
      { what: 'as left', mine: null, theirs: 'recorded' },
    ]);
    expect(differences({ a: null }, {})).toEqual([]);
  });
});
