// The circuit as a run from the panel: boxes in feed order with their states, and the stretch under suspicion.
import type { PointView } from '../api/types';

type Props = {
  points: PointView[];
  next: string | undefined;
  chosen: string | null;
  onChoose: (box: string) => void;
};

const ROW = 54;
const COLUMN = 96;
const LEFT = 92;
/** Where a branch leaves the row, clear of the tag under its box. */
const DROP = 32;

type Placed = PointView & { x: number; y: number };

/** Each point one column after its feeder; a first branch goes on in the row, the others open rows of their own. */
export function placed(points: PointView[]): { points: Placed[]; rows: number; columns: number } {
  const rowOf = new Map<string | null, number>();
  const grown = new Map<string | null, boolean>();
  let rows = 0;
  let columns = 0;
  const children = new Map<string | null, PointView[]>();
  for (const point of points) {
    const from = point.from ?? null;
    children.set(from, [...(children.get(from) ?? []), point]);
  }
  const out: Placed[] = [];
  const visit = (point: PointView, row: number) => {
    rowOf.set(point.box_id, row);
    columns = Math.max(columns, point.depth + 1);
    out.push({ ...point, x: LEFT + point.depth * COLUMN, y: 40 + row * ROW });
    for (const child of children.get(point.box_id) ?? []) {
      const first = !grown.get(point.box_id);
      grown.set(point.box_id, true);
      if (!first) rows += 1;
      visit(child, first ? row : rows);
    }
  };
  (children.get(null) ?? []).forEach((point, index) => {
    if (index > 0) rows += 1;
    visit(point, rows);
  });
  return { points: out, rows: rows + 1, columns };
}

const STATE = (point: PointView) =>
  point.found ? 'found' : point.shows === true ? 'bad' : point.shows === false ? 'good' : 'unread';

const WORDS = { found: 'found here', bad: 'shows the fault', good: 'good', unread: 'not read' } as const;

export function CircuitDrawing({ points, next, chosen, onChoose }: Props) {
  const { points: drawn, rows, columns } = placed(points);
  const width = Math.max(620, LEFT + columns * COLUMN);
  const height = 40 + rows * ROW + 18;
  const at = (box: string | null | undefined) => drawn.find((point) => point.box_id === box);
  return (
    <nav className="circuit-scroll" aria-label={`Circuit of ${points.length} boxes in feed order`}>
      <svg
        className="circuit-run"
        viewBox={`0 0 ${width} ${height}`}
        style={{ minWidth: Math.min(width, 900) }}
      >
        <g className="panel-mark">
          <rect x="10" y="18" width="44" height="44" rx="2" />
          <path d="M20 30h24M20 40h24M20 50h24" />
          <text x="32" y="78" textAnchor="middle">
            panel
          </text>
        </g>
        {drawn.map((point) => {
          const feeder = at(point.from);
          const [x, y] = feeder ? [feeder.x, feeder.y] : [54, 40];
          const suspect = point.stretch_percent >= 2;
          const middle = (x + point.x) / 2;
          return (
            <g key={point.box_id} className={suspect ? 'stretch suspect' : 'stretch'}>
              <path
                className={point.feed_known ? 'feed' : 'feed guessed'}
                d={
                  y === point.y
                    ? `M${x} ${y}H${point.x}`
                    : `M${x} ${y}h${DROP}V${point.y - 12}Q${x + DROP} ${point.y} ${x + DROP + 14} ${point.y}H${point.x}`
                }
                style={suspect ? { strokeWidth: 4 + point.stretch_percent / 9 } : undefined}
              />
              {suspect && (
                <text
                  x={y === point.y ? middle : (x + DROP + 14 + point.x) / 2}
                  y={point.y - 12}
                  textAnchor="middle"
                >
                  {point.stretch_percent} %
                </text>
              )}
            </g>
          );
        })}
        {drawn.map((point) => {
          const state = STATE(point);
          const isNext = point.box_id === next;
          return (
            <a
              key={point.box_id}
              href={`#${point.box_id}`}
              className={`point ${state} ${chosen === point.box_id ? 'chosen' : ''} ${isNext ? 'next' : ''}`}
              aria-label={`${point.tag}: ${WORDS[state]}${point.looked_through ? ', looked through' : ''}${isNext ? ', test this next' : ''}`}
              aria-current={chosen === point.box_id ? 'true' : undefined}
              onClick={(event) => {
                event.preventDefault();
                onChoose(point.box_id);
              }}
            >
              <rect className="hit" x={point.x - 24} y={point.y - 24} width="48" height="56" />
              {isNext && <circle className="ring" cx={point.x} cy={point.y} r="17" />}
              <Mark state={state} x={point.x} y={point.y} />
              {point.looked_through && <path className="through" d={`M${point.x - 15} ${point.y + 17}h30`} />}
              <text x={point.x} y={point.y + 33} textAnchor="middle">
                {point.tag}
              </text>
            </a>
          );
        })}
      </svg>
    </nav>
  );
}

/** Shape before colour: good is a filled node, bad is broken open, not read is a dotted ring, found a solid block. */
function Mark({ state, x, y }: { state: ReturnType<typeof STATE>; x: number; y: number }) {
  switch (state) {
    case 'good':
      return <circle className="mark" cx={x} cy={y} r="11" />;
    case 'bad':
      return (
        <>
          <circle className="mark" cx={x} cy={y} r="12" />
          <path className="gap" d={`M${x - 4} ${y - 15}V${y + 15}M${x + 4} ${y - 15}V${y + 15}`} />
        </>
      );
    case 'found':
      return <rect className="mark" x={x - 12} y={y - 12} width="24" height="24" />;
    default:
      return <circle className="mark" cx={x} cy={y} r="11" />;
  }
}
