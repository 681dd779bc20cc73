// Small fields that choose: one of several words, or yes, no and not noted.
import { useId } from 'react';
import { Form } from 'react-bootstrap';

type ChoiceProps<T extends string> = {
  label: string;
  value: T | null;
  choices: readonly (readonly [T, string])[];
  /** What stands when nothing is chosen; without it something always is. */
  none?: string;
  id?: string;
  onChange: (value: T | null) => void;
};

export function Choice<T extends string>({ label, value, choices, none, id, onChange }: ChoiceProps<T>) {
  const own = useId();
  return (
    <div className="choice">
      <label htmlFor={id ?? own}>{label}</label>
      <Form.Select
        id={id ?? own}
        value={value ?? ''}
        onChange={(event) => onChange(event.target.value === '' ? null : (event.target.value as T))}
      >
        {none !== undefined && <option value="">{none}</option>}
        {choices.map(([known, words]) => (
          <option key={known} value={known}>
            {words}
          </option>
        ))}
      </Form.Select>
    </div>
  );
}

type YesNoProps = {
  label: string;
  value: boolean | null;
  yes?: string;
  no?: string;
  id?: string;
  onChange: (value: boolean | null) => void;
};

export function YesNo({ label, value, yes = 'yes', no = 'no', id, onChange }: YesNoProps) {
  return (
    <Choice
      label={label}
      value={value === null ? null : value ? 'yes' : 'no'}
      choices={[
        ['yes', yes],
        ['no', no],
      ]}
      none="not noted"
      {...(id ? { id } : {})}
      onChange={(chosen) => onChange(chosen === null ? null : chosen === 'yes')}
    />
  );
}

type FigureProps = {
  label: string;
  value: number | null;
  choices: readonly number[];
  unit: string;
  id?: string;
  onChange: (value: number | null) => void;
};

/** One of a few whole figures. */
export function FigureChoice({ label, value, choices, unit, id, onChange }: FigureProps) {
  return (
    <Choice
      label={label}
      value={value === null ? null : String(value)}
      choices={choices.map((figure) => [String(figure), `${figure} ${unit}`] as const)}
      none="not noted"
      {...(id ? { id } : {})}
      onChange={(chosen) => onChange(chosen === null ? null : Number(chosen))}
    />
  );
}
