// The work in hand, for one thumb: the next box of the shut-down, what to do there, and what to measure afterwards.
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useTrades } from '../api/queries';
import type { JobBox, WorkPlan } from '../api/types';
import { Cautions } from '../ui/Cautions';
import { Choice } from '../ui/Choice';
import { Held } from '../ui/Hands';
import { WorkSequence } from '../ui/WorkSequence';
import { clock } from './clock';
import { idOf, pathOf } from './place';

export function InHand({ audit, job }: { audit: string; job: WorkPlan }) {
  const [number, setNumber] = useState(1);
  const [at, setAt] = useState(0);
  const shutDown = job.shut_downs.find((one) => one.number === number) ?? job.shut_downs[0];
  if (!shutDown) {
    return (
      <section className="in-hand" aria-label="Work in hand">
        <p className="muted">No box is to be done in this scope.</p>
        <AtPlaces audit={audit} job={job} />
      </section>
    );
  }
  const boxes = shutDown.boxes.flatMap((id) => job.boxes.filter((box) => box.box_id === id));
  const place = Math.min(at, boxes.length - 1);
  const box = boxes[place];
  return (
    <section className="in-hand" aria-label="Work in hand">
      <Choice
        label="Shut-down"
        value={String(shutDown.number)}
        choices={job.shut_downs.map((one) => [
          String(one.number),
          one.slot
            ? `${one.number}: day ${one.slot.day + 1}, ${clock(one.slot.from)}, ${one.boxes.length} boxes`
            : `${one.number}: ${one.boxes.length} boxes`,
        ])}
        onChange={(chosen) => {
          setNumber(Number(chosen));
          setAt(0);
        }}
      />
      {box && <OneBox audit={audit} job={job} box={box} />}
      <Held shutDown={shutDown} />
      <div className="in-hand-go">
        <Button variant="outline-primary" disabled={place === 0} onClick={() => setAt(place - 1)}>
          ‹ {boxes[place - 1]?.tag ?? 'Back'}
        </Button>
        <span className="figure">
          {place + 1} of {boxes.length}
        </span>
        <Button disabled={place + 1 >= boxes.length} onClick={() => setAt(place + 1)}>
          {boxes[place + 1] ? `${boxes[place + 1]?.tag} ›` : 'Last one'}
        </Button>
      </div>
      <AtPlaces audit={audit} job={job} />
    </section>
  );
}

/** Work at panels, in rooms and along cable runs: it stands in no shut-down of boxes. */
function AtPlaces({ audit, job }: { audit: string; job: WorkPlan }) {
  return job.places
    .filter(({ work }) => work.steps.length + work.cannot.length > 0)
    .map((place) => {
      const { name, note, work } = place;
      return (
        <details key={idOf(place)} className="in-hand-panel">
          <summary>
            {name}: {work.steps.length === 1 ? '1 repair' : `${work.steps.length} repairs`}; {note}
          </summary>
          {work.steps.map((step) => (
            <div key={step.repair + step.mends.join()}>
              <h3>{step.title}</h3>
              <ol>
                {work.sequence
                  .filter(({ repair }) => repair === step.repair)
                  .map(({ words }) => (
                    <li key={words}>{words}</li>
                  ))}
              </ol>
              {step.cautions.map((caution) => (
                <p key={caution} className="caution">
                  {caution}
                </p>
              ))}
            </div>
          ))}
          {work.cannot.map((why) => (
            <p key={why} className="muted">
              {why}
            </p>
          ))}
          <Link className="btn btn-outline-primary" to={pathOf(audit, place)}>
            Look at {name} again
          </Link>
        </details>
      );
    });
}

function OneBox({ audit, job, box }: { audit: string; job: WorkPlan; box: JobBox }) {
  const off = box.main_off
    ? 'The main is off.'
    : `Off: ${box.breakers.map((index) => job.breakers[index]?.name).join(' and ')}.`;
  const trades = useTrades();
  const needs = new Map(trades.data?.rules.map((rule) => [rule.code, rule.needs]));
  const cautions = [...new Set(box.work.steps.flatMap((step) => step.cautions))];
  return (
    <div className="in-hand-box">
      <h2>
        <span className="figure">{box.tag}</span> {box.place || box.room}
        <i>
          {box.room} · {off} {box.minutes} min
        </i>
      </h2>
      <Cautions />
      {cautions.map((caution) => (
        <p key={caution} className="caution">
          {caution}
        </p>
      ))}
      <p>{box.work.steps.map((step) => step.title).join(' · ')}</p>
      <WorkSequence steps={box.work.sequence} />
      <h3>Afterwards</h3>
      <ul>
        {box.work.items.map((item) => (
          <li key={item.rule}>
            <b>{item.title}</b>: mark it done, then note anew {needs.get(item.rule) ?? 'what it was'}.
          </li>
        ))}
      </ul>
      <Link className="btn btn-primary" to={`/audits/${audit}/walk/${box.box_id}`}>
        Measure {box.tag} again
      </Link>
    </div>
  );
}
