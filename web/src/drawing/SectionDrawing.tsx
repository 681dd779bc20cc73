// The section through a box: to scale, with what is there, what is required and what is missing. A tip can be pulled.
import { type KeyboardEvent, type PointerEvent, useRef, useState, useSyncExternalStore } from 'react';
import {
  type BeforeAfter,
  type RuleResult,
  type Section,
  type SectionConductor,
  worstOf,
} from '../api/types';
import { bare } from '../ui/figure';
import { scaleOf, snap, wireAt, wirePaint } from './scale';

type Props = {
  section: Section;
  results: RuleResult[];
  units: 'inch' | 'metric';
  /** Where a repair would bring the conductors, ghosted over today. */
  after?: BeforeAfter[] | undefined;
  /** A tip was pulled so that its free length is now this many nanometres. */
  onPull?: ((conductor: number, freeLength: number) => void) | undefined;
};

/** On a phone the drawing is laid out narrower, so that its figures stay as large as the rest. */
const PHONE = '(max-width: 640px)';

function useWidth() {
  const narrow = useSyncExternalStore(
    (changed) => {
      const query = window.matchMedia(PHONE);
      query.addEventListener('change', changed);
      return () => query.removeEventListener('change', changed);
    },
    () => window.matchMedia(PHONE).matches,
  );
  return narrow ? { width: 400, left: 62, narrow } : { width: 700, left: 104, narrow };
}

const TOP = 74;
const ROW = 34;
/** What a sign of a figure takes, at the most. */
const SIGN = 11;

export function SectionDrawing({ section, results, units, after = [], onPull }: Props) {
  const rows = Math.max(section.conductors.length, 2);
  const bottom = TOP + 22 + ROW * rows;
  const height = bottom + 84;
  const { width, left, narrow } = useWidth();
  const scale = scaleOf(section, after, left, width - 24);
  const svg = useRef<SVGSVGElement>(null);
  const [pulled, setPulled] = useState<number | null>(null);
  const front = scale.x(0);
  const back = scale.x(-section.depth);
  const length = dimension(results, 'free-conductor-length', section);
  const reach = dimension(results, 'free-conductor-reach', section);

  const pull = (conductor: SectionConductor) => (event: PointerEvent) => {
    if (pulled !== conductor.id || !svg.current || !onPull) return;
    const bounds = svg.current.getBoundingClientRect();
    const x = ((event.clientX - bounds.left) / bounds.width) * width;
    onPull(conductor.id, snap(scale.nm(x) - conductor.start, units));
  };
  const nudge = (conductor: SectionConductor) => (event: KeyboardEvent) => {
    const steps: Record<string, number> = { ArrowLeft: 1, ArrowUp: 1, ArrowRight: -1, ArrowDown: -1 };
    const step = steps[event.key];
    if (step === undefined || !onPull) return;
    event.preventDefault();
    const unit = units === 'inch' ? 3_175_000 : 2_000_000;
    const now = (conductor.tip ?? conductor.start) - conductor.start;
    onPull(conductor.id, snap(now + step * unit, units));
  };

  return (
    <svg
      ref={svg}
      className="section"
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={`Section through the box. ${results.map((result) => result.sentence).join(' ')}`}
    >
      <defs>
        <pattern id="board" width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" fill="var(--board)" />
          <circle cx="2" cy="2" r=".7" fill="var(--quiet)" opacity=".55" />
          <circle cx="5.5" cy="5" r=".6" fill="var(--quiet)" opacity=".4" />
        </pattern>
        <pattern id="wood" width="60" height="9" patternUnits="userSpaceOnUse">
          <rect width="60" height="9" fill="var(--wood)" />
          <path
            d="M0 3q15 -3 30 0t30 0M0 7.5q15 2 30 0t30 0"
            stroke="var(--quiet)"
            strokeOpacity=".3"
            fill="none"
          />
        </pattern>
      </defs>
      <Wall section={section} x={scale.x} top={TOP} bottom={bottom} />
      <path
        d={`M${front} ${TOP}H${back}V${bottom}H${front}`}
        className={section.depth_assumed ? 'box-outline assumed' : 'box-outline'}
      />
      <path d={`M${front} ${TOP}V${bottom}`} className="opening-line" />
      {section.cables.map((cable, index) => {
        const y = TOP + 22 + ROW * (rows / 2) - 14 + index * 20 - (section.cables.length - 1) * 10;
        return (
          <g key={cable.id} className={cable.assumed ? 'sheath assumed' : 'sheath'}>
            <path d={`M${width} ${y}H${scale.x(cable.sheath_end)}`} />
          </g>
        );
      })}
      <Ruler section={section} x={scale.x} left={left} y={bottom + 52} narrow={narrow} />
      {section.required_reach && section.conductors.length > 0 && (
        <path
          className="limit-line"
          d={`M${scale.x(section.required_reach.nm)} ${TOP + 10}V${bottom + 26}`}
        />
      )}
      {section.conductors.map((conductor, index) => {
        const y = TOP + 22 + ROW * index + 6;
        const change = after.find((known) => known.conductor === conductor.id);
        const cable = section.cables.findIndex((known) => known.sheath_end === conductor.start);
        const sheathY =
          TOP + 22 + ROW * (rows / 2) - 14 + Math.max(cable, 0) * 20 - (section.cables.length - 1) * 10;
        return (
          <ConductorLine
            key={conductor.id}
            left={left}
            conductor={conductor}
            y={y}
            sheathY={sheathY}
            x={scale.x}
            after={change}
            pullable={onPull !== undefined}
            onGrab={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              setPulled(conductor.id);
            }}
            onPull={pull(conductor)}
            onLetGo={() => setPulled(null)}
            onKeyDown={nudge(conductor)}
          />
        );
      })}
      {length && (
        <Dimension
          y={34}
          from={scale.x(length.start)}
          to={length.tip === null ? null : scale.x(length.tip)}
          limit={scale.x(length.start + section.required_length.nm)}
          drop={TOP}
          caption={`${section.required_length.text} from the sheath`}
          short={length.short}
          figure={length.figure}
        />
      )}
      {reach && section.required_reach && (
        <Dimension
          y={bottom + 26}
          from={front}
          to={reach.tip === null ? null : scale.x(reach.tip)}
          limit={scale.x(section.required_reach.nm)}
          drop={bottom}
          caption={`${section.required_reach.text} past the opening`}
          short={reach.short}
          figure={reach.figure}
        />
      )}
      {section.conductors.length === 0 && (
        <text x={(left + front) / 2} y={(TOP + bottom) / 2} textAnchor="middle" className="hint">
          No conductor yet. Add one below.
        </text>
      )}
    </svg>
  );
}

