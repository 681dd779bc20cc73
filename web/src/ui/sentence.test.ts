import { expect, it } from 'vitest';
import { withinSentence } from './sentence';

it('keeps names in capitals', () => {
  expect(withinSentence('Replace by a GFCI receptacle')).toBe('replace by a GFCI receptacle');
  expect(withinSentence('AFCI protection')).toBe('AFCI protection');
  expect(withinSentence('')).toBe('');
});
