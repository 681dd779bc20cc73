// The section through a box: to scale, with what is there, what is required and what is missing. What is measured in it can be
// pulled, and what is seen in it can be taken hold of.
import { useState } from 'react';
import { type BeforeAfter, type RuleResult, type Section, worstOf } from '../../api/types';
import { bare } from '../../ui/figure';
import { usePhone } from '../../ui/useScreen';
import { Held } from '../Held';
import type { Holding } from '../parts';
import { ConductorLine } from './ConductorLine';
import { Dimension } from './Dimension';
import { Grip } from './Grip';
import { Ruler } from './Ruler';
import { marksOf, scaleOf } from './scale';
import { Wall } from './Wall';

/** What is done with what is pulled; every measure in nanometres. */
export type Pulls = {
  /** What is noted now, which the drawing may not show yet: keys come faster than a judgement. */
  noted: {
    freeLength: (conductor: number) => number | null;
    sheathEnd: (cable: number) => number | null;
    setBack: () => number | null;
  };
  freeLength: (conductor: number, nm: number) => void;
  sheathEnd: (cable: number, nm: number) => void;
  /** Less than nothing is proud. */
  setBack: (nm: number) => void;
  letGo: () => void;
};

type Props = {
  section: Section;
  results: RuleResult[];
  units: 'inch' | 'metric';
  /** Where a repair would bring the conductors, ghosted over today. */
  after?: BeforeAfter[] | undefined;
  pulls?: Pulls | undefined;
  /** What is kept in a field of the box, as a text; nothing where it is not measured. */
  kept?: (pointer: string) => string;
  hold?: Holding | undefined;
};

const DESK = { width: 700, left: 104, row: 34 };
/** On a phone the drawing is laid out narrower, so that its figures stay as large as the rest. */
const PHONE = { width: 400, left: 80, row: 48 };

const TOP = 74;
/** How far behind its end a sheath is gripped, clear of the tips that wait there. */
const BEHIND = 24;

const NOT_MEASURED = 'not measured';

export function SectionDrawing({ section, results, units, after = [], pulls, kept = () => '', hold }: Props) {
  const narrow = usePhone();
  const { width, left, row } = narrow ? PHONE : DESK;
  const rows = Math.max(section.conductors.length, 2);
  const bottom = TOP + 22 + row * rows;
  const scale = scaleOf(section, after, left, width - 24);
  const front = scale.x(0);
  const back = scale.x(-section.depth);
  const length = dimension(results, 'free-conductor-length', section);
  const reach = dimension(results, 'free-conductor-reach', section);
  // While the box is pulled in or out, the wall stands still and the box goes with the finger.
  const [moved, setMoved] = useState(0);
  const apart = Math.min(44, (row * rows) / Math.max(section.cables.length, 1));
  const cableY = (index: number) =>
    TOP + 22 + row * (rows / 2) - 14 + (index - (section.cables.length - 1) / 2) * Math.max(apart, 20);
  const grip = { perNm: scale.perNm, mark: marksOf(units) };
  const setBack = kept('/stand/set_back');
  const proud = kept('/stand/proud');

  return (
    <svg
      className={pulls ? 'section worked' : 'section'}
      viewBox={`0 0 ${width} ${bottom + 84}`}
      role="group"
      aria-label={`Section through the box. ${results.map((result) => result.sentence).join(' ')}`}
    >
      <Patterns />
      <g transform={`translate(${moved * scale.perNm} 0)`}>
        <Wall section={section} x={scale.x} top={TOP} bottom={bottom} hold={hold} />
        <Held hold={hold} part="stand" name="The box in its wall">
          <path
            d={`M${front} ${TOP}H${back}V${bottom}H${front}`}
            className={section.depth_assumed ? 'box-outline assumed' : 'box-outline'}
          />
        </Held>
        <path d={`M${front} ${TOP}V${bottom}`} className="opening-line" />
        {section.cables.map((cable, index) => {
          const y = cableY(index);
          const end = scale.x(cable.sheath_end);
          return (
            <g key={cable.id} className={cable.assumed ? 'sheath assumed' : 'sheath'}>
              {cable.id === 0 ? (
                <path d={`M${width} ${y}H${end}`} />
              ) : (
                <Held hold={hold} part={`cable ${cable.id}`} name={`Cable ${cable.id}, where it comes in`}>
                  <rect x={back - 12} y={y - 22} width={width - back + 12} height="44" fill="transparent" />
                  <path d={`M${width} ${y}H${end}`} />
                  {hold && <circle className="entry" cx={back + 28} cy={y} r="6" />}
                </Held>
              )}
              {pulls && cable.id !== 0 && (
                <Grip
                  {...grip}
                  x={end + BEHIND}
                  y={y}
                  name={`End of the sheath of cable ${cable.id}`}
                  words={kept(`/cables/${index}/sheath_end`) || NOT_MEASURED}
                  value={pulls.noted.sheathEnd(cable.id) ?? -cable.sheath_end}
                  least={0}
                  waiting={cable.assumed}
                  waits={false}
                  grows="right"
                  onPull={(nm) => pulls.sheathEnd(cable.id, nm)}
                  onLetGo={pulls.letGo}
                />
              )}
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
        {section.conductors.map((conductor, index) => (
          <ConductorLine
            key={conductor.id}
            left={left}
            conductor={conductor}
            y={TOP + 22 + row * index + 6}
            row={row}
            sheathY={cableY(
              Math.max(
                section.cables.findIndex((known) => known.sheath_end === conductor.start),
                0,
              ),
            )}
            x={scale.x}
            after={after.find((known) => known.conductor === conductor.id)}
            hold={hold}
            grip={
              pulls && {
                ...grip,
                value: pulls.noted.freeLength(conductor.id),
                waits: hold?.waits(`conductor ${conductor.id}`) === true && conductor.tip == null,
                onPull: (nm) => pulls.freeLength(conductor.id, nm),
                onLetGo: pulls.letGo,
              }
            }
          />
        ))}
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
        {pulls && (
          <Grip
            {...grip}
            mark={marksOf(units, true)}
            x={(front + back) / 2}
            y={bottom}
            name="The box, further in or out"
            words={setBack ? `set back ${setBack}` : proud ? `proud ${proud}` : NOT_MEASURED}
            value={pulls.noted.setBack() ?? section.surface}
            least={Number.NEGATIVE_INFINITY}
            waiting={!setBack && !proud}
            waits={hold?.waits('stand') === true && !setBack && !proud}
            grows="right"
            onPull={(nm, from) => {
              setMoved(nm - from);
              pulls.setBack(nm);
            }}
            onLetGo={() => {
              setMoved(0);
              pulls.letGo();
            }}
          />
        )}
      </g>
    </svg>
  );
}

function Patterns() {
  return (
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
