// By which edition and in which unit something is answered that is of no job.
import { Form } from 'react-bootstrap';
import type { Basis } from '../api/types';
import { EditionSelect } from './EditionSelect';

type Props = {
  edition: Basis['edition'];
  units: Basis['units'];
  onChange: (name: 'edition' | 'units', value: string) => void;
};

export function EditionAndUnits({ edition, units, onChange }: Props) {
  return (
    <>
      <EditionSelect
        label="By which edition"
        value={edition}
        onChange={(chosen) => onChange('edition', chosen)}
      />
      <Form.Select
        aria-label="Units"
        value={units}
        onChange={(event) => onChange('units', event.target.value)}
      >
        <option value="inch">inches</option>
        <option value="metric">millimetres</option>
      </Form.Select>
    </>
  );
}
