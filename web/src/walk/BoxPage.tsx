// One box: its drawing, its measures, its findings, and what is being done about them.
import { useEffect, useState } from 'react';
import { Button, Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Basis, BoxContents, BoxView, CableRunMark, Proposal, RunBox } from '../api/types';
import { useAsked } from '../device/useDevice';
import { Asked } from '../device/WaitingList';
import { VerdictMark } from '../drawing/VerdictMark';
import { useByHand } from '../hand/useByHand';
import { SameOpen } from '../people/Here';
import { Cautions } from '../ui/Cautions';
import { isTaken } from '../ui/isTaken';
import { useTab } from '../ui/useTab';
import { Begin } from './Begin';
import { bringUp } from './bringUp';
import { Capture, PART_NAMES, partOf } from './Capture';
import { ConflictChoice } from './ConflictChoice';
import { Contradictions } from './Contradictions';
import { contentsOf } from './contents';
import { Drawings } from './Drawings';
import { Findings, Rest } from './Findings';
import { JotLine } from './JotLine';
import { NextMeasurement } from './NextMeasurement';
import { Repairs } from './Repairs';
import { Saving } from './Saving';
import { StopBanner } from './StopBanner';
import type { BoxSession } from './session';
import { useSession } from './sessions';
import type { RunEdits } from './useRunEdits';

const FIRST_LENGTH = '/cables/0/sheath_end';

/** The first length that is not measured, in the order one measures; the first of all where every one is. */
function notMeasured({ cables, conductors }: BoxContents) {
  const cable = cables.findIndex(({ sheath_end }) => sheath_end === null);
  const conductor = conductors.findIndex(
    ({ free_length, reach, passes_through }) => free_length === null && reach === null && !passes_through,
  );
  if (cable >= 0) return `/cables/${cable}/sheath_end`;
  return conductor >= 0 ? `/conductors/${conductor}/free_length` : FIRST_LENGTH;
}

type Props = {
  audit: string;
  basis: Basis;
  view: BoxView;
  edits: RunEdits;
  next: RunBox['overview'] | undefined;
  last: RunBox['overview'] | undefined;
  /** The cable runs that end here. */
  runs: CableRunMark[];
  open: (box: string) => void;
};

export function BoxPage({ audit, basis, view, edits, next, last, runs, open }: Props) {
  const [session, state] = useSession(audit, basis, view);
  const [shown, setShown] = useState<Proposal | null>(null);
  const asked = useAsked(audit, view.record.record.id);
  const { record, judgement } = state;

  useEffect(() => {
    const undo = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (!(event.ctrlKey || event.metaKey) || typing) return;
      const key = event.key.toLowerCase();
      if (key === 'y' || (key === 'z' && event.shiftKey)) session.redo();
      else if (key === 'z') session.undo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', undo);
    return () => window.removeEventListener('keydown', undo);
  }, [session]);

  useEffect(() => {
    const lengths = (event: KeyboardEvent) => {
      if (event.key !== 'l' || isTaken(event)) return;
      event.preventDefault();
      go(notMeasured(contentsOf(session.snapshot())));
    };
    window.addEventListener('keydown', lengths);
    return () => window.removeEventListener('keydown', lengths);
  });

  const contents = contentsOf(state);
  const isEmpty = contents.conductors.length === 0 && contents.devices.length === 0;
  const [part, setPart] = useTab(PART_NAMES);

  /** Brings up the field that a measurement goes to. */
  function go(field: string) {
    setPart(partOf(field));
    bringUp(field);
  }

  return (
    <>
      <main id="main" className="walk-mid" tabIndex={-1}>
        <BoxHead
          audit={audit}
          session={session}
          state={state}
          edits={edits}
          view={state.view}
          next={next}
          open={open}
        />
        {asked && <Asked change={asked} />}
        <StopBanner stops={judgement.stops} />
        {judgement.stops.length === 0 && <Cautions />}
        <Drawings
          session={session}
          state={state}
          units={basis.units}
          looked={shown}
          goToDeadTest={() => setPart('dead')}
          part={part}
        />
        {isEmpty && <Begin audit={audit} session={session} last={last} onBegun={() => go(FIRST_LENGTH)} />}
        <JotLine session={session} state={state} units={basis.units} />
        <Contradictions judgement={judgement} go={go} />
        <NextMeasurement next={judgement.next} go={go} />
        <Saving audit={audit} state={state} />
        <Capture
          audit={audit}
          session={session}
          state={state}
          units={basis.units}
          part={part}
          onPart={setPart}
        />
        <RunsHere audit={audit} runs={runs} />
        <SameOpen audit={audit} id={record.id} />
      </main>
      <aside className="walk-find" aria-label="Findings and repairs">
        <Findings session={session} state={state} audit={audit} />
        <Repairs audit={audit} session={session} state={state} onShow={setShown} />
        <Rest session={session} state={state} audit={audit} />
      </aside>
      {state.theirs && (
        <ConflictChoice session={session} mine={record} theirs={state.theirs.record} units={basis.units} />
      )}
    </>
  );
}

