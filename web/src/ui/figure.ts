// Figures come from the server with their unit; where a column has said the unit, it is left out.
export const bare = (text: string | null | undefined) =>
  text?.includes(' ft') ? text : (text?.replace(/ (in|mm)$/, '') ?? '–');

/** The same beside a figure that says the unit, where it is the same unit. */
export const bareBeside = (text: string, other: string | undefined) =>
  other !== undefined && / (in|mm)$/.test(other) && !other.includes(' ft') ? bare(text) : text;

/** Kept units in one of those that people read: NEC measures volume in cubic inches, and a mass hung on a box in pounds. */
export const UNITS = {
  Length: null,
  Offset: null,
  Volume: { inch: [16_387_064, 'in³'], metric: [1_000_000, 'mL'] },
  Mass: { inch: [453_592.37, 'lb'], metric: [1_000_000, 'kg'] },
  Voltage: { inch: [1000, 'V'], metric: [1000, 'V'] },
} as const;
