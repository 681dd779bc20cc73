// Whose turn the job is: it goes to the electrician and back, with a word to whoever comes next.
import { useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api } from '../api/client';
import { useTrades } from '../api/queries';
import type { AuditCounts, Stage, Turn } from '../api/types';
import { whyNot } from '../api/whyNot';
import { useMyRole } from '../people/useMe';

/** Where a job is, in words; nothing as long as it was never handed over. */
export function useStage() {
  const stages = useTrades().data?.stages ?? [];
  return (stage: Stage) => stages.find(({ value }) => value === stage);
}

export function WhoseTurn({ audit, turn, counts }: { audit: string; turn: Turn; counts: AuditCounts }) {
  const client = useQueryClient();
  const roles = useTrades().data?.person_roles ?? [];
  // Where nobody is asked who they are, whoever works does everything.
  const role = useMyRole() ?? 'owner';
  const stageOf = useStage();
  const [note, setNote] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const ways = roles.find(({ value }) => value === role)?.hands ?? [];
  const to = ways.find(({ from }) => from === turn.stage)?.to ?? [];
  const hand = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const chosen = (event.nativeEvent as SubmitEvent).submitter?.getAttribute('value') as Stage | null;
    if (!chosen) return;
    const why = await whyNot(() => api.handOver(audit, { from: turn.stage, to: chosen, note }));
    setRefused(why);
    if (why === null) setNote('');
    await client.invalidateQueries({ queryKey: ['audit', audit] });
  };
  const { inspector, electrician } = counts.awaiting;
  return (
    <section className="whose-turn" aria-label="Whose turn it is">
      <h2>Whose turn it is</h2>
      <p>
        The job is <b>{stageOf(turn.stage)?.name}</b>
        {turn.by && <>, handed over by {turn.by}</>}.
      </p>
      {turn.note && <blockquote>{turn.note}</blockquote>}
      <p>
        <b className="figure">{inspector}</b> {inspector === 1 ? 'place waits' : 'places wait'} for the
        inspector, <b className="figure">{electrician}</b> for the electrician.
      </p>
      {to.length > 0 && (
        <Form onSubmit={(event) => void hand(event)}>
          <Form.Control
            as="textarea"
            aria-label="What the next person should know"
            placeholder="what the next person should know"
            value={note}
            maxLength={500}
            onChange={(event) => setNote(event.target.value)}
          />
          <div className="papers">
            {to.map((stage) => (
              <Button key={stage} type="submit" value={stage} variant="outline-primary">
                {stageOf(stage)?.hand}
              </Button>
            ))}
          </div>
        </Form>
      )}
      <p className="refused" role="alert">
        {refused}
      </p>
    </section>
  );
}
