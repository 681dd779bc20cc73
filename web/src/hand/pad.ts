// What a key of the pad makes of a length as it is typed. A fraction ends a length: what is tapped after it begins the next one, so
// that 2 3/4 is two taps and going on to the next length needs none.
export const FRACTIONS = ['1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'] as const;
export type Fraction = (typeof FRACTIONS)[number];
export type Unit = 'in' | 'mm' | 'cm';

export type PadKey =
  | { digit: string }
  | { fraction: Fraction }
  | { unit: Unit }
  | 'sixteenth'
  | 'point'
  | 'minus'
  | 'back';

type Typed = { minus: boolean; whole: string; fraction: string; unit: string };

const FORM = /^(-?)(\d*(?:\.\d*)?)(?: ?(\d+\/\d+))?(?: ?([a-z"]+))?$/;

/** The parts of a length as the pad writes it, or as the core shows it; nothing of any other text. */
function parts(text: string): Typed {
  const [, minus = '', whole = '', fraction = '', unit = ''] = FORM.exec(text.trim()) ?? [];
  return { minus: minus !== '', whole, fraction, unit };
}

const joined = ({ minus, whole, fraction, unit }: Typed) =>
  (minus ? '-' : '') + [whole, fraction, unit].filter(Boolean).join(' ');

/** One sixteenth more, in its lowest terms. */
function more(typed: Typed): Typed {
  const [part = 0, of = 16] = typed.fraction.split('/').filter(Boolean).map(Number);
  let sixteenths = (part * 16) / of + 1;
  let whole = typed.whole;
  if (sixteenths >= 16) {
    whole = String(Number(whole) + 1);
    sixteenths -= 16;
  }
  let by = 16;
  while (sixteenths % 2 === 0 && by > 1 && sixteenths > 0) {
    sixteenths /= 2;
    by /= 2;
  }
  return { ...typed, whole, fraction: sixteenths === 0 ? '' : `${sixteenths}/${by}` };
}

/** Nothing more can be typed on: the next digit begins another length. */
const isWhole = ({ fraction, unit }: Typed) => fraction !== '' || unit !== '';

/**
 * The text after a key. `next` says that it belongs to the next length and this one stays; `fresh` that the text was there before
 * and the first digit takes its place, while a fraction mends its fraction.
 */
export function pressed(text: string, key: PadKey, fresh = false): { text: string; next: boolean } {
  const typed = parts(text);
  const stay = (change: Partial<Typed>) => ({ text: joined({ ...typed, ...change }), next: false });
  if (key === 'back') {
    if (fresh) return { text: '', next: false };
    if (typed.unit) return stay({ unit: '' });
    if (typed.fraction) return stay({ fraction: '' });
    return typed.whole ? stay({ whole: typed.whole.slice(0, -1) }) : stay({ minus: false });
  }
  if (key === 'minus') return stay({ minus: !typed.minus });
  if (key === 'sixteenth') return { text: joined(more({ ...typed, unit: '' })), next: false };
  if (key === 'point') {
    if (fresh || isWhole(typed)) return { text: '0.', next: !fresh };
    return stay({ whole: typed.whole.includes('.') ? typed.whole : `${typed.whole || '0'}.` });
  }
  if ('fraction' in key) {
    if (!fresh && isWhole(typed)) return { text: key.fraction, next: true };
    return stay({ whole: typed.whole.split('.')[0] ?? '', fraction: key.fraction, unit: '' });
  }
  if ('unit' in key) return typed.fraction && key.unit !== 'in' ? stay({}) : stay({ unit: key.unit });
  if (fresh) return { text: key.digit, next: false };
  return isWhole(typed) ? { text: key.digit, next: true } : stay({ whole: typed.whole + key.digit });
}
