// What the audit is measured with: each instrument with its serial number, what it reads, and its calibration.
import { Button, Form } from 'react-bootstrap';
import type { Instrument, Trades } from '../api/types';

type Props = {
  instruments: Instrument[];
  kinds: Trades['instrument_kinds'];
  onChange: (instruments: Instrument[]) => void;
};

const TEXTS = [
  ['name', 'Name', 80],
  ['serial', 'Serial number', 60],
] as const;
const DAYS = [
  ['calibrated', 'Calibrated'],
  ['due', 'Next due'],
] as const;

export function InstrumentsForm({ instruments, kinds, onChange }: Props) {
  const change = (id: number, part: Partial<Instrument>) =>
    onChange(instruments.map((known) => (known.id === id ? { ...known, ...part } : known)));
  const add = () => {
    const id = Math.max(0, ...instruments.map((known) => known.id)) + 1;
    const fresh = { id, name: `instrument ${id}`, serial: '', reads: [], calibrated: '', due: '' };
    onChange([...instruments, fresh]);
  };
  return (
    <section aria-label="Instruments">
      <h2>Instruments</h2>
      {instruments.length === 0 && (
        <p className="muted">None is named: the report says of no reading what gave it.</p>
      )}
      {instruments.map((instrument) => (
        <fieldset key={instrument.id} className="instrument">
          <legend className="visually-hidden">{instrument.name}</legend>
          {TEXTS.map(([field, words, most]) => (
            <Form.Group key={field} className="line" controlId={`instrument-${instrument.id}-${field}`}>
              <Form.Label>{words}</Form.Label>
              <Form.Control
                value={instrument[field]}
                maxLength={most}
                onChange={(event) => change(instrument.id, { [field]: event.target.value })}
              />
            </Form.Group>
          ))}
          {DAYS.map(([field, words]) => (
            <Form.Group key={field} className="line" controlId={`instrument-${instrument.id}-${field}`}>
              <Form.Label>{words}</Form.Label>
              <Form.Control
                type="date"
                value={instrument[field]}
                onChange={(event) => change(instrument.id, { [field]: event.target.value })}
              />
            </Form.Group>
          ))}
          <div className="reads">
            {kinds.map(({ value, name }) => (
              <Form.Check
                key={value}
                id={`instrument-${instrument.id}-${value}`}
                label={name}
                checked={instrument.reads.includes(value)}
                onChange={(event) =>
                  change(instrument.id, {
                    reads: event.target.checked
                      ? [...instrument.reads, value]
                      : instrument.reads.filter((known) => known !== value),
                  })
                }
              />
            ))}
          </div>
          <Button
            variant="outline-primary"
            onClick={() => onChange(instruments.filter((known) => known.id !== instrument.id))}
          >
            Remove {instrument.name || 'it'}
          </Button>
        </fieldset>
      ))}
      <Button variant="outline-primary" onClick={add}>
        Add an instrument
      </Button>
    </section>
  );
}
