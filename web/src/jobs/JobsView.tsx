// All audits with their state at a glance; new, duplicate, import, archive, delete.
import { useQueryClient } from '@tanstack/react-query';
import { type ChangeEvent, useRef, useState } from 'react';
import { Button, Dropdown, Modal } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { ApiProblem, api } from '../api/client';
import { keys, useFirmRules, useJobs } from '../api/queries';
import type { AuditCounts, Job, Problem, Verdict } from '../api/types';
import { whyNot } from '../api/whyNot';
import { VerdictMark } from '../drawing/VerdictMark';
import { useStage } from '../handover/WhoseTurn';
import { useMay, useMyRole } from '../people/useMe';
import { Ask } from '../ui/Ask';
import { Gaps } from '../ui/Gaps';
import { longWork, saveFile } from '../ui/longWork';
import { Empty, Failed, Loading } from '../ui/States';
import { useUndo } from '../ui/UndoBar';
import { type Begun, NewAudit } from './NewAudit';

type Asking = { kind: 'new' } | { kind: 'copy'; job: Job } | { kind: 'rename'; job: Job };

const TALLY: [Verdict, keyof AuditCounts, string][] = [
  ['violates', 'violates', 'violate'],
  ['marginal', 'marginal', 'marginal'],
  ['not-measured', 'not_measured', 'to measure'],
  ['legacy', 'legacy', 'legacy'],
  ['meets', 'meets', 'meet'],
];

function Tally({ counts }: { counts: AuditCounts }) {
  const dangers = counts.dangerous + counts.dangerous_panels + counts.dangerous_rooms + counts.dangerous_runs;
  return (
    <ul className="tally">
      {dangers > 0 && (
        <li className="danger">
          <VerdictMark verdict="violates" danger quiet />
          <b>{dangers}</b> danger
        </li>
      )}
      {TALLY.map(([verdict, field, words]) => (
        <li key={field} className={`verdict-${verdict}`}>
          <VerdictMark verdict={verdict} quiet />
          <b>{counts[field] as number}</b> {words}
        </li>
      ))}
    </ul>
  );
}

function items(counts: AuditCounts) {
  const { found, planned, done, proven, closed } = counts.items;
  const parts = [
    [found, 'to plan'],
    [planned, 'planned'],
    [done, 'to check'],
    [proven, 'put right'],
    [closed, 'closed'],
  ] as const;
  const words = parts.filter(([count]) => count > 0).map(([count, name]) => `${count} ${name}`);
  return words.length === 0 ? 'nothing to repair so far' : words.join(', ');
}

/** Whose turn a job is, once it was handed over; and how much of it waits for who is here. */
function JobTurn({ job }: { job: Job }) {
  const role = useMyRole();
  const stageOf = useStage();
  const { turn } = job.audit.record;
  const handed = turn.stage !== 'inspection' || turn.by !== '';
  const mine = role === null || role === 'reader' ? null : job.counts.awaiting[role];
  const words = [handed ? stageOf(turn.stage)?.name : null, mine ? `${mine} wait for you` : null];
  if (!words.some(Boolean)) return null;
  return <span className="job-turn">{words.filter(Boolean).join('; ')}</span>;
}

