// Which edition of the code: one of those the core knows.
import { Form } from 'react-bootstrap';
import { useTrades } from '../api/queries';
import type { Basis } from '../api/types';

type Edition = Basis['edition'];
type Props = { value: Edition | undefined; label?: string; onChange: (edition: Edition) => void };

export function EditionSelect({ value, label, onChange }: Props) {
  const editions = useTrades().data?.editions ?? [];
  return (
    <Form.Select
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as Edition)}
    >
      {editions.map(({ edition, name }) => (
        <option key={edition} value={edition}>
          {name}
        </option>
      ))}
    </Form.Select>
  );
}

/** The edition to begin with, where nothing says which is enforced. */
export const useUsualEdition = (): Edition | undefined =>
  useTrades().data?.editions.find(({ usual }) => usual)?.edition;
