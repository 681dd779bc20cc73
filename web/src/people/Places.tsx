// Where people are signed in: each place is shut out with one press.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { api } from '../api/client';
import { keys } from '../api/queries';
import { whyNot } from '../api/whyNot';
import { useUndo } from '../ui/UndoBar';
import { when } from './when';

export function Places({ here, nameOf }: { here: string | undefined; nameOf: (person: string) => string }) {
  const client = useQueryClient();
  const say = useUndo();
  const places = useQuery({ queryKey: keys.signIns, queryFn: api.signIns });
  const shutOut = async (id: string) => {
    const refusal = await whyNot(() => api.shutOut(id));
    if (refusal) say({ words: refusal });
    await client.invalidateQueries({ queryKey: keys.signIns });
  };
  return (
    <section aria-label="Signed in">
      <h2>Signed in</h2>
      <ul className="people signed-in">
        {(places.data ?? []).map((place) => (
          <li key={place.id}>
            <span>
              <b>{place.device}</b>
              <small>
                {nameOf(place.person)}, {place.paired ? 'paired' : 'by passphrase'}
              </small>
            </span>
            <small className="seen">
              <span>seen {when(place.seen)}</span>
              <span>ends {when(place.ends)}</span>
            </small>
            {place.id === here ? (
              <span className="muted">this one</span>
            ) : (
              <Button
                variant="outline-primary"
                aria-label={`Shut ${place.device} of ${nameOf(place.person)} out`}
                onClick={() => void shutOut(place.id)}
              >
                Shut out
              </Button>
            )}
          </li>
        ))}
      </ul>
      <p className="muted">
        What waits on a device that is shut out stays on it, until somebody signs in there.
      </p>
    </section>
  );
}
