// One breaker: how it sits, its rating, what the directory says, and whether it may be switched.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Breaker, Panel } from '../api/types';
import { Choice, FigureChoice } from '../ui/Choice';
import type { ChangePanel } from './PanelView';

const KINDS = [
  ['single', 'one pole'],
  ['two-pole', 'two poles, both legs'],
  ['tandem-upper', 'tandem, upper half'],
  ['tandem-lower', 'tandem, lower half'],
] as const;

type Chosen = { breaker: number | null; space: number } | null;
type Props = { panel: Panel; chosen: Chosen; change: ChangePanel; onDone: (chosen: Chosen) => void };

export function BreakerForm({ panel, chosen, change, onDone }: Props) {
  const known = panel.breakers.find((breaker) => breaker.id === chosen?.breaker);
  const id = Math.max(0, ...panel.breakers.map((breaker) => breaker.id)) + 1;
  const [draft, setDraft] = useState<Breaker>(
    known ?? {
      id,
      space: chosen?.space ?? 1,
      kind: 'single',
      amperes: 15,
      directory: '',
      essential_minutes: null,
      never: false,
    },
  );
  if (!chosen) return <p className="muted">Choose a breaker, or an empty space to put one in.</p>;
  const set = (part: Partial<Breaker>) => setDraft({ ...draft, ...part });
  const save = async () => {
    await change((before) => ({
      ...before,
      breakers: [...before.breakers.filter((breaker) => breaker.id !== draft.id), draft].sort(
        (a, b) => a.space - b.space || a.id - b.id,
      ),
    }));
    // The next empty space is at hand, so that a panel is typed down in one go.
    onDone(known ? { breaker: draft.id, space: draft.space } : null);
  };
  return (
    <Form
      className="breaker-form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h2>{known ? `Breaker in space ${known.space}` : `Space ${draft.space}`}</h2>
      <Choice
        label="How it sits"
        value={draft.kind}
        choices={KINDS}
        onChange={(kind) => kind && set({ kind })}
      />
      <FigureChoice
        label="Rated"
        value={draft.amperes}
        choices={[15, 20, 25, 30, 40, 50, 60, 100]}
        unit="A"
        onChange={(amperes) => set({ amperes })}
      />
      <Form.Label htmlFor="directory">The directory says</Form.Label>
      <Form.Control
        id="directory"
        value={draft.directory}
        maxLength={120}
        onChange={(event) => set({ directory: event.target.value })}
      />
      <FigureChoice
        label="Feeds something essential: off at most"
        value={draft.essential_minutes}
        choices={[5, 10, 15, 30, 60, 120]}
        unit="min"
        onChange={(essential_minutes) => set({ essential_minutes })}
      />
      <Form.Check
        id="never"
        label="Never to be switched"
        checked={draft.never}
        onChange={(event) => set({ never: event.target.checked })}
      />
      <div className="results">
        <Button type="submit">{known ? 'Keep' : 'Put it in'}</Button>
        {known && (
          <Button
            variant="outline-primary"
            onClick={() => {
              onDone(null);
              void change((before) => ({
                ...before,
                breakers: before.breakers.filter((breaker) => breaker.id !== known.id),
                mapping: {
                  ...before.mapping,
                  breakers: before.mapping.breakers.filter((one) => one !== known.id),
                },
              }));
            }}
          >
            Take it out
          </Button>
        )}
      </div>
    </Form>
  );
}
