// Equipment that stands in the room: the facts that the core takes down of its kind.
import { type ReactNode, useId } from 'react';
import { Button } from 'react-bootstrap';
import { useChoices } from '../api/choices';
import type { Basis, Equipment } from '../api/types';
import { AddKind } from '../ui/AddKind';
import { Choice } from '../ui/Choice';
import { FactFields } from '../ui/FactFields';
import { LengthOrNone } from '../ui/LengthOrNone';
import { GAUGES } from '../walk/words';

type Props = {
  equipment: Equipment[];
  panels: readonly { id: string; name: string }[];
  units: Basis['units'];
  onChange: (make: (known: Equipment[]) => Equipment[]) => void;
};

const COUNTS = {
  breaker: ['Breaker or fuse, A', 400],
  watts: ['Nameplate, W', 60000],
  amperes: ['Set to draw, A', 400],
  least_ampacity: ['Nameplate: least ampacity, A', 400],
  most_overcurrent: ['Nameplate: most protection, A', 400],
} as const;

const ANSWERS = {
  fused: 'Fuses in its disconnect',
  alone: 'Alone on its circuit',
  asks_for_fuse: 'Nameplate asks for fuses',
  reached: 'Switch reached without passing it',
  by_cord: 'By cord and plug',
  clamped: 'Connector and cover on',
  gfci: 'GFCI-protected',
} as const;

const LENGTHS = { disconnect_way: 'Way to its disconnect', cord: 'Cord' } as const;

const gauges = GAUGES.map((gauge) => [gauge, `${gauge} AWG`] as const);

export function EquipmentFacts({ equipment, panels, units, onChange }: Props) {
  const choices = useChoices();
  const next = Math.max(0, ...equipment.map((piece) => piece.id)) + 1;
  return (
    <section className="equipment" aria-label="Equipment">
      <h2>Equipment</h2>
      {equipment.map((piece) => (
        <Piece
          key={piece.id}
          piece={piece}
          panels={panels}
          units={units}
          set={(part) =>
            onChange((known) => known.map((one) => (one.id === piece.id ? { ...one, ...part } : one)))
          }
          remove={() => onChange((known) => known.filter((one) => one.id !== piece.id))}
        />
      ))}
      <AddKind
        id="equipment-new"
        className="equipment-new"
        label="What stands here"
        first="+ equipment"
        kinds={choices.equipment}
        onAdd={(kind) => onChange((known) => [...known, { id: next, kind } as Equipment])}
      />
    </section>
  );
}

type PieceProps = {
  piece: Equipment;
  panels: Props['panels'];
  units: Basis['units'];
  set: (part: Partial<Equipment>) => void;
  remove: () => void;
};

function Piece({ piece, panels, units, set, remove }: PieceProps) {
  const choices = useChoices();
  const kind = choices.equipment.find((known) => known.value === piece.kind);
  const other = (field: string): ReactNode => {
    if (field === 'conductor') {
      return (
        <Choice
          label="Conductors, copper"
          value={piece.conductor}
          choices={gauges}
          none="not noted"
          onChange={(conductor) => set({ conductor })}
        />
      );
    }
    if (field === 'disconnect') {
      return (
        <Choice
          label="Switched off"
          value={piece.disconnect}
          choices={choices.disconnects}
          none="not noted"
          onChange={(disconnect) => set({ disconnect })}
        />
      );
    }
    const length = field as keyof typeof LENGTHS;
    return (
      <LengthOrNone
        label={LENGTHS[length]}
        nm={piece[length]}
        units={units}
        onChange={(nm) => set({ [length]: nm })}
      />
    );
  };
  return (
    <fieldset className="equipment-piece">
      <legend>{piece.name || kind?.name}</legend>
      <FedBy piece={piece} panels={panels} set={set} />
      <FactFields
        thing={piece}
        fields={kind?.fields ?? []}
        counts={COUNTS}
        answers={ANSWERS}
        other={other}
        onChange={set}
      />
      <Button variant="outline-primary" onClick={remove}>
        Remove
      </Button>
    </fieldset>
  );
}

/** The breaker that feeds it: its panel, and what it is called there. */
function FedBy({ piece, panels, set }: Pick<PieceProps, 'piece' | 'panels' | 'set'>) {
  const fed = piece.fed ?? null;
  const id = useId();
  return (
    <>
      <Choice
        label="Fed from panel"
        value={fed?.panel ?? null}
        choices={panels.map((panel) => [panel.id, panel.name] as const)}
        none="not noted"
        onChange={(panel) =>
          set({ fed: panel === null ? null : { panel, breaker: fed?.breaker ?? '' } } as Partial<Equipment>)
        }
      />
      {fed && (
        <div className="choice">
          <label htmlFor={id}>Its breaker there</label>
          <input
            id={id}
            className="figure form-control"
            autoComplete="off"
            maxLength={12}
            key={fed.breaker}
            defaultValue={fed.breaker}
            onBlur={(event) => {
              const breaker = event.target.value.trim();
              if (breaker !== fed.breaker) set({ fed: { ...fed, breaker } });
            }}
          />
        </div>
      )}
    </>
  );
}
