// A cable run: its course by tape, what the rules say of it, what puts it right.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import { keys, useTrades } from '../api/queries';
import type { Basis, CableRun, Course, RunEnd, RunObservation, RunView, Walk } from '../api/types';
import { type ChangeRecord, ofAudit, useRecord } from '../api/useRecord';
import { SubjectFindings } from '../findings/SubjectFindings';
import { SubjectRepairs } from '../findings/SubjectRepairs';
import { Photos } from '../photos/Photos';
import { Choice } from '../ui/Choice';
import { answered, answerTo, Seen } from '../ui/Seen';
import { type Side, Sides } from '../ui/Sides';
import { Failed, Loading } from '../ui/States';
import { TapedLines } from '../ui/TapedLines';
import { useUndo } from '../ui/UndoBar';
import { CableDrawing } from './CableDrawing';

type Change = ChangeRecord<RunView, CableRun>;
type Props = { audit: string; id: string; walk: Walk };

const EXAMPLE = {
  inch: { wiring: 'nm 12-2 20a', stretch: "studs 12' / staple 8 5' 9' 11'4" },
  metric: { wiring: 'nm 12-2 20a', stretch: 'studs 3600 / staple 200 1500 2800 3400' },
} as const;

export function CablePage({ audit, id, walk }: Props) {
  const { view, change } = useRecord<RunView, CableRun>({
    key: keys.cableRun(audit, id),
    get: () => api.cableRun(audit, id),
    of: (known) => known.run,
    put: (record, basedOn) => api.putCableRun(audit, record, basedOn),
    touches: ofAudit(audit),
  });
  if (view.isPending) return <Loading what="the cable run" />;
  if (view.isError) return <Failed error={view.error} again={() => void view.refetch()} />;
  return <OneRun view={view.data} audit={audit} walk={walk} change={change} />;
}