/** What a dimension line shows: the worst conductor of a rule. */
function dimension(results: RuleResult[], rule: string, section: Section) {
  const worst = worstOf(results.find((result) => result.rule === rule));
  const conductor = section.conductors.find((drawn) => drawn.id === worst?.conductor);
  if (!worst || !conductor || worst.verdict === 'not-applicable') return null;
  return {
    start: conductor.start,
    tip: conductor.tip ?? null,
    figure: bare(worst.measured?.figure.text) ?? null,
    short: worst.shortfall ? bare(worst.shortfall.text) : null,
  };
}

function Wall({
  section,
  x,
  top,
  bottom,
}: {
  section: Section;
  x: (nm: number) => number;
  top: number;
  bottom: number;
}) {
  const front = x(0);
  const surface = x(section.surface);
  if (section.wall_finish === 'exposed') return null;
  const fill =
    section.wall_finish === 'wood' || section.wall_finish === 'other-combustible'
      ? 'url(#wood)'
      : 'url(#board)';
  return (
    <g>
      {[top - 34, bottom + 6].map((y) => (
        <g key={y}>
          <rect
            x={surface}
            y={y}
            width={Math.max(26, front - surface + 26)}
            height="28"
            fill={fill}
            stroke="var(--hair)"
          />
          {section.finish_to_come > 0 && (
            <rect
              className="to-come"
              x={x(section.surface + section.finish_to_come)}
              y={y}
              width={surface - x(section.surface + section.finish_to_come)}
              height="28"
            />
          )}
        </g>
      ))}
      {section.added_forward > 0 && (
        <path
          className="ring"
          d={`M${front} ${top}V${bottom}M${x(-section.added_forward)} ${top}V${bottom}`}
        />
      )}
      {section.spacers > 0 && (
        <>
          <rect
            className="spacer"
            x={x(section.spacers)}
            y={top - 5}
            width={front - x(section.spacers)}
            height="10"
          />
          <rect
            className="spacer"
            x={x(section.spacers)}
            y={bottom - 5}
            width={front - x(section.spacers)}
            height="10"
          />
        </>
      )}
      {section.set_back && (
        <g className="set-back">
          <path d={`M${surface} ${top - 34}V${bottom + 34}`} />
          <text x={front + 36} y={bottom + 28}>
            back {bare(section.set_back.text)}
          </text>
        </g>
      )}
    </g>
  );
}

type RulerProps = { section: Section; x: (nm: number) => number; left: number; y: number; narrow: boolean };

