// One cable or raceway: where its sheath ends, how much of it is inside, what slack came.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useChoices } from '../api/choices';
import type { Cable, CableSupply } from '../api/types';
import { Choice, FigureChoice, YesNo } from '../ui/Choice';
import { withCableAs, withoutCable } from './contents';
import { LengthField } from './LengthField';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';
import { ENTRIES } from './words';

type Props = { session: BoxSession; state: SessionState; cable: Cable; index: number };

export function CableRow({ session, state, cable, index }: Props) {
  const set = (change: Partial<Cable>) => session.edit((contents) => withCableAs(contents, cable.id, change));
  const choices = useChoices();
  const [more, setMore] = useState(false);
  const methodName =
    cable.method !== 'unknown' && choices.wiringMethods.find(([value]) => value === cable.method)?.[1];
  const supply = (part: Partial<CableSupply>) =>
    set({ supply: { circuit: null, amperes: null, gfci: null, afci: null, ...cable.supply, ...part } });
  const circuits = state.view.circuits.map(({ id, name }) => [id, name] as const);
  const name = cable.label || `Cable ${cable.id}`;
  return (
    <fieldset className="cable-row" id={`cables-${index}`}>
      <legend>
        <button type="button" className="plain" aria-expanded={more} onClick={() => setMore(!more)}>
          {name} <span aria-hidden="true">{more ? '–' : '…'}</span>
          {methodName && <i>{methodName}</i>}
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
            className="how"
            aria-label="Which cable"
            placeholder="which cable"
            value={cable.label}
            maxLength={80}
            onChange={(event) => set({ label: event.target.value })}
          />
          <Form.Select
            id={`cables-${index}-method`}
            className="how"
            aria-label="How it is run"
            value={cable.method}
            onChange={(event) => set({ method: event.target.value as Cable['method'] })}
          >
            {choices.wiringMethods.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Form.Select>
          <Choice
            label="Where it comes in"
            value={cable.entry}
            choices={ENTRIES}
            onChange={(entry) => entry && set({ entry })}
          />
          <Choice
            label="Where it goes"
            id={`cables-${index}-goes`}
            value={cable.goes}
            choices={choices.cableGoes}
            none="not noted"
            onChange={(goes) => set({ goes })}
          />
          <Choice
            label="Its equipment ground"
            id={`cables-${index}-ground`}
            value={cable.ground}
            choices={choices.cableGrounds}
            none="not noted"
            onChange={(ground) => set({ ground })}
          />
          {circuits.length > 0 && (
            <Choice
              label="Its circuit"
              value={cable.supply?.circuit ?? null}
              choices={circuits}
              none="as the box"
              onChange={(circuit) => supply({ circuit })}
            />
          )}
          <FigureChoice
            label="Its own breaker"
            value={cable.supply?.amperes ?? null}
            choices={[10, 15, 20, 25, 30, 40, 50, 60]}
            unit="A"
            onChange={(amperes) => supply({ amperes })}
          />
          <YesNo
            label="Its own GFCI upstream"
            value={cable.supply?.gfci ?? null}
            onChange={(gfci) => supply({ gfci })}
          />
          <YesNo
            label="Its own AFCI"
            value={cable.supply?.afci ?? null}
            onChange={(afci) => supply({ afci })}
          />
          <YesNo
            label="Clamped at the box"
            id={`cables-${index}-clamped`}
            value={cable.clamped}
            onChange={(clamped) => set({ clamped })}
          />
          <LengthField
            session={session}
            state={state}
            pointer={`/cables/${index}/first_support`}
            label="To its first support"
          />
          <YesNo
            label="Can be reached upstream"
            value={cable.reachable}
            onChange={(reachable) => set({ reachable })}
          />
          <Form.Check
            id={`fished-${cable.id}`}
            label="Fished into a finished wall"
            checked={cable.fished}
            onChange={(event) => set({ fished: event.target.checked })}
          />
          <Form.Check
            id={`fixed-${cable.id}`}
            label="Fixed close by"
            checked={cable.fixed_close}
            onChange={(event) => set({ fixed_close: event.target.checked })}
          />
          <Button
            variant="outline-primary"
            onClick={() => session.edit((contents) => withoutCable(contents, cable.id))}
          >
            Remove with its conductors
          </Button>
        </div>
      )}
    </fieldset>
  );
}
