// A field of the pages where one signs in: its label, one line to type, and a hint.
import type { ReactNode } from 'react';
import { Form, type FormControlProps } from 'react-bootstrap';

type Props = Omit<FormControlProps, 'onChange' | 'value' | 'id'> & {
  id: string;
  label: string;
  value: string;
  hint?: ReactNode;
  required?: boolean;
  autoFocus?: boolean;
  maxLength?: number;
  autoCapitalize?: string;
  spellCheck?: boolean;
  onChange: (text: string) => void;
};

export function Field({ id, label, hint, onChange, ...control }: Props) {
  return (
    <Form.Group controlId={id}>
      <Form.Label>{label}</Form.Label>
      <Form.Control {...control} onChange={(event) => onChange(event.target.value)} />
      {hint && <Form.Text>{hint}</Form.Text>}
    </Form.Group>
  );
}

type PassphraseProps = {
  id: string;
  label: string;
  value: string;
  hint?: ReactNode;
  onChange: (text: string) => void;
};

/** A passphrase that somebody knows, or chooses. */
export const Passphrase = ({
  chosen,
  required = true,
  ...rest
}: PassphraseProps & { chosen?: boolean; required?: boolean }) => (
  <Field
    {...rest}
    type="password"
    required={required}
    autoComplete={chosen ? 'new-password' : 'current-password'}
  />
);

/** Why something was not done; nothing where it was. */
export const Refusal = ({ says }: { says: string | null }) => (
  <p className="refused" role="alert">
    {says}
  </p>
);
