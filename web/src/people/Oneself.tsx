// Oneself: the passphrase, another device, and signing out.
import { useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { ApiProblem, api } from '../api/client';
import { keys } from '../api/queries';
import type { Person } from '../api/types';
import { auditsWaiting, forgetAll } from '../device/audits';
import { roleName, useSignedIn } from './useMe';

export function Oneself({ person, onPair }: { person: Person; onPair: () => void }) {
  const client = useQueryClient();
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
        <b>{person.name}</b>, {roleName(person.role)}
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
      {changing && <Passphrase onDone={() => setChanging(false)} />}
    </section>
  );
}

function Passphrase({ onDone }: { onDone: () => void }) {
  const [old, setOld] = useState('');
  const [next, setNext] = useState('');
  const [refused, setRefused] = useState('');
  const take = useSignedIn();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      take(await api.putPassphrase({ old, new: next }));
      onDone();
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(error.says);
    }
  };
  return (
    <Form className="door" onSubmit={(event) => void submit(event)}>
      <Form.Group controlId="old-passphrase">
        <Form.Label>The one before, where you have one</Form.Label>
        <Form.Control
          type="password"
          autoComplete="current-password"
          value={old}
          maxLength={128}
          onChange={(event) => setOld(event.target.value)}
        />
      </Form.Group>
      <Form.Group controlId="new-passphrase">
        <Form.Label>The new one</Form.Label>
        <Form.Control
          type="password"
          autoComplete="new-password"
          required
          value={next}
          maxLength={128}
          onChange={(event) => setNext(event.target.value)}
        />
        <Form.Text>At least 12 characters, a few words do.</Form.Text>
      </Form.Group>
      <p className="refused" role="alert">
        {refused}
      </p>
      <Button type="submit">Change it</Button>
    </Form>
  );
}
