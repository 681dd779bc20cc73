// Every box with work in scope: its items, the repairs, minutes and breakers; filtered, and taken over in bulk.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { ItemState, JobBox, WorkPlan } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { Choice } from '../ui/Choice';
import { useUndo } from '../ui/UndoBar';

type Who = 'all' | 'here' | 'referred' | 'held';
const WHO: [Who, string][] = [
  ['all', 'everybody'],
  ['here', 'us'],
  ['referred', 'a licensed electrician'],
  ['held', 'waiting or declined'],
];
const STATES: [ItemState, string][] = [
  ['found', 'found'],
  ['planned', 'planned'],
  ['waiting', 'waiting'],
  ['referred', 'referred'],
  ['declined', 'declined'],
  ['done', 'done, not proven'],
  ['proven', 'proven'],
  ['closed', 'closed'],
];
const HELD: ItemState[] = ['waiting', 'declined'];

function whose(box: JobBox, who: Who): boolean {
  if (who === 'here') return box.work.steps.length > 0;
  if (who === 'referred') {
    return box.work.referred || box.work.items.some((item) => item.state === 'referred');
  }
  return who === 'all' || box.work.items.some((item) => HELD.includes(item.state));
}

export function WorkList({ audit, job }: { audit: string; job: WorkPlan }) {
  const client = useQueryClient();
  const say = useUndo();
  const [who, setWho] = useState<Who>('all');
  const [state, setState] = useState('');
  const [room, setRoom] = useState('');
  const [breaker, setBreaker] = useState('');
  const [severity, setSeverity] = useState('');
  const [chosen, setChosen] = useState<Set<string>>(new Set());
  const rooms = [...new Set(job.boxes.map((box) => box.room))];
  const used = [...new Set(job.boxes.flatMap((box) => box.breakers))].sort((a, b) => a - b);
  const shown = job.boxes.filter(
    (box) =>
      whose(box, who) &&
      (state === '' || box.work.items.some((item) => item.state === state)) &&
      (room === '' || box.room === room) &&
      (severity === '' || box.work.items.some((item) => item.severity === severity)) &&
      (breaker === '' ||
        (breaker === 'none' ? box.breakers.length === 0 : box.breakers.includes(Number(breaker)))),
  );
  const open = shown.filter((box) => box.work.steps.some((step) => !step.chosen));
  const take = async (boxes: string[]) => {
    const { items } = await api.chooseRepairs(audit, boxes);
    setChosen(new Set());
    await client.invalidateQueries({ queryKey: ['audit', audit] });
    say({ words: `${items} items planned.` });
  };
  return (
    <section aria-label="Work">
      <div className="filters">
        <Choice label="Who" value={who} choices={WHO} onChange={(next) => next && setWho(next)} />
        <Choice
          label="State"
          value={state || null}
          none="any"
          choices={STATES}
          onChange={(next) => setState(next ?? '')}
        />
        <Choice
          label="Severity"
          value={severity || null}
          none="any"
          choices={['danger', 'violation', 'workmanship'].map((known) => [known, known] as const)}
          onChange={(next) => setSeverity(next ?? '')}
        />
        <Choice
          label="Room"
          value={room || null}
          none="all"
          choices={rooms.map((known) => [known, known] as const)}
          onChange={(next) => setRoom(next ?? '')}
        />
        <Choice
          label="Breaker"
          value={breaker || null}
          none="all"
          choices={[
            ['none', 'not known'],
            ...used.map((index) => [String(index), job.breakers[index]?.name ?? ''] as const),
          ]}
          onChange={(next) => setBreaker(next ?? '')}
        />
      </div>
      <div className="results">
        <Button disabled={chosen.size === 0} onClick={() => void take([...chosen])}>
          Take over the repairs of {chosen.size} boxes
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => setChosen(chosen.size > 0 ? new Set() : new Set(open.map((box) => box.box_id)))}
        >
          {chosen.size > 0 ? 'Choose none' : `Choose ${open.length} open`}
        </Button>
      </div>
      <ul className="work-list">
        {shown.map((box) => (
          <WorkLine
            key={box.box_id}
            audit={audit}
            job={job}
            box={box}
            chosen={chosen.has(box.box_id)}
            onChoose={(on) => {
              const next = new Set(chosen);
              if (on) next.add(box.box_id);
              else next.delete(box.box_id);
              setChosen(next);
            }}
          />
        ))}
      </ul>
      {shown.length === 0 && <p className="muted">Nothing matches.</p>}
    </section>
  );
}

type LineProps = {
  audit: string;
  job: WorkPlan;
  box: JobBox;
  chosen: boolean;
  onChoose: (on: boolean) => void;
};

function WorkLine({ audit, job, box, chosen, onChoose }: LineProps) {
  const { work } = box;
  const names = box.main_off
    ? 'main off'
    : box.breakers.map((index) => job.breakers[index]?.name).join(' and ');
  const open = work.steps.some((step) => !step.chosen);
  const held = work.items.filter((item) => !['found', 'planned'].includes(item.state));
  return (
    <li>
      <Form.Check
        aria-label={`Choose ${box.tag}`}
        checked={chosen}
        disabled={!open}
        onChange={(event) => onChoose(event.target.checked)}
      />
      <Link to={`/audits/${audit}/walk/${box.box_id}`} className="who">
        <VerdictMark verdict={work.unproven ? 'violates' : 'meets'} danger={work.danger} size={22} />
        <b className="figure">{box.tag}</b>
        <span>
          {box.place || box.room}
          <i>{box.place ? box.room : ''}</i>
        </span>
      </Link>
      <div className="does">
        {work.steps.map((step) => (
          <span key={step.repair} className={step.chosen ? 'chosen' : ''}>
            {step.title}
          </span>
        ))}
        {work.referred && <span>Referred to a licensed electrician</span>}
        {work.cannot.map((why) => (
          <i key={why}>{why}</i>
        ))}
        {held.map((item) => (
          <i key={item.rule}>
            {item.title}: {item.state}. {item.next}
          </i>
        ))}
        <small>{names ? `off: ${names}` : 'breaker not known'}</small>
      </div>
      <b className="figure minutes">{box.minutes > 0 ? `${box.minutes} min` : '–'}</b>
    </li>
  );
}
