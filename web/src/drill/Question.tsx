// One question: faults to name, one thing to choose, or steps to put in order.
import type { DrillAnswer, DrillQuestion } from '../api/types';

type Props = { question: DrillQuestion; answers: DrillAnswer[]; onChange: (answers: DrillAnswer[]) => void };

export function Question({ question, answers, onChange }: Props) {
  const { code, words, form, choices } = question;
  const given = answers.filter((answer) => answer.question === code).map(({ choice }) => choice);
  const others = form === 'one' ? answers.filter((answer) => answer.question !== code) : answers;
  const toggle = (choice: string) =>
    onChange(
      given.includes(choice)
        ? answers.filter((answer) => answer.question !== code || answer.choice !== choice)
        : [...others, { question: code, choice }],
    );
  return (
    <fieldset className={`drill-question ${form}`}>
      <legend>{words}</legend>
      {choices.map((choice) => (
        <button
          key={choice.code}
          type="button"
          className="drill-choice"
          aria-pressed={given.includes(choice.code)}
          onClick={() => toggle(choice.code)}
        >
          {form === 'order' && <b className="figure">{given.indexOf(choice.code) + 1 || ''}</b>}
          {choice.words}
        </button>
      ))}
    </fieldset>
  );
}
