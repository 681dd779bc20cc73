// The code that pairs one device, with the pictures that lead its camera there.
import { useQuery } from '@tanstack/react-query';
import { Modal } from 'react-bootstrap';
import { api } from '../api/client';
import type { Invitation, Person } from '../api/types';
import { Failed, Loading } from '../ui/States';

/** A picture as the server drew it: an image, so that nothing in it can run. */
const Mark = ({ svg, of }: { svg: string; of: string }) => (
  <img className="camera-mark" src={`data:image/svg+xml,${encodeURIComponent(svg)}`} alt={of} />
);

function Way({ trust, pair, fingerprint }: Invitation) {
  return (
    <ol className="pair-ways">
      {trust && (
        <li>
          <h3>A device that is new here takes the certificate</h3>
          <Mark svg={trust.svg} of={`Camera mark for ${trust.url}`} />
          <p>
            <code>{trust.url}</code>
          </p>
          <p>It must show the same figures as here; where one differs, stop.</p>
          <p className="figure fingerprint">{fingerprint?.replaceAll(':', ' ')}</p>
        </li>
      )}
      <li>
        <h3>Then it is paired</h3>
        <Mark svg={pair.svg} of={`Camera mark for ${pair.url}`} />
        <p>
          <code>{pair.url.split('#')[0]}</code>
        </p>
      </li>
    </ol>
  );
}

/** By the address that others most likely reach; the rest on demand. */
function Ways({ ways: [first, ...others] }: { ways: Invitation[] }) {
  return (
    <>
      {first && <Way {...first} />}
      {others.length > 0 && (
        <details>
          <summary>By another address of this machine</summary>
          {others.map((way) => (
            <Way key={way.place} {...way} />
          ))}
        </details>
      )}
    </>
  );
}

export function PairingDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const made = useQuery({
    queryKey: ['pairing', person.id],
    queryFn: () => api.makePairing(person.id),
    staleTime: Infinity,
    gcTime: 0,
  });
  const ends = made.data && new Date(made.data.ends).toTimeString().slice(0, 5);
  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="pairing-title" scrollable>
      <Modal.Header closeButton>
        <Modal.Title id="pairing-title" as="h2">
          Pair a device for {person.name}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {made.isPending && <Loading what="the code" />}
        {made.isError && <Failed error={made.error} again={() => void made.refetch()} />}
        {made.data && (
          <>
            <p>
              Code{' '}
              <b className="figure pair-code">{`${made.data.code.slice(0, 5)} ${made.data.code.slice(5)}`}</b>
              , good for one device until {ends}.
            </p>
            {made.data.invitations.length === 0 ? (
              <p>
                This machine serves itself alone: type the code here under <code>/pair</code>. For tablets,
                start it with <code>nailpunch serve --network</code>.
              </p>
            ) : (
              <Ways ways={made.data.invitations} />
            )}
          </>
        )}
      </Modal.Body>
    </Modal>
  );
}
