import { describe, expect, it } from 'vitest';
import type { BoxContents } from '../api/types';
import { partOf } from './Capture';
import { observe } from './Look';

describe('partOf', () => {
  it('leads every field to the part in which it is taken down', () => {
    expect(
      [
        '/observed/open-knockout',
        '/supply/amperes',
        '/stand/gap',
        '/devices/0/seat',
        '/lamps',
        '/landings',
        '/bare_copper',
        '/plate',
        '/gangs',
        '/conductors/0/condition',
      ].map(partOf),
    ).toEqual(['look', 'box', 'box', 'devices', 'read', 'terminals', 'terminals', 'box', 'box', 'measure']);
  });
});

describe('observe', () => {
  it('answers once, and takes an answer back', () => {
    const empty = { observed: [] } as unknown as BoxContents;
    const seen = observe(observe(empty, 'box-loose', true), 'box-loose', false);
    expect(seen.observed).toEqual([{ what: 'box-loose', fault: false }]);
    expect(observe(seen, 'box-loose', null).observed).toEqual([]);
  });
});
