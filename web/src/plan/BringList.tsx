// What to bring: needed, on the truck, packs to buy and what they cost. Packs, stock and prices are typed in place.
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { StockLine, WorkPlan, WorkSettings } from '../api/types';
import { Choice } from '../ui/Choice';
import { MoneyField } from '../ui/MoneyField';
import type { ChangeWork } from './change';

type Need = WorkPlan['materials'][number];
type Props = { audit: string; job: WorkPlan; settings: WorkSettings; change: ChangeWork };

export function BringList({ audit, job, settings, change }: Props) {
  const [day, setDay] = useState<string | null>(null);
  const lines = job.days.find((known) => String(known.day) === day)?.materials ?? job.materials;
  // What was just typed is in the settings; a line of an earlier release the core knows by its words.
  const stockOf = ({ code, stock }: Need) => settings.stock.find((line) => line.code === code) ?? stock;
  const set = (need: Need, part: Partial<StockLine>) => {
    const { code, what } = need;
    const known = stockOf(need);
    const line = { pack: null, on_truck: 0, price: null, made_up: false, ...known, code, what, ...part };
    return change({
      stock: [
        ...settings.stock.filter((other) => other.code !== known?.code || other.what !== known?.what),
        line,
      ],
    });
  };
  return (
    <section aria-label="Bring">
      <div className="results">
        <Button href={`/api/audits/${audit}/materials.csv${day === null ? '' : `?day=${day}`}`}>CSV</Button>
        <Button variant="outline-primary" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <Choice
        label="For"
        value={day}
        none="the whole job"
        choices={job.days.map((known) => [String(known.day), `day ${known.day + 1}`] as const)}
        onChange={setDay}
      />
      {job.estimate.made_up && <p className="refused">Prices marked * are made up, for the demonstration.</p>}
      <div className="scroll-x">
        <table className="bring">
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">need</th>
              <th scope="col">on truck</th>
              <th scope="col">pack of</th>
              <th scope="col">buy</th>
              <th scope="col">price</th>
              <th scope="col">costs</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => {
              const known = stockOf(line);
              return (
                <tr key={line.code}>
                  <th scope="row">
                    {line.what}
                    <i>{line.boxes.join(' ')}</i>
                  </th>
                  <td className="figure">{line.count}</td>
                  <td>
                    <Small
                      label={`On the truck: ${line.what}`}
                      value={known?.on_truck ?? 0}
                      onChange={(on_truck) => set(line, { on_truck: on_truck ?? 0 })}
                    />
                  </td>
                  <td>
                    <Small
                      label={`Pack of: ${line.what}`}
                      value={known?.pack ?? null}
                      onChange={(pack) => set(line, { pack })}
                    />
                  </td>
                  <td className="figure">
                    {line.packs}
                    {line.pack ? (line.packs === 1 ? ' pack' : ' packs') : ''}
                  </td>
                  <td>
                    <MoneyField
                      inTable
                      label={`Price: ${line.what}`}
                      value={known?.price ?? null}
                      most={100_000_000}
                      onChange={(price) => set(line, { price, made_up: false })}
                    />
                  </td>
                  <td className="figure">
                    {line.cost_text ?? '–'}
                    {line.made_up ? '*' : ''}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <p className="muted">Pigtails are in the cut list.</p>
    </section>
  );
}

type SmallProps = { label: string; value: number | null; onChange: (value: number | null) => unknown };

function Small({ label, value, onChange }: SmallProps) {
  return (
    <input
      key={value}
      type="number"
      min={0}
      className="form-control"
      aria-label={label}
      defaultValue={value ?? ''}
      onBlur={(event) => {
        const next = event.target.value === '' ? null : Math.round(Number(event.target.value));
        if (next !== value) onChange(next);
      }}
    />
  );
}
