// How the backups are that the server makes by itself.
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { keys } from '../api/queries';
import { when } from './when';

const LOOK_EVERY_MS = 60_000;

export function Backups() {
  const { data } = useQuery({ queryKey: keys.backups, queryFn: api.backups, refetchInterval: LOOK_EVERY_MS });
  if (!data) return null;
  const { place, last, bytes, failed } = data;
  return (
    <section aria-label="Backups">
      <h2>Backups</h2>
      {place ? (
        <>
          <p>
            {last ? (
              <>
                The last of <b>{when(last)}</b>
                {bytes && <>, {(bytes / 1_000_000).toFixed(1)} MB</>}, read back where it lies, in{' '}
              </>
            ) : (
              'None yet in '
            )}
            <span className="place-of-backups">{place}</span>.
          </p>
          {failed && (
            <p className="refused" role="alert">
              The last try failed: {failed}
            </p>
          )}
        </>
      ) : (
        <p>
          None are made by themselves. Start the server with <code>--backup-to PLACE</code>.
        </p>
      )}
    </section>
  );
}
