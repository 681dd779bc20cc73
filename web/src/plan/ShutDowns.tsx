// The days of the job as strips, a block for each shut-down: dragged to where it shall stay, or moved by keys; the sheet of
// the one chosen.
import { type PointerEvent, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { JobShutDown, WorkPlan, WorkSettings } from '../api/types';
import type { ChangeWork } from './change';
import { clock, minuteOf } from './clock';
import { ShutDownSheet } from './ShutDownSheet';

type Props = { audit: string; job: WorkPlan; settings: WorkSettings; change: ChangeWork };

/** Blocks are put on quarters of an hour. */
const STEP = 15;
const DAY_HEIGHT = 76;

export function ShutDowns({ audit, job, settings, change }: Props) {
  const [chosen, setChosen] = useState(1);
  const strip = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<{ number: number; x: number; y: number } | null>(null);
  const start = useRef({ x: 0, y: 0 });
  const placed = job.shut_downs.filter((one) => one.slot);
  const days = Math.max(0, ...placed.map((one) => (one.slot?.day ?? 0) + 1)) + 1;
  const span = Math.max(1, settings.day_to - settings.day_from);
  const at = (minute: number) => `${((minute - settings.day_from) / span) * 100}%`;
  const here = job.shut_downs.find((one) => one.number === chosen) ?? job.shut_downs[0];
  const pin = (one: JobShutDown, day: number, from: number) => {
    const others = settings.pins.filter((known) => !known.boxes.some((id) => one.boxes.includes(id)));
    return change({ pins: [...others, { boxes: one.boxes, day: Math.max(0, day), from }] });
  };
  const free = (one: JobShutDown) =>
    change({ pins: settings.pins.filter((known) => !known.boxes.some((id) => one.boxes.includes(id))) });
  const drop = (one: JobShutDown, event: PointerEvent) => {
    setDrag(null);
    const width = strip.current?.clientWidth ?? 1;
    const dx = event.clientX - start.current.x;
    const dy = event.clientY - start.current.y;
    if (!one.slot || Math.abs(dx) + Math.abs(dy) < 6) return;
    const moved = one.slot.from + (dx / width) * span;
    void pin(one, one.slot.day + Math.round(dy / DAY_HEIGHT), Math.round(moved / STEP) * STEP);
  };
  return (
    <section aria-label="Shut-downs">
      <div className="results">
        <Button href={`/api/audits/${audit}/calendar.ics`}>Calendar</Button>
        <Button variant="outline-primary" onClick={() => window.print()}>
          Print the sheet
        </Button>
      </div>
      <p className="muted">{job.proof.sentence}</p>
      <div className="day-strip" ref={strip}>
        {Array.from({ length: days }, (_, day) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the days are numbered
          <div key={day} className="day" style={{ height: DAY_HEIGHT }}>
            <span className="day-name">Day {day + 1}</span>
            {hoursOf(settings).map((minute) => (
              <span key={minute} className="hour" style={{ left: at(minute) }}>
                {clock(minute)}
              </span>
            ))}
            {settings.blocked
              .filter((blocked) => blocked.day === day)
              .map((blocked) => (
                <span
                  key={blocked.from}
                  className="blocked"
                  style={{ left: at(blocked.from), width: `${((blocked.to - blocked.from) / span) * 100}%` }}
                >
                  {blocked.why}
                </span>
              ))}
            {placed
              .filter((one) => one.slot?.day === day)
              .map((one) => (
                <button
                  key={one.number}
                  type="button"
                  className={`shut-down ${one.number === here?.number ? 'here' : ''} ${one.danger ? 'danger' : ''}`}
                  aria-pressed={one.number === here?.number}
                  aria-label={`Shut-down ${one.number}, day ${day + 1}, ${clock(one.slot?.from ?? 0)} to ${clock(one.slot?.to ?? 0)}${one.pinned ? ', pinned' : ''}`}
                  style={{
                    left: at(one.slot?.from ?? 0),
                    width: `${(((one.slot?.to ?? 0) - (one.slot?.from ?? 0)) / span) * 100}%`,
                    transform:
                      drag?.number === one.number ? `translate(${drag.x}px, ${drag.y}px)` : undefined,
                  }}
                  onClick={() => setChosen(one.number)}
                  onPointerDown={(event) => {
                    event.currentTarget.setPointerCapture(event.pointerId);
                    start.current = { x: event.clientX, y: event.clientY };
                    setDrag({ number: one.number, x: 0, y: 0 });
                  }}
                  onPointerMove={(event) => {
                    if (drag?.number !== one.number) return;
                    setDrag({
                      number: one.number,
                      x: event.clientX - start.current.x,
                      y: event.clientY - start.current.y,
                    });
                  }}
                  onPointerUp={(event) => drop(one, event)}
                  onPointerCancel={() => setDrag(null)}
                >
                  <b>{one.number}</b> {one.boxes.length} boxes{one.pinned ? ', pinned' : ''}
                </button>
              ))}
          </div>
        ))}
      </div>
      {job.shut_downs
        .filter((one) => one.no_time)
        .map((one) => (
          <p key={one.number} className="refused">
            Shut-down {one.number} has no time: {one.no_time}.{' '}
            {one.pinned && (
              <button type="button" className="plain link" onClick={() => void free(one)}>
                Let it be placed anew
              </button>
            )}
          </p>
        ))}
      <Block settings={settings} change={change} />
      {here && (
        <ShutDownSheet
          audit={audit}
          job={job}
          shutDown={here}
          onMove={(minutes) => here.slot && void pin(here, here.slot.day, here.slot.from + minutes)}
          onDay={(step) => here.slot && void pin(here, here.slot.day + step, here.slot.from)}
          onFree={here.pinned ? () => void free(here) : undefined}
        />
      )}
    </section>
  );
}

