// One box taken down by hand: its verdict always in sight at the top, one question at a time, and where to go next at the thumb.
import { useRef, useState } from 'react';
import { Modal } from 'react-bootstrap';
import { useSearchParams } from 'react-router';
import { useChoices } from '../api/choices';
import type { Basis, BoxView, RunBox, Walk } from '../api/types';
import { DeviceState } from '../device/DeviceState';
import { useAsked } from '../device/useDevice';
import { Asked as AskedElsewhere } from '../device/WaitingList';
import { OpenNotes } from '../findings/Notes';
import { useFillsScreen } from '../frame/fullScreen';
import { Menu } from '../frame/Menu';
import { SameOpen } from '../people/Here';
import { useTakePhotos } from '../photos/useTakePhotos';
import { useUndo } from '../ui/UndoBar';
import { Begin } from '../walk/Begin';
import { ConflictChoice } from '../walk/ConflictChoice';
import { contentsOf } from '../walk/contents';
import { JotLine } from '../walk/JotLine';
import { Run } from '../walk/Run';
import { Saving } from '../walk/Saving';
import { useSession } from '../walk/sessions';
import type { RunEdits } from '../walk/useRunEdits';
import { Needs } from './Needs';
import { questionsOf, wantedBeside, wantedIn } from './questions';
import { type Sheet, Sheets } from './Sheets';
import { useSwipe } from './useSwipe';
import { Verdict } from './Verdict';

type Props = {
  audit: string;
  basis: Basis;
  walk: Walk;
  view: BoxView;
  edits: RunEdits;
  next: RunBox['overview'] | undefined;
  last: RunBox['overview'] | undefined;
  open: (box: string) => void;
};

export function HandBox({ audit, basis, walk, view, edits, next, last, open }: Props) {
  useFillsScreen();
  const [session, state] = useSession(audit, basis, view);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [field, setField] = useState<string | null>(null);
  const choices = useChoices();
  const say = useUndo();
  const { record, judgement } = state;
  const asked = useAsked(audit, record.id);
  const { busy, take } = useTakePhotos(audit, { box: record.id });
  const contents = contentsOf(state);
  const isEmpty = contents.conductors.length === 0 && contents.devices.length === 0;
  const questions = questionsOf(contents);
  const wanted = new Map(judgement.asked.map(({ field, words }) => [field, words]));
  // A box is entered where a rule waits for something.
  const [search, setSearch] = useSearchParams();
  const [first] = useState(() =>
    isEmpty
      ? 'contents'
      : (questions.find((question) => wantedIn(question, wanted).length > 0)?.id ?? 'lengths'),
  );
  const at = Math.max(
    0,
    questions.findIndex((question) => question.id === (search.get('ask') ?? first)),
  );
  const question = questions[at];
  const following = questions[at + 1];
  const main = useRef<HTMLElement>(null);
  const go = (to: string | undefined) => {
    if (!to) return;
    setSearch({ ask: to }, { replace: true, flushSync: true });
    setSheet(null);
    main.current?.scrollTo({ top: 0 });
  };
  const swipe = useSwipe({ back: () => go(questions[at - 1]?.id), on: () => go(following?.id) });
  if (!question) return null;
  const done = () => go(following?.id);
  const bring = (to: string) => {
    setField(to);
    setSheet('fields');
  };
  const onward = next ? () => open(next.id) : () => void edits.addBox(record.room);
  return (
    <div className="hand">
      <header className="hand-top">
        <button type="button" className="plain hand-tag" onClick={() => setSheet('list')}>
          <b className="figure">{record.tag}</b> <span>{record.place || view.room.name}</span>
        </button>
        <DeviceState audit={audit} />
        <Menu audit={audit} stages />
      </header>
      <Verdict state={state} wanted={wanted.size} open={() => setSheet('findings')} />
      <main id="main" className="hand-main" ref={main} {...swipe}>
        {asked && <AskedElsewhere change={asked} />}
        <OpenNotes
          notes={record.notes ?? []}
          change={(make) => session.editRecord((known) => ({ ...known, notes: make(known.notes ?? []) }))}
        />
        <div className="dashes" aria-hidden="true">
          {questions.map((one) => (
            <i
              key={one.id}
              className={
                one === question
                  ? 'here'
                  : wantedIn(one, wanted).length > 0
                    ? 'waits'
                    : one.isAnswered(contents)
                      ? 'answered'
                      : ''
              }
            />
          ))}
        </div>
        <div className="hand-question">
          <button
            type="button"
            className="step"
            aria-label="Question before"
            disabled={at === 0}
            onClick={() => go(questions[at - 1]?.id)}
          >
            ‹
          </button>
          <h1>
            {question.title}
            {state.side === 'left' && <i>as left</i>}
          </h1>
          <button type="button" className="plain" onClick={() => setSheet('questions')}>
            {at + 1} of {questions.length}
          </button>
          <button
            type="button"
            className="step"
            aria-label={following ? `Next question, ${following.short}` : 'No next question'}
            disabled={!following}
            onClick={done}
          >
            ›
          </button>
        </div>
        <Saving audit={audit} state={state} />
        <Needs
          needs={wantedIn(question, wanted).filter(([one]) => !question.glows?.test(one))}
          bring={bring}
        />
        {question.id === 'contents' && isEmpty && (
          <>
            <JotLine session={session} state={state} units={basis.units} />
            <Begin audit={audit} session={session} last={last} onBegun={() => go('lengths')} />
          </>
        )}
        <section key={question.id} className="hand-body" aria-label={question.title}>
          {question.ask({
            audit,
            session,
            state,
            units: basis.units,
            choices,
            wanted,
            after: following ? `Next: ${following.short}` : 'The last question',
            done,
          })}
        </section>
        <SameOpen audit={audit} id={record.id} />
      </main>
      <nav className="hand-nav" aria-label="Boxes">
        <button type="button" disabled={!last} onClick={() => last && open(last.id)}>
          {last ? `‹ ${last.tag}` : '‹'}
        </button>
        <button type="button" onClick={() => setSheet('drawing')}>
          Drawing
        </button>
        <label className={busy ? 'busy' : ''}>
          Photo
          <input
            type="file"
            accept="image/jpeg,image/png"
            capture="environment"
            className="visually-hidden"
            onChange={(event) => {
              const { target } = event;
              void take(target.files).then((refused) => {
                say({ words: refused[0] ?? 'Photograph taken.' });
                target.value = '';
              });
            }}
          />
        </label>
        <button type="button" disabled={!state.canUndo} onClick={() => session.undo()}>
          Undo
        </button>
        <button type="button" className="onward" onClick={onward}>
          {next ? `${next.tag} ›` : '+ box'}
        </button>
      </nav>
      <Sheets
        audit={audit}
        basis={basis}
        session={session}
        state={state}
        shown={sheet}
        show={setSheet}
        questions={questions.map((one) => ({
          ...one,
          waits: wantedIn(one, wanted).length,
          answered: one.isAnswered(contents),
        }))}
        beside={wantedBeside(questions, wanted)}
        field={field}
        bring={bring}
        here={question.id}
        go={go}
      >
        <Modal.Body onClick={(event) => (event.target as Element).closest('.node') && setSheet(null)}>
          <Run walk={walk} here={record.id} audit={audit} edits={edits} />
        </Modal.Body>
      </Sheets>
      {state.theirs && (
        <ConflictChoice session={session} mine={record} theirs={state.theirs.record} units={basis.units} />
      )}
    </div>
  );
}
