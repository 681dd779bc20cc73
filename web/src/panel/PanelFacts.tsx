// The facts of a panel itself: what feeds it, its label, its bonds and electrodes, its bars, and what one sees.
import { Button, Form } from 'react-bootstrap';
import { useChoices } from '../api/choices';
import { useTrades } from '../api/queries';
import type { Bar, Basis, Incoming, Panel, PanelFeed, PanelObservation } from '../api/types';
import { Choice, FigureChoice, YesNo } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { answered, answerTo, SeenChip } from '../ui/Seen';
import { ConductorList, GAUGES } from './ConductorList';
import type { ChangePanel } from './change';
import { carriedBy } from './records';
import { PlaceFacts, ServiceFacts } from './ServiceFacts';

const gauges = GAUGES.map((gauge) => [gauge, `${gauge} AWG`] as const);
type Props = {
  panel: Panel;
  others: Panel[];
  names: Map<string, string>;
  units: Basis['units'];
  change: ChangePanel;
};

export function PanelFacts({ panel, others, names, units, change }: Props) {
  const choices = useChoices();
  const set = (part: Partial<Panel>) => void change((known) => ({ ...known, ...part }));
  const bring = (part: Partial<Incoming>) =>
    set({
      incoming: {
        gauge: '2/0',
        material: 'copper',
        warm: false,
        whole_dwelling: false,
        ground: null,
        ground_material: null,
        separate_ground: null,
        other_building: false,
        ...panel.incoming,
        ...part,
      },
    });
  const feeds = others.flatMap((other) =>
    other.breakers.map((breaker) => ({ other, breaker, key: `${other.id} ${breaker.id}` })),
  );
  const fed =
    typeof panel.feed === 'string' ? panel.feed : `${panel.feed.breaker.panel} ${panel.feed.breaker.breaker}`;
  const feedOf = (key: string | null): PanelFeed => {
    const from = feeds.find((known) => known.key === key);
    if (from) return { breaker: { panel: from.other.id, breaker: from.breaker.id } };
    return key === 'service' || key === 'disconnect' ? key : 'unknown';
  };
  const sub = panel.feed !== 'service' && panel.feed !== 'unknown';
  return (
    <div className="panel-facts">
      <section>
        <h2>What comes in</h2>
        <Choice
          label="Fed from"
          value={fed === 'unknown' ? null : fed}
          none="not known"
          choices={[
            ['service', 'the service, its disconnect in here'] as const,
            ['disconnect', 'a disconnect ahead, outside'] as const,
            ...feeds.map(
              ({ other, breaker, key }) =>
                [key, `${names.get(`${other.id} ${breaker.id}`) ?? breaker.space}, ${other.name}`] as const,
            ),
          ]}
          onChange={(key) => set({ feed: feedOf(key) })}
        />
        <Choice
          label="Conductors"
          value={panel.incoming?.gauge ?? null}
          none="not noted"
          choices={gauges}
          onChange={(gauge) => (gauge ? bring({ gauge }) : set({ incoming: null }))}
        />
        {panel.incoming && (
          <>
            <Choice
              label="of"
              value={panel.incoming.material}
              choices={[
                ['copper', 'copper'],
                ['aluminium', 'aluminium'],
                ['copper-clad', 'copper-clad'],
              ]}
              onChange={(material) => material && bring({ material })}
            />
            <YesNo
              label="Good for 75 °C at both ends"
              value={panel.incoming.warm}
              onChange={(warm) => bring({ warm: warm === true })}
            />
            <YesNo
              label="Carries the whole dwelling"
              value={panel.incoming.whole_dwelling}
              onChange={(whole) => bring({ whole_dwelling: whole === true })}
            />
            {sub && (
              <>
                <YesNo
                  label="A ground comes with it"
                  value={panel.incoming.separate_ground}
                  onChange={(separate_ground) => bring({ separate_ground })}
                />
                <Choice
                  label="its ground"
                  value={panel.incoming.ground}
                  none="not noted"
                  choices={gauges}
                  onChange={(ground) => bring({ ground })}
                />
                <Choice
                  label="of"
                  value={panel.incoming.ground_material}
                  none="the metal of the legs"
                  choices={[
                    ['copper', 'copper'],
                    ['aluminium', 'aluminium'],
                  ]}
                  onChange={(ground_material) => bring({ ground_material })}
                />
                <YesNo
                  label="In another building"
                  value={panel.incoming.other_building}
                  onChange={(other) => bring({ other_building: other === true })}
                />
                {panel.incoming.other_building && panel.feed !== 'disconnect' && (
                  <NumberField
                    label="Handles there that take it off"
                    value={panel.service.handles}
                    most={42}
                    onChange={(handles) => set({ service: { ...panel.service, handles } })}
                  />
                )}
              </>
            )}
          </>
        )}
      </section>
      <section>
        <h2>Its label</h2>
        <FigureChoice
          label="Rated"
          value={panel.rating}
          choices={[60, 70, 100, 125, 150, 200, 225, 400]}
          unit="A"
          onChange={(rating) => set({ rating })}
        />
        <FigureChoice
          label="Main in it"
          value={panel.main_breaker}
          choices={[40, 50, 60, 70, 100, 125, 150, 200, 225, 400]}
          unit="A"
          onChange={(main_breaker) => set({ main_breaker })}
        />
        <FigureChoice
          label="Marked"
          value={panel.rated_volts}
          choices={[120, 208, 240, 480]}
          unit="V"
          onChange={(rated_volts) => set({ rated_volts })}
        />
        <NumberField
          label="Read between the legs, V"
          value={panel.measured_volts}
          most={600}
          onChange={(measured_volts) => set({ measured_volts })}
        />
        <SpacesField panel={panel} onChange={(tandem_spaces) => set({ tandem_spaces })} />
        <NumberField
          label="Wired in the year"
          value={panel.wired_under && 'year' in panel.wired_under ? panel.wired_under.year : null}
          most={2100}
          onChange={(year) => set({ wired_under: year === null ? null : { year } })}
        />
      </section>
      <section>
        <h2>Grounding</h2>
        <YesNo
          label="Main bonding jumper"
          yes="in place"
          no="none"
          value={panel.grounding.main_bond}
          onChange={(main_bond) => set({ grounding: { ...panel.grounding, main_bond } })}
        />
        <fieldset className="electrodes">
          <legend>Electrodes</legend>
          {choices.electrodes.map(([kind, words]) => (
            <Form.Check
              key={kind}
              id={`electrode-${kind}`}
              label={words}
              checked={panel.grounding.electrodes?.includes(kind) ?? false}
              onChange={(event) => {
                const rest = (panel.grounding.electrodes ?? []).filter((known) => known !== kind);
                const electrodes = event.target.checked ? [...rest, kind] : rest;
                set({ grounding: { ...panel.grounding, electrodes } });
              }}
            />
          ))}
          <Form.Check
            id="electrode-none"
            label="looked, none"
            checked={panel.grounding.electrodes?.length === 0}
            onChange={(event) =>
              set({ grounding: { ...panel.grounding, electrodes: event.target.checked ? [] : null } })
            }
          />
        </fieldset>
        <NumberField
          label="One rod or plate to earth, Ω"
          value={panel.grounding.ohms}
          most={10000}
          onChange={(ohms) => set({ grounding: { ...panel.grounding, ohms } })}
        />
        <Choice
          label="Electrode conductor"
          value={panel.grounding.conductor}
          none="not noted"
          choices={gauges}
          onChange={(conductor) => set({ grounding: { ...panel.grounding, conductor } })}
        />
      </section>
      <PlaceFacts panel={panel} units={units} set={set} />
      {(panel.feed === 'service' || panel.feed === 'disconnect') && (
        <ServiceFacts panel={panel} units={units} set={set} />
      )}
      <Seen panel={panel} change={change} />
      <section className="bars">
        <h2>Bars</h2>
        {panel.bars.map((bar) => (
          <OneBar
            key={bar.id}
            bar={bar}
            panel={panel}
            onChange={(next) =>
              set({
                bars: panel.bars.flatMap((known) => (known.id === bar.id ? (next ? [next] : []) : [known])),
              })
            }
          />
        ))}
        <Button
          variant="outline-primary"
          onClick={() =>
            set({
              bars: [
                ...panel.bars,
                {
                  id: Math.max(0, ...panel.bars.map((bar) => bar.id)) + 1,
                  kind: panel.bars.length === 0 ? 'neutral' : 'ground',
                  bonded: null,
                  grounds_per_terminal: null,
                  conductors: [],
                },
              ],
            })
          }
        >
          + bar
        </Button>
      </section>
    </div>
  );
}

