// The screws of a device with the conductors on them, the tabs between them, and what is on another screw than as found.
import type { Face, MapChange } from '../../api/types';
import { Held } from '../Held';
import type { Holding } from '../parts';
import { wirePaint } from '../wirePaint';

/** Where each terminal stands on the device: side, and how far down. */
const PLACES: Record<string, [side: -1 | 1, down: number]> = {
  'brass-upper': [1, 0.22],
  'brass-lower': [1, 0.68],
  'silver-upper': [-1, 0.22],
  'silver-lower': [-1, 0.68],
  green: [-1, 0.95],
  common: [1, 0.78],
  'traveller-one': [-1, 0.2],
  'traveller-two': [1, 0.2],
  'switch-line': [1, 0.72],
  'switch-load': [1, 0.25],
  'second-load': [-1, 0.25],
  'third-load': [-1, 0.5],
  'control-neutral': [-1, 0.72],
  'line-brass': [1, 0.22],
  'line-silver': [-1, 0.22],
  'load-brass': [1, 0.68],
  'load-silver': [-1, 0.68],
};

type Device = Face['devices'][number];

type Props = {
  device: Device;
  changes: MapChange[];
  x: number;
  y: number;
  width: number;
  height: number;
  /** There is room beside the device to say what each conductor is. */
  words: boolean;
  hold: Holding | undefined;
};

export function Terminals({ device, changes, x, y, width, height, words, hold }: Props) {
  if (!hold && device.terminals.every((terminal) => terminal.conductors.length === 0)) return null;
  return (
    <g className="terminals-drawn">
      {device.terminals.map((terminal) => {
        const [side, down] = PLACES[terminal.terminal] ?? [1, 0.5];
        const [cx, cy] = [x + (side * width) / 2, y - height / 2 + down * height];
        const change = changes.find((known) => known.terminal === terminal.terminal);
        const anchor = side === 1 ? 'start' : 'end';
        const carries = terminal.conductors.map((conductor) => conductor.words).join(' and ');
        return (
          <g key={terminal.terminal}>
            {change && (
              <>
                <circle className="changed" cx={cx} cy={cy} r="12" />
                {words && (
                  <text className="was" x={cx + side * 38} y={cy + 18} textAnchor={anchor}>
                    was {change.before.map((before) => before.split(' ')[0]).join(', ') || 'empty'}
                  </text>
                )}
              </>
            )}
            {terminal.conductors.map((conductor, index) => {
              const wire = `M${cx} ${cy}h${side * 26}${index > 0 ? `v${index * 9}` : ''}h${side * 8}`;
              return (
                <g key={conductor.id}>
                  <path className="landed-edge" d={wire} />
                  <path className="landed" stroke={wirePaint[conductor.colour]} d={wire} />
                  {conductor.remarked && <circle className="remark" cx={cx + side * 20} cy={cy} r="3" />}
                  {words && (
                    <text x={cx + side * 38} y={cy + 4 + index * 16} textAnchor={anchor}>
                      {conductor.words}
                    </text>
                  )}
                </g>
              );
            })}
            <Held
              hold={hold}
              part={`terminal ${device.id} ${terminal.terminal}`}
              name={`${terminal.name} of device ${device.id}: ${carries || 'nothing noted'}`}
              className={`screw ${terminal.screw}${terminal.conductors.length > 0 ? ' used' : ''}`}
            >
              {hold && <circle className="target" cx={cx + side * 8} cy={cy} r="22" />}
              <circle cx={cx} cy={cy} r={hold ? 7 : 4.5} />
              <path d={`M${cx - 4} ${cy}h8`} />
            </Held>
          </g>
        );
      })}
      {device.has_tabs &&
        (['hot', 'neutral'] as const).map((tab) => (
          <TabDrawn
            key={tab}
            device={device}
            tab={tab}
            x={x + ((tab === 'hot' ? 1 : -1) * width) / 2}
            y={y - height * 0.05}
            tall={height * 0.34}
            hold={hold}
          />
        ))}
    </g>
  );
}

type TabProps = {
  device: Device;
  tab: 'hot' | 'neutral';
  x: number;
  y: number;
  tall: number;
  hold: Holding | undefined;
};

const TAB_NAME = { hot: 'brass', neutral: 'silver' } as const;

function TabDrawn({ device, tab, x, y, tall, hold }: TabProps) {
  const now = device[`${tab}_tab`];
  if (!hold && !now) return null;
  const [from, to] = [y - tall / 2, y + tall / 2];
  const broken = `M${x} ${from}V${y - 5}M${x} ${y + 5}V${to}`;
  return (
    <Held
      hold={hold}
      part={`tab ${device.id} ${tab}`}
      className={`tab-of ${now ?? 'unknown'}`}
      name={`Tab between the ${TAB_NAME[tab]} screws of device ${device.id}: ${now ?? 'not looked at'}`}
    >
      {hold && <rect className="target" x={x - 16} y={y - 14} width="32" height="28" />}
      <path d={now === 'broken' ? broken : `M${x} ${from}V${to}`} />
    </Held>
  );
}