const hoursOf = (settings: WorkSettings) =>
  Array.from({ length: 24 }, (_, hour) => hour * 60).filter(
    (minute) => minute >= settings.day_from && minute < settings.day_to,
  );

/** A time in which nothing may be off. */
function Block({ settings, change }: { settings: WorkSettings; change: ChangeWork }) {
  const [day, setDay] = useState(1);
  const [from, setFrom] = useState('12:00');
  const [to, setTo] = useState('13:00');
  const [why, setWhy] = useState('');
  return (
    <details className="block-time">
      <summary>Times in which nothing may be off: {settings.blocked.length}</summary>
      {settings.blocked.map((blocked) => (
        <p key={`${blocked.day} ${blocked.from}`}>
          Day {blocked.day + 1}, {clock(blocked.from)} to {clock(blocked.to)} {blocked.why}{' '}
          <button
            type="button"
            className="plain link"
            onClick={() => void change({ blocked: settings.blocked.filter((known) => known !== blocked) })}
          >
            Free it
          </button>
        </p>
      ))}
      <Form
        className="results"
        onSubmit={(event) => {
          event.preventDefault();
          const next = { day: day - 1, from: minuteOf(from), to: minuteOf(to), why: why.trim() };
          void change({ blocked: [...settings.blocked, next] });
        }}
      >
        <Form.Control
          type="number"
          min={1}
          aria-label="Day of the job"
          value={day}
          onChange={(event) => setDay(Number(event.target.value))}
        />
        <Form.Control
          type="time"
          aria-label="From"
          value={from}
          onChange={(event) => setFrom(event.target.value)}
        />
        <Form.Control
          type="time"
          aria-label="To"
          value={to}
          onChange={(event) => setTo(event.target.value)}
        />
        <Form.Control
          aria-label="Why nothing may be off"
          placeholder="why"
          maxLength={120}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
        <Button type="submit" variant="outline-primary">
          Block it
        </Button>
      </Form>
    </details>
  );
}
