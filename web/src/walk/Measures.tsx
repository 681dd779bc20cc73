// What is measured: the box, where the sheaths end, and each conductor. In the order of the work.
import { Button, Form } from 'react-bootstrap';
import { useChoices } from '../api/choices';
import type { BoxContents } from '../api/types';
import { CableRow } from './CableRow';
import { ConductorRow } from './ConductorRow';
import { contentsOf, withCable, withConductor } from './contents';
import { LengthField } from './LengthField';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';
import { BOX_KINDS, conductorNames } from './words';

type Part = { session: BoxSession; state: SessionState };

export function Measures({ session, state, units }: Part & { units: 'inch' | 'metric' }) {
  const choices = useChoices();
  const contents = contentsOf(state);
  const set = (change: Partial<BoxContents>) => session.edit((known) => ({ ...known, ...change }));
  const gauge = contents.conductors.at(-1)?.gauge ?? '14';
  const names = conductorNames(contents.conductors);
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
            {BOX_KINDS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Form.Select>
          <Form.Select
            id="wall_finish"
            aria-label="Wall finish"
            value={contents.wall_finish ?? ''}
            onChange={(event) =>
              set({ wall_finish: (event.target.value || null) as BoxContents['wall_finish'] })
            }
          >
            <option value="">Wall not noted</option>
            {choices.finishes.map(([value, words]) => (
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
            name={names[index] ?? ''}
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
              session.edit((known) =>
                withConductor(known, known.cables.at(-1)?.id ?? null, ['black', 'ungrounded'], gauge),
              )
            }
          >
            + conductor
          </Button>
          {contents.conductors.some((conductor) => conductor.condition === null) && (
            <Button
              variant="outline-primary"
              id="conductors-0-condition"
              onClick={() =>
                session.edit((known) => ({
                  ...known,
                  conductors: known.conductors.map((conductor) => ({
                    ...conductor,
                    condition: conductor.condition ?? 'sound',
                  })),
                }))
              }
            >
              All others sound
            </Button>
          )}
        </div>
      </div>
    </section>
  );
}
