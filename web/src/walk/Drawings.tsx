// The drawings of a box, the section with its lengths, the face, the fill: each is worked on where one sees it.
import { useEffect, useState } from 'react';
import type { DeadTest, Proposal } from '../api/types';
import { DetailDrawing } from '../drawing/DetailDrawing';
import { FillDrawing } from '../drawing/FillDrawing';
import { SectionDrawing } from '../drawing/section/SectionDrawing';
import { FaceAndLamps } from './atDrawing/FaceAndLamps';
import { Rack } from './atDrawing/Rack';
import { Tray } from './atDrawing/Tray';
import { useAtDrawing } from './atDrawing/useAtDrawing';
import type { CapturePart } from './Capture';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

const DEAD = {
  unproven: 'Unproven',
  live: 'Live',
  'instrument-failed': 'Tester failed',
  'proven-dead': 'Proven dead',
} as const;

/** Whether a hand may go in: not until the dead test is complete. */
function DeadChip({ test, go }: { test: DeadTest; go: () => void }) {
  return (
    <button type="button" className={`dead-chip ${test.state}`} onClick={go} title={test.sentence}>
      {DEAD[test.state]}
      {test.state === 'unproven' && test.done > 0 && ` ${test.done}/${test.steps.length}`}
    </button>
  );
}

const DRAWINGS = [
  ['section', 'Section'],
  ['face', 'Face'],
  ['fill', 'Fill'],
  ['hanging', 'What hangs'],
] as const;

const HINTS = {
  section: 'Pull what is measured; tap the wall, the box, a cable or a conductor to say more of it.',
  face: 'Tap a conductor, then the screw it is on; tap a gang, a device, a tab, a lamp.',
  fill: 'Tap what is in the box, or its volume.',
  hanging: 'What hangs is noted under Devices.',
} as const;

/** What takes room in a box, whether any of it is there or not. */
const IN_IT = [
  ['volume', 'volume'],
  ['fill conductors', 'conductors'],
  ['fill devices', 'devices'],
  ['fill clamps', 'clamps'],
  ['fill fittings', 'support fittings'],
  ['fill terminal-blocks', 'terminal blocks'],
] as const;

type Props = {
  session: BoxSession;
  state: SessionState;
  units: 'inch' | 'metric';
  /** The repair that is looked at: ghosted over today's drawing, or else the plan. */
  looked: Proposal | null;
  goToDeadTest: () => void;
  /** What is being taken down: terminals and readings are seen on the face. */
  part: CapturePart;
};

export function Drawings({ session, state, units, looked, goToDeadTest, part }: Props) {
  const [shown, setShown] = useState<(typeof DRAWINGS)[number][0]>('section');
  useEffect(() => {
    if (part === 'terminals' || part === 'read') setShown('face');
  }, [part]);
  const at = useAtDrawing(session, state);
  const { judgement, side, record, remedies } = state;
  const mayMeasureAgain =
    record.left !== null || state.view.items.some((item) => item.view.state !== 'found');
  const proposal = looked && remedies?.proposals.find((known) => known.repair === looked.repair);
  const plan = side === 'found' ? (remedies?.outcome.plan ?? undefined) : undefined;
  const after = side === 'found' ? (proposal ?? plan)?.before_after : undefined;
  const drawings = DRAWINGS.filter(([drawing]) => drawing !== 'hanging' || judgement.hanging);
  return (
    <>
      <div className="drawing-bar">
        {mayMeasureAgain && (
          <fieldset className="sides">
            <legend className="visually-hidden">Which measurements</legend>
            <button type="button" aria-pressed={side === 'found'} onClick={() => session.show('found')}>
              As found
            </button>
            <button type="button" aria-pressed={side === 'left'} onClick={() => session.show('left')}>
              {record.left !== null ? 'As left' : 'Measure again'}
            </button>
          </fieldset>
        )}
        <DeadChip test={judgement.electrical.dead_test} go={goToDeadTest} />
        <fieldset className="sides drawings">
          <legend className="visually-hidden">Which drawing</legend>
          {drawings.map(([drawing, name]) => (
            <button
              key={drawing}
              type="button"
              aria-pressed={shown === drawing}
              onClick={() => setShown(drawing)}
            >
              {name}
            </button>
          ))}
        </fieldset>
      </div>
      {shown === 'section' && (
        <SectionDrawing
          section={judgement.section}
          results={judgement.results}
          units={units}
          after={after}
          pulls={at.pulls}
          kept={(pointer) => judgement.texts.find((known) => known.pointer === pointer)?.text ?? ''}
          hold={at}
        />
      )}
      {shown === 'face' && (
        <FaceAndLamps
          session={session}
          state={state}
          at={at}
          after={plan?.face}
          changes={side === 'left' ? state.view.map_changes : undefined}
          lamps={part !== 'read'}
        />
      )}
      {shown === 'hanging' && judgement.hanging && (
        <DetailDrawing detail={judgement.hanging} what="What hangs" />
      )}
      {shown === 'fill' && (
        <>
          {judgement.fill ? (
            <FillDrawing fill={judgement.fill} after={plan?.fill} hold={at} />
          ) : (
            <p className="drawing-empty">Add the conductors of the box; the fill follows from them.</p>
          )}
          <Rack name="What takes room" hold={at} parts={IN_IT.map(([part, words]) => ({ part, words }))} />
        </>
      )}
      <Tray session={session} state={state} at={at} hint={HINTS[shown]} />
    </>
  );
}
