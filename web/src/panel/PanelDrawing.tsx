// The panel: its spaces in two columns, each breaker where it sits, the legs marked; what is off in a round set back.
import type { Breaker, Panel, PanelJudgement } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { freeSpaces, markOf } from './spaces';

export type PanelShown = {
  panel: Panel;
  judgement: PanelJudgement;
  chosen: number | null;
  /** The names of the breakers that are off in the round shown. */
  off: string[];
  names: Map<number, string>;
  onChoose: (breaker: number | null, space: number) => void;
};

const ROW = 46;
const WIDTH = 318;
/** Where the first row of spaces begins: below the line side and the main. */
const TOP = 84;

export function PanelDrawing({ panel, judgement, chosen, off, names, onChoose }: PanelShown) {
  const rows = Math.ceil(panel.spaces / 2);
  const free = freeSpaces(panel);
  const at = (space: number) => ({
    x: space % 2 === 1 ? 8 : WIDTH + 22,
    y: TOP + Math.floor((space - 1) / 2) * ROW,
  });
  return (
    <nav aria-label={`${panel.name}: ${panel.breakers.length} breakers in ${panel.spaces} spaces`}>
      <svg className="panel-drawing" viewBox={`0 0 ${2 * WIDTH + 30} ${TOP + 10 + rows * ROW}`}>
        <g className="line-side">
          <rect x="8" y="6" width={2 * WIDTH + 14} height="30" />
          <text x={WIDTH + 15} y="26" textAnchor="middle">
            line side, from {judgement.fed_from}: live with the main off
          </text>
        </g>
        <path className="bus" d={`M${WIDTH + 15} 36V${TOP + rows * ROW}`} />
        <g className="main-breaker">
          <rect x={WIDTH - 75} y="42" width="180" height="32" />
          <text x={WIDTH + 15} y="63" textAnchor="middle">
            {panel.main_breaker ? `main ${panel.main_breaker} A` : 'no main noted'}
          </text>
        </g>
        {Array.from({ length: rows }, (_, row) => (
          <text
            // biome-ignore lint/suspicious/noArrayIndexKey: the rows are numbered
            key={row}
            className="leg"
            x={WIDTH + 15}
            y={TOP + row * ROW + 26}
            textAnchor="middle"
          >
            {row % 2 === 0 ? 'A' : 'B'}
          </text>
        ))}
        {panel.breakers.map((breaker) => (
          <Bar
            key={breaker.id}
            breaker={breaker}
            name={names.get(breaker.id) ?? String(breaker.space)}
            off={off.includes(names.get(breaker.id) ?? '')}
            mark={markOf(judgement, breaker.id)}
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
  mark: 'danger' | 'violates' | undefined;
  x: number;
  y: number;
  onChoose: () => void;
};

function Bar({ breaker, name, off, chosen, mark, x, y, onChoose }: BarProps) {
  const left = breaker.space % 2 === 1;
  const half = breaker.kind.startsWith('tandem');
  const tall = breaker.kind === 'two-pole' ? 2 * ROW - 6 : half ? (ROW - 8) / 2 : ROW - 6;
  const top = breaker.kind === 'tandem-lower' ? y + (ROW - 6) / 2 + 1 : y;
  const inner = left ? x + WIDTH - 44 : x + 8;
  const words = x + (left ? 14 : 60);
  const says = breaker.directory || 'not named';
  const room = (breaker.essential_minutes != null ? 11 : 18) - (mark ? 3 : 0);

  return (
    <a
      href={`#breaker-${breaker.id}`}
      className={`breaker-bar ${off ? 'off' : ''} ${chosen ? 'chosen' : ''} ${breaker.never ? 'never' : ''}`}
      aria-label={`Breaker ${name}${breaker.amperes ? `, ${breaker.amperes} A` : ''}: ${says}${mark ? `, ${mark}` : ''}${off ? ', off in this round' : ''}`}
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
      {mark && (
        <g
          transform={`translate(${left ? x + WIDTH - 76 : x + WIDTH - 28} ${top + Math.min(tall / 2, 20) - 11})`}
        >
          <VerdictMark verdict="violates" danger={mark === 'danger'} size={22} quiet />
        </g>
      )}
      {breaker.essential_minutes != null && (
        <text
          className="essential"
          x={(left ? inner - 8 : x + WIDTH - 8) - (mark ? 30 : 0)}
          y={top + Math.min(tall / 2 + 6, 26)}
          textAnchor="end"
        >
          ≤ {breaker.essential_minutes} min
        </text>
      )}
    </a>
  );
}
