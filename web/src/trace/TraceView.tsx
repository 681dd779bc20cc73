// Tracing: the circuits at the left, the run of one in the middle, at the right where its fault can be.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { api } from '../api/client';
import { keys, useTrades, useWalk } from '../api/queries';
import type { Circuit, CircuitLine, CircuitView, TracedFault } from '../api/types';
import { DeadTestSteps } from '../electrical/DeadTestSteps';
import { Ask } from '../ui/Ask';
import { Cautions } from '../ui/Cautions';
import { Choice } from '../ui/Choice';
import { Empty, Failed, Loading } from '../ui/States';
import { useUndo } from '../ui/UndoBar';
import { useTab } from '../ui/useTab';
import { CircuitDrawing } from './CircuitDrawing';
import { PointActions } from './PointActions';
import { Ranking } from './Ranking';
import { RetestList } from './RetestList';
import { useCircuit } from './useCircuit';

type Part = 'trace' | 'shut-down' | 'retest';
const PARTS: [Part, string][] = [
  ['trace', 'Trace'],
  ['shut-down', 'Dead test'],
  ['retest', 'Retest'],
];
const PART_NAMES = PARTS.map(([part]) => part);

export function TraceView() {
  const { audit = '', circuit } = useParams();
  const circuits = useQuery({ queryKey: keys.circuits(audit), queryFn: () => api.circuits(audit) });
  const { view, change } = useCircuit(audit, circuit);
  if (circuits.isPending) return <Loading what="the circuits" />;
  if (circuits.isError) return <Failed error={circuits.error} again={() => void circuits.refetch()} />;
  return (
    <div className="walk trace">
      <CircuitList audit={audit} circuits={circuits.data} here={circuit} />
      {circuit === undefined ? (
        <main id="main" className="walk-mid">
          <Empty title={circuits.data.length === 0 ? 'No circuit yet' : 'Choose a circuit'}>
            <p>
              A circuit is the boxes on one breaker. Its readings lead to the box that hides the fault; its
              shut-down and its retest are worked from here.
            </p>
          </Empty>
        </main>
      ) : view.isError ? (
        <Failed error={view.error} again={() => void view.refetch()} />
      ) : view.data ? (
        <OneCircuit key={circuit} audit={audit} view={view.data} change={change} />
      ) : (
        <Loading what="the circuit" />
      )}
    </div>
  );
}

function CircuitList({
  audit,
  circuits,
  here,
}: {
  audit: string;
  circuits: CircuitLine[];
  here: string | undefined;
}) {
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  const client = useQueryClient();
  const add = async (name: string) => {
    const id = uuid();
    const record = {
      id,
      name,
      panel: null,
      breaker: '',
      points: [],
      tracing: 'open-ground',
      events: [],
      dead_test: [],
    };
    await api.putCircuit(audit, record as Circuit, 0);
    await client.invalidateQueries({ queryKey: keys.circuits(audit) });
    navigate(`/audits/${audit}/trace/${id}`);
  };
  return (
    <nav className="run circuits" aria-label="Circuits">
      <ul>
        {circuits.map(({ circuit, bad }) => (
          <li key={circuit.record.id}>
            <Link
              to={`/audits/${audit}/trace/${circuit.record.id}`}
              className={circuit.record.id === here ? 'circuit-node here' : 'circuit-node'}
              aria-current={circuit.record.id === here ? 'page' : undefined}
            >
              <b className="figure">{circuit.record.breaker || '–'}</b>
              <span>{circuit.record.name}</span>
              {bad > 0 && <i className="figure">{bad} bad</i>}
            </Link>
          </li>
        ))}
      </ul>
      <Button variant="link" className="run-add" onClick={() => setAsking(true)}>
        + circuit
      </Button>
      {asking && (
        <Ask
          title="New circuit"
          label="What hangs on it"
          action="Add"
          first=""
          onAnswer={(name) => void add(name)}
          onClose={() => setAsking(false)}
        />
      )}
    </nav>
  );
}

type OneProps = {
  audit: string;
  view: CircuitView;
  change: (make: (circuit: Circuit) => Circuit) => Promise<void>;
};

