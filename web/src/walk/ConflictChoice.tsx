// Two windows changed the same box: what differs, and which of the two is kept.
import { Button, Modal } from 'react-bootstrap';
import type { Basis, BoxRecord } from '../api/types';
import { usePrinted } from '../ui/usePrinted';
import type { BoxSession } from './session';

type Value = string | number | boolean | null;
type Row = { what: string; mine: Value; theirs: Value };

const isTree = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

/** Steps of a path that a person calls otherwise; a list is named with the place in it. */
const PLACES: Record<string, string | string[]> = {
  found: 'as found',
  left: 'as left',
  conductors: [],
  cables: [],
};

/** Every value that differs, by its path in plain words. */
export function differences(mine: unknown, theirs: unknown, path: string[] = []): Row[] {
  if (isTree(mine) && isTree(theirs)) {
    const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
    return fields.flatMap((field) => differences(mine[field], theirs[field], [...path, field]));
  }
  if ((mine ?? null) === (theirs ?? null)) return [];
  const words = path.flatMap(
    (step, index) =>
      PLACES[step] ??
      (/^\d+$/.test(step)
        ? `${path[index - 1]?.slice(0, -1)} ${Number(step) + 1}`
        : step.replaceAll('_', ' ')),
  );
  const value = (side: unknown) => (isTree(side) ? 'recorded' : ((side ?? null) as Value));
  return [{ what: words.join(', '), mine: value(mine), theirs: value(theirs) }];
}

/** Numbers that differ in a box are lengths, but for those that name or count. */
function Shown({ row, value, units }: { row: Row; value: Value; units: Basis['units'] }) {
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
