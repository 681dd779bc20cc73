// The plan of the whole job: what is done where, what to bring and to cut, what to switch off and when, what it takes.
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api } from '../api/client';
import { keys, useWalk } from '../api/queries';
import type { WorkPlan } from '../api/types';
import { useAuditEdit } from '../api/useAuditEdit';
import { Failed, Loading } from '../ui/States';
import { useUndo } from '../ui/UndoBar';
import { useTab } from '../ui/useTab';
import { BringList } from './BringList';
import { Corrections } from './Corrections';
import { CutList } from './CutList';
import type { ChangeWork } from './change';
import { InHand } from './InHand';
import { ScopeChoice } from './ScopeChoice';
import { ShutDowns } from './ShutDowns';
import { WorkList } from './WorkList';

type Part = 'work' | 'bring' | 'cut' | 'off' | 'list' | 'today';
const PARTS: [Part, string][] = [
  ['work', 'Work'],
  ['off', 'Shut-downs'],
  ['today', 'In hand'],
  ['bring', 'Bring'],
  ['cut', 'Cut'],
  ['list', 'Correction list'],
];
const PART_NAMES = PARTS.map(([part]) => part);

export function PlanView() {
  const { audit = '' } = useParams();
  const say = useUndo();
  const walk = useWalk(audit);
  const edit = useAuditEdit(audit);
  const job = useQuery({ queryKey: keys.job(audit), queryFn: () => api.job(audit) });
  const [part, setPart] = useTab(PART_NAMES);
  // What is here stays on the screen when looking again fails.
  if (!walk.data && walk.isError) return <Failed error={walk.error} again={() => void walk.refetch()} />;
  if (!job.data && job.isError) return <Failed error={job.error} again={() => void job.refetch()} />;
  if (!walk.data || !job.data) return <Loading what="the plan" />;
  const { record } = walk.data.audit;
  const change: ChangeWork = async (next) => {
    const refusal = await edit.change((known) => ({ ...known, work: { ...known.work, ...next } }));
    if (refusal) say({ words: `Not saved: ${refusal}` });
  };
  return (
    <div className="walk plan-view">
      <main id="main" className="walk-mid">
        <div className="box-head">
          <h1>Plan</h1>
        </div>
        <p className="trace-says">{job.data.sentence}</p>
        <fieldset className="sides parts">
          <legend className="visually-hidden">What to look at</legend>
          {PARTS.map(([known, name]) => (
            <button key={known} type="button" aria-pressed={part === known} onClick={() => setPart(known)}>
              {name}
            </button>
          ))}
        </fieldset>
        {part === 'work' && <WorkList audit={audit} job={job.data} />}
        {part === 'bring' && (
          <BringList audit={audit} job={job.data} settings={record.work} change={change} />
        )}
        {part === 'today' && <InHand audit={audit} job={job.data} />}
        {part === 'list' && <Corrections audit={audit} walk={walk.data} edit={edit} />}
        {part === 'cut' && (
          <CutList
            audit={audit}
            job={job.data}
            settings={record.work}
            units={record.basis.units}
            change={change}
          />
        )}
        {part === 'off' && <ShutDowns audit={audit} job={job.data} settings={record.work} change={change} />}
      </main>
      <aside className="walk-find" aria-label="Scope and estimate">
        <ScopeChoice job={job.data} settings={record.work} change={change} />
        <Takes job={job.data} />
        <Unplaced job={job.data} />
      </aside>
    </div>
  );
}

function Takes({ job }: { job: WorkPlan }) {
  const { estimate } = job;
  return (
    <section className="takes" aria-label="Estimate">
      <h2>What it takes</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">Minutes</th>
            <th scope="col">low</th>
            <th scope="col">likely</th>
            <th scope="col">high</th>
          </tr>
        </thead>
        <tbody>
          {estimate.lines.map((line) => (
            <tr key={line.what} title={line.why}>
              <th scope="row">
                {line.what}
                <i>{line.why}</i>
              </th>
              <td className="figure">{line.minutes.low}</td>
              <td className="figure">{line.minutes.likely}</td>
              <td className="figure">{line.minutes.high}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {estimate.left_out.length > 0 && <p className="muted">Not in it: {estimate.left_out.join(', ')}.</p>}
    </section>
  );
}

function Unplaced({ job }: { job: WorkPlan }) {
  if (job.unplaced.length === 0) return null;
  const reasons = [...new Set(job.unplaced.map((one) => one.why))];
  return (
    <section className="unplaced" aria-label="In no shut-down">
      <h2>In no shut-down</h2>
      {reasons.map((why) => (
        <p key={why}>
          <b className="figure">
            {job.unplaced
              .filter((one) => one.why === why)
              .map((one) => one.tag)
              .join(' ')}
          </b>{' '}
          {why}
        </p>
      ))}
    </section>
  );
}