function OneCircuit({ audit, view, change }: OneProps) {
  const trades = useTrades();
  const [part, setPart] = useTab(PART_NAMES);
  const [chosen, setChosen] = useState<string | null>(null);
  const { record } = view.circuit;
  const { trace, dead_test, retest } = view.answer;
  const faults = (trades.data?.traced_faults ?? []).map((fault) => [fault.value, fault.name] as const);
  const at = chosen ?? trace.next?.box_id ?? record.points[0]?.box_id ?? null;
  return (
    <>
      <main id="main" className="walk-mid">
        <CircuitHead audit={audit} view={view} change={change} />
        <Cautions />
        <CircuitDrawing points={trace.points} next={trace.next?.box_id} chosen={at} onChoose={setChosen} />
        <p className="legend-line" aria-hidden="true">
          <span className="good">good</span>
          <span className="bad">shows the fault</span>
          <span className="unread">not read</span>
          <span className="suspect">suspected stretch</span>
          <span className="guessed">feed guessed</span>
        </p>
        <PointActions audit={audit} view={view} box={at} onChoose={setChosen} change={change} />
      </main>
      <aside className="walk-find" aria-label="Where the fault is">
        <fieldset className="sides parts trace-parts">
          <legend className="visually-hidden">What to work on</legend>
          {PARTS.map(([known, name]) => (
            <button key={known} type="button" aria-pressed={part === known} onClick={() => setPart(known)}>
              {name}
            </button>
          ))}
        </fieldset>
        {part === 'trace' && (
          <>
            <div className="trace-what">
              <Choice
                label="Fault to trace"
                value={record.tracing}
                choices={faults}
                onChange={(tracing) =>
                  tracing &&
                  void change((known) => ({ ...known, tracing: tracing as TracedFault, events: [] }))
                }
              />
            </div>
            <Ranking audit={audit} view={view} onChoose={setChosen} change={change} />
          </>
        )}
        {part === 'shut-down' && (
          <div className="trace-part">
            <DeadTestSteps
              test={dead_test}
              onStep={(step) => void change((known) => ({ ...known, dead_test: [...known.dead_test, step] }))}
              onBegin={() => void change((known) => ({ ...known, dead_test: [] }))}
            />
          </div>
        )}
        {part === 'retest' && <RetestList audit={audit} points={retest} />}
      </aside>
    </>
  );
}

function CircuitHead({ audit, view, change }: OneProps) {
  const { record, revision } = { record: view.circuit.record, revision: view.circuit.revision };
  const say = useUndo();
  const navigate = useNavigate();
  const client = useQueryClient();
  const walk = useWalk(audit);
  const panels = useQuery({ queryKey: keys.panels(audit), queryFn: () => api.panels(audit) });
  const boxes = (walk.data?.rooms ?? []).flatMap((room) =>
    room.boxes.map((box) => ({
      id: box.overview.id,
      words: `${box.overview.tag} ${box.overview.place}, ${room.room.record.name}`,
    })),
  );
  const free = boxes.filter((box) => !record.points.some((point) => point.box_id === box.id));
  const remove = async () => {
    const gone = await api.deleteCircuit(audit, record.id, revision);
    await client.invalidateQueries({ queryKey: keys.circuits(audit) });
    navigate(`/audits/${audit}/trace`);
    say({
      words: `Circuit ${record.name} deleted.`,
      undo: async () => {
        await api.putCircuit(audit, record, gone);
        await client.invalidateQueries({ queryKey: keys.circuits(audit) });
        navigate(`/audits/${audit}/trace/${record.id}`);
      },
    });
  };
  return (
    <div className="box-head circuit-head">
      <input
        className="tag"
        aria-label="Breaker"
        key={`${record.id} ${record.breaker}`}
        defaultValue={record.breaker}
        placeholder="no."
        maxLength={12}
        size={4}
        onBlur={(event) => {
          const breaker = event.target.value.trim();
          if (breaker !== record.breaker) void change((known) => ({ ...known, breaker }));
        }}
      />
      {(panels.data?.length ?? 0) > 1 && (
        <Form.Select
          className="of-panel"
          aria-label="Panel of the breaker"
          value={record.panel ?? ''}
          onChange={(event) => {
            const panel = event.target.value || null;
            void change((known) => ({ ...known, panel }));
          }}
        >
          <option value="">any panel</option>
          {panels.data?.map(({ panel }) => (
            <option key={panel.record.id} value={panel.record.id}>
              {panel.record.name}
            </option>
          ))}
        </Form.Select>
      )}
      <input
        className="place"
        aria-label="What hangs on the circuit"
        key={`${record.id} ${record.name}`}
        defaultValue={record.name}
        maxLength={80}
        onBlur={(event) => {
          const name = event.target.value.trim();
          if (name && name !== record.name) void change((known) => ({ ...known, name }));
        }}
      />
      <span className="head-tools">
        <select
          className="form-select add-point"
          aria-label="Add a box to the circuit"
          value=""
          onChange={(event) => {
            const box_id = event.target.value;
            const last = record.points.at(-1);
            const from = last ? ('unknown' as const) : ('panel' as const);
            void change((known) => ({ ...known, points: [...known.points, { box_id, from, cable: null }] }));
          }}
        >
          <option value="">+ box</option>
          {free.map((box) => (
            <option key={box.id} value={box.id}>
              {box.words}
            </option>
          ))}
        </select>
        <Button variant="outline-primary" onClick={() => void remove()}>
          Delete
        </Button>
      </span>
    </div>
  );
}
