// One line, one breaker: a panel is typed down space by space without touching anything else.
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { ApiProblem, api } from '../api/client';
import type { Basis, Panel } from '../api/types';
import type { ChangePanel } from './change';

export function PanelLineInput({
  panel,
  units,
  change,
}: {
  panel: Panel;
  units: Basis['units'];
  change: ChangePanel;
}) {
  const [line, setLine] = useState('');
  const [said, setSaid] = useState<{ words: string; refused: boolean } | null>(null);
  const take = async () => {
    try {
      const read = await api.panelLine({ line, panel, units });
      if (await change(() => read.panel)) {
        setSaid({ words: read.says, refused: false });
        setLine('');
      }
    } catch (error) {
      setSaid({
        words: error instanceof ApiProblem ? error.says : 'The line was not taken.',
        refused: true,
      });
    }
  };
  return (
    <Form
      className="panel-line"
      onSubmit={(event) => {
        event.preventDefault();
        void take();
      }}
    >
      <Form.Control
        aria-label="A line: one breaker, one terminal of a bar, the place or the service"
        placeholder="7 20 #12 afci kitchen"
        className="figure"
        autoComplete="off"
        spellCheck={false}
        value={line}
        maxLength={200}
        aria-invalid={said?.refused || undefined}
        onChange={(event) => setLine(event.target.value)}
      />
      <div role="status" className={said?.refused ? 'refused' : 'muted'}>
        {said?.words ??
          'A space, its rating, #gauge, and what it feeds; 9/11 two poles, 5a a tandem, n3 #12 a bar; place or service and what is seen there.'}
      </div>
    </Form>
  );
}
