// The dead test: the step to do now, large, with its two answers; the rest as a list. For one thumb, or one key.
import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import type { DeadOutcome, DeadStep, DeadTest } from '../api/types';

type Props = {
  test: DeadTest;
  onStep: (step: DeadStep) => void;
  /** Absent while hands are in. */
  onBegin: (() => void) | undefined;
};

const OUTCOMES: Record<DeadOutcome, string> = {
  done: 'done',
  dead: 'dead',
  live: 'live',
  'no-answer': 'no answer',
};

/** The answers to a kind of step: the one that goes on, and the one that stops. */
const ANSWERS = {
  'switch-off': [['done', 'Off, and tagged']],
  prove: [
    ['done', 'It answers'],
    ['no-answer', 'No answer'],
  ],
  test: [
    ['dead', 'Dead'],
    ['live', 'Live'],
  ],
  'prove-again': [
    ['done', 'It answers'],
    ['no-answer', 'No answer'],
  ],
} as const satisfies Record<string, readonly (readonly [DeadOutcome, string])[]>;

const time = (at: string | null | undefined) => (at ? new Date(at).toTimeString().slice(0, 5) : '');

export function DeadTestSteps({ test, onStep, onBegin }: Props) {
  const first = useRef<HTMLButtonElement>(null);
  const next = test.steps.find((step) => step.step === test.next);
  const begun = test.done > 0;
  // After an answer the next one is under the thumb, and under the Enter key.
  // biome-ignore lint/correctness/useExhaustiveDependencies: each step anew
  useEffect(() => {
    if (begun) first.current?.focus();
  }, [test.next, begun]);
  const answer = (step: string, outcome: DeadOutcome) =>
    onStep({ step, outcome, at: new Date().toISOString() });
  return (
    <section className={`dead-test ${test.state}`} aria-label="Dead test">
      <p className="dead-sentence" role="status">
        {test.sentence}
      </p>
      {next && (
        <div className="dead-now">
          <p>{next.words}</p>
          <div className="dead-answers">
            {ANSWERS[next.kind].map(([outcome, words], index) => (
              <Button
                key={outcome}
                ref={index === 0 ? first : undefined}
                variant={index === 0 ? 'primary' : 'danger'}
                onClick={() => answer(next.step, outcome)}
              >
                {words}
              </Button>
            ))}
          </div>
        </div>
      )}
      {begun && onBegin && (
        <Button variant="outline-primary" onClick={onBegin}>
          Begin again
        </Button>
      )}
      <ol className="dead-steps">
        {test.steps.map((step) => (
          <li
            key={step.step}
            className={step.outcome ? `was ${step.outcome}` : step.step === test.next ? 'now' : ''}
          >
            <span>{step.words}</span>
            <b>{step.outcome ? OUTCOMES[step.outcome] : ''}</b>
            <time className="figure">{time(step.at)}</time>
          </li>
        ))}
      </ol>
    </section>
  );
}
