// Facts that cannot all be true, where no length field says it beside itself. They are kept as they were given.
import type { Judgement } from '../api/types';

type Props = { judgement: Judgement; go: (field: string) => void };

export function Contradictions({ judgement, go }: Props) {
  const beside = new Set(judgement.texts.map((text) => text.pointer));
  const odd = judgement.contradictions.filter((known) => !beside.has(known.pointer));
  if (odd.length === 0) return null;
  return (
    <div className="contradictions" role="status">
      <b>These cannot all be true</b>
      <ul>
        {odd.map((known) => (
          <li key={known.pointer + known.message}>
            <button type="button" className="plain" onClick={() => go(known.pointer)}>
              {known.message}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
