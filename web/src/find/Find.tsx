// Finding a place of the job by its tag, its room or a word; the keys of every screen, and the sheet that names them.
import { useEffect, useState } from 'react';
import { Form, Modal } from 'react-bootstrap';
import { useMatch, useNavigate } from 'react-router';
import { useWalk } from '../api/queries';
import type { RunBox } from '../api/types';
import { isTaken } from '../ui/isTaken';
import { found, nextBox, placesOf } from './places';

const MOST_SHOWN = 12;

const KEYS: [string, string][] = [
  ['/', 'Find a box, a room, a panel or a cable run'],
  ['n', 'Next box where something is open'],
  ['m', 'Next box that is not measured'],
  ['a', 'Add a box to the room of this one'],
  ['0 to 9', 'Begin an empty box: as the last one, or with what such a box usually is'],
  ['l', 'The lengths of a box: the first that is not measured'],
  ['Enter', 'In a length: the next that is measured the same way, then the jot line'],
  ['Alt + J', 'The jot line'],
  ['Alt + Page down, Alt + Page up', 'Next box, last box'],
  ['Ctrl + Z', 'Undo in a box'],
  ['Ctrl + Shift + Z, Ctrl + Y', 'Redo what was undone in a box'],
  ['?', 'These keys'],
];

const isOpen = ({ overview }: RunBox) => overview.still_open;
const isUnmeasured = ({ overview }: RunBox) => overview.worst === 'not-measured';

export function Find({ audit }: { audit: string }) {
  const [shown, setShown] = useState<'find' | 'keys' | null>(null);
  const navigate = useNavigate();
  const walk = useWalk(audit);
  const here = useMatch('/audits/:audit/walk/:box')?.params.box;

  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (isTaken(event)) return;
      const go = (holds: (box: RunBox) => boolean) => {
        const next = walk.data && nextBox(walk.data, here, holds);
        if (next) navigate(`/audits/${audit}/walk/${next}`);
      };
      if (event.key === '/') setShown('find');
      else if (event.key === '?') setShown('keys');
      else if (event.key === 'n') go(isOpen);
      else if (event.key === 'm') go(isUnmeasured);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [audit, here, navigate, walk.data]);

  return (
    <>
      <button type="button" className="plain" aria-keyshortcuts="/" onClick={() => setShown('find')}>
        Find
      </button>
      <Modal show={shown === 'find'} onHide={() => setShown(null)} aria-label="Find a place" scrollable>
        <Sought
          audit={audit}
          go={(to) => {
            setShown(null);
            navigate(to);
          }}
        />
      </Modal>
      <Modal show={shown === 'keys'} onHide={() => setShown(null)} aria-labelledby="keys-title">
        <Modal.Header closeButton>
          <Modal.Title id="keys-title" as="h2">
            Keys
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <dl className="keys">
            {KEYS.map(([key, does]) => (
              <div key={key}>
                <dt>{key}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </Modal.Body>
      </Modal>
    </>
  );
}

function Sought({ audit, go }: { audit: string; go: (to: string) => void }) {
  const walk = useWalk(audit);
  const [sought, setSought] = useState('');
  const places = walk.data ? found(placesOf(audit, walk.data), sought) : [];
  return (
    <Modal.Body>
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (places[0]) go(places[0].to);
        }}
      >
        <Form.Control
          autoFocus
          size="lg"
          aria-label="Tag, room or word"
          placeholder="tag, room or word"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      </Form>
      <ul className="places" aria-label="Places">
        {places.slice(0, MOST_SHOWN).map((place) => (
          <li key={place.to}>
            <button type="button" onClick={() => go(place.to)}>
              <b>{place.name}</b> <span>{place.words}</span>
            </button>
          </li>
        ))}
      </ul>
      {places.length > MOST_SHOWN && <p className="muted">and {places.length - MOST_SHOWN} more</p>}
      {walk.data && places.length === 0 && <p>Nothing here is called so.</p>}
    </Modal.Body>
  );
}
