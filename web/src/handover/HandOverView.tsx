// What leaves the house: the report, the findings, the bundle; and what changed, newest first.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { ApiProblem, api } from '../api/client';
import { useJournal, useWalk } from '../api/queries';
import type { Change, Walk } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { FileButton } from '../ui/FileButton';
import { Gaps } from '../ui/Gaps';
import { Failed, Loading } from '../ui/States';
import { subjectPath } from '../ui/subjectPath';
import { useUndo } from '../ui/UndoBar';
import { PAPERS, pdfOf, wordsOf } from './papers';
import { Seals } from './Seals';
import { WhoseTurn } from './WhoseTurn';

const STEPS = [
  ['found', 'found, nothing planned'],
  ['planned', 'planned'],
  ['waiting', 'waiting for a part, access or a decision'],
  ['referred', 'referred to a licensed electrician'],
  ['put_off', 'put off'],
  ['declined', 'declined by the owner'],
  ['done', 'done, to be measured again'],
  ['proven', 'put right, by new measurements'],
  ['closed', 'closed'],
] as const;

export function HandOverView() {
  const { audit = '' } = useParams();
  const walk = useWalk(audit);
  const journal = useJournal(audit);
  const client = useQueryClient();
  const say = useUndo();
  if (walk.isError) return <Failed error={walk.error} again={() => void walk.refetch()} />;
  if (!walk.data) return <Loading what="the audit" />;
  const { counts } = walk.data;
  const undo = async (number: number) => {
    try {
      await api.undoChange(audit, number);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      say({ words: `Not undone: ${error.says}` });
    }
    await client.invalidateQueries({ queryKey: ['audit', audit] });
  };
  return (
    <main id="main" className="page hand-over">
      <div className="page-head">
        <h1>Hand over</h1>
      </div>
      <Gaps audit={audit} />
      <div className="basis-columns">
        <section>
          <WhoseTurn audit={audit} turn={walk.data.audit.record.turn} counts={counts} />
          <h2>To give away</h2>
          <div className="papers">
            <Link className="btn btn-outline-primary" to="notice">
              Give a notice of danger
            </Link>
            <Link className="btn btn-outline-primary" to={`/audits/${audit}/house`}>
              The house on one page
            </Link>
          </div>
          <ul className="paper-list">
            {PAPERS.map((paper) => (
              <li key={paper.kind}>
                <b>{paper.name}</b>
                <i>{paper.about}</i>
                <Link
                  className="btn btn-primary"
                  to={`report/${paper.kind}`}
                  aria-label={`Look at it: ${paper.name}`}
                >
                  Look at it
                </Link>
                <FileButton path={pdfOf(audit, paper.kind)} words={wordsOf(paper)} label="PDF" />
              </li>
            ))}
          </ul>
          <div className="papers">
            <FileButton path={`/api/audits/${audit}/findings.csv`} words="Findings, CSV" />
            <FileButton path={`/api/audits/${audit}/workbook.xlsx`} words="All tables, XLSX" />
            <FileButton path={`/api/audits/${audit}/bundle`} words="Whole audit, bundle" />
            <FileButton path={`/api/audits/${audit}/readings.csv`} words="Readings, CSV" />
          </div>
          <div className="papers">
            <TakeLog audit={audit} />
          </div>
          <Seals audit={audit} />
          <h2>Where the items stand</h2>
          <dl className="steps">
            {STEPS.map(([field, words]) => (
              <div key={field}>
                <dt>{words}</dt>
                <dd className="figure">{counts.items[field]}</dd>
              </div>
            ))}
          </dl>
          {walk.data.samples.length > 0 && (
            <>
              <h2>Boxes left closed</h2>
              {walk.data.samples.map((sample) => (
                <p key={sample.name}>{sample.sentence}</p>
              ))}
            </>
          )}
          <h2>Still open</h2>
          <Open walk={walk.data} audit={audit} />
        </section>
        <section>
          <h2>Journal</h2>
          {journal.data && (
            <Journal changes={journal.data} walk={walk.data} onUndo={(number) => void undo(number)} />
          )}
        </section>
      </div>
    </main>
  );
}

