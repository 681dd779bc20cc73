// One conductor: its length from the sheath, its reach past the opening, and on demand all else about it.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Cable, Colour, Conductor, Gauge, Role } from '../api/types';
import { wirePaint } from '../drawing/wirePaint';
import { withConductorAs } from './contents';
import { FieldSaid, LengthField } from './LengthField';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';
import { CONDITIONS, GAUGES, ROLES } from './words';

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
type Props = {
  session: BoxSession;
  state: SessionState;
  conductor: Conductor;
  index: number;
  name: string;
  cables: Cable[];
};

export function ConductorRow({ session, state, conductor, index, name, cables }: Props) {
  const set = (change: Partial<Conductor>) =>
    session.edit((contents) => withConductorAs(contents, conductor.id, change));
  const [more, setMore] = useState(false);
  return (
    <div className="wire" id={`conductors-${index}`}>
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
          <Form.Select
            id={`conductors-${index}-condition`}
            aria-label="Condition"
            value={conductor.condition ?? ''}
            onChange={(event) => set({ condition: (event.target.value || null) as Conductor['condition'] })}
          >
            <option value="">condition not looked at</option>
            {CONDITIONS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Form.Select>
          {(conductor.condition === 'nicked' || conductor.condition === 'broken') && (
            <LengthField
              session={session}
              state={state}
              pointer={`/conductors/${index}/damage_at`}
              label="Damaged, from the sheath"
            />
          )}
          <Form.Select
            id={`conductors-${index}-remarked`}
            aria-label="Marked as what it is"
            value={conductor.remarked === null ? '' : String(conductor.remarked)}
            onChange={(event) =>
              set({ remarked: event.target.value === '' ? null : event.target.value === 'true' })
            }
          >
            <option value="">marking not looked at</option>
            <option value="true">marked as what it is</option>
            <option value="false">not marked</option>
          </Form.Select>
          <Form.Check
            id={`looped-${conductor.id}`}
            label="Unbroken loop"
            checked={conductor.looped}
            onChange={(event) => set({ looped: event.target.checked })}
          />
          <Form.Check
            id={`pigtail-${conductor.id}`}
            label="Pigtail, does not leave the box"
            checked={conductor.pigtail}
            onChange={(event) => set({ pigtail: event.target.checked })}
          />
          <Form.Check
            id={`tap-${conductor.id}`}
            label="Tap to a range, cooktop or luminaire"
            checked={conductor.tap}
            onChange={(event) => set({ tap: event.target.checked })}
          />
          <Form.Check
            id={`canopy-${conductor.id}`}
            label="From the canopy"
            checked={conductor.from_canopy}
            onChange={(event) => set({ from_canopy: event.target.checked })}
          />
          {conductor.role === 'equipment-grounding' && (
            <Form.Check
              id={`isolated-${conductor.id}`}
              label="Isolated ground"
              checked={conductor.isolated}
              onChange={(event) => set({ isolated: event.target.checked })}
            />
          )}
          {(conductor.role === 'equipment-grounding' || conductor.on_box) && (
            <Form.Check
              id={`conductors-${index}-on_box`}
              label="On its own screw of the metal box"
              checked={conductor.on_box}
              onChange={(event) => set({ on_box: event.target.checked })}
            />
          )}
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
  const condition = conductor.condition === 'sound' ? '' : conductor.condition;
  return [role, end, condition, conductor.material === 'copper' ? '' : conductor.material]
    .filter(Boolean)
    .join(', ');
}
