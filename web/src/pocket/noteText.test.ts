import { expect, it } from 'vitest';
import { noteText } from './noteText';

const worked = (figures: number) => ({
  says: 'Over by 4 in³: 18 in³ in a box of 14 in³.',
  verdict: 'violates' as const,
  lines: Array.from({ length: figures }, (_, at) => ({ what: `line ${at}`, figure: 'x'.repeat(60) })),
  working: [],
  sources: [],
  cautions: [],
});

it('says what was asked, the sentence and the figures', () => {
  const lines = [
    { what: 'needed', figure: '18 in³' },
    { what: 'there is', figure: '14 in³' },
  ];
  expect(noteText('Box fill', { ...worked(0), lines })).toBe(
    'Box fill: Over by 4 in³: 18 in³ in a box of 14 in³. needed: 18 in³; there is: 14 in³.',
  );
});

it('leaves out whole figures where a note has no room for them', () => {
  const text = noteText('Box fill', worked(20));
  expect(text.length).toBeLessThanOrEqual(500);
  expect(text.endsWith(`${'x'.repeat(60)}.`)).toBe(true);
});
