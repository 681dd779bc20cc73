// One field of a calculator, typed as its kind is.
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import type { CalculatorField } from '../api/types';

type Props = {
  field: CalculatorField;
  text: string;
  /** Why it cannot be read or used. */
  wrong: string | null;
  onChange: (text: string) => void;
};

const LONG_NAME = 16;
const LONG_HINT = 60;

export function Entry({ field, text, wrong, onChange }: Props) {
  const id = useId();
  const described = [field.hint && `${id}-hint`, wrong && `${id}-wrong`].filter(Boolean).join(' ');
  const own = {
    id,
    value: text,
    'aria-invalid': wrong !== null,
    ...(described ? { 'aria-describedby': described } : {}),
  };
  // What is long to read has the width of the form.
  const long = field.kind === 'choice' && field.choices.some(({ name }) => name.length > LONG_NAME);
  const wide = long || field.kind === 'lengths' || field.hint.length > LONG_HINT;
  const unit = field.kind === 'number' ? field.unit : '';
  return (
    <div className={`pocket-entry of-${field.kind}${wide ? ' wide' : ''}`}>
      <label htmlFor={id}>
        {field.label}
        {field.optional && <i> if known</i>}
      </label>
      {field.kind === 'choice' ? (
        <Form.Select {...own} onChange={(event) => onChange(event.target.value)}>
          {field.choices.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </Form.Select>
      ) : (
        <div className="pocket-typed">
          {field.kind === 'count' && <Step field={field} text={text} by={-1} onChange={onChange} />}
          <Form.Control
            {...own}
            className="figure"
            inputMode={field.kind === 'count' ? 'numeric' : field.kind === 'number' ? 'decimal' : 'text'}
            autoComplete="off"
            maxLength={400}
            onFocus={(event) => event.target.select()}
            onChange={(event) => onChange(event.target.value)}
          />
          {field.kind === 'count' && <Step field={field} text={text} by={1} onChange={onChange} />}
          {unit && <span>{unit}</span>}
        </div>
      )}
      {field.hint && (
        <small id={`${id}-hint`} className="muted">
          {field.hint}
        </small>
      )}
      {wrong && (
        <small id={`${id}-wrong`} className="said">
          {wrong}
        </small>
      )}
    </div>
  );
}

type StepProps = {
  field: Extract<CalculatorField, { kind: 'count' }>;
  text: string;
  by: 1 | -1;
  onChange: (text: string) => void;
};

/** One more or one less, for a thumb. */
function Step({ field, text, by, onChange }: StepProps) {
  const next = Math.round(Number(text)) + by;
  const possible = Number.isFinite(next) && next >= field.least && next <= field.most;
  return (
    <button
      type="button"
      className="plain"
      aria-label={`${field.label}, one ${by > 0 ? 'more' : 'less'}`}
      disabled={!possible}
      onClick={() => onChange(String(next))}
    >
      {by > 0 ? '+' : '−'}
    </button>
  );
}
