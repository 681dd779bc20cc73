// Nothing of the firm is shown before somebody signs in. What waits on this device stays, and is named.
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { ApiProblem, api } from '../api/client';
import { auditsWaiting } from '../device/audits';
import { useCounted } from '../device/useDevice';
import { WaitingList } from '../device/WaitingList';
import { persistently } from './persistently';
import { thisDevice } from './thisDevice';
import { useSignedIn } from './useMe';

export function SignIn() {
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [refused, setRefused] = useState('');
  const [busy, setBusy] = useState(false);
  const take = useSignedIn();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      take(await persistently(() => api.signIn({ name, passphrase, device: thisDevice() })));
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(error.says);
      setPassphrase('');
    }
    setBusy(false);
  };
  return (
    <main id="main" className="page door">
      <h1>Sign in</h1>
      <Form onSubmit={(event) => void submit(event)}>
        <Form.Group controlId="sign-in-name">
          <Form.Label>Name</Form.Label>
          <Form.Control
            autoComplete="username"
            autoFocus
            required
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
          />
        </Form.Group>
        <Form.Group controlId="sign-in-passphrase">
          <Form.Label>Passphrase</Form.Label>
          <Form.Control
            type="password"
            autoComplete="current-password"
            required
            value={passphrase}
            maxLength={128}
            onChange={(event) => setPassphrase(event.target.value)}
          />
        </Form.Group>
        <p className="refused" role="alert">
          {refused}
        </p>
        <Button type="submit" disabled={busy}>
          {busy ? 'Signing in' : 'Sign in'}
        </Button>
      </Form>
      <p>
        A tablet of the firm is paired instead: <Link to="/pair">type the code that the office shows</Link>.
      </p>
      <WaitsHere />
    </main>
  );
}

/** What was entered here and is not with the office yet. */
function WaitsHere() {
  const counted = useCounted();
  const audits = counted ? auditsWaiting() : [];
  if (audits.length === 0) return null;
  return (
    <section className="waits-here">
      <h2>Kept on this device</h2>
      <p>It goes to the office once somebody signs in here, in the name of who does.</p>
      {audits.map((audit) => (
        <WaitingList key={audit} audit={audit} />
      ))}
    </section>
  );
}
