// A conductor of the section: from the end of its sheath to its tip, with what is missing and what a repair would add.
import type { BeforeAfter, SectionConductor } from '../../api/types';
import { bare } from '../../ui/figure';
import { Held } from '../Held';
import type { Holding } from '../parts';
import { wirePaint } from '../wirePaint';
import { Grip, type GripProps } from './Grip';
import { wireAt } from './scale';

/** What a sign of a figure takes, at the most. */
const SIGN = 11;

type LineProps = {
  left: number;
  conductor: SectionConductor;
  y: number;
  /** How high its row is. */
  row: number;
  sheathY: number;
  x: (nm: number) => number;
  after: BeforeAfter | undefined;
  hold: Holding | undefined;
  /** What its tip is pulled by, where it can be. */
  grip:
    | (Pick<GripProps, 'perNm' | 'mark' | 'waits' | 'onPull' | 'onLetGo'> & { value: number | null })
    | undefined;
};

export function ConductorLine({ left, conductor, y, row, sheathY, x, after, hold, grip }: LineProps) {
  const start = x(conductor.start);
  const known = conductor.tip != null;
  // Where nothing is measured the tip waits at the sheath, to be pulled out.
  const tip = x(conductor.tip ?? conductor.start);
  const span = Math.abs(start - tip);
  const to = after?.tip_after;
  const ghostTip = to != null && to > (conductor.tip ?? conductor.start) ? to : null;
  const wire = `M${start} ${sheathY}C${start - span * 0.4} ${sheathY} ${tip + span * 0.45} ${y} ${tip} ${y}`;
  const missing = known && conductor.required_tip != null && conductor.required_tip > (conductor.tip ?? 0);
  // A tip out at the names has its figure above it.
  const figure = bare(conductor.length?.text) ?? '';
  const beside = tip - 13 - SIGN * figure.length > left - 14;
  return (
    <g className="conductor">
      {ghostTip !== null && (
        <>
          <path d={`M${tip} ${y}H${x(ghostTip)}`} className="ghost" />
          {tip - x(ghostTip) > 110 && (
            <text x={x(ghostTip)} y={y - 8} textAnchor="start" className="figure small after">
              {bare(after?.length_after?.text)}
            </text>
          )}
        </>
      )}
      {missing && ghostTip === null && (
        <path d={`M${tip} ${y}H${x(conductor.required_tip ?? 0)}`} className="missing" />
      )}
      {conductor.passes_through ? (
        <path
          d={`M${start} ${sheathY}C${start - 40} ${y} ${start - 40} ${y} ${start} ${sheathY + 12}`}
          className="wire"
          stroke={wirePaint[conductor.colour]}
        />
      ) : (
        <>
          <path d={wire} className="wire-edge" />
          <path d={wire} className="wire" stroke={wirePaint[conductor.colour]} />
        </>
      )}
      {conductor.splice != null && (
        <rect
          x={x(conductor.splice) - 8}
          y={wireAt(x(conductor.splice), start, sheathY, tip, y) - 7}
          width="16"
          height="14"
          rx="2"
          className="splice"
        />
      )}
      <Held hold={hold} part={`conductor ${conductor.id}`} name={`Conductor ${conductor.label}`}>
        <rect x="0" y={y - row / 2} width={left} height={row} fill="transparent" />
        <text x={left - 14} y={y + 5} textAnchor="end" className="wire-name">
          {conductor.label.replace(/ AWG$/, '')}
        </text>
      </Held>
      {conductor.length && (
        <text
          x={beside ? tip - 13 : tip - 4}
          y={beside ? y - 8 : y - 14}
          textAnchor={beside ? 'end' : 'start'}
          className="figure"
        >
          {figure}
        </text>
      )}
      {grip && !conductor.passes_through && (
        <Grip
          {...grip}
          x={tip}
          y={y}
          name={`Tip of the ${conductor.label} conductor`}
          words={conductor.length?.text ?? 'not measured'}
          waiting={!known}
          grows="left"
          value={grip.value ?? (conductor.tip ?? conductor.start) - conductor.start}
          least={0}
        />
      )}
    </g>
  );
}
