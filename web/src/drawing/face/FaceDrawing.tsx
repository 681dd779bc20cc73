// The face of a box, to scale: opening, gangs, devices on their yokes, gap, terminals; what a plan would make of it, ghosted.
import type { Face, MapChange } from '../../api/types';
import { Held } from '../Held';
import type { Holding } from '../parts';
import { DeviceFront } from './DeviceFront';
import { Terminals } from './Terminals';

type Props = {
  face: Face;
  /** The face after the plan. */
  after?: Face | undefined;
  /** The terminals that carry something else than as found. */
  changes?: MapChange[] | undefined;
  hold?: Holding | undefined;
};

const WIDTH = 360;
const HEIGHT = 290;
const TOP = 26;
/** How tall a device is, and how wide a gang in which none stands. */
const DEVICE_TALL = 66_000_000;
const GANG_WIDE = 34_000_000;

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

export function FaceDrawing({ face, after, changes = [], hold }: Props) {
  const across = Math.max(face.width, after?.width ?? 0);
  const tall = Math.max(face.height, after?.height ?? 0);
  const scale = Math.min((HEIGHT - TOP * 2) / tall, (WIDTH - 120) / across);
  const middle = { x: WIDTH / 2, y: HEIGHT / 2 };
  const px = (nm: number) => nm * scale;
  const left = middle.x - px(face.width) / 2;
  const top = middle.y - px(face.height) / 2;
  const changed = after && (after.width !== face.width || after.height !== face.height);
  const height = Math.min(px(face.height) * 0.92, px(DEVICE_TALL));
  return (
    <svg
      className="face"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role={hold ? 'group' : 'img'}
      aria-label={faceWords(face)}
    >
      <rect className="wall" x="4" y="4" width={WIDTH - 8} height={HEIGHT - 8} />
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
      {face.devices.map((device) => {
        const at = { x: left + px(device.middle), y: middle.y, width: px(device.width), height };
        return (
          <g key={device.id}>
            {device.spacers > 0 &&
              [top - 7, top + px(face.height) + 1].map((y) => (
                <rect
                  key={y}
                  className="spacer"
                  x={at.x - 16}
                  y={y}
                  width="32"
                  height={2 + 3 * device.spacers}
                />
              ))}
            <Held hold={hold} part={`device ${device.id}`} name={device.label}>
              <DeviceFront kind={device.kind} {...at} split={device.split} grounded={device.grounded} />
            </Held>
            <Terminals
              device={device}
              changes={changes.filter((change) => change.device === device.id)}
              {...at}
              words={face.devices.length === 1}
              hold={hold}
            />
          </g>
        );
      })}
      {hold &&
        face.free_gangs.map((place, index) => (
          <Held
            key={place}
            hold={hold}
            part="gang"
            className="free-gang"
            name={`Gang ${face.gangs - face.free_gangs.length + index + 1}, nothing in it`}
          >
            <rect
              x={left + px(place) - px(GANG_WIDE) / 2}
              y={middle.y - height / 2}
              width={px(GANG_WIDE)}
              height={height}
              rx="5"
            />
            <text x={left + px(place)} y={middle.y + 6} textAnchor="middle">
              +
            </text>
          </Held>
        ))}
      {face.hung && (
        <g className="hung">
          <circle cx={middle.x} cy={middle.y} r={px(face.width) * 0.34} />
          <text x={middle.x} y={middle.y + 5} textAnchor="middle">
            {HUNG[face.hung]}
          </text>
        </g>
      )}
      {!hold && face.devices.length === 0 && !face.hung && (
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
    </svg>
  );
}

type OutlineProps = {
  face: Face;
  left: number;
  top: number;
  px: (nm: number) => number;
  by: number;
  name: string;
};

function Outline({ face, left, top, px, by, name }: OutlineProps) {
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

/** What stands beside the drawing: the gangs, each device and its seat, what is added, and what the plan adds. */
export function faceNotes(face: Face, after: Face | undefined) {
  const now = [
    `${face.gangs} gang${face.gangs > 1 ? 's' : ''}${face.assumed ? ', usual opening drawn' : ''}`,
    ...face.devices.map((device) => {
      const seat = device.seat && SEATS[device.seat];
      const spacers = device.spacers > 0 ? ` × ${device.spacers}` : '';
      return seat ? `${device.label}, ${seat}${spacers}` : device.label;
    }),
    ...face.added.map((added) => `${added} added`),
    ...(face.cover_missing ? ['cover missing'] : []),
    ...(face.plate_cracked ? ['plate cracked'] : []),
  ];
  const planned = (after?.added ?? []).filter((added) => !face.added.includes(added));
  return { now, planned };
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
