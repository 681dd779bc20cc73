// How sure we are of a source, in words.
export const CONFIDENCE = {
  sure: 'from memory, sure',
  'may-be-off': 'from memory; a year or number may be off',
  'check-first': 'from memory; check before relying on it',
  practice: 'no source',
} as const;
