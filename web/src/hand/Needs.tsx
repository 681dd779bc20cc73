// What some rule still waits for, in the core's words; a tap brings its field up.
type Props = { needs: (readonly [string, string])[]; bring: (field: string) => void };

export function Needs({ needs, bring }: Props) {
  if (needs.length === 0) return null;
  return (
    <ul className="needs" aria-label="Asked for">
      {needs.map(([field, words]) => (
        <li key={field}>
          <button type="button" className="plain" onClick={() => bring(field)}>
            {words}
          </button>
        </li>
      ))}
    </ul>
  );
}
