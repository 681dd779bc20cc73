// One breaker: how it sits, its rating, what the directory says, and whether it may be switched.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Breaker, Panel } from '../api/types';
import { Choice, FigureChoice, YesNo } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { ConductorList } from './ConductorList';
import type { ChangePanel } from './change';
import { newBreaker } from './records';

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
  const [draft, setDraft] = useState<Breaker>(known ?? newBreaker(id, chosen?.space ?? 1));
  if (!chosen) return <p className="muted">Choose a breaker, or an empty space to put one in.</p>;
  const set = (part: Partial<Breaker>) => setDraft({ ...draft, ...part });
  const save = async () => {
    const kept = await change((before) => ({
      ...before,
      breakers: [...before.breakers.filter((breaker) => breaker.id !== draft.id), draft].sort(
        (a, b) => a.space - b.space || a.id - b.id,
      ),
    }));
    // The next empty space is at hand, so that a panel is typed down in one go.
    if (kept) onDone(known ? { breaker: draft.id, space: draft.space } : null);
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
      <More panel={panel} draft={draft} set={set} />
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

const PROTECTIONS = [
  ['plain', 'overload only'],
  ['gfci', 'GFCI'],
  ['afci', 'AFCI'],
  ['dual-function', 'GFCI and AFCI'],
] as const;

type MoreProps = { panel: Panel; draft: Breaker; set: (part: Partial<Breaker>) => void };

/** What is found once the dead front is off, and what is stated of the circuit. */
function More({ panel, draft, set }: MoreProps) {
  const others = panel.breakers.filter((breaker) => breaker.id !== draft.id);
  return (
    <details className="more-facts">
      <summary>Conductors and condition</summary>
      <h3>Under its terminals</h3>
      <ConductorList
        conductors={draft.conductors}
        terminals={draft.kind === 'two-pole' ? [1, 2] : [1]}
        carries="ungrounded"
        onChange={(conductors) => set({ conductors })}
      />
      <Form.Check
        id="for-two"
        label="Terminal marked for two"
        checked={draft.for_two}
        onChange={(event) => set({ for_two: event.target.checked })}
      />
      <Choice
        label="Protects against"
        value={draft.protection}
        choices={PROTECTIONS}
        onChange={(protection) => protection && set({ protection })}
      />
      <YesNo label="Named on the label" value={draft.listed} onChange={(listed) => set({ listed })} />
      <YesNo label="Sits firm" value={draft.firm} onChange={(firm) => set({ firm })} />
      <Choice
        label="Shares its neutral with"
        value={draft.shares_neutral_with === null ? null : String(draft.shares_neutral_with)}
        none="none"
        choices={others.map((other) => [String(other.id), `space ${other.space}`] as const)}
        onChange={(other) => set({ shares_neutral_with: other === null ? null : Number(other) })}
      />
      {draft.shares_neutral_with !== null && (
        <YesNo label="Handles tied" value={draft.tied} onChange={(tied) => set({ tied })} />
      )}
      <NumberField
        label="Load stated, VA"
        value={draft.load}
        most={100_000}
        onChange={(load) => set({ load })}
      />
      <NumberField
        label="Temperature round its wiring, °C"
        value={draft.ambient}
        most={75}
        onChange={(ambient) => set({ ambient })}
      />
      <NumberField
        label="Current-carrying conductors bundled"
        value={draft.bundled}
        most={200}
        onChange={(bundled) => set({ bundled })}
      />
      {(
        [
          ['warm', 'Wiring and both ends good for 75 °C'],
          ['motor', 'Feeds a motor or air conditioner'],
          ['back_fed', 'A second source feeds in through it'],
        ] as const
      ).map(([field, words]) => (
        <Form.Check
          key={field}
          id={field}
          label={words}
          checked={draft[field]}
          onChange={(event) => set({ [field]: event.target.checked })}
        />
      ))}
    </details>
  );
}