/** The cable runs that end at the box. */
function RunsHere({ audit, runs }: { audit: string; runs: CableRunMark[] }) {
  if (runs.length === 0) return null;
  return (
    <nav className="runs-here" aria-label="Cable runs here">
      <h2>Cable runs here</h2>
      {runs.map((run) => (
        <Link key={run.id} to={`/audits/${audit}/walk/cable/${run.id}`}>
          <VerdictMark verdict={run.worst} danger={run.dangerous} quiet />
          <b>{run.name}</b>
          <span>{run.label}</span>
        </Link>
      ))}
    </nav>
  );
}

type HeadProps = {
  audit: string;
  session: BoxSession;
  state: ReturnType<BoxSession['snapshot']>;
  edits: RunEdits;
  view: BoxView;
  next: RunBox['overview'] | undefined;
  open: (box: string) => void;
};

function BoxHead({ audit, session, state, edits, view, next, open }: HeadProps) {
  const { record } = state;
  const [, byHand] = useByHand();
  const move = async (by: 1 | -1) => {
    await session.flush();
    await edits.moveBox(record.id, by);
  };
  const wired =
    view.wired_under &&
    ('year' in view.wired_under
      ? `wired ${view.wired_under.year}`
      : `wired under ${view.wired_under.edition.toUpperCase().replace('-', ' ')}`);
  return (
    <div className="box-head">
      <input
        className="tag"
        aria-label="Tag of the box"
        value={record.tag}
        maxLength={12}
        size={Math.max(record.tag.length, 2)}
        onChange={(event) => session.editRecord((known) => ({ ...known, tag: event.target.value }))}
      />
      <input
        className="place"
        aria-label="Where in the room"
        placeholder="where in the room"
        value={record.place}
        maxLength={80}
        onChange={(event) => session.editRecord((known) => ({ ...known, place: event.target.value }))}
      />
      <span className="meta">{[view.room.name, wired].filter(Boolean).join(', ')}</span>
      <span className="head-tools">
        <Button
          variant="outline-primary"
          disabled={!state.canUndo}
          onClick={() => session.undo()}
          aria-keyshortcuts="Control+Z"
        >
          Undo
        </Button>
        <Dropdown align="end">
          <Dropdown.Toggle variant="outline-primary">Box</Dropdown.Toggle>
          <Dropdown.Menu>
            <Dropdown.Item
              disabled={!state.canRedo}
              onClick={() => session.redo()}
              aria-keyshortcuts="Control+Shift+Z Control+Y"
            >
              Redo
            </Dropdown.Item>
            <Dropdown.Item onClick={() => byHand(true)}>Take it down by hand</Dropdown.Item>
            <Dropdown.Item as={Link} to={`/audits/${audit}/calculators?at=${state.record.id}`}>
              Calculators
            </Dropdown.Item>
            <Dropdown.Item onClick={() => void move(-1)}>Move up the run</Dropdown.Item>
            <Dropdown.Item onClick={() => void move(1)}>Move down the run</Dropdown.Item>
            <Dropdown.Item
              onClick={async () => {
                await session.flush();
                await edits.deleteBox(session.snapshot().view.record, next?.id);
              }}
            >
              Delete
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
        <Button
          variant="outline-primary"
          disabled={!next}
          onClick={() => next && open(next.id)}
          aria-label={next ? `Next box, ${next.tag} ${next.place}` : 'No next box'}
          aria-keyshortcuts="Alt+PageDown"
        >
          {next ? `${next.tag} ›` : 'end'}
        </Button>
      </span>
    </div>
  );
}
