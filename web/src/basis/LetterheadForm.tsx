// Whose paper the reports are on: the firm, its licence, a logo of its own.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { ApiProblem, api } from '../api/client';
import type { Letterhead } from '../api/types';

type Props = { letterhead: Letterhead; onChange: (letterhead: Letterhead) => void };

export function LetterheadForm({ letterhead, onChange }: Props) {
  const [refused, setRefused] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    try {
      const { logo } = await api.logo(file);
      setRefused(null);
      onChange({ ...letterhead, logo });
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(error.says);
    }
  };
  return (
    <section>
      <h2>Letterhead</h2>
      {(
        [
          ['firm', 'Firm'],
          ['licence', 'Licence'],
        ] as const
      ).map(([field, words]) => (
        <Form.Group key={field} className="line" controlId={`letterhead-${field}`}>
          <Form.Label>{words}</Form.Label>
          <Form.Control
            value={letterhead[field]}
            maxLength={120}
            onChange={(event) => onChange({ ...letterhead, [field]: event.target.value })}
          />
        </Form.Group>
      ))}
      <div className="results">
        <label className="btn btn-outline-primary">
          {letterhead.logo ? 'Another logo' : 'Logo, JPEG or PNG'}
          <input
            type="file"
            accept="image/jpeg,image/png"
            className="visually-hidden"
            onChange={(event) => void take(event.target.files?.[0])}
          />
        </label>
        {letterhead.logo && (
          <>
            <img src={`data:image/jpeg;base64,${letterhead.logo}`} alt="Logo" height={44} />
            <Button variant="outline-primary" onClick={() => onChange({ ...letterhead, logo: null })}>
              Remove
            </Button>
          </>
        )}
      </div>
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
    </section>
  );
}
