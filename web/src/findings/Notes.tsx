// Notes to whoever comes next, at whatever they are about: no finding, and in no report.
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Note, PersonRole } from '../api/types';
import { useMe } from '../people/useMe';
import { useRoles } from '../people/useRoles';
import { withNote } from './withNote';

/** What is changed is what stands when it is: another may have left a note since this was drawn. */
type Props = { notes: Note[]; change: (make: (notes: Note[]) => Note[]) => void };

/** The notes that nobody has dealt with yet. */
export function OpenNotes({ notes, change }: Props) {
  const { nameOf } = useRoles();
  const open = notes.filter((note) => !note.dealt_with);
  if (open.length === 0) return null;
  const deal = (id: number) =>
    change((known) => known.map((note) => (note.id === id ? { ...note, dealt_with: true } : note)));
  return (
    <ul className="notes" aria-label="Notes">
      {open.map((note) => (
        <li key={note.id}>
          <p>{note.text}</p>
          <small>
            {[note.by, note.to ? `for the ${nameOf(note.to)}` : 'for whoever comes next']
              .filter(Boolean)
              .join(', ')}
          </small>
          <Button size="sm" variant="outline-primary" onClick={() => deal(note.id)}>
            Dealt with
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** Leaves a note; those that were dealt with can be read again. */
export function LeaveNote({ notes, change }: Props) {
  const { me } = useMe();
  const { roles, nameOf } = useRoles();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [to, setTo] = useState<PersonRole | ''>('');
  const done = notes.filter((note) => note.dealt_with);
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return;
    const note = { text: text.trim(), by: me?.person?.name ?? '', to: to === '' ? null : to };
    change((known) => withNote(known, note));
    setText('');
    setOpen(false);
  };
  return (
    <div className="leave-note">
      {done.length > 0 && (
        <details>
          <summary>
            {done.length} {done.length === 1 ? 'note' : 'notes'} dealt with
          </summary>
          {done.map((note) => (
            <p key={note.id}>
              {note.by && <b>{note.by}: </b>}
              {note.text}
            </p>
          ))}
        </details>
      )}
      {open ? (
        <Form onSubmit={add}>
          <Form.Control
            as="textarea"
            autoFocus
            aria-label="Note"
            placeholder="what the next person should know"
            value={text}
            maxLength={500}
            onChange={(event) => setText(event.target.value)}
          />
          <Form.Select
            aria-label="For whom"
            value={to}
            onChange={(event) => setTo(event.target.value as PersonRole | '')}
          >
            <option value="">whoever comes next</option>
            {roles
              .filter(({ takes_notes }) => takes_notes)
              .map(({ value }) => (
                <option key={value} value={value}>
                  the {nameOf(value)}
                </option>
              ))}
          </Form.Select>
          <Button type="submit" disabled={text.trim() === ''}>
            Leave the note
          </Button>
        </Form>
      ) : (
        <button type="button" className="plain link" onClick={() => setOpen(true)}>
          + note to whoever comes next
        </button>
      )}
    </div>
  );
}