function OneRun({ view, audit, walk, change }: { view: RunView; audit: string; walk: Walk; change: Change }) {
  const trades = useTrades();
  const [side, setSide] = useState<Side>(view.left ? 'left' : 'found');
  const [refused, setRefused] = useState<string | null>(null);
  const said = (done: Promise<string | null>) => void done.then(setRefused);
  const shown = (side === 'left' ? view.left : null) ?? view.found;
  const { course, judgement } = shown;
  const record = view.run.record;
  const units: Basis['units'] = walk.audit.record.basis.units;
  // As left, a change goes to what was looked at anew; it begins as the run was found.
  const changeCourse = (make: (course: Course) => Course | Promise<Course>) =>
    change(async (run, known) =>
      side === 'left'
        ? { ...run, left: await make(known.left?.course ?? known.found.course) }
        : { ...run, found: await make(known.found.course) },
    );
  const take = (line: string, of: number | null) =>
    changeCourse(async (known) => (await api.runLine({ line, course: known, stretch: of, units })).course);
  const answer = (what: RunObservation) => answerTo(course.observed, what);
  const observe = (what: RunObservation, fault: boolean | null) =>
    said(changeCourse((known) => ({ ...known, observed: answered(known.observed, what, fault) })));
  const wired = course.method !== 'unknown';
  const underWay = view.left !== null || view.items.some((item) => item.view.item);
  const infos = trades.data?.run_observations ?? [];
  return (
    <>
      <main id="main" className="walk-mid room-mid">
        <CableHead view={view} walk={walk} change={change} said={said} />
        {underWay && <Sides side={side} onChange={setSide} />}
        {refused && (
          <p className="refused" role="alert">
            Not saved: {refused}
          </p>
        )}
        {judgement.strip ? (
          <CableDrawing strip={judgement.strip} />
        ) : (
          <p className="room-empty">
            First how it is wired, then a line for each stretch that goes another way: how it goes, how long
            it is, and behind a slash what is found along it, from where the stretch begins.
          </p>
        )}
        <CableFoot view={view} fed={judgement.fed} audit={audit} walk={walk} />
        {judgement.contradictions.length > 0 && (
          <ul className="contradictions" aria-label="What cannot all be true">
            {judgement.contradictions.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        )}
        <TapedLines<number | null>
          key={side}
          label="The run, line by line"
          lines={shown.lines.map(({ stretch, label, line }) => ({
            of: stretch ?? null,
            key: `${stretch ?? 'wiring'}`,
            label,
            line,
          }))}
          next={wired ? 'Next stretch' : 'How it is wired'}
          things={(wired ? trades.data?.run_words.stretch : trades.data?.run_words.wiring) ?? []}
          example={wired ? EXAMPLE[units].stretch : EXAMPLE[units].wiring}
          longest={4000}
          take={take}
          remove={(of) => (of === null ? null : () => said(take('', of)))}
        />
        <Seen
          infos={infos.filter(
            ({ what, methods }) => answer(what) !== null || methods.includes(course.method),
          )}
          answer={answer}
          observe={observe}
        />
        <Photos audit={audit} of={{ run: record.id }} />
      </main>
      <aside className="walk-find" aria-label="Findings of the cable run">
        <SubjectFindings
          label="Findings of the cable run"
          results={judgement.results}
          record={record}
          audit={audit}
          change={(make) => said(change((run) => ({ ...run, ...make(run) })))}
        />
        <SubjectRepairs
          label="Repairs of the cable run"
          subject={{ run: record.id }}
          items={view.items}
          proposals={(view.left ?? view.found).judgement.proposals}
          audit={audit}
          onLookAgain={() => {
            setSide('left');
            if (!view.left) said(change((run, known) => ({ ...run, left: known.found.course })));
          }}
        />
      </aside>
    </>
  );
}

type HeadProps = {
  view: RunView;
  walk: Walk;
  change: Change;
  said: (done: Promise<string | null>) => void;
};

function CableHead({ view, walk, change, said }: HeadProps) {
  const record = view.run.record;
  const boxes = walk.rooms.flatMap((room) =>
    room.boxes.map(({ overview }) => [overview.id, `${overview.tag} ${room.room.record.name}`] as const),
  );
  const panels = walk.panels.map(({ id, name }) => [id, name] as const);
  const ends = [...panels, ...boxes, ['elsewhere', 'elsewhere'] as const];
  const areas = walk.audit.record.basis.areas.map(({ id, name }) => [`${id}`, name] as const);
  const endOf = (end: RunEnd | undefined) =>
    end === undefined || end === 'unknown'
      ? null
      : end === 'elsewhere'
        ? end
        : 'box' in end
          ? end.box
          : end.panel;
  const toEnd = (id: string | null): RunEnd => {
    if (id === null) return 'unknown';
    if (id === 'elsewhere') return id;
    return panels.some(([known]) => known === id) ? { panel: id } : { box: id };
  };
  return (
    <div className="box-head cable-head">
      <h1>
        <input
          aria-label="What the run is called"
          defaultValue={record.name}
          key={record.name}
          maxLength={80}
          onBlur={(event) => {
            const name = event.target.value.trim();
            if (name !== '' && name !== record.name) said(change((run) => ({ ...run, name })));
          }}
        />
      </h1>
      <div className="cable-ends">
        {(['from', 'to'] as const).map((which) => (
          <Choice
            key={which}
            label={which === 'from' ? 'From' : 'To'}
            value={endOf(record[which])}
            choices={ends}
            none="not known"
            onChange={(id) => said(change((run) => ({ ...run, [which]: toEnd(id) })))}
          />
        ))}
        {areas.length > 0 && (
          <Choice
            label="Wired as"
            value={record.area == null ? null : `${record.area}`}
            choices={areas}
            none="not known"
            onChange={(area) =>
              said(change((run) => ({ ...run, area: area === null ? null : Number(area) })))
            }
          />
        )}
      </div>
    </div>
  );
}

type FootProps = { view: RunView; fed: string; audit: string; walk: Walk };

/** What feeds the run, the boxes at its ends, and how to be rid of it. */
function CableFoot({ view, fed, audit, walk }: FootProps) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const offerUndo = useUndo();
  const record = view.run.record;
  const boxes = walk.rooms.flatMap((room) => room.boxes).map(({ overview }) => overview);
  const at = [record.from, record.to].flatMap((end) =>
    boxes.filter(({ id }) => typeof end === 'object' && 'box' in end && end.box === id),
  );
  const fresh = async () => {
    await client.invalidateQueries({ queryKey: keys.walk(audit) });
    await client.invalidateQueries({ queryKey: keys.job(audit) });
    await client.invalidateQueries({ queryKey: keys.jobs });
  };
  const remove = async () => {
    const revision = await api.deleteCableRun(audit, record.id, view.run.revision);
    offerUndo({
      words: `Deleted ${record.name}`,
      undo: async () => {
        await api.putCableRun(audit, record, revision);
        await fresh();
        navigate(`/audits/${audit}/walk/cable/${record.id}`);
      },
    });
    navigate(`/audits/${audit}/walk`);
    await fresh();
  };
  return (
    <p className="cable-foot">
      {fed && <span>{fed}</span>}
      {at.map(({ id, tag, place }) => (
        <Link key={id} to={`/audits/${audit}/walk/${id}`}>
          {tag} {place}
        </Link>
      ))}
      <button type="button" className="plain" onClick={() => void remove()}>
        Delete this run
      </button>
    </p>
  );
}
