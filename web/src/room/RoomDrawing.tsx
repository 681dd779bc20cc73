// A room from above, to scale: walls, what stands along them, outlets, what is too far from any, and where outlets are missing.
import type { PlanOutlet, RoomPlan } from '../api/types';

const WIDTH = 760;
const MOST_DEPTH = 440;
const MARGIN_X = 118;
const MARGIN_Y = 58;
/** How far off the wall a name stands, whatever the scale. */
const OFF = 17;

type Point = readonly number[];

export function RoomDrawing({ plan }: { plan: RoomPlan }) {
  const perNm = Math.min((WIDTH - 2 * MARGIN_X) / plan.width, MOST_DEPTH / Math.max(plan.depth, 1));
  const left = (WIDTH - plan.width * perNm) / 2;
  const x = (point: Point) => left + (point[0] ?? 0) * perNm;
  const y = (point: Point) => MARGIN_Y + (point[1] ?? 0) * perNm;
  const middle = (from: Point, to: Point): Point => [
    ((from[0] ?? 0) + (to[0] ?? 0)) / 2,
    ((from[1] ?? 0) + (to[1] ?? 0)) / 2,
  ];
  /** Words at the sides of the plan run away from it, or into it. */
  const anchor = (point: Point, into: boolean) => {
    const side = (point[0] ?? 0) / Math.max(plan.width, 1);
    if (side > 0.2 && side < 0.8) return 'middle';
    return side <= 0.2 === into ? 'start' : 'end';
  };
  const off = (outlet: PlanOutlet) => {
    const [dx, dy] = [x(outlet.outside) - x(outlet.at), y(outlet.outside) - y(outlet.at)];
    const length = Math.max(Math.hypot(dx, dy), 1);
    return [x(outlet.at) + (dx / length) * OFF, y(outlet.at) + (dy / length) * OFF + 5] as const;
  };
  const name = (outlet: PlanOutlet) => {
    const [nameX, nameY] = off(outlet);
    const sideways = Math.abs(nameX - x(outlet.at)) > 8;
    const where = !sideways ? 'middle' : nameX > x(outlet.at) ? 'start' : 'end';
    return (
      <text x={nameX} y={nameY} textAnchor={where}>
        {outlet.label}
      </text>
    );
  };
  return (
    <svg
      className="room-drawing"
      role="img"
      aria-label={plan.words}
      viewBox={`0 0 ${WIDTH} ${plan.depth * perNm + 2 * MARGIN_Y}`}
    >
      <polygon
        className="floor"
        points={plan.walls.map((wall) => `${x(wall.from)},${y(wall.from)}`).join(' ')}
      />
      {plan.parts.map((part, index) => {
        const [one, , three] = part.corners;
        const label = middle(one ?? [], three ?? []);
        const small = Math.hypot(x(one ?? []) - x(three ?? []), y(one ?? []) - y(three ?? [])) < 34;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts have no number; they are drawn in their order
          <g key={index} className={`part part-${part.what ?? 'island'}`}>
            <polygon points={part.corners.map((corner) => `${x(corner)},${y(corner)}`).join(' ')} />
            {!small && (
              <text x={x(label)} y={y(label) + 5} textAnchor="middle">
                {part.label}
              </text>
            )}
          </g>
        );
      })}
      {plan.walls.map((wall) => (
        <line
          key={wall.id}
          className="room-wall"
          x1={x(wall.from)}
          y1={y(wall.from)}
          x2={x(wall.to)}
          y2={y(wall.to)}
        />
      ))}
      {plan.parts.map(
        (part, index) =>
          (part.what === 'door' || part.what === 'opening') && (
            <line
              // biome-ignore lint/suspicious/noArrayIndexKey: as above
              key={index}
              className="gap"
              x1={x(part.corners[0] ?? [])}
              y1={y(part.corners[0] ?? [])}
              x2={x(part.corners[1] ?? [])}
              y2={y(part.corners[1] ?? [])}
            />
          ),
      )}
      {plan.far.flatMap((far) =>
        far.lines.map(([from, to]) => (
          <line
            key={`${from} ${to}`}
            className="far"
            x1={x(from ?? [])}
            y1={y(from ?? [])}
            x2={x(to ?? [])}
            y2={y(to ?? [])}
          />
        )),
      )}
      {plan.walls.map((wall) => {
        const at = middle(wall.from, wall.to);
        const [dx, dy] = [x(wall.to) - x(wall.from), y(wall.to) - y(wall.from)];
        const length = Math.max(Math.hypot(dx, dy), 1);
        // Out of the room is to the left of the way along the wall.
        const [outX, outY] = [dy / length, -dx / length];
        return (
          <text
            key={wall.id}
            className="wall-length"
            x={x(at) + outX * 42}
            y={y(at) + outY * 42 + 5}
            textAnchor={Math.abs(outX) < 0.5 ? 'middle' : outX > 0 ? 'start' : 'end'}
          >
            {wall.length}
          </text>
        );
      })}
      {plan.far.map((far) => (
        <text
          key={`${far.text} ${far.middle}`}
          className="far-text"
          x={x(far.middle)}
          y={y(far.middle) + 5}
          textAnchor={anchor(far.middle, true)}
        >
          {far.text}
        </text>
      ))}
      {plan.outlets.map((outlet) => (
        <g key={outlet.id} className={`outlet outlet-${outlet.kind}`}>
          <circle cx={x(outlet.at)} cy={y(outlet.at)} r="8" />
          {name(outlet)}
        </g>
      ))}
      {plan.ghosts.map((ghost) => (
        <g key={`${ghost.at}`} className="ghost">
          <circle cx={x(ghost.at)} cy={y(ghost.at)} r="9" />
          {name(ghost)}
        </g>
      ))}
    </svg>
  );
}