function Ruler({ section, x, left, y, narrow }: RulerProps) {
  const step = section.ruler_step;
  const perLabel = step === 10_000_000 ? 5 : 2;
  const start = -Math.max(section.depth, ...section.cables.map((cable) => -cable.sheath_end));
  const marks = [];
  for (let count = Math.ceil(start / step); x(count * step) > left - 6; count += 1) marks.push(count);
  return (
    <g className="ruler">
      <path d={`M${left - 6} ${y}H${x(start)}`} />
      {marks.map((count) => {
        const labelled = count % perLabel === 0;
        const label = step === 10_000_000 ? Math.abs(count) * 10 : Math.abs(count) / 2;
        return (
          <g key={count}>
            <path d={`M${x(count * step)} ${y}v${labelled ? 9 : 5}`} />
            {labelled && (
              <text x={x(count * step)} y={y + 23} textAnchor="middle">
                {count === 0 && !narrow ? 'opening' : label}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

type LineProps = {
  left: number;
  conductor: SectionConductor;
  y: number;
  sheathY: number;
  x: (nm: number) => number;
  after: BeforeAfter | undefined;
  pullable: boolean;
  onGrab: (event: PointerEvent) => void;
  onPull: (event: PointerEvent) => void;
  onLetGo: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
};

function ConductorLine({
  left,
  conductor,
  y,
  sheathY,
  x,
  after,
  pullable,
  onGrab,
  onPull,
  onLetGo,
  onKeyDown,
}: LineProps) {
  const start = x(conductor.start);
  const known = conductor.tip != null;
  // Where nothing is measured the tip waits at the sheath, to be pulled out.
  const tip = x(conductor.tip ?? conductor.start);
  const span = Math.abs(start - tip);
  const to = after?.tip_after;
  const ghostTip = to != null && to > (conductor.tip ?? conductor.start) ? to : null;
  const wire = `M${start} ${sheathY}C${start - span * 0.4} ${sheathY} ${tip + span * 0.45} ${y} ${tip} ${y}`;
  const missing = known && conductor.required_tip != null && conductor.required_tip > (conductor.tip ?? 0);
  const handle = pullable && !conductor.passes_through;
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
      <text x={left - 14} y={y + 5} textAnchor="end" className="wire-name">
        {conductor.label.replace(/ AWG$/, '')}
      </text>
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
      {handle && (
        <g
          role="slider"
          tabIndex={0}
          className={known ? 'tip' : 'tip waiting'}
          aria-label={`Tip of the ${conductor.label} conductor`}
          aria-valuetext={conductor.length?.text ?? 'not measured'}
          aria-valuenow={conductor.length ? Math.round(conductor.length.nm / 1_000_000) : 0}
          onPointerDown={onGrab}
          onPointerMove={onPull}
          onPointerUp={onLetGo}
          onPointerCancel={onLetGo}
          onKeyDown={onKeyDown}
        >
          <circle cx={tip} cy={y} r="22" fill="transparent" />
          <circle cx={tip} cy={y} r="9" className="grip" />
          <path d={`M${tip - 3} ${y - 3}v6M${tip + 3} ${y - 3}v6`} className="grip-lines" />
        </g>
      )}
    </g>
  );
}

type DimensionProps = {
  y: number;
  from: number;
  to: number | null;
  limit: number;
  drop: number;
  caption: string;
  short: string | null;
  figure: string | null;
};

/** A dimension line: what is there drawn full, what is missing dashed, the limit at its end. */
function Dimension({ y, from, to, limit, drop, caption, short, figure }: DimensionProps) {
  const tip = to ?? from;
  const gap = tip - limit;
  return (
    <g className="dimension">
      <path d={`M${from} ${y - 6}V${drop}`} className="drop" />
      <path d={`M${from} ${y - 6}v12M${limit} ${y - 6}v12`} className="end" />
      <path d={`M${from} ${y}H${tip}`} className="there" />
      {short && <path d={`M${tip} ${y}H${limit}`} className="lacking" />}
      {to !== null && <circle cx={tip} cy={y} r="3" className="dot" />}
      {figure && from - tip > 26 && (
        <text x={(from + tip) / 2} y={y - 8} textAnchor="middle" className="figure small">
          {figure}
        </text>
      )}
      {short && (
        <text
          x={gap > 110 ? (tip + limit) / 2 : limit - 8}
          y={gap > 110 ? y - 8 : y + 5}
          textAnchor={gap > 110 ? 'middle' : 'end'}
          className="short"
        >
          short {short}
        </text>
      )}
      <text x={limit} y={y + 20} textAnchor="start" className="caption" dx="-2">
        {caption}
      </text>
    </g>
  );
}
