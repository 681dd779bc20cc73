// What is said of the parts of the section: the box in its wall, the wall, a cable where it comes in, a conductor.
import type { Cable, Conductor, Stand } from '../../api/types';
import { YES_NO } from '../../ui/Answers';
import { landedOn, takenOff, withCableAs, withConductorAs, withStand } from '../contents';
import { LengthField } from '../LengthField';
import { CONDITIONS, CONSTRUCTIONS, ENTRIES, ROLES } from '../words';
import { Asks, AsksOne, fieldOf, type Place } from './Asks';

/** A field of how the box stands. */
const standField = (stand: Stand) =>
  fieldOf('/stand', { ...stand, id: null }, (known, _, change: Partial<Stand>) => withStand(known, change));

export function StandForm(place: Place) {
  const { session, state, contents, choices } = place;
  const of = standField(contents.stand);
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
        choices={CONSTRUCTIONS}
        set={(known, construction) => ({ ...known, construction })}
      />
      <Asks place={place} legend="Stud beside it" choices={YES_NO} {...of('stud_near')} />
      <Asks place={place} legend="Held on two sides" choices={YES_NO} {...of('far_side')} />
      <AsksOne
        place={place}
        legend="Holds on by"
        choices={choices.holds}
        none="not noted"
        {...of('held_by')}
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
  const of = standField(contents.stand);
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
          choices={choices.finishes}
          none="the same as now"
          {...of('finish_to_come_kind')}
        />
      </div>
      <Asks place={place} legend="Holds back fire" choices={YES_NO} {...of('fire_rated')} />
    </>
  );
}

export function CableForm({ cable, index, ...place }: Place & { cable: Cable; index: number }) {
  const { session, state, choices } = place;
  const of = fieldOf(`/cables/${index}`, cable, withCableAs);
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
      <Asks place={place} legend="Clamped" choices={YES_NO} {...of('clamped')} />
      <AsksOne place={place} legend="Comes in at" choices={ENTRIES} {...of('entry')} />
      <AsksOne place={place} legend="How it is run" choices={choices.wiringMethods} {...of('method')} />
      <AsksOne
        place={place}
        legend="Its equipment ground"
        choices={choices.cableGrounds}
        none="not noted"
        {...of('ground')}
      />
      <AsksOne
        place={place}
        legend="Where it goes"
        choices={choices.cableGoes}
        none="not noted"
        {...of('goes')}
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
  const of = fieldOf(`/conductors/${index}`, conductor, withConductorAs);
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
            const on = state.judgement.face.devices.find(({ id }) => screw?.startsWith(`${id} `));
            const terminal = on?.terminals.find((one) => screw === `${on.id} ${one.terminal}`)?.terminal;
            return on && terminal
              ? landedOn(known, conductor.id, on.id, terminal)
              : takenOff(known, conductor.id);
          }}
        />
      )}
      <AsksOne place={place} legend="What it does" choices={ROLES} {...of('role')} />
      <AsksOne
        place={place}
        legend="Its condition"
        choices={CONDITIONS}
        none="not looked at"
        {...of('condition')}
      />
    </>
  );
}
