// A new audit begins with four questions and a first room; all else of its basis can wait.
import { type FormEvent, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { v7 as uuid } from 'uuid';
import { useTrades } from '../api/queries';
import type { Basis, BegunAudit, HouseRules, Room } from '../api/types';
import { inUnits } from '../basis/inUnits';
import { useMe } from '../people/useMe';
import { EditionSelect, useUsualEdition } from '../ui/EditionSelect';

export type Begun = { audit: BegunAudit; room: Room | null };

type Props = {
  houseRules: HouseRules;
  /** Begins it; answers why it was not begun, and the dialog stays with all that was typed. */
  onBegin: (begun: Begun) => Promise<string | null>;
  onClose: () => void;
};

/** The year in which a house was wired as far as its own year tells: one older than any wiring does not say. */
export const wiredWith = (built: number | null, firstWiring: number) =>
  built !== null && built < firstWiring ? null : built;

/** A year as it is typed: none, a whole figure, or what is wrong with it. Which years there are is the core's word. */
export function yearOf(text: string): { year: number | null } | { wrong: string } {
  const typed = text.trim();
  if (typed === '') return { year: null };
  return /^\d+$/.test(typed)
    ? { year: Number(typed) }
    : { wrong: `"${typed}" is no year; write it as 1968, or leave it empty.` };
}

export function NewAudit({ houseRules, onBegin, onClose }: Props) {
  const trades = useTrades().data;
  const { me } = useMe();
  const [place, setPlace] = useState('');
  const [built, setBuilt] = useState('');
  const usual = useUsualEdition();
  const [chosen, setEdition] = useState<Basis['edition'] | null>(null);
  const edition = chosen ?? usual;
  const [units, setUnits] = useState<Basis['units']>('inch');
  const [room, setRoom] = useState('');
  // The same at a second try: what was begun by the first is not begun twice.
  const [ids] = useState(() => ({ audit: uuid(), room: uuid() }));
  const [refused, setRefused] = useState<string | null>(null);
  const typed = yearOf(built);
  const wrong = 'wrong' in typed ? typed.wrong : null;
  const ready = place.trim() !== '' && trades !== undefined && edition !== undefined;

  const begin = async (event: FormEvent) => {
    event.preventDefault();
    if (!ready || 'wrong' in typed) return;
    const { year } = typed;
    const wired = wiredWith(year, trades.first_wiring);
    // As a rule it is wired as it was built; where a part is newer, the basis says so of its area.
    const basis: Basis = {
      edition,
      adoptions: [],
      jurisdiction: '',
      amendments: [],
      units: 'inch',
      areas: wired === null ? [] : [{ id: 1, name: 'as built', wired_under: { year: wired } }],
      house_rules: houseRules,
    };
    const why = await onBegin({
      audit: {
        id: ids.audit,
        name: place.trim(),
        inspector: me?.person?.name ?? '',
        building: { address: place.trim(), owner: '', built: year },
        basis: units === 'inch' ? basis : inUnits(basis, units, trades),
        archived: false,
      },
      room: room.trim() === '' ? null : { id: ids.room, name: room.trim(), area: wired === null ? null : 1 },
    });
    setRefused(why);
  };

  return (
    <Modal show onHide={onClose} centered aria-labelledby="new-audit">
      <Form onSubmit={(event) => void begin(event)} className="new-audit">
        <Modal.Header closeButton>
          <Modal.Title id="new-audit" as="h2">
            New audit
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Group controlId="new-place">
            <Form.Label>Where is it</Form.Label>
            <Form.Control
              autoFocus
              value={place}
              maxLength={120}
              onChange={(event) => setPlace(event.target.value)}
            />
          </Form.Group>
          <Form.Group controlId="new-built">
            <Form.Label>When was it built</Form.Label>
            <Form.Control
              value={built}
              inputMode="numeric"
              maxLength={8}
              placeholder="year, or not known"
              aria-invalid={wrong !== null}
              aria-describedby={wrong ? 'new-built-wrong' : undefined}
              onChange={(event) => setBuilt(event.target.value)}
            />
            {wrong && (
              <p id="new-built-wrong" className="refused">
                {wrong}
              </p>
            )}
          </Form.Group>
          <Form.Group controlId="new-edition">
            <Form.Label>Which edition is enforced</Form.Label>
            <EditionSelect value={edition} onChange={setEdition} />
          </Form.Group>
          <Form.Group controlId="new-units">
            <Form.Label>Measured in</Form.Label>
            <Form.Select value={units} onChange={(event) => setUnits(event.target.value as Basis['units'])}>
              <option value="inch">inches and sixteenths</option>
              <option value="metric">millimetres</option>
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="new-room">
            <Form.Label>Which room first</Form.Label>
            <Form.Control value={room} maxLength={80} onChange={(event) => setRoom(event.target.value)} />
          </Form.Group>
          {refused && (
            <p className="refused" role="alert">
              Not begun: {refused}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={!ready || wrong !== null}>
            Start
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