function Seen({ panel, change }: { panel: Panel; change: ChangePanel }) {
  const trades = useTrades();
  const atService = panel.feed === 'service' || panel.feed === 'disconnect';
  const infos = (trades.data?.panel_observations ?? []).filter((info) => atService || !info.of_service);
  const answer = (what: PanelObservation) => answerTo(panel.observed, what);
  const say = (what: PanelObservation, fault: boolean | null) =>
    change((known) => ({ ...known, observed: answered(known.observed, what, fault) }));
  const open = infos.filter((info) => answer(info.what) === null);
  return (
    <section>
      <h2>Seen</h2>
      <div className="chips">
        {infos.map((info) => (
          <SeenChip
            key={info.what}
            info={info}
            now={answer(info.what)}
            onChange={(fault) => void say(info.what, fault)}
          />
        ))}
        {open.length > 0 && (
          <Button
            variant="outline-primary"
            className="rest-sound"
            onClick={() =>
              void change((known) => ({
                ...known,
                observed: [...known.observed, ...open.map(({ what }) => ({ what, fault: false }))],
              }))
            }
          >
            Rest sound
          </Button>
        )}
      </div>
    </section>
  );
}

const KINDS = [
  ['neutral', 'neutrals'],
  ['ground', 'grounds'],
  ['both', 'both'],
] as const;

