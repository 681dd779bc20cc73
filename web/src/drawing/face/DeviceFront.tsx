// The front of a device as one sees it: slots, toggles, buttons; no more than tells the kinds apart.
import type { Face } from '../../api/types';

export function DeviceFront({
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
