// An empty box: begin as the last one, or with what such a box usually is.
import { Button } from 'react-bootstrap';
import { api } from '../api/client';
import { useTrades } from '../api/queries';
import type { RunBox } from '../api/types';
import type { BoxSession } from './session';

type Props = { audit: string; session: BoxSession; last: RunBox['overview'] | undefined };

export function Begin({ audit, session, last }: Props) {
  const trades = useTrades();
  return (
    <div className="begin">
      <span>Begin with</span>
      {last && (
        <Button
          onClick={async () => {
            const { structure } = await api.box(audit, last.id);
            session.edit(() => structure);
          }}
        >
          Same as {last.tag}
        </Button>
      )}
      {trades.data?.presets.map((preset) => (
        <Button
          key={preset.title}
          variant="outline-primary"
          onClick={() => session.edit(() => preset.contents)}
        >
          {preset.title}
        </Button>
      ))}
    </div>
  );
}
