// What hangs from the box: the facts that the core takes down of its kind.
import type { ReactNode } from 'react';
import { useChoices } from '../api/choices';
import type { Hung } from '../api/types';
import { Choice } from '../ui/Choice';
import { FactFields } from '../ui/FactFields';
import { LengthField } from './LengthField';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

type Props = {
  session: BoxSession;
  state: SessionState;
  hung: Hung | null;
  onChange: (hung: Hung | null) => void;
};

const FIGURES = {
  mass: 'Weight',
  box_marked_mass: 'Box marked for',
  to_insulation: 'To insulation',
  to_wood: 'To wood',
  blade_height: 'Blades above the floor',
  blade_to_wall: 'Blades from the wall',
  rod: 'Rod',
} as const;

const COUNTS = {
  lamp_watts: ['Lamp, W', 5000],
  lamp_most: ['Marked for, W', 5000],
  supply_celsius: ['Supply conductors for, °C', 250],
  bolts: ['Bolts', 12],
} as const;

const ANSWERS = {
  from_structure: 'Hangs from the structure',
  two_screws: 'Two No. 6 screws or more',
  metal: 'Metal that can be touched',
  block: 'On a mounting block',
  gasket: 'Gasket under the canopy',
  tap_box: 'Fed over a box 1 ft away',
  insulation_contact: 'Marked for insulation contact',
  cast: 'Body cast',
  spare_leg: 'Spare switched conductor',
} as const;

export function HungFacts({ session, state, hung, onChange }: Props) {
  const choices = useChoices();
  const kinds = choices.hung.map(({ value, name }) => [value, name] as const);
  const fields = choices.hung.find((known) => known.value === hung?.kind)?.fields ?? [];
  const other = (field: string): ReactNode => {
    if (!hung) return null;
    const label = FIGURES[field as keyof typeof FIGURES];
    if (label)
      return <LengthField session={session} state={state} pointer={`/hung/${field}`} label={label} />;
    const choice = <T extends string>(
      what: string,
      value: T | null,
      list: readonly (readonly [T, string])[],
    ) => (
      <Choice
        label={what}
        id={`hung-${field}`}
        value={value}
        choices={list}
        none="not noted"
        onChange={(chosen) => onChange({ ...hung, [field]: chosen })}
      />
    );
    switch (field) {
      case 'box_carries':
        return choice('The box is', hung.box_carries, choices.carries);
      case 'marked_for':
        return choice('Marked for', hung.marked_for, choices.placeMarks);
      case 'surface':
        return choice('Canopy on', hung.surface, choices.canopySurfaces);
      case 'seal':
        return choice('Canopy sealed', hung.seal, choices.canopySeals);
      case 'lamp_kind':
        return choice('Takes', hung.lamp_kind, choices.lampKinds);
      case 'control':
        return choice('Switched by', hung.control, choices.fanControls);
      default:
        return null;
    }
  };
  return (
    <>
      <Choice
        label="Hangs from it"
        value={hung?.kind ?? null}
        choices={kinds}
        none="nothing"
        onChange={(kind) => onChange(kind ? ({ ...hung, kind } as Hung) : null)}
      />
      {hung && (
        <FactFields
          thing={hung}
          fields={fields}
          counts={COUNTS}
          answers={ANSWERS}
          id="hung"
          other={other}
          onChange={(part) => onChange({ ...hung, ...part })}
        />
      )}
    </>
  );
}
