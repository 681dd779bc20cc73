// Where a panel hangs with the space before it, and the service: what is seen from the ground, and what is bonded.
import { useChoices } from '../api/choices';
import type { Basis, Panel } from '../api/types';
import { Choice, YesNo } from '../ui/Choice';
import { LengthOrNone } from '../ui/LengthOrNone';
import { NumberField } from '../ui/NumberField';
import { GAUGES } from './ConductorList';

type Props = { panel: Panel; units: Basis['units']; set: (part: Partial<Panel>) => void };
type Place = Panel['place'];
type Service = Panel['service'];

const gauges = GAUGES.map((gauge) => [gauge, `${gauge} AWG`] as const);

export function PlaceFacts({ panel, units, set }: Props) {
  const choices = useChoices();
  const put = (part: Partial<Place>) => set({ place: { ...panel.place, ...part } });
  const length = (label: string, field: Exclude<keyof Place, 'room'>) => (
    <LengthOrNone
      label={label}
      nm={panel.place[field]}
      units={units}
      onChange={(nm) => put({ [field]: nm })}
    />
  );
  return (
    <section>
      <h2>Its place</h2>
      <Choice
        label="Hangs in"
        value={panel.place.room}
        choices={choices.panelRooms}
        none="not noted"
        onChange={(room) => put({ room })}
      />
      {length('Clear width', 'width')}
      {length('Clear depth', 'depth')}
      {length('Headroom', 'headroom')}
      {length('Highest handle', 'highest_handle')}
    </section>
  );
}

export function ServiceFacts({ panel, units, set }: Props) {
  const choices = useChoices();
  const { service } = panel;
  const put = (part: Partial<Service>) => set({ service: { ...service, ...part } });
  const length = (
    label: string,
    field:
      | 'over_roof'
      | 'over_walk'
      | 'over_drive'
      | 'over_street'
      | 'to_window'
      | 'inside'
      | 'water_clamp'
      | 'rods_apart',
  ) => (
    <LengthOrNone label={label} nm={service[field]} units={units} onChange={(nm) => put({ [field]: nm })} />
  );
  const answer = (
    label: string,
    field:
      | 'marked'
      | 'emergency'
      | 'surge'
      | 'intersystem'
      | 'metal_water_pipe'
      | 'water_bonded'
      | 'water_jumper'
      | 'gas_bonded'
      | 'generator'
      | 'interlock',
  ) => <YesNo label={label} value={service[field]} onChange={(value) => put({ [field]: value })} />;
  return (
    <section>
      <h2>The service</h2>
      <p className="muted">Looked at from the ground. Nothing ahead of its disconnect is touched.</p>
      <Choice
        label="Comes"
        value={service.entry}
        choices={choices.serviceEntries}
        none="not noted"
        onChange={(entry) => put({ entry })}
      />
      {service.entry === 'overhead' && (
        <>
          {length('Over grade', 'over_walk')}
          {length('Over a drive', 'over_drive')}
          {length('Over a street', 'over_street')}
          <Choice
            label="Over a roof"
            value={service.roof}
            choices={choices.roofsUnder}
            none="none"
            onChange={(roof) => put({ roof })}
          />
          {service.roof && length('Height over it', 'over_roof')}
          {length('From a window', 'to_window')}
        </>
      )}
      <NumberField
        label="Put in anew, year"
        value={service.replaced}
        most={2100}
        onChange={(replaced) => put({ replaced })}
      />
      <NumberField
        label="Handles that take it off"
        value={service.handles}
        most={42}
        onChange={(handles) => put({ handles })}
      />
      {answer('Disconnect marked', 'marked')}
      {length('Runs inside before it', 'inside')}
      {answer('Emergency disconnect outdoors', 'emergency')}
      {answer('Surge protection', 'surge')}
      {answer('Terminal for other systems', 'intersystem')}
      {answer('Water pipe of metal', 'metal_water_pipe')}
      {service.metal_water_pipe && (
        <>
          {answer('Water pipe bonded', 'water_bonded')}
          {length('Its clamp from the entry', 'water_clamp')}
          {answer('Jumper round the meter', 'water_jumper')}
        </>
      )}
      <Choice
        label="Gas pipe"
        value={service.gas}
        choices={choices.gasPipes}
        none="not noted"
        onChange={(gas) => put({ gas })}
      />
      {service.gas && service.gas !== 'none' && (
        <>
          {answer('Gas pipe bonded by a clamp', 'gas_bonded')}
          <Choice
            label="By"
            value={service.gas_bond}
            choices={gauges}
            none="not noted"
            onChange={(gas_bond) => put({ gas_bond })}
          />
        </>
      )}
      {length('Between two rods', 'rods_apart')}
      {answer('A generator can feed it', 'generator')}
      {service.generator && answer('Transfer switch or interlock', 'interlock')}
    </section>
  );
}
