// The one measurement that settles the most serious open rule, and the way to its field.
import type { NextMeasurement as Next } from '../api/types';

type Props = { next: Next | null | undefined; go: (field: string) => void };

export function NextMeasurement({ next, go }: Props) {
  if (!next) return null;
  const others = next.open - 1;
  return (
    <p className="next-measurement">
      <b>Next:</b>{' '}
      <button type="button" className="plain" onClick={() => go(next.field)}>
        {next.words}
      </button>{' '}
      <span>
        settles {next.settles.length} {next.settles.length === 1 ? 'rule' : 'rules'}
        {others > 0 ? `; ${others} more to ask` : ''}
      </span>
    </p>
  );
}
