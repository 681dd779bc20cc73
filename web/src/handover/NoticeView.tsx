// The notice of danger: what stands is told to the owner the same day, and signed on the screen.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import { keys, useWalk } from '../api/queries';
import type { Danger, DangerNotice } from '../api/types';
import { whyNot } from '../api/whyNot';
import { VerdictMark } from '../drawing/VerdictMark';
import { useMay } from '../people/useMe';
import { Failed, Loading } from '../ui/States';
import { subjectPath } from '../ui/subjectPath';
import { type Signature, SignaturePad } from './SignaturePad';

export function NoticeView() {
  const { audit = '' } = useParams();
  const walk = useWalk(audit);
  const dangers = useQuery({ queryKey: keys.dangers(audit), queryFn: () => api.dangers(audit) });
  const mayGive = useMay('capture');
  const failed = walk.error ?? dangers.error;
  if (failed) return <Failed error={failed} again={() => void dangers.refetch()} />;
  if (!walk.data || !dangers.data) return <Loading what="the dangers" />;
  const { building, notices } = walk.data.audit.record;
  return (
    <main id="main" className="page notice-view">
      <div className="page-head">
        <h1>Notice of danger</h1>
      </div>
      <div className="basis-columns">
        <section aria-label="What stands on it">
          <h2>{dangers.data.length === 0 ? 'Nothing is a danger now' : 'What stands on it'}</h2>
          {dangers.data.length === 0 && (
            <p>Nothing that was looked at is a danger as it stands: there is nothing to give notice of.</p>
          )}
          <Told audit={audit} dangers={dangers.data} />
        </section>
        <section aria-label="Give it">
          {dangers.data.length > 0 && mayGive && (
            <>
              <h2>Give it</h2>
              <Give key={notices.length} audit={audit} owner={building.owner} seen={dangers.data} />
            </>
          )}
          <Given audit={audit} notices={notices} />
        </section>
      </div>
    </main>
  );
}

/** The dangers of each place together; they come in the order of the walk. */
function byPlace(dangers: Danger[]): [Danger, ...Danger[]][] {
  const places: [Danger, ...Danger[]][] = [];
  for (const danger of dangers) {
    const last = places.at(-1);
    if (last && JSON.stringify(last[0].subject) === JSON.stringify(danger.subject)) last.push(danger);
    else places.push([danger]);
  }
  return places;
}

/** What is told, place by place; what the owner declined says why. */
function Told({ audit, dangers }: { audit: string; dangers: Danger[] }) {
  return (
    <ul className="noticed">
      {byPlace(dangers).map(([first, ...others]) => (
        <li key={JSON.stringify(first.subject)}>
          <VerdictMark verdict="violates" danger size={22} />
          <div>
            <Link to={subjectPath(audit, first.subject)}>
              <b>{first.place}</b>
              {first.room && `, ${first.room}`}
            </Link>
            {[first, ...others].map(({ what, declined }) => (
              <p key={what}>
                {what}
                {declined != null && <i> Declined by the owner{declined === '' ? '.' : `: ${declined}`}</i>}
              </p>
            ))}
          </div>
        </li>
      ))}
    </ul>
  );
}

/** To whom it is given, and their signature or why there is none. */
function Give({ audit, owner, seen }: { audit: string; owner: string; seen: Danger[] }) {
  const client = useQueryClient();
  const [to, setTo] = useState(owner);
  const [signature, setSignature] = useState<Signature | null>(null);
  const [reason, setReason] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const give = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setRefused(await whyNot(() => api.giveNotice(audit, { to, signature, not_signed: reason, seen })));
    setBusy(false);
    await client.invalidateQueries({ queryKey: ['audit', audit] });
  };
  return (
    <Form onSubmit={(event) => void give(event)}>
      <Form.Group controlId="notice-to">
        <Form.Label>To whom</Form.Label>
        <Form.Control value={to} maxLength={120} onChange={(event) => setTo(event.target.value)} />
      </Form.Group>
      <p className="signs-for">
        I was told today of {seen.length === 1 ? 'this danger' : `these ${seen.length} dangers`}, and of what
        was declined.
      </p>
      <SignaturePad label={`Signature of ${to || 'the owner'}`} onSigned={setSignature} />
      {signature === null && (
        <Form.Group controlId="notice-not-signed">
          <Form.Label>Without a signature, because</Form.Label>
          <Form.Control
            value={reason}
            maxLength={300}
            placeholder="not at home, sent by post"
            onChange={(event) => setReason(event.target.value)}
          />
        </Form.Group>
      )}
      <p className="refused" role="alert">
        {refused}
      </p>
      <Button type="submit" disabled={busy || (signature === null && reason.trim() === '')}>
        {signature ? 'Give the notice, signed' : 'Give the notice, not signed'}
      </Button>
    </Form>
  );
}

function Given({ audit, notices }: { audit: string; notices: DangerNotice[] }) {
  return (
    <>
      <h2>Given</h2>
      {notices.length === 0 && <p>No notice was given yet.</p>}
      <ol className="given">
        {notices.map((notice) => (
          <li key={notice.number}>
            {notice.at.slice(0, 10)} to {notice.to},{' '}
            {notice.signature ? 'signed' : `not signed: ${notice.not_signed}`}, {notice.dangers.length}{' '}
            {notice.dangers.length === 1 ? 'danger' : 'dangers'}.{' '}
            <Link to={`/audits/${audit}/hand-over/report/danger-notice-${notice.number}`}>Look at it</Link>
          </li>
        ))}
      </ol>
    </>
  );
}
