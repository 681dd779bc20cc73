// The panel: its spaces in two columns, each breaker where it sits, the legs marked; what is off in a round set back.
import type { Breaker, Panel } from '../api/types';

type Props = {
  panel: Panel;
  chosen: number | null;
  /** The names of the breakers that are off in the round shown. */
  off: string[];
  names: Map<number, string>;
  onChoose: (breaker: number | null, space: number) => void;
};

const ROW = 46;
const WIDTH = 318;

export function PanelDrawing({ panel, chosen, off, names, onChoose }: Props) {
  const rows = Math.ceil(panel.spaces / 2);
  const taken = new Set<number>();
  for (const breaker of panel.breakers) {
    taken.add(breaker.space);
    if (breaker.kind === 'two-pole') taken.add(breaker.space + 2);
  }
  const free = Array.from({ length: panel.spaces }, (_, index) => index + 1).filter(
    (space) => !taken.has(space),
  );
  const at = (space: number) => ({
    x: space % 2 === 1 ? 8 : WIDTH + 22,
    y: 44 + Math.floor((space - 1) / 2) * ROW,
  });
  return (
    <nav aria-label={`${panel.name}: ${panel.breakers.length} breakers in ${panel.spaces} spaces`}>
      <svg className="panel-drawing" viewBox={`0 0 ${2 * WIDTH + 30} ${54 + rows * ROW}`}>
        <g className="line-side">
          <rect x="8" y="6" width={2 * WIDTH + 14} height="30" />
          <text x={WIDTH + 15} y="26" textAnchor="middle">
            line side: live with the main off
          </text>
        </g>
        <path className="bus" d={`M${WIDTH + 15} 36V${44 + rows * ROW}`} />
        {panel.breakers.map((breaker) => (
          <Bar
            key={breaker.id}
            breaker={breaker}
            name={names.get(breaker.id) ?? String(breaker.space)}
            off={off.includes(names.get(breaker.id) ?? '')}
            chosen={chosen === breaker.id}
            {...at(breaker.space)}
            onChoose={() => onChoose(breaker.id, breaker.space)}
          />
        ))}
        {free.map((space) => {
          const { x, y } = at(space);
          return (
            <a
              key={space}
              href={`#space-${space}`}
              className="space-free"
              aria-label={`Space ${space}, empty: add a breaker`}
              onClick={(event) => {
                event.preventDefault();
                onChoose(null, space);
              }}
            >
              <rect x={x} y={y} width={WIDTH} height={ROW - 6} />
              <text x={x + 14} y={y + 26}>
                {space}
              </text>
            </a>
          );
        })}
      </svg>
    </nav>
  );
}

type BarProps = {
  breaker: Breaker;
  name: string;
  off: boolean;
  chosen: boolean;
  x: number;
  y: number;
  onChoose: () => void;
};

function Bar({ breaker, name, off, chosen, x, y, onChoose }: BarProps) {
  const half = breaker.kind.startsWith('tandem');
  const tall = breaker.kind === 'two-pole' ? 2 * ROW - 6 : half ? (ROW - 8) / 2 : ROW - 6;
  const top = breaker.kind === 'tandem-lower' ? y + (ROW - 6) / 2 + 1 : y;
  const inner = breaker.space % 2 === 1 ? x + WIDTH - 44 : x + 8;
  const words = x + (breaker.space % 2 === 1 ? 14 : 60);
  const says = breaker.directory || 'not named';
  const room = breaker.essential_minutes != null ? 11 : 18;
  return (
    <a
      href={`#breaker-${breaker.id}`}
      className={`breaker-bar ${off ? 'off' : ''} ${chosen ? 'chosen' : ''} ${breaker.never ? 'never' : ''}`}
      aria-label={`Breaker ${name}${breaker.amperes ? `, ${breaker.amperes} A` : ''}: ${says}${off ? ', off in this round' : ''}`}
      aria-current={chosen ? 'true' : undefined}
      onClick={(event) => {
        event.preventDefault();
        onChoose();
      }}
    >
      <rect className="body" x={x} y={top} width={WIDTH} height={tall} />
      <rect className="handle" x={off ? inner + 18 : inner} y={top + tall / 2 - 6} width="18" height="12" />
      <text className="name" x={words} y={top + Math.min(tall / 2 + 6, 26)}>
        {name}
      </text>
      <text x={words + 58} y={top + Math.min(tall / 2 + 6, 26)}>
        {breaker.amperes ? `${breaker.amperes} A ` : ''}
        {says.length > room ? `${says.slice(0, room - 1)}…` : says}
      </text>
      {breaker.essential_minutes != null && (
        <text
          className="essential"
          x={breaker.space % 2 === 1 ? inner - 8 : x + WIDTH - 8}
          y={top + Math.min(tall / 2 + 6, 26)}
          textAnchor="end"
        >
          ≤ {breaker.essential_minutes} min
        </text>
      )}
    </a>
  );
}
