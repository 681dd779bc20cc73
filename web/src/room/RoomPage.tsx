// A room: its plan by tape, what the rules say of it, the fewest outlets that put it right.
import { useState } from 'react';
import { api } from '../api/client';
import { keys, useTrades } from '../api/queries';
import type { Room, RoomKind, RoomObservation, RoomView, Sketch, SketchLine, Walk } from '../api/types';
import { useAuditEdit } from '../api/useAuditEdit';
import { type ChangeRecord, ofAudit, useRecord } from '../api/useRecord';
import { SubjectFindings } from '../findings/SubjectFindings';
import { SubjectRepairs } from '../findings/SubjectRepairs';
import { Photos } from '../photos/Photos';
import { Choice } from '../ui/Choice';
import { answered, answerTo, Seen } from '../ui/Seen';
import { type Side, Sides } from '../ui/Sides';
import { Failed, Loading } from '../ui/States';
import { TapedLines } from '../ui/TapedLines';
import type { RunEdits } from '../walk/useRunEdits';
import { EquipmentFacts } from './EquipmentFacts';
import { RoomDrawing } from './RoomDrawing';
import { WallDrawing } from './WallDrawing';
import { WantedPart } from './WantedPart';

type Props = { audit: string; id: string; walk: Walk; edits: RunEdits };
type MakeSketch = (sketch: Sketch, view: RoomView) => Sketch | Promise<Sketch>;

/** What is on no wall: a line that is of nothing else. */
const isElsewhere = ({ wall, island, equipment, wanted }: SketchLine) =>
  [wall, island, equipment, wanted].every((of) => of == null);

const EXAMPLE = { inch: "3' door 2'8 6'4 / 1' 8'", metric: '900 door 800 2000 / 300 2400' } as const;

export function RoomPage({ audit, id, walk, edits }: Props) {
  const { view, change } = useRecord<RoomView, Room>({
    key: keys.room(audit, id),
    get: () => api.room(audit, id),
    of: (known) => known.room,
    put: (record, basedOn) => api.putRoom(audit, record, basedOn),
    touches: ofAudit(audit),
  });
  const [refused, setRefused] = useState<string | null>(null);
  if (view.isPending) return <Loading what="the room" />;
  if (view.isError) return <Failed error={view.error} again={() => void view.refetch()} />;
  return (
    <OneRoom
      view={view.data}
      audit={audit}
      walk={walk}
      edits={edits}
      refused={refused}
      change={change}
      said={(done) => void done.then(setRefused)}
    />
  );
}

type OneProps = {
  view: RoomView;
  audit: string;
  walk: Walk;
  edits: RunEdits;
  refused: string | null;
  change: ChangeRecord<RoomView, Room>;
  said: (done: Promise<string | null>) => void;
};

