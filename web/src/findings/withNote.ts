// A note more, to what stands when it is left.
import type { Note } from '../api/types';

/** Another may have left one since these were read: the number goes on from what is there. */
export const withNote = (known: Note[], note: Omit<Note, 'id' | 'dealt_with'>): Note[] => [
  ...known,
  { ...note, id: Math.max(0, ...known.map(({ id }) => id)) + 1, dealt_with: false },
];
