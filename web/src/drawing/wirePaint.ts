// How the insulation of a conductor is drawn.
export const wirePaint: Record<string, string> = {
  black: '#1c1c1c',
  red: '#b3231b',
  white: '#ffffff',
  grey: '#9a9a9a',
  blue: '#1d5b86',
  yellow: '#d9b93b',
  brown: '#6b4423',
  orange: '#d9772b',
  green: '#2e7d46',
  bare: '#b8692f',
  unknown: '#c9c2b2',
};
