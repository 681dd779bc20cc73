// The seals of an audit: the report frozen with its hash, each later one with what changed since.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { api } from '../api/client';
import { keys } from '../api/queries';
import { useMay } from '../people/useMe';
import { longWork, saveFile } from '../ui/longWork';
import { Links, NewLink } from './Links';

export function Seals({ audit }: { audit: string }) {
  const client = useQueryClient();
  const seals = useQuery({ queryKey: keys.seals(audit), queryFn: () => api.seals(audit) });
  const [busy, setBusy] = useState(false);
  const [linking, setLinking] = useState<number | null>(null);
  const maySeal = useMay('seal');
  const seal = async () => {
    setBusy(true);
    // What is begun is sealed, whoever waits for it.
    await longWork('Seal', () => api.seal(audit), false);
    setBusy(false);
    await client.invalidateQueries({ queryKey: keys.seals(audit) });
    await client.invalidateQueries({ queryKey: keys.journal(audit) });
  };
  const known = seals.data ?? [];
  return (
    <section className="seals" aria-label="Seals">
      <h2>Seal</h2>
      {maySeal && (
        <div className="papers">
          <Button variant="outline-primary" disabled={busy} onClick={() => void seal()}>
            {busy ? 'Sealing' : known.length > 0 ? 'Seal an amendment' : 'Seal the report'}
          </Button>
        </div>
      )}
      <ol>
        {known.map((one) => (
          <li key={one.number}>
            {one.number === 1 ? 'Sealed' : `Amendment ${one.number - 1}`}{' '}
            {one.at.replace('T', ' ').slice(0, 16)},{' '}
            <button
              type="button"
              className="plain link"
              onClick={() =>
                void saveFile(
                  `/api/audits/${audit}/seals/${one.number}/report.pdf`,
                  `Sealed report ${one.number}`,
                )
              }
            >
              report
            </button>
            {maySeal && (
              <>
                ,{' '}
                <button type="button" className="plain link" onClick={() => setLinking(one.number)}>
                  link for a reader
                </button>
              </>
            )}
            , SHA-256 of the data <code className="figure">{one.data_sha256}</code>
            {one.public_key ? (
              <>
                {' '}
                signed with the key <code className="figure">{one.public_key}</code>
              </>
            ) : (
              ' not signed'
            )}
            {one.changes.length > 0 && (
              <details>
                <summary>{one.changes.length} changes since the seal before</summary>
                <ul>
                  {one.changes.map((change) => (
                    <li key={change}>{change}</li>
                  ))}
                </ul>
              </details>
            )}
          </li>
        ))}
      </ol>
      <Links audit={audit} mayWithdraw={maySeal} />
      {linking !== null && <NewLink audit={audit} number={linking} onClose={() => setLinking(null)} />}
      <p className="muted">
        <code>nailpunch verify FILE --pdf REPORT</code> tells whether a bundle and a report belong together,
        are unaltered, and are signed with a key that you know.
      </p>
    </section>
  );
}
