// What is measured: the box, where the sheaths end, and each conductor. In the order of the work.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { BoxContents, Cable, Colour, Conductor, Gauge, Role } from '../api/types';
import { wirePaint } from '../drawing/scale';
import { FieldSaid, LengthField } from './LengthField';
import type { BoxSession, SessionState } from './session';

type Part = { session: BoxSession; state: SessionState };

const KINDS = [
  ['device', 'Device box'],
  ['square', 'Square box'],
  ['octagon', 'Octagon box'],
  ['pan', 'Shallow pan'],
  ['masonry', 'Masonry box'],
  ['fan', 'Fan box'],
  ['large', 'Large junction box'],
] as const;
const FINISHES = [
  ['', 'Wall not noted'],
  ['gypsum-board', 'Gypsum board'],
  ['plaster', 'Plaster'],
  ['tile', 'Tile'],
  ['masonry', 'Masonry'],
  ['wood', 'Wood'],
  ['other-combustible', 'Other that burns'],
  ['exposed', 'Exposed'],
] as const;
const COLOURS: Colour[] = [
  'black',
  'white',
  'bare',
  'red',
  'green',
  'blue',
  'yellow',
  'grey',
  'brown',
  'orange',
  'unknown',
];
const ROLES: [Role, string][] = [
  ['ungrounded', 'hot'],
  ['grounded', 'neutral'],
  ['equipment-grounding', 'ground'],
  ['switched-leg', 'switched leg'],
  ['traveller', 'traveller'],
];
const GAUGES: Gauge[] = [
  '18',
  '16',
  '14',
  '12',
  '10',
  '8',
  '6',
  '4',
  '3',
  '2',
  '1',
  '1/0',
  '2/0',
  '3/0',
  '4/0',
];
/** What a cable of these many insulated conductors brings, and what each is for as a rule. */
const CABLE_COLOURS: [Colour, Role][] = [
  ['black', 'ungrounded'],
  ['white', 'grounded'],
  ['bare', 'equipment-grounding'],
];

const nextId = (known: { id: number }[]) => Math.max(0, ...known.map((one) => one.id)) + 1;

function newConductor(
  contents: BoxContents,
  cable: number | null,
  colour: Colour,
  role: Role,
  gauge: Gauge,
): Conductor {
  return {
    id: nextId(contents.conductors),
    cable,
    gauge,
    material: 'copper',
    strands: 'solid',
    colour,
    role,
    free_length: null,
    reach: null,
    end: 'straight',
    passes_through: false,
    joined: null,
    joint: null,
  };
}

/** Adds a cable with its usual conductors: the commonest thing one finds in a box. */
export function withCable(contents: BoxContents, gauge: Gauge): BoxContents {
  const cable: Cable = {
    id: nextId(contents.cables),
    label: '',
    entry: 'back',
    sheath_end: null,
    sheath_inside: null,
    slack: null,
    fixed_close: false,
  };
  const grown: BoxContents = {
    ...contents,
    cables: [...contents.cables, cable],
    conductors: [...contents.conductors],
  };
  for (const [colour, role] of CABLE_COLOURS) {
    grown.conductors.push(newConductor(grown, cable.id, colour, role, gauge));
  }
  return grown;
}

function contentsOf(state: SessionState): BoxContents {
  return (state.side === 'left' ? state.record.left : null) ?? state.record.found;
}

