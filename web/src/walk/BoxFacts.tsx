// The box itself: its volume, how it stands in the wall, what feeds it, what is added to it.
import { Button, Form } from 'react-bootstrap';
import { useChoices } from '../api/choices';
import { useTrades } from '../api/queries';
import type { BoxContents, Fittings, Stand, Supply } from '../api/types';
import { Choice, FigureChoice, YesNo } from '../ui/Choice';
import { contentsOf } from './contents';
import { LengthField } from './LengthField';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';
import { CONSTRUCTIONS } from './words';

type Props = { session: BoxSession; state: SessionState };

export function BoxFacts({ session, state }: Props) {
  const trades = useTrades();
  const choices = useChoices();
  const contents = contentsOf(state);
  const set = (change: Partial<BoxContents>) => session.edit((known) => ({ ...known, ...change }));
  const fittings = (change: Partial<Fittings>) =>
    session.edit((known) => ({ ...known, fittings: { ...known.fittings, ...change } }));
  const stand = (change: Partial<Stand>) =>
    session.edit((known) => ({ ...known, stand: { ...known.stand, ...change } }));
  const supply = (change: Partial<Supply>) =>
    session.edit((known) => ({ ...known, supply: { ...known.supply, ...change } }));
  const sizes = (trades.data?.box_sizes ?? []).map(({ size, name }) => [size, name] as const);
  return (
    <div className="facts">
      <fieldset>
        <legend>Place and feed</legend>
        <Choice
          label="Where it is"
          id="location"
          value={contents.location}
          choices={choices.locations}
          none="not noted"
          onChange={(location) => set({ location })}
        />
        <LengthField
          session={session}
          state={state}
          pointer="/stand/to_water"
          label="To sink, tub or shower"
        />
        <LengthField session={session} state={state} pointer="/stand/height" label="Above floor or grade" />
        <FigureChoice
          label="Breaker"
          id="supply-amperes"
          value={contents.supply.amperes}
          choices={[10, 15, 20, 25, 30, 40, 50, 60]}
          unit="A"
          onChange={(amperes) => supply({ amperes })}
        />
        <YesNo
          label="Terminals marked for 75 °C"
          id="supply-warm"
          value={contents.supply.warm}
          onChange={(warm) => supply({ warm })}
        />
        <YesNo
          label="GFCI upstream"
          id="supply-gfci"
          value={contents.supply.gfci}
          onChange={(gfci) => supply({ gfci })}
        />
        <YesNo
          label="AFCI"
          id="supply-afci"
          value={contents.supply.afci}
          onChange={(afci) => supply({ afci })}
        />
        <YesNo
          label="One motor or air conditioner"
          id="supply-motor"
          value={contents.supply.motor}
          onChange={(motor) => supply({ motor })}
        />
        <YesNo
          label="Only receptacle of its circuit"
          id="supply-only_receptacle"
          value={contents.supply.only_receptacle}
          onChange={(only_receptacle) => supply({ only_receptacle })}
        />
        <YesNo
          label="Both circuits off together"
          id="supply-common_disconnect"
          value={contents.supply.common_disconnect}
          onChange={(common_disconnect) => supply({ common_disconnect })}
        />
      </fieldset>
      <fieldset>
        <legend>The box</legend>
        <Choice
          label="Made of"
          id="construction"
          value={contents.construction}
          choices={CONSTRUCTIONS}
          none="not noted"
          onChange={(construction) => set({ construction })}
        />
        <FigureChoice
          label="Gangs"
          value={contents.gangs}
          choices={[1, 2, 3, 4, 5, 6]}
          unit="gang"
          onChange={(gangs) => set({ gangs })}
        />
        <LengthField session={session} state={state} pointer="/marked_volume" label="Marked volume" />
        <Choice
          label="Or its size"
          value={contents.size}
          choices={sizes}
          none="not noted"
          onChange={(size) => set({ size })}
        />
        <YesNo
          label="Clamps inside"
          id="fittings-internal_clamps"
          value={contents.fittings.internal_clamps}
          onChange={(internal_clamps) => set({ fittings: { ...contents.fittings, internal_clamps } })}
        />
        {choices.fittings.map(([fitting, words]) => (
          <Form.Check
            key={fitting}
            id={`fitting-${fitting}`}
            label={words}
            checked={contents.fittings.support.includes(fitting)}
            onChange={(event) =>
              fittings({
                support: event.target.checked
                  ? [...contents.fittings.support, fitting]
                  : contents.fittings.support.filter((known) => known !== fitting),
              })
            }
          />
        ))}
        <FigureChoice
          label="Terminal blocks"
          value={contents.fittings.terminal_blocks.length || null}
          choices={[1, 2, 3, 4]}
          unit=""
          onChange={(count) => {
            const gauge = contents.conductors[0]?.gauge ?? '14';
            fittings({ terminal_blocks: Array.from({ length: count ?? 0 }, () => gauge) });
          }}
        />
        <Choice
          label="Plate of"
          id="plate"
          value={contents.plate}
          choices={choices.plates}
          none="not noted"
          onChange={(plate) => set({ plate })}
        />
        <Choice
          label="Bonded by"
          id="bond"
          value={contents.bond}
          choices={choices.bonds}
          none="not noted"
          onChange={(bond) => set({ bond })}
        />
        {contents.added.map((added, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a part has no name but its place
          <div className="added" key={index}>
            <Choice
              label="Added"
              value={added.kind}
              choices={choices.added}
              onChange={(kind) =>
                kind &&
                set({ added: contents.added.map((known, at) => (at === index ? { ...known, kind } : known)) })
              }
            />
            <LengthField
              session={session}
              state={state}
              pointer={`/added/${index}/marked_volume`}
              label="Its marked volume"
            />
            <Button
              variant="outline-primary"
              onClick={() => set({ added: contents.added.filter((_, at) => at !== index) })}
            >
              Remove
            </Button>
          </div>
        ))}
        <Button
          variant="outline-primary"
          onClick={() => set({ added: [...contents.added, { kind: 'extension-ring' }] })}
        >
          + ring or extender
        </Button>
      </fieldset>
      <fieldset>
        <legend>In the wall</legend>
        <LengthField session={session} state={state} pointer="/stand/set_back" label="Set back" />
        <LengthField session={session} state={state} pointer="/stand/proud" label="Or proud" />
        <LengthField session={session} state={state} pointer="/stand/gap" label="Gap round it" />
        <LengthField session={session} state={state} pointer="/stand/finish_to_come" label="Finish to come" />
        <Choice
          label="of"
          value={contents.stand.finish_to_come_kind}
          choices={choices.finishes}
          none="the same as now"
          onChange={(finish_to_come_kind) => stand({ finish_to_come_kind })}
        />
        <YesNo
          label="Held on two sides"
          id="stand-far_side"
          value={contents.stand.far_side}
          onChange={(far_side) => stand({ far_side })}
        />
        <YesNo
          label="Wall holds back fire"
          value={contents.stand.fire_rated}
          onChange={(fire_rated) => stand({ fire_rated })}
        />
        <YesNo
          label="Stud beside the box"
          value={contents.stand.stud_near}
          onChange={(stud_near) => stand({ stud_near })}
        />
        <Choice
          label="Holds on by"
          value={contents.stand.held_by}
          choices={choices.holds}
          none="not noted"
          onChange={(held_by) => stand({ held_by })}
        />
        <YesNo
          label="Nailed to a stud in reach"
          value={contents.stand.nailed}
          onChange={(nailed) => stand({ nailed })}
        />
      </fieldset>
    </div>
  );
}
