// Two windows changed the same box: what differs, and which of the two is kept.
import { Button, Modal } from 'react-bootstrap';
import type { Basis, BoxRecord } from '../api/types';
import { UNITS } from '../ui/figure';
import { usePrinted } from '../ui/usePrinted';
import { type Difference, differences, type Value } from './differences';
import type { BoxSession } from './session';

/** One side of a difference, a measured one in the units of the audit. */
function Shown({ row, value, units }: { row: Difference; value: Value; units: Basis['units'] }) {
  const measured = typeof value === 'number' && row.quantity;
  const length = usePrinted(measured === 'Length' || measured === 'Offset' ? (value as number) : 0, units);
  if (value === null || value === '') return <>nothing</>;
  if (!measured) return <>{String(value)}</>;
  if (measured === 'Length' || measured === 'Offset') return <>{length}</>;
  const [one, unit] = UNITS[measured][units];
  return (
    <>
      {Number(((value as number) / one).toFixed(2))} {unit}
    </>
  );
}

type Props = { session: BoxSession; mine: BoxRecord; theirs: BoxRecord; units: Basis['units'] };

export function ConflictChoice({ session, mine, theirs, units }: Props) {
  const rows = differences(mine, theirs);
  return (
    <Modal show backdrop="static" keyboard={false} centered size="lg">
      <Modal.Header>
        <Modal.Title as="h2">{mine.tag} was changed in another window</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>Both changed it since it was last saved. Nothing is lost yet: choose which record stands.</p>
        <table className="differences">
          <thead>
            <tr>
              <th scope="col">What differs</th>
              <th scope="col">In this window</th>
              <th scope="col">In the other</th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, 12).map((row) => (
              <tr key={row.what}>
                <th scope="row">{row.what}</th>
                <td>
                  <Shown row={row} value={row.mine} units={units} />
                </td>
                <td>
                  <Shown row={row} value={row.theirs} units={units} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {rows.length > 12 && <p>and {rows.length - 12} more</p>}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-primary" onClick={() => session.takeTheirs()}>
          Take the other
        </Button>
        <Button onClick={() => session.keepMine()}>Keep this one</Button>
      </Modal.Footer>
    </Modal>
  );
}