/** A log of readings from a meter: all of it is taken in, or nothing. */
function TakeLog({ audit }: { audit: string }) {
  const client = useQueryClient();
  const [said, setSaid] = useState<string[]>([]);
  const take = async (file: File | undefined) => {
    if (!file) return;
    try {
      const taken = await api.takeReadings(audit, await file.text());
      setSaid([`${taken.readings} readings taken into ${taken.boxes} boxes.`]);
      await client.invalidateQueries({ queryKey: ['audit', audit] });
    } catch (error) {
      const problem = error instanceof ApiProblem ? error.problem : null;
      const each = problem?.errors?.map((one) => one.message) ?? [];
      const words = problem?.detail ?? 'the file could not be read';
      setSaid(['Nothing was taken in:', ...(each.length > 0 ? each.slice(0, 8) : [words])]);
    }
  };
  return (
    <div className="take-log">
      <label className="btn btn-outline-primary">
        Take a log of readings, CSV
        <input
          type="file"
          accept=".csv,text/csv"
          className="visually-hidden"
          onChange={(event) => {
            void take(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
      </label>
      <div role="status">
        {said.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </div>
    </div>
  );
}

function Open({ walk, audit }: { walk: Walk; audit: string }) {
  const open = walk.rooms.flatMap((room) =>
    room.boxes
      .filter(({ overview }) => overview.still_open)
      .map((box) => ({ room: room.room.record.name, ...box.overview })),
  );
  open.sort((a, b) => Number(b.dangerous) - Number(a.dangerous));
  const panels = walk.panels.filter((panel) => panel.still_open);
  const rooms = walk.rooms.filter((room) => room.mark?.still_open);
  const runs = walk.cable_runs.filter((run) => run.still_open);
  if (open.length + panels.length + rooms.length + runs.length === 0)
    return <p>Nothing: every item found is closed.</p>;
  return (
    <ul className="open-boxes">
      {panels.map((panel) => (
        <li key={panel.id}>
          <Link to={subjectPath(audit, { panel: panel.id })}>
            <VerdictMark verdict={panel.worst} danger={panel.dangerous} size={22} />
            <b>{panel.name}</b>
            <i>Panel</i>
          </Link>
        </li>
      ))}
      {rooms.map(({ room, mark }) => (
        <li key={room.record.id}>
          <Link to={subjectPath(audit, { room: room.record.id })}>
            <VerdictMark
              verdict={mark?.worst ?? 'not-measured'}
              danger={mark?.dangerous ?? false}
              size={22}
            />
            <b>{room.record.name}</b>
            <i>The room</i>
          </Link>
        </li>
      ))}
      {runs.map((run) => (
        <li key={run.id}>
          <Link to={subjectPath(audit, { run: run.id })}>
            <VerdictMark verdict={run.worst} danger={run.dangerous} size={22} />
            <b>{run.name}</b>
            <i>Cable run</i>
          </Link>
        </li>
      ))}
      {open.map((box) => (
        <li key={box.id}>
          <Link to={subjectPath(audit, { box: box.id })}>
            <VerdictMark verdict={box.worst} danger={box.dangerous} size={22} />
            <b className="figure">{box.tag}</b> {box.place}
            <i>{box.room}</i>
          </Link>
        </li>
      ))}
    </ul>
  );
}

const ACTIONS: Record<string, string> = {
  create: 'added',
  change: 'changed',
  delete: 'deleted',
  restore: 'brought back',
  import: 'imported',
};

function subject(change: Change, walk: Walk): string {
  const record = (change.after ?? change.before) as {
    tag?: string;
    name?: string;
    subject?: { box?: string; panel?: string; room?: string; run?: string };
    box_id?: string;
    rule?: string;
    state?: string;
    audit?: { name: string };
  } | null;
  if (change.kind === 'order') return 'the order of the walk';
  if (change.kind === 'item') {
    const box = walk.rooms
      .flatMap((room) => room.boxes)
      .find((known) => known.overview.id === (record?.subject?.box ?? record?.box_id));
    const panel = walk.panels.find((known) => known.id === record?.subject?.panel);
    const room = walk.rooms.find((known) => known.room.record.id === record?.subject?.room)?.room.record;
    const run = walk.cable_runs.find((known) => known.id === record?.subject?.run);
    return `item at ${box?.overview.tag ?? panel?.name ?? room?.name ?? run?.name ?? 'a box'}: ${record?.state ?? ''}`;
  }
  const kind = change.kind === 'run' ? 'cable run' : change.kind;
  return `${kind} ${record?.tag ?? record?.name ?? record?.audit?.name ?? ''}`;
}

type JournalProps = { changes: Change[]; walk: Walk; onUndo: (number: number) => void };

function Journal({ changes, walk, onUndo }: JournalProps) {
  return (
    <ul className="journal">
      {changes.slice(0, 40).map((change) => (
        <li key={change.number}>
          <time dateTime={change.at}>{change.at.replace('T', ' ').slice(0, 16)}</time>
          <span>
            {subject(change, walk)} {ACTIONS[change.action] ?? change.action} by {change.who}
          </span>
          {change.can_undo && (
            <button type="button" className="plain link" onClick={() => onUndo(change.number)}>
              Undo
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
