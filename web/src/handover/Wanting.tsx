// What a report would be given away without: each in a sentence, with the places where it is.
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../api/client';
import { keys } from '../api/queries';
import { subjectPath } from '../ui/subjectPath';

export function Wanting({ audit }: { audit: string }) {
  const wanting = useQuery({ queryKey: keys.wanting(audit), queryFn: () => api.wanting(audit) });
  if (!wanting.data) return null;
  return (
    <section aria-label="Missing from it">
      <h2>Missing from it</h2>
      {wanting.data.length === 0 && <p>Nothing that a report can be asked for.</p>}
      <ul className="wanting">
        {wanting.data.map(({ code, says, places }) => (
          <li key={code}>
            {places.length === 0 ? (
              <Link to={`/audits/${audit}/basis`}>{says}</Link>
            ) : (
              <details>
                <summary>{says}</summary>
                {places.map(({ subject, name }) => (
                  <Link key={JSON.stringify(subject)} to={subjectPath(audit, subject)}>
                    {name}
                  </Link>
                ))}
              </details>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
