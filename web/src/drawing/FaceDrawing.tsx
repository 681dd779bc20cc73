// The face of a box, to scale: opening, gangs, devices on their yokes, gap, lamps; what a plan would make of it, ghosted.
import type { Face, LampReading, MapChange } from '../api/types';
import { wirePaint } from './scale';

type Props = {
  face: Face;
  /** The face after the plan. */
  after?: Face | undefined;
  /** The terminals that carry something else than as found. */
  changes?: MapChange[] | undefined;
};

const WIDTH = 700;
const HEIGHT = 290;
const TOP = 26;

const SEATS = {
  'box-ears': 'on the box ears',
  'plaster-ears': 'on its own ears',
  spacers: 'on spacers',
  makeshift: 'on a makeshift',
  floating: 'in the air',
} as const;

const HUNG = {
  'ceiling-luminaire': 'luminaire',
  'wall-luminaire': 'wall luminaire',
  'recessed-luminaire': 'recessed',
  lampholder: 'lampholder',
  fan: 'paddle fan',
} as const;

export function FaceDrawing({ face, after, changes = [] }: Props) {
  const across = Math.max(face.width, after?.width ?? 0);
  const tall = Math.max(face.height, after?.height ?? 0);
  const scale = Math.min((HEIGHT - TOP * 2) / tall, 300 / across);
  const middle = { x: 230, y: HEIGHT / 2 };
  const px = (nm: number) => nm * scale;
  const left = middle.x - px(face.width) / 2;
  const top = middle.y - px(face.height) / 2;
  const changed = after && (after.width !== face.width || after.height !== face.height);
  return (
    <svg className="face" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={faceWords(face)}>
      <rect className="wall" x="8" y="8" width={WIDTH - 246} height={HEIGHT - 16} />
      {face.gap != null && face.gap > 0 && (
        <Outline face={face} left={left} top={top} px={px} by={px(face.gap)} name="gap" />
      )}
      <Outline face={face} left={left} top={top} px={px} by={0} name="opening" />
      {changed && (
        <Outline
          face={after}
          left={middle.x - px(after.width) / 2}
          top={middle.y - px(after.height) / 2}
          px={px}
          by={3}
          name="ghost"
        />
      )}
      {face.devices.map((device) => (
        <g key={device.id}>
          {device.spacers > 0 && (
            <>
              <rect
                className="spacer"
                x={left + px(device.middle) - 16}
                y={top - 7}
                width="32"
                height={2 + 3 * device.spacers}
              />
              <rect
                className="spacer"
                x={left + px(device.middle) - 16}
                y={top + px(face.height) + 1}
                width="32"
                height={2 + 3 * device.spacers}
              />
            </>
          )}
          <Device
            kind={device.kind}
            x={left + px(device.middle)}
            y={middle.y}
            width={px(device.width)}
            height={Math.min(px(face.height) * 0.92, px(66_000_000))}
            split={device.split}
            grounded={device.grounded}
          />
          <Terminals
            device={device}
            changes={changes.filter((change) => change.device === device.id)}
            x={left + px(device.middle)}
            y={middle.y}
            width={px(device.width)}
            height={Math.min(px(face.height) * 0.92, px(66_000_000))}
          />
        </g>
      ))}
      {face.hung && (
        <g className="hung">
          <circle cx={middle.x} cy={middle.y} r={px(face.width) * 0.34} />
          <text x={middle.x} y={middle.y + 5} textAnchor="middle">
            {HUNG[face.hung]}
          </text>
        </g>
      )}
      {face.devices.length === 0 && !face.hung && (
        <text className="hint" x={middle.x} y={middle.y + 5} textAnchor="middle">
          no device
        </text>
      )}
      {face.plate_cracked && (
        <path
          className="crack"
          d={`M${left + 6} ${top + px(face.height) - 8}l12 -16l-6 -8l14 -14l-4 -10l12 -12`}
        />
      )}
      {face.open_knockout && (
        <g className="knockout">
          <circle cx={left + px(face.width) + 18} cy={top + 14} r="9" />
          <text x={left + px(face.width) + 32} y={top + 19}>
            open
          </text>
        </g>
      )}
      <Notes face={face} after={after} />
    </svg>
  );
}

function Outline({
  face,
  left,
  top,
  px,
  by,
  name,
}: {
  face: Face;
  left: number;
  top: number;
  px: (nm: number) => number;
  by: number;
  name: string;
}) {
  const [width, height] = [px(face.width), px(face.height)];
  return face.round ? (
    <circle className={name} cx={left + width / 2} cy={top + height / 2} r={width / 2 + by} />
  ) : (
    <rect
      className={name}
      x={left - by}
      y={top - by}
      width={width + 2 * by}
      height={height + 2 * by}
      rx="3"
    />
  );
}

