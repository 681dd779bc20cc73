// The panel: its breakers, the rounds that find out what feeds what, the walk of a round, and the directory that is true.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { ApiProblem, api } from '../api/client';
import { keys, useWalk } from '../api/queries';
import type { Panel, PanelView as View } from '../api/types';
import { ofAudit, useRecord } from '../api/useRecord';
import { DetailDrawing } from '../drawing/DetailDrawing';
import { VerdictMark } from '../drawing/VerdictMark';
import { SubjectFindings } from '../findings/SubjectFindings';
import { SubjectRepairs } from '../findings/SubjectRepairs';
import { Photos } from '../photos/Photos';
import { Ask } from '../ui/Ask';
import { type Side, Sides } from '../ui/Sides';
import { Empty, Failed, Loading } from '../ui/States';
import { useUndo } from '../ui/UndoBar';
import { usePhone } from '../ui/useScreen';
import { useTab } from '../ui/useTab';
import { Bars } from './Bars';
import { BreakerFaults } from './BreakerFaults';
import { BreakerForm } from './BreakerForm';
import { BAR_NAMES, ofBreaker as landedOfBreaker, type Screw, withTerminal } from './bars';
import type { ChangePanel } from './change';
import { Directory } from './Directory';
import { FindOne } from './FindOne';
import { GoesDark } from './GoesDark';
import { PanelDrawing } from './PanelDrawing';
import { PanelFacts } from './PanelFacts';
import { PanelLineInput } from './PanelLineInput';
import { PanelList } from './PanelList';
import { RoundCards } from './RoundCards';
import { Rounds } from './Rounds';
import { newPanel } from './records';
import { TerminalForm } from './TerminalForm';
import { WalkRound } from './WalkRound';

type Part = 'panel' | 'facts' | 'findings' | 'photos' | 'rounds' | 'walk' | 'directory';
const PARTS: [Part, string][] = [
  ['panel', 'Breakers'],
  ['facts', 'Facts'],
  ['findings', 'Findings'],
  ['rounds', 'Rounds'],
  ['walk', 'Walk a round'],
  ['directory', 'Directory'],
  ['photos', 'Photos'],
];
const PART_NAMES = PARTS.map(([part]) => part);

/** Beside these stands the panel itself; beside the others the rounds. */
const PANEL_PARTS: Part[] = ['panel', 'facts', 'findings', 'photos'];

const GONE = { status: 404, title: 'Gone', detail: 'This panel is not here any more.' };

const shownOf = (views: View[], id: string | undefined) =>
  views.find(({ panel }) => panel.record.id === id) ?? views[0];

export function PanelPage() {
  const { audit = '', panel: here } = useParams();
  const navigate = useNavigate();
  // At once: a tap on what follows must not reach the panel before.
  const setHere = (id: string) => void navigate(`/audits/${audit}/panel/${id}`, { flushSync: true });
  const client = useQueryClient();
  const say = useUndo();
  const [asking, setAsking] = useState(false);
  const { view: panels, change } = useRecord<View[], Panel>({
    key: keys.panels(audit),
    get: () => api.panels(audit),
    of: (views) => shownOf(views, here)?.panel,
    put: (record, basedOn) => api.putPanel(audit, record, basedOn),
    touches: ofAudit(audit),
  });
  if (panels.isPending) return <Loading what="the panels" />;
  if (panels.isError) return <Failed error={panels.error} again={() => void panels.refetch()} />;
  const view = shownOf(panels.data, here);
  const put = async (record: Panel, revision: number) => {
    try {
      await api.putPanel(audit, record, revision);
      await client.invalidateQueries({ queryKey: keys.panels(audit) });
      return true;
    } catch (error) {
      say({ words: `Not saved: ${error instanceof ApiProblem ? error.says : 'try again'}` });
      void panels.refetch();
      return false;
    }
  };
  return (
    <div className="walk trace">
      <nav className="run circuits" aria-label="Panels">
        <ul>
          {panels.data.map(({ panel, judgement, left }) => (
            <li key={panel.record.id}>
              <button
                type="button"
                className={panel === view?.panel ? 'circuit-node here' : 'circuit-node'}
                aria-pressed={panel === view?.panel}
                onClick={() => setHere(panel.record.id)}
              >
                <VerdictMark
                  verdict={(left ?? judgement).worst}
                  danger={(left ?? judgement).dangerous}
                  size={22}
                />
                <span>{panel.record.name}</span>
              </button>
            </li>
          ))}
        </ul>
        <Button variant="link" className="run-add" onClick={() => setAsking(true)}>
          + panel
        </Button>
        {asking && (
          <Ask
            title="New panel"
            label="What is it called"
            action="Add"
            first=""
            onAnswer={(name) => {
              const id = uuid();
              setHere(id);
              void put(newPanel(id, name), 0);
            }}
            onClose={() => setAsking(false)}
          />
        )}
      </nav>
      {view ? (
        <OnePanel
          key={view.panel.record.id}
          view={view}
          audit={audit}
          others={panels.data.filter((known) => known !== view)}
          change={async (make) => {
            const refused = await change((known) => {
              // A change waits for the one before it; its panel may be gone by then, and another one shown.
              if (known.id !== view.panel.record.id) throw new ApiProblem(GONE);
              return make(known);
            });
            if (refused) say({ words: `Not saved: ${refused}` });
            return refused === null;
          }}
          remove={async () => {
            const { record, revision } = view.panel;
            const gone = await api.deletePanel(audit, record.id, revision);
            await client.invalidateQueries({ queryKey: keys.panels(audit) });
            say({
              words: `${record.name} deleted.`,
              undo: async () => {
                await put(record, gone);
              },
            });
          }}
        />
      ) : (
        <main id="main" className="walk-mid">
          <Empty title="No panel yet">
            <p>Add a panel, then its breakers by their spaces. A few rounds tell what each of them feeds.</p>
          </Empty>
        </main>
      )}
    </div>
  );
}

