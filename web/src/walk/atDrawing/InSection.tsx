// What is said of the parts of the section: the box in its wall, the wall, a cable where it comes in, a conductor.
import type { Cable, Conductor, Stand } from '../../api/types';
import { YES_NO } from '../../ui/Answers';
import { landedOn, takenOff, withCableAs, withConductorAs, withStand } from '../contents';
import { LengthField } from '../LengthField';
import { CONDITIONS, ROLES } from '../words';
import { Asks, AsksOne, type Place } from './Asks';

export function StandForm(place: Place) {
  const { session, state, contents, choices } = place;
  const { stand } = contents;
  return (
    <>
      <div className="lengths">
        <LengthField session={session} state={state} pointer="/stand/set_back" label="Set back" />
        <LengthField session={session} state={state} pointer="/stand/proud" label="Or proud" />
        <LengthField session={session} state={state} pointer="/stand/gap" label="Gap round it" />
        <button
          type="button"
          className="way"
          onClick={() =>
            session.edit((known) => withStand(known, { set_back: 0, proud: null }), {
              words: 'The box is flush',
            })
          }
        >
          flush
        </button>
      </div>
      <Asks
        place={place}
        legend="Made of"
        field="/construction"
        value={contents.construction}
        choices={[
          ['metal', 'metal'],
          ['nonmetallic', 'plastic'],
        ]}
        set={(known, construction) => ({ ...known, construction })}
      />
      <Asks
        place={place}
        legend="Stud beside it"
        field="/stand/stud_near"
        value={stand.stud_near}
        choices={YES_NO}
        set={(known, stud_near) => withStand(known, { stud_near })}
      />
      <Asks
        place={place}
        legend="Held on two sides"
        field="/stand/far_side"
        value={stand.far_side}
        choices={YES_NO}
        set={(known, far_side) => withStand(known, { far_side })}
      />
      <AsksOne
        place={place}
        legend="Holds on by"
        value={stand.held_by}
        choices={choices.holds}
        none="not noted"
        set={(known, held_by) => withStand(known, { held_by })}
      />
      {contents.construction === 'metal' && (
        <AsksOne
          place={place}
          legend="Bonded by"
          value={contents.bond}
          choices={choices.bonds}
          none="not noted"
          set={(known, bond) => ({ ...known, bond })}
        />
      )}
    </>
  );
}

export function WallForm(place: Place) {
  const { session, state, contents, choices } = place;
  const { stand } = contents;
  return (
    <>
      <Asks
        place={place}
        legend="Finish"
        field="/wall_finish"
        value={contents.wall_finish}
        choices={choices.finishes}
        set={(known, wall_finish) => ({ ...known, wall_finish })}
      />
      <div className="lengths">
        <LengthField
          session={session}
          state={state}
          pointer="/stand/finish_to_come"
          label="Finish to come, thick"
        />
        <AsksOne
          place={place}
          legend="Of"
          value={stand.finish_to_come_kind}
          choices={choices.finishes}
          none="the same as now"
          set={(known, kind: Stand['finish_to_come_kind']) => withStand(known, { finish_to_come_kind: kind })}
        />
      </div>
      <Asks
        place={place}
        legend="Holds back fire"
        field="/stand/fire_rated"
        value={stand.fire_rated}
        choices={YES_NO}
        set={(known, fire_rated) => withStand(known, { fire_rated })}
      />
    </>
  );
}

export function CableForm({ cable, index, ...place }: Place & { cable: Cable; index: number }) {
  const { session, state, choices } = place;
  const set = (change: (value: never) => Partial<Cable>) => (known: Place['contents'], value: unknown) =>
    withCableAs(known, cable.id, change(value as never));
  return (
    <>
      <div className="lengths">
        <LengthField
          session={session}
          state={state}
          pointer={`/cables/${index}/sheath_end`}
          label="Its sheath ends, behind"
        />
        <LengthField
          session={session}
          state={state}
          pointer={`/cables/${index}/sheath_inside`}
          label="Sheath in the box"
        />
        <LengthField
          session={session}
          state={state}
          pointer={`/cables/${index}/first_support`}
          label="First support"
        />
      </div>
      <Asks
        place={place}
        legend="Clamped"
        field={`/cables/${index}/clamped`}
        value={cable.clamped}
        choices={YES_NO}
        set={set((clamped: boolean | null) => ({ clamped }))}
      />
      <Asks
        place={place}
        legend="Comes in at"
        value={cable.entry}
        choices={[
          ['back', 'the back'],
          ['side', 'a side'],
        ]}
        set={set((entry: Cable['entry'] | null) => ({ entry: entry ?? cable.entry }))}
      />
      <AsksOne
        place={place}
        legend="How it is run"
        value={cable.method}
        choices={choices.wiringMethods}
        set={set((method: Cable['method'] | null) => ({ method: method ?? cable.method }))}
      />
      <AsksOne
        place={place}
        legend="Its equipment ground"
        value={cable.ground}
        choices={choices.cableGrounds}
        none="not noted"
        set={set((ground: Cable['ground']) => ({ ground }))}
      />
      <AsksOne
        place={place}
        legend="Where it goes"
        value={cable.goes}
        choices={choices.cableGoes}
        none="not noted"
        set={set((goes: Cable['goes']) => ({ goes }))}
      />
    </>
  );
}

export function ConductorForm({
  conductor,
  index,
  ...place
}: Place & { conductor: Conductor; index: number }) {
  const { session, state, contents } = place;
  const screws = state.judgement.face.devices.flatMap((device) =>
    device.terminals.map(
      ({ terminal, name }) => [`${device.id} ${terminal}`, `${name}, ${device.label}`] as const,
    ),
  );
  const landing = contents.landings.find((known) => known.conductor === conductor.id);
  return (
    <>
      {!conductor.passes_through && (
        <div className="lengths">
          <LengthField
            session={session}
            state={state}
            pointer={`/conductors/${index}/free_length`}
            label="Length from the sheath"
          />
          <LengthField
            session={session}
            state={state}
            pointer={`/conductors/${index}/reach`}
            label="Or past the opening by"
          />
        </div>
      )}
      {screws.length > 0 && (
        <AsksOne
          place={place}
          legend="On which screw"
          value={landing ? `${landing.device} ${landing.terminal}` : null}
          choices={screws}
          none="nothing noted"
          set={(known, screw) => {
            const of = state.judgement.face.devices.find(({ id }) => screw?.startsWith(`${id} `));
            const terminal = of?.terminals.find((one) => screw === `${of.id} ${one.terminal}`)?.terminal;
            return of && terminal
              ? landedOn(known, conductor.id, of.id, terminal)
              : takenOff(known, conductor.id);
          }}
        />
      )}
      <AsksOne
        place={place}
        legend="What it does"
        value={conductor.role}
        choices={ROLES}
        set={(known, role) => withConductorAs(known, conductor.id, role ? { role } : {})}
      />
      <AsksOne
        place={place}
        legend="Its condition"
        value={conductor.condition}
        choices={CONDITIONS}
        none="not looked at"
        set={(known, condition) => withConductorAs(known, conductor.id, { condition })}
      />
    </>
  );
}
