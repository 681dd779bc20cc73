// A cable run along its length, in rows as the screen is wide: the ways it goes, what is found along them, what is too long between
// two supports, and where supports are missing.
import type { RunStrip, StripMark } from '../api/types';
import { usePhone } from '../ui/useScreen';

/** One foot, in nanometres. */
const FOOT = 304_800_000;
/** A row: its height, and from its top to the run. */
const ROW = 118;
const RUN = 64;
const LETTER = 8.6;
/** So many marks fill a row. */
const ON_A_ROW = 4;
const FIGURE = 9.2;

type Part = { row: number; from: number; to: number };

export function CableDrawing({ strip }: { strip: RunStrip }) {
  const narrow = usePhone();
  const [width, margin, feet, most] = narrow ? [420, 14, 6, 4] : [760, 18, 12, 5];
  // As many rows as its length asks for, and no more than what is on it fills.
  const filled = Math.ceil((strip.marks.length + strip.missing.length + strip.stretches.length) / ON_A_ROW);
  const rows = Math.max(1, Math.min(most, filled, Math.ceil(strip.length / (feet * FOOT))));
  const perRow = Math.max(strip.length, 1) / rows;
  const at = (nm: number) => {
    const row = Math.min(rows - 1, Math.floor(nm / perRow));
    return { row, x: margin + ((nm - row * perRow) / perRow) * (width - 2 * margin) };
  };
  const parts = (from: number, to: number): Part[] => {
    const [first, last] = [at(from), at(to)];
    return Array.from({ length: last.row - first.row + 1 }, (_, index) => ({
      row: first.row + index,
      from: index === 0 ? first.x : margin,
      to: first.row + index === last.row ? last.x : width - margin,
    })).filter((part) => part.to - part.from > 0.5);
  };
  /** A middle so that words of that half length stay on the drawing. */
  const within = (middle: number, half: number) =>
    Math.min(Math.max(middle, margin + half), width - margin - half);
  const longest = (all: Part[]) =>
    all.reduce((one, other) => (other.to - other.from > one.to - one.from ? other : one));
  return (
    <svg
      className="cable-drawing"
      role="img"
      aria-label={strip.words}
      viewBox={`0 0 ${width} ${rows * ROW + 8}`}
    >
      {strip.stretches.map((stretch, index) => {
        const all = parts(stretch.from, stretch.to);
        const widest = all.length > 0 ? longest(all) : null;
        const words = `${index + 1}. ${stretch.label}`;
        const room = widest ? (widest.to - widest.from) / LETTER : 0;
        return (
          <g key={stretch.from} className={`stretch way-${stretch.way}`}>
            {all.map((part) => (
              <rect
                key={part.row}
                x={part.from}
                y={part.row * ROW + RUN - 28}
                width={part.to - part.from}
                height="56"
              />
            ))}
            {widest && (
              <text x={widest.from + 4} y={widest.row * ROW + 16}>
                {room > words.length ? words : room > 2.5 ? `${index + 1}.` : ''}
              </text>
            )}
          </g>
        );
      })}
      {strip.stretches.map((stretch) =>
        parts(stretch.from, stretch.to).map((part) => (
          <line
            key={`${stretch.from} ${part.row}`}
            className={`cable-line verdict-${stretch.verdict ?? 'well'}${stretch.not_taped ? ' not-taped' : ''}`}
            x1={part.from}
            x2={part.to}
            y1={part.row * ROW + RUN}
            y2={part.row * ROW + RUN}
          />
        )),
      )}
      {strip.gaps.map((gap) => {
        const all = parts(gap.from, gap.to);
        if (all.length === 0) return null;
        const { row, from, to } = longest(all);
        return (
          <g key={gap.from} className="too-long">
            {all.map((part) => (
              <path
                key={part.row}
                d={`M${part.from + 2} ${part.row * ROW + RUN + 30}v6h${part.to - part.from - 4}v-6`}
              />
            ))}
            <text
              x={within((from + to) / 2, (gap.text.length * FIGURE) / 2)}
              y={row * ROW + RUN + 51}
              textAnchor="middle"
            >
              {gap.text}
            </text>
          </g>
        );
      })}
      {strip.marks.map((mark, index) => {
        const { row, x } = at(mark.at);
        return (
          <g
            // biome-ignore lint/suspicious/noArrayIndexKey: marks have no number; they are drawn in their order
            key={index}
            transform={`translate(${x} ${row * ROW + RUN})`}
            className={`mark verdict-${mark.verdict ?? 'well'}`}
          >
            <title>{mark.words}</title>
            <Glyph mark={mark} />
            {mark.plate && <line className="plate" x1="-10" x2="10" y1="-29" y2="-29" />}
            {mark.verdict && mark.figure && (
              <text y="-32" textAnchor="middle">
                {mark.figure}
              </text>
            )}
          </g>
        );
      })}
      {strip.missing.map((nm) => {
        const { row, x } = at(nm);
        return (
          <path key={nm} className="to-add" d={`M${x - 7} ${row * ROW + RUN + 8}v-16h14v16`} fill="none" />
        );
      })}
    </svg>
  );
}

/** What holds it is a bracket over it, wood a block round it, harm a cross, a splice a ring, a box a square. */
function Glyph({ mark }: { mark: StripMark }) {
  switch (mark.glyph) {
    case 'support':
      return <path d="M-7 8v-16h14v16" fill="none" />;
    case 'hole':
    case 'notch':
    case 'floor':
      return <rect className="wood" x="-7" y="-26" width="14" height="52" />;
    case 'box':
      return <rect className="hollow" x="-13" y="-13" width="26" height="26" />;
    case 'damage':
      return <path className="harm" d="M-10 -10l20 20m0 -20l-20 20" />;
    case 'splice':
      return <circle className="hollow" r="10" />;
    case 'near':
      return <path className="warm" d="M-16 24h32v-10h-32z" />;
    case 'rise':
      return <path className="filled" d="M0 8l10 16h-20z" />;
    case 'bend':
      return <path d="M-12 -8q14 0 14 -14" fill="none" />;
  }
}