function OnePanel({
  view,
  audit,
  others,
  change,
  remove,
}: {
  view: View;
  audit: string;
  others: View[];
  change: ChangePanel;
  remove: () => Promise<void>;
}) {
  const { left } = view.panel.record;
  const units = useWalk(audit).data?.audit.record.basis.units ?? 'inch';
  const [side, setSide] = useState<Side>(left ? 'left' : 'found');
  const record = (side === 'left' ? left : null) ?? view.panel.record;
  const judgement = (side === 'left' ? view.left : null) ?? view.judgement;
  // As left, a change goes to what was looked at anew; names, rounds, rulings and remarks belong to the panel itself.
  const changeSide: ChangePanel = (make) =>
    side === 'left'
      ? change((known) => ({ ...known, left: make(known.left ?? view.to_look_at_again) }))
      : change(make);
  const { answer } = judgement;
  const [part, setPart] = useTab(PART_NAMES);
  const [chosen, setChosen] = useState<{ breaker: number | null; space: number } | null>(null);
  const [screw, setScrew] = useState<Screw | null>(null);
  const say = useUndo();
  const [round, setRound] = useState<number | null>(null);
  const at = Math.min(round ?? answer.rounds_done, (answer.schedule?.rounds.length ?? 1) - 1);
  const off = part === 'rounds' || part === 'walk' ? (answer.schedule?.rounds[at]?.off ?? []) : [];
  const names = new Map(answer.directory.map((line) => [line.breaker, line.name]));
  const namesElsewhere = new Map(
    others.flatMap((other) =>
      other.judgement.answer.directory.map(
        (line) => [`${other.panel.record.id} ${line.breaker}`, line.name] as const,
      ),
    ),
  );

  /** A breaker is looked at; or, while one is at a screw of a bar, a conductor there belongs to it. */
  function choose(breaker: number | null, space: number) {
    const bar = record.bars.find((known) => known.id === screw?.bar);
    const fed = record.breakers.find((known) => known.id === breaker);
    if (!screw || !bar || !fed) return setChosen({ breaker, space });
    const before = bar.conductors.filter(({ terminal }) => terminal === screw.terminal);
    const landed = landedOfBreaker(bar, screw.terminal, fed);
    void changeSide((known) => withTerminal(known, screw, landed)).then((kept) => {
      if (!kept) return;
      setScrew(null);
      say({
        words: `${BAR_NAMES[bar.kind]} ${bar.id}, terminal ${screw.terminal}: of breaker ${names.get(fed.id) ?? space}.`,
        undo: async () => {
          await changeSide((known) => withTerminal(known, screw, before));
        },
      });
    });
  }

  const phone = usePhone();
  const Shown = phone ? PanelList : PanelDrawing;
  const feeds = judgement.feeds.find((known) => known.breaker === chosen?.breaker);
  const ofBreaker = (
    <>
      {chosen && <BreakerFaults judgement={judgement} breaker={chosen.breaker} />}
      {feeds && <GoesDark feeds={feeds} audit={audit} />}
      <BreakerForm
        key={JSON.stringify([
          side,
          chosen,
          record.breakers.find((breaker) => breaker.id === chosen?.breaker),
        ])}
        panel={record}
        chosen={chosen}
        change={changeSide}
        onDone={setChosen}
      />
    </>
  );
  const ofScrew = screw && (
    <TerminalForm
      panel={record}
      screw={screw}
      change={changeSide}
      besidePanel={!phone}
      onDone={() => setScrew(null)}
    />
  );
  return (
    <>
      <main id="main" className="walk-mid">
        <div className="box-head">
          <input
            className="place"
            aria-label="Name of the panel"
            defaultValue={record.name}
            maxLength={80}
            onBlur={(event) => {
              const name = event.target.value.trim();
              if (name && name !== record.name) void change((known) => ({ ...known, name }));
            }}
          />
          <span className="head-tools">
            <label className="spaces">
              spaces{' '}
              <input
                type="number"
                className="form-control"
                min={2}
                max={84}
                defaultValue={record.spaces}
                onBlur={(event) => {
                  const spaces = Number(event.target.value);
                  if (spaces !== record.spaces) void change((known) => ({ ...known, spaces }));
                }}
              />
            </label>
            <Button variant="outline-primary" onClick={() => void remove()}>
              Delete
            </Button>
          </span>
        </div>
        <p className="cautions">
          <b>Behind the dead front is for qualified persons.</b> {judgement.stays_live.join(' ')}
        </p>
        {(left || view.items.some((item) => item.view.item)) && <Sides side={side} onChange={setSide} />}
        <fieldset className="sides parts">
          <legend className="visually-hidden">What to work on</legend>
          {PARTS.map(([known, name]) => (
            <button key={known} type="button" aria-pressed={part === known} onClick={() => setPart(known)}>
              {name}
            </button>
          ))}
        </fieldset>
        {part === 'walk' ? (
          <WalkRound view={view} round={at} onRound={setRound} change={change} />
        ) : part === 'directory' ? (
          <Directory view={view} change={change} />
        ) : part === 'facts' ? (
          <PanelFacts
            panel={record}
            others={others.map((other) => other.panel.record)}
            names={namesElsewhere}
            units={units}
            change={changeSide}
          />
        ) : part === 'photos' ? (
          <Photos audit={audit} of={{ panel: record.id }} />
        ) : part === 'findings' ? (
          <>
            {judgement.space && (
              <DetailDrawing detail={judgement.space} what="The space before the panel, from its side" />
            )}
            {judgement.drop && (
              <DetailDrawing detail={judgement.drop} what="The drop of the service over what it passes" />
            )}
            <SubjectFindings
              label="Findings of the panel"
              results={judgement.results}
              record={view.panel.record}
              audit={audit}
              change={(make) => void change((known) => ({ ...known, ...make(known) }))}
            />
          </>
        ) : (
          <>
            <Shown
              panel={record}
              judgement={judgement}
              chosen={chosen?.breaker ?? null}
              off={off}
              names={names}
              onChoose={choose}
            />
            {part === 'panel' && (
              <Bars
                panel={record}
                names={names}
                chosen={chosen?.breaker ?? null}
                screw={screw}
                onScrew={setScrew}
              />
            )}
          </>
        )}
      </main>
      {part === 'rounds' && <RoundCards view={view} />}
      <aside className="walk-find" aria-label={part === 'panel' || part === 'facts' ? 'Breaker' : 'Rounds'}>
        <div className="trace-part">
          {PANEL_PARTS.includes(part) ? (
            <>
              {part === 'findings' ? (
                <>
                  <SubjectRepairs
                    label="Repairs at the panel"
                    subject={{ panel: record.id }}
                    items={view.items}
                    proposals={view.judgement.proposals}
                    audit={audit}
                    onLookAgain={() => {
                      setSide('left');
                      setPart('facts');
                    }}
                  />
                  <section aria-label="Legs">
                    <h2>Legs and loads</h2>
                    <p>{judgement.legs.sentence}</p>
                  </section>
                </>
              ) : (
                <PanelLineInput panel={record} units={units} change={changeSide} />
              )}
              {part === 'panel' && !phone && (screw ? ofScrew : ofBreaker)}
              <FindOne view={view} />
            </>
          ) : (
            <>
              <p className="trace-says">{answer.sentence}</p>
              <Rounds view={view} round={at} onRound={setRound} change={change} />
            </>
          )}
        </div>
      </aside>
      {phone && (
        <Modal
          show={part === 'panel' && (chosen !== null || screw !== null)}
          onHide={() => {
            setChosen(null);
            setScrew(null);
          }}
          fullscreen
          animation={false}
          scrollable
          aria-labelledby="breaker-title"
        >
          <Modal.Header closeButton>
            <Modal.Title id="breaker-title" as="h2">
              {record.name}
              {chosen && `, space ${chosen.space}`}
            </Modal.Title>
          </Modal.Header>
          <Modal.Body>{screw ? ofScrew : ofBreaker}</Modal.Body>
        </Modal>
      )}
    </>
  );
}
