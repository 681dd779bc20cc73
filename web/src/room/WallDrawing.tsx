// A wall seen along its length: what stands along it, its outlets, what is too far with its worst point, and where outlets are missing.
import { useState } from 'react';
import type { Elevation } from '../api/types';
import { usePhone } from '../ui/useScreen';

const LETTER = 9.8;
/** From one row of figures to the next. */
const ROW = 22;

export function WallDrawing({ elevations }: { elevations: Elevation[] }) {
  const worst = elevations.find((wall) => wall.far.some((far) => far.worst != null)) ?? elevations[0];
  const [chosen, setChosen] = useState<number | null>(null);
  const shown = elevations.find(({ wall }) => wall === chosen) ?? worst;
  if (!shown) return null;
  return (
    <section className="elevation" aria-label="A wall along its length">
      <div className="wall-choice">
        {elevations.map(({ wall, label, far }) => (
          <button
            key={wall}
            type="button"
            className={far.length > 0 ? 'chip too-far' : 'chip'}
            aria-pressed={wall === shown.wall}
            onClick={() => setChosen(wall)}
          >
            {label}
          </button>
        ))}
      </div>
      <OneWall wall={shown} />
    </section>
  );
}

function OneWall({ wall }: { wall: Elevation }) {
  const narrow = usePhone();
  const [width, margin, most] = narrow ? [420, 16, 170] : [760, 24, 240];
  const perNm = Math.min((width - 2 * margin) / Math.max(wall.width, 1), most / wall.height);
  const left = (width - wall.width * perNm) / 2;
  const floor = 34 + wall.height * perNm;
  const x = (nm: number) => left + nm * perNm;
  const y = (nm: number) => floor - nm * perNm;
  const within = (at: number, words: string) => {
    const half = (words.length * LETTER) / 2;
    return Math.min(Math.max(at, half + 4), width - half - 4);
  };
  // A figure stands under its worst point, in a row of its own where it would lie over another.
  const taken: { row: number; from: number; to: number }[] = [];
  const figures = wall.far.map((far) => {
    const at = far.worst == null ? (x(far.from) + x(far.to)) / 2 : x(far.worst);
    const [middle, half] = [within(at, far.text), (far.text.length * LETTER) / 2 + 6];
    const lies = (row: number) =>
      taken.some((other) => other.row === row && middle - half < other.to && other.from < middle + half);
    let row = 0;
    while (lies(row)) row += 1;
    taken.push({ row, from: middle - half, to: middle + half });
    return { far, at, middle, row };
  });
  const rows = Math.max(0, ...figures.map(({ row }) => row));
  return (
    <svg
      className="wall-drawing"
      role="img"
      aria-label={wall.words}
      viewBox={`0 0 ${width} ${floor + 50 + rows * ROW}`}
    >
      <rect
        className="wall-face"
        x={x(0)}
        y={y(wall.height)}
        width={wall.width * perNm}
        height={wall.height * perNm}
      />
      {wall.parts.map((part) => {
        const [wide, high] = [(part.to - part.from) * perNm, (part.top - part.bottom) * perNm];
        return (
          <g key={`${part.what} ${part.from}`} className={`part part-${part.what}`}>
            <rect x={x(part.from)} y={y(part.top)} width={wide} height={high} />
            {wide > part.label.length * 8 && high > 20 && (
              <text x={x((part.from + part.to) / 2)} y={y(part.top) + 18} textAnchor="middle">
                {part.label}
              </text>
            )}
          </g>
        );
      })}
      {figures.map(({ far, at, middle, row }) => (
        <g key={`${far.from} ${far.height}`} className="far">
          <line x1={x(far.from)} x2={x(far.to)} y1={y(far.height)} y2={y(far.height)} />
          {far.worst != null && <path d={`M${at} ${y(far.height)}V${floor + 22 + row * ROW}`} />}
          {far.worst != null && <circle cx={at} cy={y(far.height)} r="7" />}
          <text x={middle} y={floor + 38 + row * ROW} textAnchor="middle">
            {far.text}
          </text>
        </g>
      ))}
      {wall.outlets.map((outlet) => (
        <g key={outlet.id} className={`outlet${outlet.height_known ? '' : ' height-usual'}`}>
          <rect x={x(outlet.at) - 6} y={y(outlet.height) - 10} width="12" height="20" rx="2" />
          <text x={within(x(outlet.at), outlet.label)} y={y(outlet.height) - 16} textAnchor="middle">
            {outlet.label}
          </text>
        </g>
      ))}
      {wall.missing.map((outlet) => (
        <g key={outlet.at} className="to-add">
          <rect x={x(outlet.at) - 6} y={y(outlet.height) - 10} width="12" height="20" rx="2" />
          <text x={within(x(outlet.at), outlet.label)} y={y(outlet.height) - 16} textAnchor="middle">
            {outlet.label}
          </text>
        </g>
      ))}
    </svg>
  );
}
