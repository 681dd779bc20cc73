// What is a tap away while a box is taken down by hand: its findings and repairs, the drawing, the list of boxes, every question.
import { type ReactNode, useEffect, useState } from 'react';
import { Modal } from 'react-bootstrap';
import type { Basis, Proposal } from '../api/types';
import { Photos } from '../photos/Photos';
import { Cautions } from '../ui/Cautions';
import { bringUp } from '../walk/bringUp';
import { Capture, type CapturePart, partOf } from '../walk/Capture';
import { Contradictions } from '../walk/Contradictions';
import { Drawings } from '../walk/Drawings';
import { Findings, Rest } from '../walk/Findings';
import { Repairs } from '../walk/Repairs';
import { StopBanner } from '../walk/StopBanner';
import type { BoxSession } from '../walk/session';
import type { SessionState } from '../walk/sessionState';
import type { Question } from './asked';
import { Needs } from './Needs';

export type Sheet = 'findings' | 'drawing' | 'list' | 'questions' | 'fields';

const TITLES: Record<Sheet, string> = {
  findings: 'Findings and repairs',
  drawing: 'Drawing',
  list: 'Boxes',
  questions: 'Questions',
  fields: 'All fields',
};

type Props = {
  audit: string;
  basis: Basis;
  session: BoxSession;
  state: SessionState;
  shown: Sheet | null;
  show: (sheet: Sheet | null) => void;
  questions: (Question & { waits: number; answered: boolean })[];
  /** What is asked and has no question of its own. */
  beside: (readonly [string, string])[];
  /** The field that is brought up among all of them. */
  field: string | null;
  bring: (field: string) => void;
  here: string;
  go: (question: string) => void;
  /** The list of boxes. */
  children: ReactNode;
};

export function Sheets(props: Props) {
  const [looked, setLooked] = useState<Proposal | null>(null);
  const onLook = (proposal: Proposal | null) => {
    setLooked(proposal);
    if (proposal) props.show('drawing');
  };
  const { shown, show, children } = props;
  return (
    <Modal
      show={shown !== null}
      onHide={() => show(null)}
      fullscreen
      animation={false}
      scrollable
      className="hand-sheet"
      aria-labelledby="sheet-title"
    >
      <Modal.Header closeButton>
        <Modal.Title id="sheet-title" as="h2">
          {props.state.record.tag} {shown && TITLES[shown]}
        </Modal.Title>
      </Modal.Header>
      {shown === 'list' ? (
        children
      ) : (
        <Modal.Body>
          {shown && (
            <Inside
              key={`${shown} ${props.field}`}
              {...props}
              shown={shown}
              looked={looked}
              onLook={onLook}
            />
          )}
        </Modal.Body>
      )}
    </Modal>
  );
}

type InsideProps = Props & {
  shown: Sheet;
  /** The repair whose drawing is looked at. */
  looked: Proposal | null;
  onLook: (proposal: Proposal | null) => void;
};

function Inside(props: InsideProps) {
  const {
    audit,
    basis,
    session,
    state,
    shown,
    show,
    questions,
    beside,
    field,
    bring,
    here,
    go,
    looked,
    onLook,
  } = props;
  const [part, setPart] = useState<CapturePart>(field ? partOf(field) : 'measure');
  useEffect(() => {
    if (shown === 'fields' && field) bringUp(field);
  }, [shown, field]);
  const { judgement } = state;
  if (shown === 'findings') {
    return (
      <>
        <StopBanner stops={judgement.stops} />
        {judgement.stops.length === 0 && <Cautions />}
        <Contradictions judgement={judgement} go={bring} />
        <Findings session={session} state={state} audit={audit} />
        <Repairs audit={audit} session={session} state={state} onShow={onLook} />
        <Rest session={session} state={state} audit={audit} />
      </>
    );
  }
  if (shown === 'drawing') {
    return (
      <>
        <Drawings
          session={session}
          state={state}
          units={basis.units}
          looked={looked}
          goToDeadTest={() => go('dead')}
          part="measure"
        />
        <Photos audit={audit} of={{ box: state.record.id }} />
      </>
    );
  }
  if (shown === 'fields') {
    return (
      <Capture
        audit={audit}
        session={session}
        state={state}
        units={basis.units}
        part={part}
        onPart={setPart}
      />
    );
  }
  return (
    <>
      <ol className="hand-list">
        {questions.map(({ id, title, waits, answered }) => (
          <li key={id}>
            <button type="button" aria-current={id === here ? 'step' : undefined} onClick={() => go(id)}>
              <span>{title}</span>
              <i>{waits > 0 ? `${waits} asked for` : answered ? 'answered' : ''}</i>
            </button>
          </li>
        ))}
      </ol>
      {beside.length > 0 && <h3>Also asked for</h3>}
      <Needs needs={beside} bring={bring} />
      <button type="button" className="way" onClick={() => show('fields')}>
        All fields of the box
      </button>
    </>
  );
}
