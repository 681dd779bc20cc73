// A choice of what to add: it goes back to its first word once something is chosen.
import { Form } from 'react-bootstrap';

type Props<Kind extends string> = {
  id: string;
  label: string;
  /** The first word, "+ equipment". */
  first: string;
  kinds: readonly { value: Kind; name: string }[];
  className?: string;
  onAdd: (kind: Kind) => void;
};

export function AddKind<Kind extends string>({ id, label, first, kinds, className, onAdd }: Props<Kind>) {
  return (
    <div className={`choice ${className ?? ''}`}>
      <label htmlFor={id}>{label}</label>
      <Form.Select id={id} value="" onChange={(event) => onAdd(event.target.value as Kind)}>
        <option value="">{first}</option>
        {kinds.map(({ value, name }) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </Form.Select>
    </div>
  );
}
