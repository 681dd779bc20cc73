// The scope of the job: what each takes and leaves open; hours, and what a shut-down and a box take.
import { Form } from 'react-bootstrap';
import type { Scope, WorkPlan, WorkSettings } from '../api/types';
import { MoneyField } from '../ui/MoneyField';
import { NumberField } from '../ui/NumberField';
import type { ChangeWork } from './change';
import { clock, minuteOf } from './clock';

type Props = { job: WorkPlan; settings: WorkSettings; change: ChangeWork };

export function ScopeChoice({ job, settings, change }: Props) {
  return (
    <section className="scopes" aria-label="Scope">
      <h2>Scope</h2>
      {job.scopes.map((cost) => (
        <Form.Check
          key={cost.scope}
          type="radio"
          name="scope"
          id={`scope-${cost.scope}`}
          checked={settings.scope === cost.scope}
          onChange={() => void change({ scope: cost.scope as Scope })}
          label={
            <>
              <b>{cost.name}</b>
              <span>
                {cost.repairs} repairs in {cost.boxes} boxes, {cost.minutes} min, {cost.pieces} pieces
                {cost.left_open > 0 ? `; leaves ${cost.left_open} items open` : ''}
              </span>
            </>
          }
        />
      ))}
      <details>
        <summary>Hours and limits</summary>
        {(
          [
            ['day_from', 'Work begins'],
            ['day_to', 'and ends'],
          ] as const
        ).map(([field, words]) => (
          <label key={field} className="choice">
            <span>{words}</span>
            <input
              key={settings[field]}
              type="time"
              className="form-control"
              defaultValue={clock(settings[field])}
              onBlur={(event) => {
                const minute = minuteOf(event.target.value);
                if (minute !== settings[field]) void change({ [field]: minute });
              }}
            />
          </label>
        ))}
        <label className="choice">
          <span>First day</span>
          <input
            key={settings.begins}
            type="date"
            className="form-control"
            defaultValue={settings.begins ?? ''}
            onBlur={(event) => {
              const begins = event.target.value || null;
              if (begins !== settings.begins) void change({ begins });
            }}
          />
        </label>
        {(
          [
            ['longest_off', 'Longest shut-down, min'],
            ['setup', 'Each shut-down, min'],
            ['per_breaker', 'Each breaker of it, min'],
            ['per_box', 'Each box to reach, open and close, min'],
          ] as const
        ).map(([field, words]) => (
          <NumberField
            key={field}
            label={words}
            value={settings[field]}
            most={1440}
            onChange={(minutes) => minutes !== null && void change({ [field]: minutes })}
          />
        ))}
        <MoneyField
          label="An hour costs"
          value={settings.hour_price}
          most={1_000_000}
          onChange={(hour_price) => void change({ hour_price })}
        />
        <label className="choice">
          <span>Currency</span>
          <input
            key={settings.currency}
            className="form-control"
            maxLength={8}
            defaultValue={settings.currency}
            onBlur={(event) => {
              const currency = event.target.value.trim();
              if (currency !== settings.currency) void change({ currency });
            }}
          />
        </label>
      </details>
    </section>
  );
}
