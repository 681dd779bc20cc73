// Two windows changed the same box: what differs, and which of the two is kept.
import { Button, Modal } from 'react-bootstrap';
import type { Basis, BoxRecord } from '../api/types';
import { ConflictTable } from '../ui/ConflictTable';
import { differences } from '../ui/differences';
import type { BoxSession } from './session';

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
        <ConflictTable rows={rows} here="In this window" there="In the other" units={units} />
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
