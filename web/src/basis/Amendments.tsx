// What an authority or a firm changes in the rules: sets read from their files, shown with what each of them changes.
import { useRef, useState } from 'react';
import { Button, Form, Table } from 'react-bootstrap';
import { ApiProblem, api } from '../api/client';
import type { Amendment, AmendmentSet, Trades } from '../api/types';

type Props = { sets: AmendmentSet[]; trades: Trades; onChange: (sets: AmendmentSet[]) => void };

export function Amendments({ sets, trades, onChange }: Props) {
  const [refused, setRefused] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  async function take(chosen: File | undefined) {
    if (!chosen) return;
    try {
      const set = await api.readAmendments(await chosen.text());
      setRefused(null);
      onChange([...sets.filter((known) => known.name !== set.name), set]);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(`${chosen.name}: ${error.problem.detail}`);
    }
    if (file.current) file.current.value = '';
  }
  return (
    <section className="amendments">
      <h2>Local amendments</h2>
      {sets.length === 0 && <p className="muted">None. The rules hold as the edition has them.</p>}
      {sets.map((set) => (
        <div key={set.name}>
          <div className="area">
            <div className="set-name">
              <b>
                {set.name}, {set.version}
              </b>
              {set.place && <div className="muted">{set.place}</div>}
            </div>
            <Button
              variant="outline-primary"
              aria-label={`Remove the amendments of ${set.name}`}
              onClick={() => onChange(sets.filter((known) => known.name !== set.name))}
            >
              Remove
            </Button>
          </div>
          <Table size="sm">
            <tbody>
              {set.amendments.map((amendment, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: an amendment has no name but its place
                <tr key={index}>
                  <td>{trades.rules.find(({ code }) => code === amendment.rule)?.title ?? amendment.rule}</td>
                  <td>{changes(amendment, trades)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      ))}
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
      <Form.Group controlId="amendment-file">
        <Form.Label>Read a set from its file (TOML)</Form.Label>
        <Form.Control
          ref={file}
          type="file"
          accept=".toml,text/plain"
          onChange={(event) => void take((event.target as HTMLInputElement).files?.[0])}
        />
      </Form.Group>
    </section>
  );
}

function changes(amendment: Amendment, trades: Trades): string {
  const editions = trades.editions.filter(({ edition }) => amendment.editions.includes(edition));
  const said = [
    amendment.off && 'not enforced',
    amendment.severity && `counts as ${amendment.severity}`,
    amendment.since !== null && (amendment.since === 0 ? 'for any wiring' : `since ${amendment.since}`),
    amendment.limit && `limit ${amendment.limit}`,
    amendment.citation,
    amendment.places.length > 0 && `in ${amendment.places.join(' or ')}`,
    editions.length > 0 && `under ${editions.map(({ name }) => name).join(', ')}`,
  ]
    .filter(Boolean)
    .join('; ');
  return [said, amendment.note].filter(Boolean).join('. ');
}
