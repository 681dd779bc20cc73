// The stages of the work, in their order.
export const STAGES = [
  ['basis', 'Basis'],
  ['walk', 'Walk'],
  ['panel', 'Panel'],
  ['trace', 'Trace'],
  ['plan', 'Plan'],
  ['hand-over', 'Hand over'],
] as const;