export function JobsView() {
  const jobs = useJobs();
  const firm = useFirmRules();
  const mayCapture = useMay('capture');
  const client = useQueryClient();
  const navigate = useNavigate();
  const offerUndo = useUndo();
  const file = useRef<HTMLInputElement>(null);
  const [asking, setAsking] = useState<Asking | null>(null);
  const [refused, setRefused] = useState<{ problem: Problem; text: string; name: string } | null>(null);
  const [showArchived, setShowArchived] = useState(false);
  const refresh = () => client.invalidateQueries({ queryKey: keys.jobs });

  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused({ problem: error.problem, text: '', name: '' });
    }
    await refresh();
  }

  async function create({ audit, room }: Begun): Promise<string | null> {
    const refusal = await whyNot(async () => {
      await api.putAudit(audit, 0);
      if (room) await api.putRoom(audit.id, room, 0);
    });
    await refresh();
    if (refusal === null) navigate(`/audits/${audit.id}/walk`);
    return refusal;
  }

  async function remove(job: Job) {
    const { record, revision } = job.audit;
    await attempt(async () => {
      const gone = await api.deleteAudit(record.id, revision);
      offerUndo({ words: `Deleted ${record.name}`, undo: () => attempt(() => api.putAudit(record, gone)) });
    });
  }

  async function importText(text: string, copy: boolean, name: string) {
    // What is begun is taken in, whoever waits for it; what is refused is shown in full.
    const taken = await longWork(
      `Taking in ${name}`,
      async () => {
        try {
          return await api.importBundle(text, copy);
        } catch (error) {
          if (!(error instanceof ApiProblem)) throw error;
          setRefused({ problem: error.problem, text, name });
          return null;
        }
      },
      false,
    );
    if (!taken) return;
    setRefused(null);
    await refresh();
    if (window.location.pathname === '/') navigate(`/audits/${taken.id}/walk`);
  }

  async function chosen(event: ChangeEvent<HTMLInputElement>) {
    const picked = event.target.files?.[0];
    event.target.value = '';
    if (picked) await importText(await picked.text(), false, picked.name);
  }

  if (jobs.isPending) return <Loading what="the jobs" />;
  if (jobs.isError) return <Failed error={jobs.error} again={() => void jobs.refetch()} />;
  const shown = jobs.data.filter((job) => showArchived || !job.audit.record.archived);
  const archived = jobs.data.filter((job) => job.audit.record.archived).length;
  return (
    <main id="main" className="page">
      <div className="page-head">
        <h1>Jobs</h1>
        {mayCapture && (
          <>
            <Button onClick={() => setAsking({ kind: 'new' })}>New audit</Button>
            <Button variant="outline-primary" onClick={() => file.current?.click()}>
              Import a bundle
            </Button>
          </>
        )}
        <input
          ref={file}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="Bundle to import"
          onChange={chosen}
        />
      </div>
      <Gaps />
      {shown.length === 0 && (
        <Empty title="No audit yet">
          <p>
            {mayCapture
              ? 'Start one, or import a bundle that somebody sent you.'
              : 'An inspector starts one.'}
          </p>
        </Empty>
      )}
      <ul className="jobs">
        {shown.map((job) => {
          const audit = job.audit.record;
          return (
            <li key={audit.id} className={audit.archived ? 'job archived' : 'job'}>
              <div className="job-what">
                <Link to={`/audits/${audit.id}/walk`}>{audit.name}</Link>
                <span>
                  {[audit.building.address, audit.archived ? 'archived' : ''].filter(Boolean).join(', ')}
                </span>
                <span>
                  {job.counts.boxes} boxes in {job.counts.rooms} rooms, {job.counts.panels} panels,{' '}
                  {job.counts.runs} cable runs; {items(job.counts)}
                </span>
                <JobTurn job={job} />
              </div>
              <Tally counts={job.counts} />
              <Dropdown align="end">
                <Dropdown.Toggle variant="outline-primary" aria-label={`More for ${audit.name}`}>
                  More
                </Dropdown.Toggle>
                <Dropdown.Menu>
                  {mayCapture && (
                    <>
                      <Dropdown.Item onClick={() => setAsking({ kind: 'rename', job })}>Rename</Dropdown.Item>
                      <Dropdown.Item onClick={() => setAsking({ kind: 'copy', job })}>
                        Duplicate
                      </Dropdown.Item>
                    </>
                  )}
                  <Dropdown.Item
                    onClick={() => void saveFile(`/api/audits/${audit.id}/bundle`, `Bundle of ${audit.name}`)}
                  >
                    Export the bundle
                  </Dropdown.Item>
                  {mayCapture && (
                    <>
                      <Dropdown.Item
                        onClick={() =>
                          attempt(() =>
                            api.putAudit({ ...audit, archived: !audit.archived }, job.audit.revision),
                          )
                        }
                      >
                        {audit.archived ? 'Take out of the archive' : 'Archive'}
                      </Dropdown.Item>
                      <Dropdown.Item onClick={() => remove(job)}>Delete</Dropdown.Item>
                    </>
                  )}
                </Dropdown.Menu>
              </Dropdown>
            </li>
          );
        })}
      </ul>
      {archived > 0 && (
        <Button variant="link" onClick={() => setShowArchived(!showArchived)}>
          {showArchived ? 'Hide' : 'Show'} {archived} archived
        </Button>
      )}
      {asking?.kind === 'new' && firm.data && (
        <NewAudit houseRules={firm.data.record} onBegin={create} onClose={() => setAsking(null)} />
      )}
      {asking?.kind === 'copy' && (
        <Ask
          title="Duplicate"
          label="What is the copy called"
          action="Duplicate"
          first={`${asking.job.audit.record.name}, copy`}
          onAnswer={(name) => attempt(() => api.duplicate(asking.job.audit.record.id, { id: uuid(), name }))}
          onClose={() => setAsking(null)}
        />
      )}
      {asking?.kind === 'rename' && (
        <Ask
          title="Rename"
          label="What is it called"
          action="Rename"
          first={asking.job.audit.record.name}
          onAnswer={(name) =>
            attempt(() => api.putAudit({ ...asking.job.audit.record, name }, asking.job.audit.revision))
          }
          onClose={() => setAsking(null)}
        />
      )}
      <Modal show={refused !== null} onHide={() => setRefused(null)} centered>
        <Modal.Header closeButton>
          <Modal.Title as="h2">{refused?.name ? `${refused.name} was not imported` : 'Not done'}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>{refused?.problem.detail}</p>
          {(refused?.problem.errors?.length ?? 0) > 1 && (
            <ul className="problems">
              {refused?.problem.errors?.slice(0, 20).map((error) => (
                <li key={error.pointer + error.message}>
                  <code>{error.pointer || '/'}</code> {error.message}
                </li>
              ))}
            </ul>
          )}
          {refused?.name && <p>Nothing of it was kept.</p>}
        </Modal.Body>
        <Modal.Footer>
          {refused?.text && refused.problem.title === 'Already here' && (
            <Button variant="outline-primary" onClick={() => importText(refused.text, true, refused.name)}>
              Import as a copy
            </Button>
          )}
          <Button onClick={() => setRefused(null)}>Close</Button>
        </Modal.Footer>
      </Modal>
    </main>
  );
}
