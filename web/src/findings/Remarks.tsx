// What was seen that no rule covers: in the inspector's words, with its basis and how bad it is.
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Remark } from '../api/types';

const SEVERITIES: [Remark['severity'], string][] = [
  ['danger', 'danger'],
  ['violation', 'violation'],
  ['workmanship', 'workmanship'],
  ['note', 'note'],
];
const BASES: [Remark['basis'], string][] = [
  ['code', 'code'],
  ['listing', 'listing'],
  ['workmanship', 'workmanship'],
  ['local', 'local'],
  ['advisory', 'advice'],
];

/** What is changed is what stands when it is: another may have noted something since this was drawn. */
type Props = { remarks: Remark[]; change: (make: (remarks: Remark[]) => Remark[]) => void };

export function Remarks({ remarks, change }: Props) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [severity, setSeverity] = useState<Remark['severity']>('workmanship');
  const [basis, setBasis] = useState<Remark['basis']>('workmanship');
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return;
    const remark = { text: text.trim(), basis, severity };
    change((known) => [...known, { ...remark, id: Math.max(0, ...known.map(({ id }) => id)) + 1 }]);
    setText('');
    setOpen(false);
  };
  return (
    <section className="remarks" aria-label="Also seen">
      {remarks.map((remark) => (
        <p key={remark.id} className={remark.severity}>
          <b>{remark.severity}</b> {remark.text}{' '}
          <button
            type="button"
            className="plain link"
            onClick={() => change((all) => all.filter((known) => known.id !== remark.id))}
          >
            Remove
          </button>
        </p>
      ))}
      {open ? (
        <Form onSubmit={add}>
          <Form.Control
            as="textarea"
            autoFocus
            aria-label="What was seen"
            placeholder="what was seen"
            value={text}
            maxLength={500}
            onChange={(event) => setText(event.target.value)}
          />
          <div className="pair">
            <Form.Select
              aria-label="How bad"
              value={severity}
              onChange={(event) => setSeverity(event.target.value as Remark['severity'])}
            >
              {SEVERITIES.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </Form.Select>
            <Form.Select
              aria-label="Against what"
              value={basis}
              onChange={(event) => setBasis(event.target.value as Remark['basis'])}
            >
              {BASES.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </Form.Select>
          </div>
          <Button type="submit" disabled={text.trim() === ''}>
            Note it
          </Button>
        </Form>
      ) : (
        <button type="button" className="plain link" onClick={() => setOpen(true)}>
          + something no rule covers
        </button>
      )}
    </section>
  );
}
