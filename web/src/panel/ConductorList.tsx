// What is under the terminals of a breaker or a bar: one row a conductor.
import { Button, Form } from 'react-bootstrap';
import type { Breaker, LandedConductor } from '../api/types';
import { newConductor } from './records';

export const GAUGES = ['14', '12', '10', '8', '6', '4', '3', '2', '1', '1/0', '2/0', '3/0', '4/0'] as const;
const ROLES = [
  ['ungrounded', 'hot'],
  ['grounded', 'neutral'],
  ['equipment-grounding', 'ground'],
] as const;
const COLOURS = ['black', 'red', 'blue', 'white', 'grey', 'green', 'bare'] as const;

/** Whether it is marked in the colour of what it is used for. */
const MARKS = [
  ['mark?', null],
  ['marked', true],
  ['not marked', false],
] as const;

type Props = {
  conductors: LandedConductor[];
  /** The terminals to choose from; any number where there is none. */
  terminals?: number[];
  /** The breakers that a conductor on a bar may belong to; none at a breaker itself. */
  breakers?: Breaker[];
  carries: LandedConductor['role'];
  onChange: (conductors: LandedConductor[]) => void;
};

export function ConductorList({ conductors, terminals, breakers, carries, onChange }: Props) {
  const set = (index: number, part: Partial<LandedConductor>) =>
    onChange(conductors.map((known, at) => (at === index ? { ...known, ...part } : known)));
  const last = conductors.at(-1);
  return (
    <div className="conductor-list">
      {conductors.map((conductor, index) => {
        const named = `conductor ${index + 1}`;
        return (
          // Rows have no name of their own; they change in place.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <div key={index} className="landed">
            {terminals ? (
              terminals.length > 1 && (
                <Form.Select
                  aria-label={`Pole of ${named}`}
                  value={conductor.terminal}
                  onChange={(event) => set(index, { terminal: Number(event.target.value) })}
                >
                  {terminals.map((terminal) => (
                    <option key={terminal} value={terminal}>
                      pole {terminal}
                    </option>
                  ))}
                </Form.Select>
              )
            ) : (
              <Form.Control
                type="number"
                min={1}
                max={99}
                aria-label={`Terminal of ${named}`}
                value={conductor.terminal}
                onChange={(event) => set(index, { terminal: Number(event.target.value) })}
              />
            )}
            <Form.Select
              aria-label={`Gauge of ${named}`}
              value={conductor.gauge}
              onChange={(event) => set(index, { gauge: event.target.value as LandedConductor['gauge'] })}
            >
              {GAUGES.map((gauge) => (
                <option key={gauge} value={gauge}>
                  {gauge} AWG
                </option>
              ))}
            </Form.Select>
            <Form.Select
              aria-label={`Material of ${named}`}
              value={conductor.material}
              onChange={(event) =>
                set(index, { material: event.target.value as LandedConductor['material'] })
              }
            >
              <option value="copper">copper</option>
              <option value="aluminium">aluminium</option>
              <option value="copper-clad">copper-clad</option>
            </Form.Select>
            <Form.Select
              aria-label={`Strands of ${named}`}
              value={conductor.strands ?? ''}
              onChange={(event) =>
                set(index, { strands: (event.target.value || null) as LandedConductor['strands'] })
              }
            >
              <option value="">strands?</option>
              <option value="solid">solid</option>
              <option value="stranded">stranded</option>
            </Form.Select>
            <Form.Select
              aria-label={`Colour of ${named}`}
              value={conductor.colour ?? ''}
              onChange={(event) =>
                set(index, { colour: (event.target.value || null) as LandedConductor['colour'] })
              }
            >
              <option value="">colour?</option>
              {COLOURS.map((colour) => (
                <option key={colour} value={colour}>
                  {colour}
                </option>
              ))}
            </Form.Select>
            {conductor.colour && (
              <Form.Select
                aria-label={`Mark of ${named}`}
                value={MARKS.find(([, marked]) => marked === (conductor.remarked ?? null))?.[0]}
                onChange={(event) =>
                  set(index, { remarked: MARKS.find(([words]) => words === event.target.value)?.[1] ?? null })
                }
              >
                {MARKS.map(([words]) => (
                  <option key={words}>{words}</option>
                ))}
              </Form.Select>
            )}
            {breakers && (
              <>
                <Form.Select
                  aria-label={`What ${named} carries`}
                  value={conductor.role}
                  onChange={(event) => set(index, { role: event.target.value as LandedConductor['role'] })}
                >
                  {ROLES.map(([known, words]) => (
                    <option key={known} value={known}>
                      {words}
                    </option>
                  ))}
                </Form.Select>
                <Form.Select
                  aria-label={`Breaker of ${named}`}
                  value={conductor.breaker ?? ''}
                  onChange={(event) =>
                    set(index, { breaker: event.target.value === '' ? null : Number(event.target.value) })
                  }
                >
                  <option value="">breaker?</option>
                  {breakers.map((breaker) => (
                    <option key={breaker.id} value={breaker.id}>
                      of {breaker.space}
                    </option>
                  ))}
                </Form.Select>
              </>
            )}
            <Button
              variant="link"
              aria-label={`Remove ${named}`}
              onClick={() => onChange(conductors.filter((_, at) => at !== index))}
            >
              ×
            </Button>
          </div>
        );
      })}
      <Button
        variant="outline-primary"
        onClick={() =>
          onChange([
            ...conductors,
            {
              ...newConductor(breakers ? (last?.terminal ?? 0) + 1 : 1, last?.role ?? carries, last),
              strands: last?.strands ?? null,
              colour: last?.colour ?? null,
            },
          ])
        }
      >
        + conductor
      </Button>
    </div>
  );
}
