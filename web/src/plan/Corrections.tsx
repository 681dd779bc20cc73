// Somebody else's list: taken over word for word, each line linked to a box and a rule, and answered as the work goes.
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { api } from '../api/client';
import { keys, useTrades } from '../api/queries';
import type { CorrectionLine, Walk } from '../api/types';
import type { AuditEdit } from '../api/useAuditEdit';
import { Choice } from '../ui/Choice';

type Props = { audit: string; walk: Walk; edit: AuditEdit };

export function Corrections({ audit, walk, edit }: Props) {
  const trades = useTrades();
  const list = useQuery({ queryKey: keys.corrections(audit), queryFn: () => api.corrections(audit) });
  const [typed, setTyped] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const attempt = async (done: Promise<string | null>) => {
    const refusal = await done;
    setRefused(refusal);
    return refusal === null;
  };
  const take = (file: Blob) => attempt(edit.byServer(() => api.takeCorrections(audit, file)));
  const set = (id: number, part: Partial<CorrectionLine> | null) =>
    attempt(
      edit.change((record) => ({
        ...record,
        corrections: record.corrections.flatMap((line) =>
          line.id === id ? (part ? [{ ...line, ...part }] : []) : [line],
        ),
      })),
    );
  const boxes = walk.rooms.flatMap((room) =>
    room.boxes.map((box) => [box.overview.id, `${box.overview.tag} ${room.room.record.name}`] as const),
  );
  const panels = walk.panels.map((panel) => [panel.id, panel.name] as const);
  const runs = walk.cable_runs.map(({ id, name }) => [id, name] as const);
  const rooms = walk.rooms.map(({ room }) => [room.record.id, `${room.record.name}, the room`] as const);
  const rules = (trades.data?.rules ?? []).map((rule) => [rule.code, rule.title] as const);
  const answers = list.data ?? [];
  return (
    <section aria-label="Correction list">
      <div className="results">
        <label className="btn btn-primary">
          Take a list, CSV or text
          <input
            type="file"
            accept=".csv,.txt,text/csv,text/plain"
            className="visually-hidden"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void take(file);
              event.target.value = '';
            }}
          />
        </label>
        {answers.length > 0 && (
          <Button variant="outline-primary" href={`/api/audits/${audit}/corrections.csv`}>
            Answers, CSV
          </Button>
        )}
      </div>
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          void take(new Blob([typed])).then((done) => done && setTyped(''));
        }}
      >
        <Form.Control
          as="textarea"
          rows={2}
          aria-label="Or type it, a finding a line"
          placeholder="or type it, a finding a line: Kitchen: no GFCI at the sink"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        {typed.trim() !== '' && (
          <Button type="submit" variant="outline-primary">
            Take it over
          </Button>
        )}
      </Form>
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
      <ol className="corrections">
        {answers.map((answer) => (
          <li key={answer.line.id} value={answer.line.id}>
            <p>
              {answer.line.place && <b>{answer.line.place}: </b>}
              {answer.line.text}
            </p>
            <div className="correction-links">
              <Choice
                label="Box, panel, cable run or room"
                value={answer.line.box_id ?? answer.line.panel ?? answer.line.run ?? answer.line.room}
                none="none yet"
                choices={[...boxes, ...panels, ...runs, ...rooms]}
                onChange={(id) => {
                  const among = (known: readonly (readonly [string, string])[]) =>
                    known.some(([one]) => one === id) ? id : null;
                  void set(answer.line.id, {
                    box_id: among(boxes),
                    panel: among(panels),
                    run: among(runs),
                    room: among(rooms),
                  });
                }}
              />
              <Choice
                label="Rule"
                value={answer.line.rule}
                none="no rule fits"
                choices={rules}
                onChange={(rule) => void set(answer.line.id, { rule })}
              />
              <Button
                variant="link"
                aria-label={`Remove line ${answer.line.id}`}
                onClick={() => void set(answer.line.id, null)}
              >
                ×
              </Button>
            </div>
            <p className={`answer state-${answer.state ?? 'none'}`}>
              {answer.sentence}{' '}
              {answer.line.box_id && (
                <Link to={`/audits/${audit}/walk/${answer.line.box_id}`}>{answer.tag}</Link>
              )}
              {answer.line.panel && (
                <Link to={`/audits/${audit}/panel/${answer.line.panel}`}>{answer.tag}</Link>
              )}
              {answer.line.run && (
                <Link to={`/audits/${audit}/walk/cable/${answer.line.run}`}>{answer.tag}</Link>
              )}
              {!answer.line.box_id && !answer.line.panel && !answer.line.run && answer.line.room && (
                <Link to={`/audits/${audit}/walk/room/${answer.line.room}`}>{answer.tag || 'the room'}</Link>
              )}
            </p>
            <Form.Control
              aria-label={`A word for the answer to line ${answer.line.id}`}
              placeholder="a word for the answer"
              defaultValue={answer.line.note}
              maxLength={2000}
              onBlur={(event) => {
                const note = event.target.value.trim();
                if (note !== answer.line.note) void set(answer.line.id, { note });
              }}
            />
          </li>
        ))}
      </ol>
    </section>
  );
}
