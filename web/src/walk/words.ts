// The words of the choices that the capture offers. What they mean is the core's.
import type { BoxContents, Conductor, DeviceKind, Hung, Location, Splice } from '../api/types';

export const LOCATIONS: readonly (readonly [Location, string])[] = [
  ['bathroom', 'bathroom'],
  ['kitchen-counter', 'kitchen counter'],
  ['kitchen', 'kitchen, not the counter'],
  ['near-sink', 'within 6 ft of a sink'],
  ['laundry', 'laundry'],
  ['garage', 'garage'],
  ['outdoors', 'outdoors'],
  ['crawl-space', 'crawl space'],
  ['unfinished-basement', 'unfinished basement'],
  ['finished-basement', 'finished basement'],
  ['bedroom', 'bedroom'],
  ['living-space', 'living space'],
  ['attic', 'attic'],
  ['other-dry', 'other, dry'],
];

export const DEVICES: readonly (readonly [DeviceKind, string])[] = [
  ['duplex-receptacle', 'duplex receptacle'],
  ['single-receptacle', 'single receptacle'],
  ['two-slot-receptacle', 'two-slot receptacle'],
  ['gfci-receptacle', 'GFCI receptacle'],
  ['range-receptacle', 'range receptacle'],
  ['switch', 'switch'],
  ['three-way-switch', 'three-way switch'],
  ['electronic-switch', 'electronic switch'],
  ['combination', 'switch and receptacle'],
];

export const SEATS = [
  ['box-ears', 'on the box ears'],
  ['plaster-ears', 'on its own ears, on the wall'],
  ['spacers', 'on rigid spacers'],
  ['makeshift', 'on something that gives'],
  ['floating', 'in the air'],
] as const;

export const BONDS: readonly (readonly [NonNullable<BoxContents['bond']>, string])[] = [
  ['screw', 'grounding screw'],
  ['listed', 'listed clip or device'],
  ['makeshift', 'makeshift'],
  ['nothing', 'not bonded'],
];

export const SPLICES: readonly (readonly [Splice['kind'], string])[] = [
  ['lever', 'lever connector'],
  ['twist-on', 'twist-on connector'],
  ['crimp-sleeve', 'crimp sleeve'],
  ['push-in', 'push-in connector'],
  ['tape-only', 'tape alone'],
  ['soldered', 'soldered'],
];

export const HUNG: readonly (readonly [Hung['kind'], string])[] = [
  ['ceiling-luminaire', 'ceiling luminaire'],
  ['wall-luminaire', 'wall luminaire'],
  ['fan', 'paddle fan'],
];

export const CARRIES: readonly (readonly [NonNullable<Hung['box_carries']>, string])[] = [
  ['nothing', 'no mark, or a device box'],
  ['luminaire', 'made for luminaires'],
  ['fan', 'marked for fans'],
];

export const FINISHES: readonly (readonly [NonNullable<BoxContents['wall_finish']>, string])[] = [
  ['gypsum-board', 'Gypsum board'],
  ['plaster', 'Plaster'],
  ['tile', 'Tile'],
  ['masonry', 'Masonry'],
  ['wood', 'Wood'],
  ['other-combustible', 'Other that burns'],
  ['exposed', 'Exposed'],
];

export const FITTINGS = [
  ['stud', 'Luminaire stud'],
  ['hickey', 'Hickey'],
] as const;

export const ADDED = [
  ['plaster-ring', 'plaster ring'],
  ['extension-ring', 'extension ring'],
  ['domed-cover', 'domed cover'],
  ['box-extender', 'box extender'],
] as const;

export const GAUGES = [
  '18',
  '16',
  '14',
  '12',
  '10',
  '8',
  '6',
  '4',
  '3',
  '2',
  '1',
  '1/0',
  '2/0',
  '3/0',
  '4/0',
] as const;

/** What each conductor is called among the others of its box: those that look alike are numbered. */
export function conductorNames(conductors: readonly Conductor[]): string[] {
  const names = conductors.map(({ colour, gauge }) => `${colour} ${gauge}`);
  return names.map((name, index) => {
    if (names.indexOf(name) === names.lastIndexOf(name)) return name;
    return `${name} no. ${names.slice(0, index + 1).filter((other) => other === name).length}`;
  });
}
