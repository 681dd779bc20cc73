// What is wanted in the room and not there yet: where, from what, through which wall; and what it takes, judged before it is cut.
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { useChoices } from '../api/choices';
import type { Basis, BoxContents, Sketch, Walk, Wanted, WantedPlan } from '../api/types';
import { AddKind } from '../ui/AddKind';
import { Choice } from '../ui/Choice';
import { FactFields } from '../ui/FactFields';
import { LengthOrNone } from '../ui/LengthOrNone';
import { NumberField } from '../ui/NumberField';
import { answered, answerTo, SeenChip } from '../ui/Seen';
import { WantedVerdict, WantedWork } from './WantedAnswer';

type Props = {
  sketch: Sketch;
  plans: WantedPlan[];
  walk: Walk;
  units: Basis['units'];
  /** Looked at anew: what was made is named. */
  left: boolean;
  /** Makes the box that it became: its identifier. */
  begin: (found: BoxContents) => Promise<string | null>;
  onChange: (make: (known: Wanted[]) => Wanted[]) => void;
  onBuilt: (built: number | null) => void;
};

export function WantedPart({ sketch, plans, walk, units, left, begin, onChange, onBuilt }: Props) {
  const choices = useChoices();
  const wanted = sketch.wanted ?? [];
  const next = Math.max(0, ...wanted.map((one) => one.id)) + 1;
  return (
    <section className="wanted" aria-label="Wanted here">
      <h2>Wanted here</h2>
      {wanted.length > 0 && (
        <div className="wanted-new">
          <NumberField
            label="House built, year"
            value={walk.audit.record.building.built ?? null}
            most={2100}
            onChange={onBuilt}
          />
        </div>
      )}
      {wanted.map((one) => (
        <Wish
          key={one.id}
          wanted={one}
          plan={plans.find((known) => known.wanted === one.id) ?? null}
          sketch={sketch}
          walk={walk}
          units={units}
          left={left}
          begin={begin}
          set={(part) =>
            onChange((known) => known.map((other) => (other.id === one.id ? { ...other, ...part } : other)))
          }
          remove={() => onChange((known) => known.filter((other) => other.id !== one.id))}
        />
      ))}
      <AddKind
        id="wanted-new"
        className="wanted-new"
        label="What is wanted"
        first="+ wanted"
        kinds={choices.wanted}
        onAdd={(kind) => onChange((known) => [...known, { id: next, kind } as Wanted])}
      />
    </section>
  );
}

type WishProps = Omit<Props, 'plans' | 'onChange' | 'onBuilt'> & {
  wanted: Wanted;
  plan: WantedPlan | null;
  set: (part: Partial<Wanted>) => void;
  remove: () => void;
};

const LENGTHS = {
  height: 'Height of its middle',
  to_water: 'From a sink, tub or shower',
  cavity: 'Depth of the wall',
  length: 'Way of the cable',
} as const;

