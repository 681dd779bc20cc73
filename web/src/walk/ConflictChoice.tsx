// Two windows changed the same box: what differs, and which of the two is kept.
import { Button, Modal } from 'react-bootstrap';
import type { Basis, BoxRecord } from '../api/types';
import { usePrinted } from '../ui/usePrinted';
import { type Difference, differences, type Value } from './differences';
import type { BoxSession } from './session';

/** Numbers that differ in a box are lengths, but for those that name or count. */
function Shown({ row, value, units }: { row: Difference; value: Value; units: Basis['units'] }) {
  const isLength = typeof value === 'number' && !/(id|cable|year)$/.test(row.what);
  const printed = usePrinted(isLength ? value : 0, units);
  if (value === null || value === '') return <>nothing</>;
  return <>{isLength ? printed : String(value)}</>;
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
