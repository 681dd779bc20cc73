// Links that open one sealed report without signing in: each ends by itself, and is withdrawn with one press.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { api } from '../api/client';
import { keys } from '../api/queries';
import type { ReportLink } from '../api/types';
import { whyNot } from '../api/whyNot';
import { Refusal } from '../people/Field';
import { Choice } from '../ui/Choice';

const DAYS = [
  ['3', '3 days'],
  ['14', '14 days'],
  ['30', '30 days'],
  ['90', '90 days'],
] as const;

const day = (at: string) => at.slice(0, 10);

function state({ withdrawn, opens, ends }: ReportLink): string {
  if (withdrawn) return 'withdrawn';
  return opens ? `until ${day(ends)}` : `ended ${day(ends)}`;
}

export function Links({ audit, mayWithdraw }: { audit: string; mayWithdraw: boolean }) {
  const client = useQueryClient();
  const links = useQuery({ queryKey: keys.links(audit), queryFn: () => api.links(audit) });
  const known = links.data ?? [];
  if (known.length === 0) return null;
  const withdraw = async (id: string) => {
    await api.withdrawLink(audit, id);
    await client.invalidateQueries({ queryKey: keys.links(audit) });
  };
  return (
    <section aria-label="Links for readers">
      <h3>Links for readers</h3>
      <ul className="people signed-in">
        {known.map((link) => (
          <li key={link.id}>
            <span>
              Report {link.number}, made by {link.who} {day(link.made)}: {state(link)}
            </span>
            {mayWithdraw && link.opens && (
              <Button
                variant="outline-primary"
                aria-label={`Withdraw the link to report ${link.number} made ${day(link.made)}`}
                onClick={() => void withdraw(link.id)}
              >
                Withdraw
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

type NewProps = { audit: string; number: number; onClose: () => void };

export function NewLink({ audit, number, onClose }: NewProps) {
  const client = useQueryClient();
  const [days, setDays] = useState<string>('14');
  const [made, setMade] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const make = async () => {
    const why = await whyNot(async () => {
      const { path } = await api.makeLink(audit, number, Number(days));
      setMade(window.location.origin + path);
    });
    setRefused(why);
    await client.invalidateQueries({ queryKey: keys.links(audit) });
  };
  return (
    <Modal show onHide={onClose} aria-labelledby="link-title">
      <Modal.Header closeButton>
        <Modal.Title id="link-title" as="h2">
          A link to report {number}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>Whoever has the link opens this one report, and nothing else, until it ends or is withdrawn.</p>
        {made ? (
          <>
            <p>Shown this once:</p>
            <p>
              <code className="made-link">{made}</code>
            </p>
          </>
        ) : (
          <Choice
            label="It holds for"
            value={days}
            choices={DAYS}
            onChange={(next) => next && setDays(next)}
          />
        )}
        <Refusal says={refused} />
      </Modal.Body>
      <Modal.Footer>
        {made ? (
          <Button onClick={() => void navigator.clipboard?.writeText(made)}>Copy</Button>
        ) : (
          <Button onClick={() => void make()}>Make the link</Button>
        )}
      </Modal.Footer>
    </Modal>
  );
}