function Device({
  kind,
  x,
  y,
  width,
  height,
  split,
  grounded,
}: {
  kind: Face['devices'][number]['kind'];
  x: number;
  y: number;
  width: number;
  height: number;
  split: boolean;
  grounded: boolean;
}) {
  const half = height / 4;
  const slots = (cy: number, ground: boolean) => (
    <>
      <path className="slot" d={`M${x - 7} ${cy - 9}V${cy + 3}M${x + 7} ${cy - 7}V${cy + 3}`} />
      {ground && <path className="slot" d={`M${x - 3} ${cy + 12}a3 3 0 0 1 6 0z`} />}
    </>
  );
  // Two hots, a neutral above them, and below a ground where it has a slot for one.
  const range = (
    <path
      className="slot"
      d={`M${x - 13} ${y - 6}v13M${x + 13} ${y - 6}v13M${x - 5} ${y - 18}h10v6${grounded ? `M${x - 4} ${y + 20}a4 4 0 0 1 8 0z` : ''}`}
    />
  );
  const receptacle = kind.includes('receptacle') || kind === 'combination';
  const plate = { alarm: 'alarm', transformer: 'transformer', bell: 'bell', blank: 'blank' } as const;
  if (kind in plate) {
    return (
      <g className="device">
        <rect x={x - width / 2} y={y - height / 2} width={width} height={height} rx="5" />
        <text x={x} y={y + 5} textAnchor="middle">
          {plate[kind as keyof typeof plate]}
        </text>
      </g>
    );
  }
  return (
    <g className="device">
      <rect x={x - width / 2} y={y - height / 2} width={width} height={height} rx="5" />
      {kind === 'range-receptacle' ? (
        range
      ) : kind === 'single-receptacle' ? (
        slots(y, true)
      ) : receptacle ? (
        <>
          {kind === 'combination' ? (
            <rect className="toggle" x={x - 6} y={y - half - 13} width="12" height="26" rx="2" />
          ) : (
            slots(y - half, kind !== 'two-slot-receptacle')
          )}
          {slots(y + half, kind !== 'two-slot-receptacle')}
          {kind === 'gfci-receptacle' && (
            <>
              <rect className="button" x={x - 13} y={y - 6} width="11" height="11" />
              <rect className="button" x={x + 2} y={y - 6} width="11" height="11" />
            </>
          )}
          {split && <path className="tab" d={`M${x - width / 2} ${y}h6M${x + width / 2 - 6} ${y}h6`} />}
        </>
      ) : (
        <>
          <rect className="toggle" x={x - 7} y={y - 16} width="14" height="32" rx="2" />
          {kind === 'three-way-switch' && (
            <path className="slot" d={`M${x - 12} ${y - 24}h24M${x - 12} ${y + 24}h24`} />
          )}
          {kind === 'timer' && (
            <>
              <circle className="toggle" cx={x} cy={y - 34} r="11" />
              <path className="slot" d={`M${x} ${y - 41}v7l5 4`} />
            </>
          )}
          {kind === 'stacked-switches' && (
            <rect className="toggle" x={x - 7} y={y - 60} width="14" height="32" rx="2" />
          )}
          {kind === 'electronic-switch' && <path className="slot" d={`M${x + 14} ${y - 16}v32`} />}
        </>
      )}
    </g>
  );
}

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

