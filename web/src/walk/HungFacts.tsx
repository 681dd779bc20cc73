// What hangs from the box: the facts that the core takes down of its kind.
import type { ReactNode } from 'react';
import { useChoices } from '../api/choices';
import type { Hung } from '../api/types';
import { Choice, YesNo } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { LengthField } from './LengthField';
import type { BoxSession, SessionState } from './session';

type Props = {
  session: BoxSession;
  state: SessionState;
  hung: Hung | null;
  onChange: (hung: Hung | null) => void;
};

type Field = Exclude<keyof Hung, 'kind'>;

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
  const field = (name: Field): ReactNode => {
    if (!hung) return null;
    const set = (value: Hung[Field]) => onChange({ ...hung, [name]: value });
    const id = `hung-${name}`;
    const choice = <T extends string>(
      label: string,
      value: T | null,
      list: readonly (readonly [T, string])[],
    ) => (
      <Choice
        key={name}
        label={label}
        id={id}
        value={value}
        choices={list}
        none="not noted"
        onChange={(chosen) => set(chosen as Hung[Field])}
      />
    );
    if (name in FIGURES) {
      const label = FIGURES[name as keyof typeof FIGURES];
      return (
        <LengthField key={name} session={session} state={state} pointer={`/hung/${name}`} label={label} />
      );
    }
    if (name in COUNTS) {
      const [label, most] = COUNTS[name as keyof typeof COUNTS];
      const value = hung[name as keyof typeof COUNTS];
      return <NumberField key={name} label={label} id={id} value={value} most={most} onChange={set} />;
    }
    if (name in ANSWERS) {
      const label = ANSWERS[name as keyof typeof ANSWERS];
      const value = hung[name as keyof typeof ANSWERS];
      return <YesNo key={name} label={label} id={id} value={value} onChange={set} />;
    }
    switch (name) {
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
      {fields.map((name) => field(name as Field))}
    </>
  );
}
