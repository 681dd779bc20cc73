import { expect, it } from 'vitest';
import { withNote } from './withNote';

it('numbers a note on from what is there when it is left', () => {
  const first = withNote([], { text: 'wet wall', by: 'Mara Lind', to: null });
  expect(first).toEqual([{ id: 1, text: 'wet wall', by: 'Mara Lind', to: null, dealt_with: false }]);
  const others = [...first, { ...first[0], id: 7 } as (typeof first)[number]];
  expect(withNote(others, { text: 'again', by: '', to: 'electrician' }).at(-1)).toMatchObject({
    id: 8,
    to: 'electrician',
  });
});
