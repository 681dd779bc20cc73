// Oneself: the passphrase, another device, and signing out.
import { useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api } from '../api/client';
import { keys } from '../api/queries';
import type { Person } from '../api/types';
import { whyNot } from '../api/whyNot';
import { auditsWaiting, forgetAll } from '../device/audits';
import { Passphrase, Refusal } from './Field';
import { useSignedIn } from './useMe';
import { useRoles } from './useRoles';

export function Oneself({ person, onPair }: { person: Person; onPair: () => void }) {
  const client = useQueryClient();
  const { nameOf } = useRoles();
  const [changing, setChanging] = useState(false);
  const waiting = auditsWaiting().length;
  const signOut = async () => {
    await api.signOut();
    // Whoever comes next sees nothing of what this device kept; what waits for the office stays.
    await forgetAll();
    client.clear();
    await client.invalidateQueries({ queryKey: keys.me });
    window.location.assign('/');
  };
  return (
    <section aria-label="You">
      <h2>You</h2>
      <p>
        <b>{person.name}</b>, {nameOf(person.role)}
        {person.licence && `, ${person.licence}`}
      </p>
      <div className="papers">
        <Button variant="outline-primary" onClick={onPair}>
          Pair another device
        </Button>
        <Button variant="outline-primary" aria-expanded={changing} onClick={() => setChanging(!changing)}>
          Change the passphrase
        </Button>
        <Button variant="outline-primary" onClick={() => void signOut()}>
          Sign out
        </Button>
      </div>
      {waiting > 0 && (
        <p className="muted">What waits here for the office stays on this device when you sign out.</p>
      )}
      {changing && <NewPassphrase onDone={() => setChanging(false)} />}
    </section>
  );
}

function NewPassphrase({ onDone }: { onDone: () => void }) {
  const [old, setOld] = useState('');
  const [next, setNext] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const take = useSignedIn();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const why = await whyNot(async () => take(await api.putPassphrase({ old, new: next })));
    setRefused(why);
    if (!why) onDone();
  };
  return (
    <Form className="door" onSubmit={(event) => void submit(event)}>
      <Passphrase
        id="old-passphrase"
        label="The one before, where you have one"
        required={false}
        value={old}
        onChange={setOld}
      />
      <Passphrase
        id="new-passphrase"
        label="The new one"
        chosen
        hint="A few words do."
        value={next}
        onChange={setNext}
      />
      <Refusal says={refused} />
      <Button type="submit">Change it</Button>
    </Form>
  );
}