/** The screws with the conductors on them, once any was noted. */
function Terminals({
  device,
  changes,
  x,
  y,
  width,
  height,
}: {
  device: Face['devices'][number];
  changes: MapChange[];
  x: number;
  y: number;
  width: number;
  height: number;
}) {
  if (device.terminals.every((terminal) => terminal.conductors.length === 0)) return null;
  return (
    <g className="terminals-drawn">
      {device.terminals.map((terminal) => {
        const [side, down] = PLACES[terminal.terminal] ?? [1, 0.5];
        const [cx, cy] = [x + (side * width) / 2, y - height / 2 + down * height];
        const change = changes.find((known) => known.terminal === terminal.terminal);
        return (
          <g key={terminal.terminal}>
            {change && (
              <>
                <circle className="changed" cx={cx} cy={cy} r="10" />
                <text
                  className="was"
                  x={cx + side * 38}
                  y={cy + 18}
                  textAnchor={side === 1 ? 'start' : 'end'}
                >
                  was {change.before.map((words) => words.split(' ')[0]).join(', ') || 'empty'}
                </text>
              </>
            )}
            {terminal.conductors.map((conductor, index) => (
              <g key={conductor.id}>
                <path
                  className="landed-edge"
                  d={`M${cx} ${cy}h${side * 26}${index > 0 ? `v${index * 9}` : ''}h${side * 8}`}
                />
                <path
                  className="landed"
                  stroke={wirePaint[conductor.colour]}
                  d={`M${cx} ${cy}h${side * 26}${index > 0 ? `v${index * 9}` : ''}h${side * 8}`}
                />
                {conductor.remarked && <circle className="remark" cx={cx + side * 20} cy={cy} r="3" />}
                <text x={cx + side * 38} y={cy + 4 + index * 12} textAnchor={side === 1 ? 'start' : 'end'}>
                  {conductor.words}
                </text>
              </g>
            ))}
            <circle
              className={terminal.conductors.length > 0 ? 'screw used' : 'screw'}
              cx={cx}
              cy={cy}
              r="4.5"
            />
          </g>
        );
      })}
      {device.hot_tab && (
        <path
          className={`hot-tab ${device.hot_tab}`}
          d={
            device.hot_tab === 'whole'
              ? `M${x + width / 2} ${y - height * 0.22}V${y + height * 0.12}`
              : `M${x + width / 2} ${y - height * 0.22}v${height * 0.1}m0 ${height * 0.12}v${height * 0.1}`
          }
        />
      )}
    </g>
  );
}

const LAMP = { lit: 'lit', dim: 'dim', off: 'off' } as const;

function Lamps({ reading, y }: { reading: LampReading; y: number }) {
  const lamps = [
    ['H–N', reading.hot_neutral],
    ['H–G', reading.hot_ground],
    ['N–G', reading.neutral_ground],
  ] as const;
  return (
    <g className="lamps">
      <text x="468" y={y + 4}>
        {reading.half}
      </text>
      {lamps.map(([name, lamp], index) => (
        <g key={name} className={`lamp ${LAMP[lamp]}`}>
          <circle cx={548 + index * 50} cy={y} r="9" />
          <text x={548 + index * 50} y={y + 25} textAnchor="middle">
            {name}
          </text>
        </g>
      ))}
    </g>
  );
}

function Notes({ face, after }: { face: Face; after: Face | undefined }) {
  const lines = [
    `${face.gangs} gang${face.gangs > 1 ? 's' : ''}${face.assumed ? ', usual opening drawn' : ''}`,
    ...face.devices.flatMap((device) => [
      device.label,
      ...(device.seat
        ? [`\u2002${SEATS[device.seat]}${device.spacers > 0 ? ` × ${device.spacers}` : ''}`]
        : []),
    ]),
    ...face.added.map((added) => `${added} added`),
    ...(face.cover_missing ? ['cover missing'] : []),
    ...(face.plate_cracked ? ['plate cracked'] : []),
  ];
  const planned = (after?.added ?? [])
    .filter((added) => !face.added.includes(added))
    .map((added) => `then: ${added}`);
  const start = face.lamps.length > 0 ? 36 + face.lamps.length * 52 : 36;
  return (
    <g className="notes">
      {face.lamps.map((reading, index) => (
        <Lamps key={reading.half} reading={reading} y={30 + index * 52} />
      ))}
      {[...lines, ...planned].slice(0, 8).map((line, index) => (
        <text key={line} x="468" y={start + index * 23} className={index >= lines.length ? 'then' : ''}>
          {line}
        </text>
      ))}
    </g>
  );
}

/** The drawing in words. */
export function faceWords(face: Face): string {
  const devices = face.devices.map(
    (device) => `${device.label}${device.seat ? ` ${SEATS[device.seat]}` : ''}`,
  );
  const landed = face.devices.flatMap((device) =>
    device.terminals
      .filter((terminal) => terminal.conductors.length > 0)
      .map(
        (terminal) =>
          `${terminal.name} carries ${terminal.conductors.map((conductor) => conductor.words).join(' and ')}`,
      ),
  );
  const lamps = face.lamps.map(
    (reading) =>
      `${reading.half} half: hot to neutral ${reading.hot_neutral}, hot to ground ${reading.hot_ground}, neutral to ground ${reading.neutral_ground}`,
  );
  const seen = [
    face.open_knockout && 'an open knockout',
    face.plate_cracked && 'plate cracked',
    face.cover_missing && 'cover missing',
  ].filter(Boolean);
  return `Face of the box, ${face.gangs} gang: ${[...devices, ...landed, ...lamps, ...seen].join('; ') || 'nothing noted'}`;
}
