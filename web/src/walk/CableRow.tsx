// One cable or raceway: where its sheath ends, how much of it is inside, what slack came.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useTrades } from '../api/queries';
import type { Cable } from '../api/types';
import { YesNo } from '../ui/Choice';
import { LengthField } from './LengthField';
import type { BoxSession, SessionState } from './session';

type Props = { session: BoxSession; state: SessionState; cable: Cable; index: number };

export function CableRow({ session, state, cable, index }: Props) {
  const set = (change: Partial<Cable>) =>
    session.edit((contents) => ({
      ...contents,
      cables: contents.cables.map((known) => (known.id === cable.id ? { ...known, ...change } : known)),
    }));
  const trades = useTrades();
  const [more, setMore] = useState(false);
  const methodName =
    cable.method !== 'unknown' &&
    trades.data?.wiring_methods.find(({ value }) => value === cable.method)?.name;
  const name = cable.label || `Cable ${cable.id}`;
  return (
    <fieldset className="cable-row">
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
            {trades.data?.wiring_methods.map(({ value, name }) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </Form.Select>
          <Form.Select
            aria-label="Where it comes in"
            value={cable.entry}
            onChange={(event) => set({ entry: event.target.value as Cable['entry'] })}
          >
            <option value="back">In at the back</option>
            <option value="side">In at a side</option>
          </Form.Select>
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