function OneBar({ bar, panel, onChange }: { bar: Bar; panel: Panel; onChange: (bar: Bar | null) => void }) {
  return (
    <details className="one-bar">
      <summary>
        Bar {bar.id}, {KINDS.find(([kind]) => kind === bar.kind)?.[1]}: {bar.conductors.length} conductors
        {bar.bonded === null ? '' : bar.bonded ? ', bonded' : ', not bonded'}
      </summary>
      <div className="bar-head">
        <Choice
          label="For"
          value={bar.kind}
          choices={KINDS}
          onChange={(kind) => kind && onChange({ ...bar, kind })}
        />
        <YesNo
          label="Bonded to the enclosure"
          value={bar.bonded}
          onChange={(bonded) => onChange({ ...bar, bonded })}
        />
        <FigureChoice
          label="Grounds a terminal takes"
          value={bar.grounds_per_terminal}
          choices={[1, 2, 3]}
          unit=""
          onChange={(grounds_per_terminal) => onChange({ ...bar, grounds_per_terminal })}
        />
        <Button variant="outline-primary" onClick={() => onChange(null)}>
          Remove bar
        </Button>
      </div>
      <ConductorList
        conductors={bar.conductors}
        breakers={panel.breakers}
        carries={carriedBy(bar)}
        onChange={(conductors) => onChange({ ...bar, conductors })}
      />
    </details>
  );
}

/** The spaces in which the label takes tandems: "17 18 19 20", "none". */
function SpacesField({ panel, onChange }: { panel: Panel; onChange: (spaces: number[] | null) => void }) {
  const kept = panel.tandem_spaces === null ? '' : panel.tandem_spaces.join(' ') || 'none';
  return (
    <label className="choice">
      <span>Tandems in spaces</span>
      <input
        key={kept}
        className="form-control figure"
        placeholder="17 18, or none"
        defaultValue={kept}
        onBlur={(event) => {
          const text = event.target.value.trim();
          if (text === kept) return;
          const spaces = (text.match(/\d+/g) ?? []).map(Number);
          onChange(text === '' ? null : spaces);
        }}
      />
    </label>
  );
}
