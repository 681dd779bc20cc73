// Pairing this device by the code that the office shows: once, and it stays signed in.
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { ApiProblem, api } from '../api/client';
import { useSignedIn } from './useMe';

/** The code stands behind the mark of a fragment, which is sent to nobody. */
const fromAddress = () => window.location.hash.slice(1).slice(0, 20);

export function PairView() {
  const [code, setCode] = useState(fromAddress);
  const [device, setDevice] = useState('');
  const [refused, setRefused] = useState('');
  const take = useSignedIn();
  const navigate = useNavigate();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      take(await api.pair({ code, device }));
      navigate('/', { replace: true });
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(error.says);
    }
  };
  return (
    <main id="main" className="page door">
      <h1>Pair this device</h1>
      <p>It stays signed in as the person for whom the office made the code, until it is shut out there.</p>
      <Form onSubmit={(event) => void submit(event)}>
        <Form.Group controlId="pair-code">
          <Form.Label>Code</Form.Label>
          <Form.Control
            className="figure"
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            required
            autoFocus={code === ''}
            value={code}
            maxLength={20}
            onChange={(event) => setCode(event.target.value)}
          />
        </Form.Group>
        <Form.Group controlId="pair-device">
          <Form.Label>What this device is called</Form.Label>
          <Form.Control
            required
            autoFocus={code !== ''}
            value={device}
            maxLength={40}
            placeholder="tablet 2"
            onChange={(event) => setDevice(event.target.value)}
          />
          <Form.Text>The office tells it from others by this.</Form.Text>
        </Form.Group>
        <p className="refused" role="alert">
          {refused}
        </p>
        <Button type="submit">Pair this device</Button>
      </Form>
    </main>
  );
}
