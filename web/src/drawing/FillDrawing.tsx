// The fill of a box as a vessel: what takes room stacked by its cause, the brim at the volume there is, what is over above
// it. The working stands beside it, line by line.
import type { Fill, FillCause } from '../api/types';

type Props = {
  fill: Fill | null | undefined /** The fill after the plan. */;
  after?: Fill | null | undefined;
};

const WIDTH = 700;
const HEIGHT = 290;
const BASE = HEIGHT - 22;
const LEFT = 60;
const VESSEL = 190;

const CAUSES: Record<FillCause, string> = {
  conductors: 'conductors',
  devices: 'devices',
  clamps: 'clamps',
  grounds: 'grounds',
  fittings: 'fittings',
  'terminal-blocks': 'terminal blocks',
  connectors: 'connectors',
};

export function FillDrawing({ fill, after }: Props) {
  if (!fill)
    return <p className="drawing-empty">Add the conductors of the box; the fill follows from them.</p>;
  const available = fill.available?.value;
  const most = Math.max(fill.required.value, available ?? 0, after?.available?.value ?? 0) * 1.06;
  const y = (volume: number) => BASE - (volume / most) * (BASE - 24);
  let stacked = 0;
  const layers = fill.lines.map((line) => {
    const from = stacked;
    stacked += line.volume.value;
    return { line, from, to: stacked };
  });
  return (
    <div className="fill">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={fillWords(fill)}>
        {layers.map(({ line, from, to }) => (
          <g key={line.cause + line.what} className={`layer ${line.cause}`}>
            <rect x={LEFT} y={y(to)} width={VESSEL} height={y(from) - y(to)} />
            {y(from) - y(to) > 15 && (
              <text x={LEFT + VESSEL / 2} y={(y(from) + y(to)) / 2 + 5} textAnchor="middle">
                {CAUSES[line.cause]}
              </text>
            )}
          </g>
        ))}
        {available !== undefined && fill.required.value > available && (
          <rect
            className="over"
            x={LEFT}
            y={y(fill.required.value)}
            width={VESSEL}
            height={y(available) - y(fill.required.value)}
          />
        )}
        <path
          className={available === undefined ? 'vessel unknown' : 'vessel'}
          d={`M${LEFT - 4} ${y(available ?? most)}V${BASE + 3}H${LEFT + VESSEL + 4}V${y(available ?? most)}`}
        />
        {available !== undefined && (
          <text className="figure brim" x={LEFT - 10} y={y(available) + 5} textAnchor="end">
            {fill.available?.text.split(' ')[0]}
          </text>
        )}
        {after?.available && after.available.value !== available && (
          <path className="ghost" d={`M${LEFT - 12} ${y(after.available.value)}H${LEFT + VESSEL + 12}`} />
        )}
        <g className="working">
          {fill.lines.map((line, index) => (
            <g key={line.cause + line.what}>
              <text x="292" y={30 + index * 22}>
                {line.what}
              </text>
              <text className="figure" x={WIDTH - 8} y={30 + index * 22} textAnchor="end">
                {line.working.startsWith('1 ×') ? line.volume.text : `${line.working} = ${line.volume.text}`}
              </text>
            </g>
          ))}
          <path d={`M292 ${38 + fill.lines.length * 22 - 16}H${WIDTH - 8}`} className="sum" />
          <Sum fill={fill} after={after} top={48 + fill.lines.length * 22 - 6} />
        </g>
      </svg>
    </div>
  );
}

function Sum({ fill, after, top }: { fill: Fill; after: Fill | null | undefined; top: number }) {
  const more = fill.fits_more.map(({ gauge, count }) => `${count} of ${gauge}`).join(', ');
  const lines: [string, string, string][] = [
    ['required', fill.required.text, 'bold'],
    ...fill.rooms.map((room): [string, string, string] => [room.what, room.volume.text, '']),
  ];
  if (!fill.available) lines.push(['volume of the box', 'not known', '']);
  if (fill.over) lines.push(['over by', fill.over.text, 'short']);
  else if (fill.available) lines.push(['more would fit', more, '']);

  if (fill.crowded) lines.push(['with its connectors it is crowded', fill.bodies.text, 'short']);
  if (after?.available && after.available.value !== fill.available?.value) {
    lines.push(['after the plan', `${after.required.text} of ${after.available.text}`, 'then']);
  }
  const smallest = fill.over && fill.smallest_box;
  return (
    <>
      {lines.map(([what, figure, kind], index) => (
        <g key={what} className={kind}>
          <text x="292" y={top + index * 22}>
            {what}
          </text>
          <text className="figure" x={WIDTH - 8} y={top + index * 22} textAnchor="end">
            {figure}
          </text>
        </g>
      ))}
      {smallest && (
        <text x="292" y={top + lines.length * 22 + 8}>
          smallest that would do: {smallest}
        </text>
      )}
    </>
  );
}

/** The drawing in words. */
export function fillWords(fill: Fill): string {
  const lines = fill.lines.map((line) => `${line.what} ${line.working}`).join(', ');
  const of = fill.available ? `of ${fill.available.text}` : 'of an unknown volume';
  return `Box fill: ${lines}; ${fill.required.text} required ${of}${fill.over ? `, over by ${fill.over.text}` : ''}`;
}