function OneRoom({ view, audit, walk, edits, refused, change, said }: OneProps) {
  const trades = useTrades();
  const edit = useAuditEdit(audit);
  const units = walk.audit.record.basis.units;
  const [side, setSide] = useState<Side>(view.left ? 'left' : 'found');
  const shown = (side === 'left' ? view.left : null) ?? view.found;
  const { sketch, judgement } = shown;
  const record = view.room.record;
  // As left, a change goes to what was looked at anew; it begins as the room was found.
  const changeSketch = (make: MakeSketch) =>
    change(async (room, known) =>
      side === 'left'
        ? { ...room, left: await make(known.left?.sketch ?? known.found.sketch, known) }
        : { ...room, sketch: await make(known.found.sketch, known) },
    );
  const take = (line: string, of: SketchLine | null) =>
    changeSketch(async (known, { boxes, all_boxes, panels }) => {
      const about = {
        wall: of?.wall ?? null,
        island: of?.island ?? null,
        equipment: of?.equipment ?? null,
        wanted: of?.wanted ?? null,
      };
      return (await api.roomLine({ line, sketch: known, ...about, units, boxes, all_boxes, panels })).sketch;
    });
  // An emptied line takes its wall or island out; what is on no wall is said anew as nothing.
  const remove = (of: SketchLine) => said(take(isElsewhere(of) ? 'else' : '', of));
  const answer = (what: RoomObservation) => answerTo(sketch.observed, what);
  const observe = (what: RoomObservation, fault: boolean | null) =>
    said(changeSketch((known) => ({ ...known, observed: answered(known.observed, what, fault) })));
  const kinds = trades.data?.room_kinds.map(({ value, name }) => [value, name] as const) ?? [];
  const underWay = view.left !== null || view.items.some((item) => item.view.item);
  return (
    <>
      <main id="main" className="walk-mid room-mid">
        <div className="box-head">
          <h1>{record.name}, the room</h1>
          <Choice<RoomKind>
            label="What it is"
            value={sketch.kind ?? null}
            choices={kinds}
            none="not said"
            onChange={(kind) => said(changeSketch((known) => ({ ...known, kind })))}
          />
        </div>
        {underWay && <Sides side={side} onChange={setSide} />}
        {refused && (
          <p className="refused" role="alert">
            Not saved: {refused}
          </p>
        )}
        {judgement.plan ? (
          <>
            <RoomDrawing plan={judgement.plan} />
            <WallDrawing elevations={judgement.elevations} />
          </>
        ) : (
          <p className="room-empty">
            Tape the walls one after the other, clockwise, facing each: what stands along it from the left,
            then a slash and how far in each outlet is.
          </p>
        )}
        {judgement.contradictions.length > 0 && (
          <ul className="contradictions" aria-label="What cannot all be true">
            {judgement.contradictions.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        )}
        <TapedLines
          key={side}
          label="The walls, line by line"
          lines={shown.lines.map((of) => ({
            of,
            key: `${of.wall ?? ''}-${of.island ?? ''}-${of.equipment ?? ''}-${of.wanted ?? ''}`,
            label: of.label,
            line: of.line,
          }))}
          next="Next wall"
          things={trades.data?.wall_parts.map(({ name }) => name) ?? []}
          example={EXAMPLE[units]}
          longest={400}
          take={take}
          remove={(of) => () => remove(of)}
        />
        <EquipmentFacts
          key={`equipment-${side}`}
          equipment={sketch.equipment}
          panels={walk.panels}
          units={units}
          onChange={(make) =>
            said(changeSketch((known) => ({ ...known, equipment: make(known.equipment ?? []) })))
          }
        />
        <WantedPart
          key={`wanted-${side}`}
          sketch={sketch}
          plans={judgement.wanted}
          walk={walk}
          units={units}
          left={side === 'left'}
          begin={(found) => edits.beginBox(record.id, found)}
          onChange={(make) => said(changeSketch((known) => ({ ...known, wanted: make(known.wanted ?? []) })))}
          onBuilt={(built) =>
            said(edit.change((known) => ({ ...known, building: { ...known.building, built } })))
          }
        />
        <Seen
          infos={(trades.data?.room_observations ?? []).filter(
            ({ what, rooms }) => answer(what) !== null || !sketch.kind || rooms.includes(sketch.kind),
          )}
          answer={answer}
          observe={observe}
        />
        <Photos audit={audit} of={{ room: record.id }} />
      </main>
      <aside className="walk-find" aria-label="Findings of the room">
        <SubjectFindings
          label="Findings of the room"
          results={judgement.results}
          record={record}
          audit={audit}
          change={(make) => said(change((room) => ({ ...room, ...make(room) })))}
        />
        <SubjectRepairs
          label="Repairs in the room"
          subject={{ room: record.id }}
          items={view.items}
          proposals={(view.left ?? view.found).judgement.proposals}
          audit={audit}
          onLookAgain={() => {
            setSide('left');
            if (!view.left) said(change((room, known) => ({ ...room, left: known.found.sketch })));
          }}
        >
          {judgement.sentence && (
            <p className="fewest">
              {judgement.sentence} {view.moves.map((move) => move.sentence).join(' ')}
            </p>
          )}
        </SubjectRepairs>
      </aside>
    </>
  );
}
