// Pairing this device by the code that the office shows: once, and it stays signed in.
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { whyNot } from '../api/whyNot';
import { Field, Refusal } from './Field';
import { useSignedIn } from './useMe';

/** The code stands behind the mark of a fragment, which is sent to nobody. */
const fromAddress = () => window.location.hash.slice(1).slice(0, 20);

export function PairView() {
  const [code, setCode] = useState(fromAddress);
  const [device, setDevice] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const take = useSignedIn();
  const navigate = useNavigate();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const why = await whyNot(async () => take(await api.pair({ code, device })));
    setRefused(why);
    if (!why) navigate('/', { replace: true });
  };
  return (
    <main id="main" className="page door">
      <h1>Pair this device</h1>
      <p>It stays signed in as the person for whom the office made the code, until it is shut out there.</p>
      <Form onSubmit={(event) => void submit(event)}>
        <Field
          id="pair-code"
          label="Code"
          className="figure"
          autoComplete="off"
          autoCapitalize="characters"
          spellCheck={false}
          required
          autoFocus={code === ''}
          maxLength={20}
          value={code}
          onChange={setCode}
        />
        <Field
          id="pair-device"
          label="What this device is called"
          hint="The office tells it from others by this."
          required
          autoFocus={code !== ''}
          maxLength={40}
          placeholder="tablet 2"
          value={device}
          onChange={setDevice}
        />
        <Refusal says={refused} />
        <Button type="submit">Pair this device</Button>
      </Form>
    </main>
  );
}
