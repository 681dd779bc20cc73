// A room from above, to scale: walls, what stands along them, outlets, what is too far from any, and where outlets are missing.
import type { PlanOutlet, RoomPlan } from '../api/types';
import { usePhone } from '../ui/useScreen';

type Point = readonly number[];
type Place = { x: number; y: number };

/** How far off the wall a name stands, whatever the scale. */
const OFF = 18;
/** The height of a line of words, and about the width of a letter. */
const LINE = 20;
const LETTER = 9.8;

export function RoomDrawing({ plan }: { plan: RoomPlan }) {
  const narrow = usePhone();
  const [width, marginX, marginY, most] = narrow ? [420, 46, 40, 420] : [760, 104, 56, 430];
  const perNm = Math.min((width - 2 * marginX) / Math.max(plan.width, 1), most / Math.max(plan.depth, 1));
  const left = (width - plan.width * perNm) / 2;
  const at = (point: Point): Place => ({
    x: left + (point[0] ?? 0) * perNm,
    y: marginY + (point[1] ?? 0) * perNm,
  });
  const points = (corners: readonly Point[]) =>
    corners.map((corner) => `${at(corner).x},${at(corner).y}`).join(' ');
  const line = (from: Point, to: Point) => ({ x1: at(from).x, y1: at(from).y, x2: at(to).x, y2: at(to).y });
  const ends = ([from = [], to = []]: readonly Point[]) => line(from, to);
  return (
    <svg
      className="room-drawing"
      role="img"
      aria-label={plan.words}
      viewBox={`0 0 ${width} ${plan.depth * perNm + 2 * marginY}`}
    >
      <polygon className="floor" points={points(plan.walls.map((wall) => wall.from))} />
      {plan.parts.map((part, index) => {
        const [one, three] = [at(part.corners[0] ?? []), at(part.corners[2] ?? [])];
        const room = Math.min(Math.abs(one.x - three.x) / LETTER, Math.abs(one.y - three.y) / 12);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts have no number; they are drawn in their order
          <g key={index} className={`part part-${part.what ?? 'island'}`}>
            <polygon points={points(part.corners)} />
            {Math.abs(one.x - three.x) > part.label.length * 8 && room > 1 && (
              <text x={(one.x + three.x) / 2} y={(one.y + three.y) / 2 + 5} textAnchor="middle">
                {part.label}
              </text>
            )}
          </g>
        );
      })}
      {plan.walls.map((wall) => (
        <line key={wall.id} className="room-wall" {...line(wall.from, wall.to)} />
      ))}
      {plan.far.flatMap((far) =>
        far.lines.map((along) => <line key={`${along}`} className="far" {...ends(along)} />),
      )}
      {plan.parts.map((part, index) =>
        part.what === 'door' || part.what === 'opening' || part.what === 'window' || part.what === 'glass' ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: as above
          <line key={index} className={`gap gap-${part.what}`} {...ends(part.corners)} />
        ) : null,
      )}
      {plan.walls.map((wall) => {
        const [from, to] = [at(wall.from), at(wall.to)];
        const length = Math.max(Math.hypot(to.x - from.x, to.y - from.y), 1);
        // Out of the room is to the left of the way along the wall.
        const out = { x: (to.y - from.y) / length, y: (from.x - to.x) / length };
        return (
          <text
            key={wall.id}
            className="wall-length"
            x={(from.x + to.x) / 2 + out.x * 36}
            y={(from.y + to.y) / 2 + out.y * 42 + 5}
            textAnchor={Math.abs(out.x) < 0.5 ? 'middle' : out.x > 0 ? 'start' : 'end'}
          >
            {wall.length}
          </text>
        );
      })}
      {figures(plan, at, width).map(({ text, place, anchor }) => (
        <text key={`${text} ${place.x} ${place.y}`} className="far-text" {...place} textAnchor={anchor}>
          {text}
        </text>
      ))}
      {plan.outlets.map((outlet) => (
        <Spot key={outlet.id} outlet={outlet} at={at} kind={`outlet outlet-${outlet.kind}`} />
      ))}
      {plan.ghosts.map((ghost) => (
        <Spot key={`${ghost.at}`} outlet={ghost} at={at} kind="to-add" />
      ))}
    </svg>
  );
}

function Spot({ outlet, at, kind }: { outlet: PlanOutlet; at: (point: Point) => Place; kind: string }) {
  const [here, outside] = [at(outlet.at), at(outlet.outside)];
  const length = Math.max(Math.hypot(outside.x - here.x, outside.y - here.y), 1);
  const [dx, dy] = [(outside.x - here.x) / length, (outside.y - here.y) / length];
  return (
    <g className={kind}>
      <circle cx={here.x} cy={here.y} r="8" />
      <text
        x={here.x + dx * OFF}
        y={here.y + dy * OFF + 5}
        textAnchor={Math.abs(dx) < 0.5 ? 'middle' : dx > 0 ? 'start' : 'end'}
      >
        {outlet.label}
      </text>
    </g>
  );
}

/** The figures of what is too far, each moved until it lies over nothing else. */
function figures(plan: RoomPlan, at: (point: Point) => Place, width: number) {
  const middle = at([plan.width / 2, plan.depth / 2]);
  const top = at([0, 0]).y + LINE;
  const standing = plan.parts.filter(
    ({ what }) => !['door', 'opening', 'window', 'glass'].includes(what ?? ''),
  );
  const taken = standing.map((part) => {
    const corners = part.corners.map(at);
    const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
    return { from: Math.min(...xs), to: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
  });
  return plan.far.map(({ text, middle: point }) => {
    const place = at(point);
    const long = text.length * LETTER;
    const anchor = place.x < width * 0.3 ? 'start' : place.x > width * 0.7 ? 'end' : 'middle';
    const from = place.x - (anchor === 'start' ? 0 : anchor === 'end' ? long : long / 2);
    const lies = (y: number) =>
      y < top ||
      taken.some(
        (other) =>
          from < other.to && other.from < from + long && y - LINE < other.bottom && other.top < y + 4,
      );
    // Into the room first, then the other way; where nothing is free, where it belongs.
    const step = place.y <= middle.y ? LINE : -LINE;
    const ways = Array.from({ length: 17 }, (_, way) => Math.ceil(way / 2) * (way % 2 === 1 ? step : -step));
    const y = place.y + 5 + (ways.find((way) => !lies(place.y + 5 + way)) ?? 0);
    taken.push({ from, to: from + long, top: y - LINE + 4, bottom: y });
    return { text, anchor, place: { x: place.x, y } } as const;
  });
}