function Wish(props: WishProps) {
  const { wanted, plan, walk, units, left, begin, set, remove } = props;
  const choices = useChoices();
  const kind = choices.wanted.find((known) => known.value === wanted.kind);
  const boxes = walk.rooms.flatMap((room) =>
    room.boxes.map(({ overview }) => [overview.id, `${overview.tag} ${room.room.record.name}`] as const),
  );
  const panels = walk.panels.map(({ id, name }) => [id, name] as const);
  const from = wanted.from === null || wanted.from === undefined ? null : wanted.from;
  // The box that is new: what it will hold, to be measured.
  const newBox = plan?.boxes.find(({ box_id }) => !box_id)?.begins_with as BoxContents | undefined;
  const fromPanel = from !== null && 'panel' in from;
  const other = (field: string): ReactNode => {
    switch (field) {
      case 'at':
        return <Where {...props} />;
      case 'from':
        return (
          <Choice
            label="Fed from"
            value={from === null ? null : 'box' in from ? from.box : from.panel}
            choices={[...panels, ...boxes]}
            none={wanted.at && 'box' in wanted.at && wanted.kind !== 'feed' ? 'that box itself' : 'not said'}
            onChange={(id) =>
              set({
                from:
                  id === null ? null : panels.some(([known]) => known === id) ? { panel: id } : { box: id },
              })
            }
          />
        );
      case 'works':
        return (
          <Choice
            label={wanted.kind === 'switch' ? 'Works the light at' : 'Worked by the switch in'}
            value={wanted.works}
            choices={boxes}
            none="not said"
            onChange={(works) => set({ works })}
          />
        );
      case 'shape':
        return (
          <Choice
            label="Shape"
            value={wanted.shape}
            choices={choices.configurations}
            none="of general use"
            onChange={(shape) => set({ shape })}
          />
        );
      case 'finish':
        return (
          <Choice
            label="What is cut"
            value={wanted.finish}
            choices={choices.finishes}
            none="not noted"
            onChange={(finish) => set({ finish })}
          />
        );
      case 'stud':
        return <Stud wanted={wanted} units={units} set={set} />;
      case 'in_wall':
        return (
          <fieldset className="look-group wanted-wide">
            <legend>In the wall</legend>
            <div className="chips">
              {choices.inWall.map((info) => (
                <SeenChip
                  key={info.what}
                  info={info}
                  now={answerTo(seen(wanted), info.what)}
                  onChange={(there) =>
                    set({
                      in_wall: answered(seen(wanted), info.what, there).map(({ what, fault }) => ({
                        what,
                        there: fault,
                      })),
                    })
                  }
                />
              ))}
            </div>
          </fieldset>
        );
      case 'asbestos':
      case 'lead':
        return (
          <Choice
            label={field === 'lead' ? 'Lead in its paint' : 'Asbestos in it'}
            value={wanted[field]}
            choices={choices.tested}
            none="not tested"
            onChange={(tested) => set({ [field]: tested })}
          />
        );
      case 'method':
        return (
          <Choice
            label="Wired as"
            value={wanted.method}
            choices={choices.wiringMethods.filter(([method]) => method !== 'unknown')}
            none="NM cable"
            onChange={(method) => set({ method })}
          />
        );
      case 'way':
        return (
          <Choice
            label="The cable goes"
            value={wanted.way}
            choices={choices.runWays}
            none="not said"
            onChange={(way) => set({ way })}
          />
        );
      case 'made':
        return (
          left && (
            <>
              <Choice
                label="Made: it is box"
                value={wanted.made}
                choices={boxes}
                none="not made yet"
                onChange={(made) => set({ made })}
              />
              {newBox && !wanted.made && (
                <Button
                  variant="outline-primary"
                  onClick={() => void begin(newBox).then((made) => made && set({ made }))}
                >
                  Begin its box
                </Button>
              )}
            </>
          )
        );
      default: {
        const length = field as keyof typeof LENGTHS;
        return (
          <LengthOrNone
            label={LENGTHS[length]}
            nm={wanted[length] ?? null}
            units={units}
            onChange={(nm) => set({ [length]: nm })}
          />
        );
      }
    }
  };
  const fields = (kind?.fields ?? []).filter((field) => field !== 'amperes' || fromPanel);
  return (
    <fieldset className="equipment-piece">
      <legend>
        {plan?.label ?? [kind?.name, wanted.name, wanted.made && 'made'].filter(Boolean).join(', ')}
      </legend>
      {plan && <WantedVerdict plan={plan} />}
      <FactFields
        thing={wanted}
        fields={fields}
        counts={{ amperes: ['New breaker, A', 100] }}
        answers={{}}
        other={other}
        id={`wanted-${wanted.id}`}
        onChange={set}
      />
      {plan && <WantedWork plan={plan} />}
      <Button variant="outline-primary" onClick={remove}>
        Not wanted
      </Button>
    </fieldset>
  );
}

const seen = (wanted: Wanted) => (wanted.in_wall ?? []).map(({ what, there }) => ({ what, fault: there }));

/** Along a wall, on an island, somewhere else in the room, or at a box that is there. */
function Where({ wanted, sketch, walk, units, set }: WishProps) {
  const at = wanted.at ?? null;
  const place = at !== null && 'new' in at ? at.new : null;
  const wall = place !== null && typeof place === 'object' && 'wall' in place ? place.wall : null;
  const walls = sketch.walls.map(
    ({ id, name }) => [`wall ${id}`, name ? `${name} wall` : `wall ${id}`] as const,
  );
  const islands = sketch.islands.map(({ id }) => [`island ${id}`, `on island ${id}`] as const);
  const boxes = walk.rooms.flatMap((room) =>
    room.boxes.map(({ overview }) => [overview.id, `at ${overview.tag} ${room.room.record.name}`] as const),
  );
  const value =
    at === null
      ? null
      : 'box' in at
        ? at.box
        : wall
          ? `wall ${wall.wall}`
          : place !== null && typeof place === 'object' && 'island' in place
            ? `island ${place.island}`
            : 'elsewhere';
  const choose = (chosen: string | null) => {
    if (chosen === null) return set({ at: null });
    const [what, number] = chosen.split(' ');
    if (chosen === 'elsewhere') return set({ at: { new: 'elsewhere' } });
    if (what === 'wall') return set({ at: { new: { wall: { wall: Number(number), at: wall?.at ?? 0 } } } });
    if (what === 'island') return set({ at: { new: { island: Number(number) } } });
    return set({ at: { box: chosen } });
  };
  return (
    <>
      <Choice
        label="Where"
        value={value}
        choices={[...walls, ...islands, ['elsewhere', 'ceiling, or elsewhere here'] as const, ...boxes]}
        none="not said"
        onChange={choose}
      />
      {wall && (
        <LengthOrNone
          label="From the left end of the wall"
          nm={wall.at}
          units={units}
          onChange={(nm) => set({ at: { new: { wall: { ...wall, at: nm ?? 0 } } } })}
        />
      )}
    </>
  );
}

/** The nearest stud: how far, and on which side. */
function Stud({ wanted, units, set }: Pick<WishProps, 'wanted' | 'units' | 'set'>) {
  const choices = useChoices();
  const stud = wanted.stud ?? null;
  return (
    <>
      <LengthOrNone
        label="Nearest stud from its middle"
        nm={stud?.away ?? null}
        units={units}
        onChange={(away) => set({ stud: away === null ? null : { side: stud?.side ?? 'left', away } })}
      />
      {stud && (
        <Choice
          label="The stud is to the"
          value={stud.side}
          choices={choices.studSides}
          onChange={(side) => side && set({ stud: { ...stud, side } })}
        />
      )}
    </>
  );
}
