// Nothing of the firm is shown before somebody signs in. What waits on this device stays, and is named.
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { api } from '../api/client';
import { whyNot } from '../api/whyNot';
import { auditsWaiting } from '../device/audits';
import { useCounted } from '../device/useDevice';
import { WaitingList } from '../device/WaitingList';
import { Field, Passphrase, Refusal } from './Field';
import { persistently } from './persistently';
import { thisDevice } from './thisDevice';
import { useSignedIn } from './useMe';

export function SignIn() {
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const take = useSignedIn();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const why = await whyNot(async () =>
      take(await persistently(() => api.signIn({ name, passphrase, device: thisDevice() }))),
    );
    setRefused(why);
    if (why) setPassphrase('');
    setBusy(false);
  };
  return (
    <main id="main" className="page door">
      <h1>Sign in</h1>
      <Form onSubmit={(event) => void submit(event)}>
        <Field
          id="sign-in-name"
          label="Name"
          autoComplete="username"
          autoFocus
          required
          maxLength={80}
          value={name}
          onChange={setName}
        />
        <Passphrase id="sign-in-passphrase" label="Passphrase" value={passphrase} onChange={setPassphrase} />
        <Refusal says={refused} />
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
