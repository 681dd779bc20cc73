// Records that cannot be read: everything else goes on without them, and says so.
import { useUnreadable } from '../api/queries';

/** Of one audit where it is named, of all otherwise. */
export function Gaps({ audit }: { audit?: string }) {
  const { data = [] } = useUnreadable();
  const gaps = data.filter((known) => audit === undefined || known.audit_id === audit);
  if (gaps.length === 0) return null;
  return (
    <div className="refused" role="alert">
      <p>
        {gaps.length} {gaps.length === 1 ? 'record' : 'records'} cannot be read and{' '}
        {gaps.length === 1 ? 'is' : 'are'} left out here. No report is made until that is settled: run{' '}
        <code>nailpunch doctor</code>.
      </p>
      <ul>
        {gaps.map(({ kind, id, reason }) => (
          <li key={kind + id}>
            {kind} {id}: {reason}
          </li>
        ))}
      </ul>
    </div>
  );
}