export function Measures({ session, state, units }: Part & { units: 'inch' | 'metric' }) {
  const contents = contentsOf(state);
  const set = (change: Partial<BoxContents>) => session.edit((known) => ({ ...known, ...change }));
  const gauge = contents.conductors.at(-1)?.gauge ?? '14';
  return (
    <section
      className="measures"
      aria-label={state.side === 'left' ? 'Measures as left' : 'Measures as found'}
    >
      <div className="measures-box">
        <h2>
          Box <span>{units === 'inch' ? 'inches' : 'mm'}</span>
        </h2>
        <div className="pair">
          <Form.Select
            aria-label="Kind of box"
            value={contents.kind}
            onChange={(event) => set({ kind: event.target.value as BoxContents['kind'] })}
          >
            {KINDS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Form.Select>
          <Form.Select
            aria-label="Wall finish"
            value={contents.wall_finish ?? ''}
            onChange={(event) =>
              set({ wall_finish: (event.target.value || null) as BoxContents['wall_finish'] })
            }
          >
            {FINISHES.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Form.Select>
        </div>
        <div className="pair">
          <LengthField session={session} state={state} pointer="/depth" label="Depth" />
          {contents.kind === 'large' && (
            <>
              <LengthField session={session} state={state} pointer="/opening/width" label="Opening, wide" />
              <LengthField session={session} state={state} pointer="/opening/height" label="Opening, high" />
            </>
          )}
        </div>
        {contents.cables.map((cable, index) => (
          <CableRow key={cable.id} session={session} state={state} cable={cable} index={index} />
        ))}
      </div>
      <div className="measures-wires">
        <div className="wire-row heads" aria-hidden="true">
          <span>Conductor</span>
          <span>From sheath</span>
          <span>Past opening</span>
          <span />
        </div>
        {contents.conductors.map((conductor, index) => (
          <ConductorRow
            key={conductor.id}
            session={session}
            state={state}
            conductor={conductor}
            index={index}
            cables={contents.cables}
          />
        ))}
        <div className="adders">
          <Button variant="outline-primary" onClick={() => session.edit((known) => withCable(known, gauge))}>
            + cable
          </Button>
          <Button
            variant="outline-primary"
            onClick={() =>
              session.edit((known) => ({
                ...known,
                conductors: [
                  ...known.conductors,
                  newConductor(known, known.cables.at(-1)?.id ?? null, 'black', 'ungrounded', gauge),
                ],
              }))
            }
          >
            + conductor
          </Button>
        </div>
      </div>
    </section>
  );
}

function CableRow({ session, state, cable, index }: Part & { cable: Cable; index: number }) {
  const set = (change: Partial<Cable>) =>
    session.edit((contents) => ({
      ...contents,
      cables: contents.cables.map((known) => (known.id === cable.id ? { ...known, ...change } : known)),
    }));
  const [more, setMore] = useState(false);
  const name = cable.label || `Cable ${cable.id}`;
  return (
    <fieldset className="cable-row">
      <legend>
        <button type="button" className="plain" aria-expanded={more} onClick={() => setMore(!more)}>
          {name} <span aria-hidden="true">{more ? '–' : '…'}</span>
        </button>
      </legend>
      <div className="pair three">
        <LengthField
          session={session}
          state={state}
          pointer={`/cables/${index}/sheath_end`}
          label="Sheath ends, behind"
        />
        <LengthField
          session={session}
          state={state}
          pointer={`/cables/${index}/sheath_inside`}
          label="Sheath inside"
        />
        <LengthField session={session} state={state} pointer={`/cables/${index}/slack`} label="Slack found" />
      </div>
      {more && (
        <div className="more">
          <Form.Control
            aria-label="Which cable"
            placeholder="which cable"
            value={cable.label}
            maxLength={80}
            onChange={(event) => set({ label: event.target.value })}
          />
          <Form.Select
            aria-label="Where it comes in"
            value={cable.entry}
            onChange={(event) => set({ entry: event.target.value as Cable['entry'] })}
          >
            <option value="back">In at the back</option>
            <option value="side">In at a side</option>
          </Form.Select>
          <Form.Check
            id={`fixed-${cable.id}`}
            label="Fixed close by"
            checked={cable.fixed_close}
            onChange={(event) => set({ fixed_close: event.target.checked })}
          />
          <Button
            variant="outline-primary"
            onClick={() =>
              session.edit((contents) => ({
                ...contents,
                cables: contents.cables.filter((known) => known.id !== cable.id),
                conductors: contents.conductors.filter((known) => known.cable !== cable.id),
              }))
            }
          >
            Remove with its conductors
          </Button>
        </div>
      )}
    </fieldset>
  );
}

type ConductorProps = Part & { conductor: Conductor; index: number; cables: Cable[] };

function ConductorRow({ session, state, conductor, index, cables }: ConductorProps) {
  const set = (change: Partial<Conductor>) =>
    session.edit((contents) => ({
      ...contents,
      conductors: contents.conductors.map((known) =>
        known.id === conductor.id ? { ...known, ...change } : known,
      ),
    }));
  const [more, setMore] = useState(false);
  const name = `${conductor.colour} ${conductor.gauge}`;
  return (
    <div className="wire">
      <div className="wire-row">
        <button
          type="button"
          className="plain wire-what"
          aria-expanded={more}
          onClick={() => setMore(!more)}
          aria-label={`${name}, ${words(conductor)}, change`}
        >
          <span className="swatch" style={{ backgroundColor: wirePaint[conductor.colour] }} />
          {name}
          <i>{words(conductor)}</i>
        </button>
        {conductor.passes_through ? (
          <span className="through">passes through unspliced</span>
        ) : (
          <>
            <LengthField
              session={session}
              state={state}
              pointer={`/conductors/${index}/free_length`}
              label={`${name}, from the sheath`}
              bare
            />
            <LengthField
              session={session}
              state={state}
              pointer={`/conductors/${index}/reach`}
              label={`${name}, past the opening`}
              bare
            />
          </>
        )}
      </div>
      {!conductor.passes_through && (
        <>
          <FieldSaid state={state} pointer={`/conductors/${index}/free_length`} />
          <FieldSaid state={state} pointer={`/conductors/${index}/reach`} />
        </>
      )}
      {more && (
        <div className="more">
          <Form.Select
            aria-label="Colour"
            value={conductor.colour}
            onChange={(event) => set({ colour: event.target.value as Colour })}
          >
            {COLOURS.map((colour) => (
              <option key={colour}>{colour}</option>
            ))}
          </Form.Select>
          <Form.Select
            aria-label="What it does"
            value={conductor.role}
            onChange={(event) => set({ role: event.target.value as Role })}
          >
            {ROLES.map(([role, name]) => (
              <option key={role} value={role}>
                {name}
              </option>
            ))}
          </Form.Select>
          <Form.Select
            aria-label="Gauge"
            value={conductor.gauge}
            onChange={(event) => set({ gauge: event.target.value as Gauge })}
          >
            {GAUGES.map((gauge) => (
              <option key={gauge} value={gauge}>
                {gauge} AWG
              </option>
            ))}
          </Form.Select>
          <Form.Select
            aria-label="Metal"
            value={conductor.material}
            onChange={(event) => set({ material: event.target.value as Conductor['material'] })}
          >
            <option value="copper">copper</option>
            <option value="aluminium">aluminium</option>
            <option value="copper-clad">copper-clad</option>
          </Form.Select>
          <Form.Select
            aria-label="Strands"
            value={conductor.strands}
            onChange={(event) => set({ strands: event.target.value as Conductor['strands'] })}
          >
            <option value="solid">solid</option>
            <option value="stranded">stranded</option>
          </Form.Select>
          <Form.Select
            aria-label="End"
            value={conductor.end}
            onChange={(event) => set({ end: event.target.value as Conductor['end'] })}
          >
            <option value="straight">end straight</option>
            <option value="hooked">end hooked</option>
            <option value="nicked">end nicked</option>
          </Form.Select>
          <Form.Select
            aria-label="Cable"
            value={conductor.cable ?? ''}
            onChange={(event) => set({ cable: event.target.value ? Number(event.target.value) : null })}
          >
            <option value="">no cable noted</option>
            {cables.map((cable) => (
              <option key={cable.id} value={cable.id}>
                {cable.label || `cable ${cable.id}`}
              </option>
            ))}
          </Form.Select>
          <Form.Select
            aria-label="Joined with"
            value={conductor.joined ?? ''}
            onChange={(event) => set({ joined: event.target.value || null })}
          >
            <option value="">joined to none</option>
            {['A', 'B', 'C', 'D', 'G'].map((letter) => (
              <option key={letter} value={letter}>
                joined as {letter}
              </option>
            ))}
          </Form.Select>
          <Form.Check
            id={`through-${conductor.id}`}
            label="Passes through unspliced"
            checked={conductor.passes_through}
            onChange={(event) => set({ passes_through: event.target.checked })}
          />
          <Button
            variant="outline-primary"
            onClick={() =>
              session.edit((contents) => ({
                ...contents,
                conductors: contents.conductors.filter((known) => known.id !== conductor.id),
              }))
            }
          >
            Remove
          </Button>
        </div>
      )}
    </div>
  );
}

function words(conductor: Conductor): string {
  const role = ROLES.find(([known]) => known === conductor.role)?.[1] ?? '';
  const end = conductor.end === 'straight' ? '' : conductor.end;
  return [role, end, conductor.material === 'copper' ? '' : conductor.material].filter(Boolean).join(', ');
}
