// The fill of a box as a vessel: what takes room stacked by its cause, the brim at the volume there is, what is over above
// it. The working stands beside it, line by line.
import type { Fill, FillCause } from '../api/types';
import { Held } from './Held';
import type { Holding } from './parts';

type Props = {
  fill: Fill;
  /** The fill after the plan. */
  after?: Fill | null | undefined;
  hold?: Holding | undefined;
};

const WIDTH = 270;
const HEIGHT = 290;
const BASE = HEIGHT - 14;
const LEFT = 66;
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

export function FillDrawing({ fill, after, hold }: Props) {
  const available = fill.available?.value;
  const most = Math.max(fill.required.value, available ?? 0, after?.available?.value ?? 0, 1) * 1.06;
  const y = (volume: number) => BASE - (volume / most) * (BASE - 24);
  const brim = y(available ?? most);
  let stacked = 0;
  const layers = fill.lines.map((line) => {
    const from = stacked;
    stacked += line.volume.value;
    return { line, from, to: stacked };
  });
  return (
    <div className="fill">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role={hold ? 'group' : 'img'} aria-label={fillWords(fill)}>
        {layers.map(({ line, from, to }) => (
          <Held
            key={line.cause + line.what}
            hold={hold}
            part={`fill ${line.cause}`}
            name={line.what}
            className={`layer ${line.cause}`}
          >
            <rect x={LEFT} y={y(to)} width={VESSEL} height={y(from) - y(to)} />
            {y(from) - y(to) > 15 && (
              <text x={LEFT + VESSEL / 2} y={(y(from) + y(to)) / 2 + 5} textAnchor="middle">
                {CAUSES[line.cause]}
              </text>
            )}
          </Held>
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
          d={`M${LEFT - 4} ${brim}V${BASE + 3}H${LEFT + VESSEL + 4}V${brim}`}
        />
        <Held
          hold={hold}
          part="volume"
          className="brim"
          name={`Volume of the box: ${fill.available?.text ?? 'not known'}`}
        >
          {hold && (
            <rect className="target" x="0" y={Math.min(brim - 22, BASE - 44)} width={LEFT - 8} height="44" />
          )}
          <text className="figure" x={LEFT - 10} y={brim + 5} textAnchor="end">
            {available === undefined ? '?' : fill.available?.text.split(' ')[0]}
          </text>
          <path d={`M${LEFT - 8} ${brim}h8`} />
        </Held>
        {after?.available && after.available.value !== available && (
          <path className="ghost" d={`M${LEFT - 12} ${y(after.available.value)}H${LEFT + VESSEL + 12}`} />
        )}
      </svg>
      <Working fill={fill} after={after} />
    </div>
  );
}

function Working({ fill, after }: { fill: Fill; after: Fill | null | undefined }) {
  const more = fill.fits_more.map(({ gauge, count }) => `${count} of ${gauge}`).join(', ');
  const sums: [string, string, string][] = [
    ['required', fill.required.text, 'sum'],
    ...fill.rooms.map((room): [string, string, string] => [room.what, room.volume.text, '']),
  ];
  if (!fill.available) sums.push(['volume of the box', 'not known', '']);
  if (fill.over) sums.push(['over by', fill.over.text, 'short']);
  else if (fill.available) sums.push(['more would fit', more, '']);
  if (fill.crowded) sums.push(['with its connectors it is crowded', fill.bodies.text, 'short']);
  if (after?.available && after.available.value !== fill.available?.value) {
    sums.push(['after the plan', `${after.required.text} of ${after.available.text}`, 'then']);
  }
  if (fill.over && fill.smallest_box) sums.push(['smallest that would do', fill.smallest_box, '']);
  return (
    <dl className="working">
      {fill.lines.map((line) => (
        <div key={line.cause + line.what}>
          <dt>{line.what}</dt>
          <dd className="figure">
            {line.working.startsWith('1 ×') ? line.volume.text : `${line.working} = ${line.volume.text}`}
          </dd>
        </div>
      ))}
      {sums.map(([what, figure, kind]) => (
        <div key={what} className={kind}>
          <dt>{what}</dt>
          <dd className="figure">{figure}</dd>
        </div>
      ))}
    </dl>
  );
}

/** The drawing in words. */
export function fillWords(fill: Fill): string {
  const lines = fill.lines.map((line) => `${line.what} ${line.working}`).join(', ');
  const of = fill.available ? `of ${fill.available.text}` : 'of an unknown volume';
  return `Box fill: ${lines}; ${fill.required.text} required ${of}${fill.over ? `, over by ${fill.over.text}` : ''}`;
}
