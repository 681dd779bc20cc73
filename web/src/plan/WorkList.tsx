// Every box with work in scope: its items, the repairs, minutes and breakers; filtered, and taken over in bulk.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { ItemState, JobBox, JobPlace, WorkPlan } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { Choice } from '../ui/Choice';
import { useUndo } from '../ui/UndoBar';
import { idOf, kindOf, panelOf, pathOf, roomOf, runOf } from './place';

type Who = 'all' | 'here' | 'referred' | 'held';
const WHO: [Who, string][] = [
  ['all', 'everybody'],
  ['here', 'us'],
  ['referred', 'a licensed electrician'],
  ['held', 'waiting, put off or declined'],
];
const STATES: [ItemState, string][] = [
  ['found', 'found'],
  ['planned', 'planned'],
  ['waiting', 'waiting'],
  ['referred', 'referred'],
  ['put-off', 'put off'],
  ['declined', 'declined'],
  ['done', 'done, to be checked'],
  ['proven', 'put right'],
  ['closed', 'closed'],
];
const HELD: ItemState[] = ['waiting', 'put-off', 'declined'];

function whose({ work }: JobBox | JobPlace, who: Who): boolean {
  if (who === 'here') return work.steps.length > 0;
  if (who === 'referred') return work.referred || work.items.some((item) => item.state === 'referred');
  return who === 'all' || work.items.some((item) => HELD.includes(item.state));
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
  const rooms = [
    ...new Set([...job.boxes.map((box) => box.room), ...job.places.filter(roomOf).map(({ name }) => name)]),
  ];
  const used = [...new Set(job.boxes.flatMap((box) => box.breakers))].sort((a, b) => a - b);
  const matches = (known: JobBox | JobPlace) =>
    whose(known, who) &&
    (state === '' || known.work.items.some((item) => item.state === state)) &&
    (severity === '' || known.work.items.some((item) => item.severity === severity));
  const places = job.places.filter(
    (place) => matches(place) && (room === '' || place.name === room) && breaker === '',
  );
  const shown = job.boxes.filter(
    (box) =>
      matches(box) &&
      (room === '' || box.room === room) &&
      (breaker === '' ||
        (breaker === 'none' ? box.breakers.length === 0 : box.breakers.includes(Number(breaker)))),
  );
  const open = shown.filter((box) => box.work.steps.some((step) => !step.chosen));
  const openPlaces = places.filter((place) => place.work.steps.some((step) => !step.chosen));
  const take = async (ids: string[]) => {
    const { items } = await api.chooseRepairs(audit, {
      boxes: ids.filter((id) => job.boxes.some((box) => box.box_id === id)),
      panels: ids.filter((id) => job.places.some((place) => panelOf(place) === id)),
      rooms: ids.filter((id) => job.places.some((place) => roomOf(place) === id)),
      runs: ids.filter((id) => job.places.some((place) => runOf(place) === id)),
    });
    setChosen(new Set());
    await client.invalidateQueries({ queryKey: ['audit', audit] });
    say({ words: `${items} items planned.` });
  };
  const all = [...openPlaces.map(idOf), ...open.map((box) => box.box_id)];
  const choose = (id: string) => (on: boolean) => {
    const next = new Set(chosen);
    if (on) next.add(id);
    else next.delete(id);
    setChosen(next);
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
          Take over the repairs of {chosen.size} places
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => setChosen(chosen.size > 0 ? new Set() : new Set(all))}
        >
          {chosen.size > 0 ? 'Choose none' : `Choose ${all.length} open`}
        </Button>
      </div>
      <ul className="work-list">
        {places.map((place) => (
          <WorkLine
            key={idOf(place)}
            to={pathOf(audit, place)}
            tag=""
            where={place.name}
            room={kindOf(place)}
            note={place.note}
            minutes={place.minutes}
            work={place.work}
            chosen={chosen.has(idOf(place))}
            onChoose={choose(idOf(place))}
          />
        ))}
        {shown.map((box) => (
          <WorkLine
            key={box.box_id}
            to={`/audits/${audit}/walk/${box.box_id}`}
            tag={box.tag}
            where={box.place || box.room}
            room={box.place ? box.room : ''}
            note={offAt(job, box)}
            minutes={box.minutes}
            work={box.work}
            chosen={chosen.has(box.box_id)}
            onChoose={choose(box.box_id)}
          />
        ))}
      </ul>
      {shown.length + places.length === 0 && <p className="muted">Nothing matches.</p>}
    </section>
  );
}

/** What is off while one works at a box. */
function offAt(job: WorkPlan, box: JobBox): string {
  const names = box.main_off
    ? 'main off'
    : box.breakers.map((index) => job.breakers[index]?.name).join(' and ');
  return names ? `off: ${names}` : 'breaker not known';
}

type LineProps = {
  to: string;
  /** Of a box; a panel has none. */
  tag: string;
  where: string;
  room: string;
  note: string;
  minutes: number;
  work: JobBox['work'];
  chosen: boolean;
  onChoose: (on: boolean) => void;
};

function WorkLine({ to, tag, where, room, note, minutes, work, chosen, onChoose }: LineProps) {
  const open = work.steps.some((step) => !step.chosen);
  const held = work.items.filter((item) => !['found', 'planned'].includes(item.state));
  return (
    <li>
      <Form.Check
        aria-label={`Choose ${tag || where}`}
        checked={chosen}
        disabled={!open}
        onChange={(event) => onChoose(event.target.checked)}
      />
      <Link to={to} className={tag ? 'who' : 'who untagged'}>
        <VerdictMark verdict={work.unproven ? 'violates' : 'meets'} danger={work.danger} size={22} />
        {tag && <b className="figure">{tag}</b>}
        <span>
          {where}
          <i>{room}</i>
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
        <small>{note}</small>
      </div>
      <b className="figure minutes">{minutes > 0 ? `${minutes} min` : '–'}</b>
    </li>
  );
}
