// A small thing drawn to scale, what hangs or a hole with its stud: the shapes are the core's.
import type { Detail } from '../api/types';

const WIDTH = 440;
const HEIGHT = 300;

type Place = readonly [number, number];

export function DetailDrawing({ detail, what }: { detail: Detail; what: string }) {
  const scale = Math.min((WIDTH - 12) / detail.width, (HEIGHT - 12) / detail.height);
  const [left, top] = [
    (WIDTH - detail.width * scale) / 2 - detail.left * scale,
    (HEIGHT - detail.height * scale) / 2 - detail.top * scale,
  ];
  const place = (x: number, y: number): Place => [left + x * scale, top + y * scale];
  return (
    <div className="detail">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={detailWords(detail, what)}>
        <defs>
          <pattern id="insulation" width="9" height="9" patternUnits="userSpaceOnUse">
            <path d="M0 6q2.25 -6 4.5 0t4.5 0" fill="none" stroke="currentColor" strokeWidth="1.2" />
          </pattern>
        </defs>
        {detail.shapes.map((shape, index) => {
          const key = `${shape.part} ${index}`;
          const name = `${shape.part}${shape.fault ? ' fault' : ''}`;
          const form = shape.form;
          if (form.form === 'rectangle') {
            const [x, y] = place(form.x, form.y);
            return (
              <rect
                key={key}
                className={name}
                x={x}
                y={y}
                width={form.width * scale}
                height={form.height * scale}
              />
            );
          }
          const points: Place[] = [];
          for (let at = 0; at + 1 < form.points.length; at += 2) {
            points.push(place(form.points[at] ?? 0, form.points[at + 1] ?? 0));
          }
          const first = points[0] ?? ([0, 0] as Place);
          const last = points.at(-1) ?? first;
          const middle: Place = [(first[0] + last[0]) / 2, (first[1] + last[1]) / 2];
          if (shape.part === 'name') {
            return (
              <text key={key} x={middle[0]} y={middle[1]} textAnchor="middle">
                {shape.words}
              </text>
            );
          }
          const upright = first[0] === last[0] && first[1] !== last[1];
          return (
            <g key={key} className={name}>
              <polyline points={points.map((point) => point.join(',')).join(' ')} />
              {shape.part === 'measure' &&
                [first, last].map(([x, y]) => (
                  <path
                    key={`${x} ${y}`}
                    className="end"
                    d={upright ? `M${x - 6} ${y}h12` : `M${x} ${y - 6}v12`}
                  />
                ))}
              {shape.words &&
                (shape.part === 'measure' ? (
                  <text
                    x={middle[0] + (upright ? 9 : 0)}
                    y={middle[1] + (upright ? 5 : -9)}
                    textAnchor={upright ? 'start' : 'middle'}
                  >
                    {shape.words}
                  </text>
                ) : (
                  <text x={first[0] + 4} y={first[1] + (upright ? 14 : -6)}>
                    {shape.words}
                  </text>
                ))}
            </g>
          );
        })}
      </svg>
      <ul className="detail-notes">
        {detail.notes.map((note) => (
          <li key={note.words} className={note.fault ? 'fault' : ''}>
            {note.words}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The drawing in words. */
export function detailWords(detail: Detail, what: string): string {
  const said = detail.notes.map((note) => note.words);
  const measures = detail.shapes.filter((shape) => shape.words).map((shape) => shape.words);
  return `${what}, to scale: ${[...said, ...measures].join('; ')}`;
}
