// An empty box: begin as the last one, or with what such a box usually is.
import { Button } from 'react-bootstrap';
import { api } from '../api/client';
import { useTrades } from '../api/queries';
import type { BoxContents, RunBox } from '../api/types';
import type { BoxSession } from './session';

type Props = {
  audit: string;
  session: BoxSession;
  last: RunBox['overview'] | undefined;
  onBegun?: () => void;
};

export function Begin({ audit, session, last, onBegun }: Props) {
  const trades = useTrades();
  const begin = (contents: BoxContents) => {
    session.edit(() => contents);
    onBegun?.();
  };
  return (
    <div className="begin">
      <span>Begin with</span>
      {last && (
        <Button
          onClick={async () => {
            const { structure } = await api.box(audit, last.id);
            begin(structure);
          }}
        >
          Same as {last.tag}
        </Button>
      )}
      {trades.data?.presets.map((preset) => (
        <Button key={preset.title} variant="outline-primary" onClick={() => begin(preset.contents)}>
          {preset.title}
        </Button>
      ))}
    </div>
  );
}
