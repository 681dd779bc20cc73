// The cut list: each piece to open, drawn to scale with what is cut from each of its conductors; the offcuts at hand.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Basis, Offcut, WorkPlan, WorkSettings } from '../api/types';
import { LengthLine } from '../ui/LengthLine';
import type { ChangeWork } from './change';

type Props = {
  audit: string;
  job: WorkPlan;
  settings: WorkSettings;
  units: Basis['units'];
  change: ChangeWork;
};

const WIDTH = 640;
const ROW = 34;

export function CutList({ audit, job, settings, units, change }: Props) {
  const { gauges, apart } = job.cut_list;
  const longest = Math.max(1, ...gauges.flatMap((gauge) => gauge.pieces.map((piece) => piece.length.nm)));
  const scale = WIDTH / longest;
  return (
    <section className="cut-list" aria-label="Cut">
      <div className="results">
        <Button href={`/api/audits/${audit}/cut-list.csv`}>CSV</Button>
        <Button variant="outline-primary" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {gauges.length === 0 && <p className="muted">No pigtail is to be cut.</p>}
      {gauges.map((gauge) => (
        <section key={gauge.gauge}>
          <p className="trace-says">{gauge.sentence}</p>
          {gauge.pieces.map((piece) => (
            <figure key={piece.what}>
              <figcaption>
                <b>{piece.what}</b> <span className="figure">{piece.length.text}</span>
              </figcaption>
              <svg
                viewBox={`0 0 ${WIDTH + 100} ${piece.conductors.length * ROW}`}
                role="img"
                aria-label={piece.conductors
                  .map(
                    (conductor) =>
                      `${conductor.colour}: ${conductor.cuts.map((cut) => cut.text).join(', ') || 'nothing'}; ${conductor.left.text} left`,
                  )
                  .join('. ')}
              >
                {piece.conductors.map((conductor, row) => {
                  let from = 0;
                  return (
                    <g key={conductor.colour} transform={`translate(0 ${row * ROW})`}>
                      <text x="0" y="21">
                        {conductor.colour}
                      </text>
                      <rect className="left" x="70" y="4" width={piece.length.nm * scale} height={ROW - 10} />
                      {conductor.cuts.map((cut, index) => {
                        const x = 70 + from * scale;
                        from += cut.nm;
                        return (
                          // biome-ignore lint/suspicious/noArrayIndexKey: equal cuts lie side by side
                          <g key={index}>
                            <rect
                              className={`cut ${conductor.colour}`}
                              x={x}
                              y="4"
                              width={cut.nm * scale}
                              height={ROW - 10}
                            />
                            {cut.nm * scale > 44 && (
                              <text
                                x={x + (cut.nm * scale) / 2}
                                y="21"
                                textAnchor="middle"
                                className={`on ${conductor.colour}`}
                              >
                                {cut.text}
                              </text>
                            )}
                          </g>
                        );
                      })}
                    </g>
                  );
                })}
              </svg>
            </figure>
          ))}
        </section>
      ))}
      {apart.length > 0 && <p>To be bought as single conductors: {apart.join('; ')}.</p>}
      <h2>Offcuts at hand</h2>
      <ul className="offcuts">
        {settings.offcuts.map((offcut) => (
          <OneOffcut
            key={offcut.id}
            offcut={offcut}
            units={units}
            onChange={(next) =>
              void change({
                offcuts: settings.offcuts.flatMap((known) =>
                  known.id === offcut.id ? (next ? [next] : []) : [known],
                ),
              })
            }
          />
        ))}
      </ul>
      <Button
        variant="outline-primary"
        onClick={() =>
          void change({
            offcuts: [
              ...settings.offcuts,
              {
                id: Math.max(0, ...settings.offcuts.map((known) => known.id)) + 1,
                gauge: settings.offcuts.at(-1)?.gauge ?? '12',
                conductors: settings.offcuts.at(-1)?.conductors ?? 2,
                length: settings.offcuts.at(-1)?.length ?? 609_600_000,
              },
            ],
          })
        }
      >
        + offcut
      </Button>
    </section>
  );
}

type OffcutProps = { offcut: Offcut; units: Basis['units']; onChange: (offcut: Offcut | null) => void };

function OneOffcut({ offcut, units, onChange }: OffcutProps) {
  const [length, setLength] = useState(offcut.length);
  return (
    <li>
      <span className="figure">{offcut.id}</span>
      <Form.Select
        aria-label={`Gauge of offcut ${offcut.id}`}
        value={offcut.gauge}
        onChange={(event) => onChange({ ...offcut, gauge: event.target.value as Offcut['gauge'] })}
      >
        {['14', '12', '10', '8', '6'].map((gauge) => (
          <option key={gauge} value={gauge}>
            {gauge} AWG
          </option>
        ))}
      </Form.Select>
      <Form.Select
        aria-label={`Conductors of offcut ${offcut.id}`}
        value={offcut.conductors}
        onChange={(event) => onChange({ ...offcut, conductors: Number(event.target.value) })}
      >
        <option value={2}>2 and ground</option>
        <option value={3}>3 and ground</option>
      </Form.Select>
      <LengthLine
        label={`Length of offcut ${offcut.id}`}
        nm={offcut.length}
        units={units}
        onChange={setLength}
      />
      {length !== offcut.length && (
        <Button variant="outline-primary" onClick={() => onChange({ ...offcut, length })}>
          Keep
        </Button>
      )}
      <Button variant="link" aria-label={`Remove offcut ${offcut.id}`} onClick={() => onChange(null)}>
        ×
      </Button>
    </li>
  );
}
