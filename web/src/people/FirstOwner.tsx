// The first person of a firm: from then on whoever comes is asked who they are.
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { v7 as uuid } from 'uuid';
import { ApiProblem, api } from '../api/client';
import { thisDevice } from './thisDevice';
import { useSignedIn } from './useMe';

export function FirstOwner() {
  const [name, setName] = useState('');
  const [licence, setLicence] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [refused, setRefused] = useState('');
  const take = useSignedIn();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const person = {
        id: uuid(),
        name: name.trim(),
        licence: licence.trim(),
        role: 'owner',
        left: false,
      } as const;
      take(await api.firstOwner({ person, passphrase, device: thisDevice() }));
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(error.says);
    }
  };
  return (
    <section className="door" aria-label="The first owner">
      <h2>Nobody is asked who they are</h2>
      <p>
        Whoever opens this page on this machine may do everything, and the journal says "inspector". Make the
        owner of the firm, and from then on everybody signs in. Other machines are served only then.
      </p>
      <Form onSubmit={(event) => void submit(event)}>
        <Form.Group controlId="owner-name">
          <Form.Label>Your name</Form.Label>
          <Form.Control
            autoComplete="username"
            required
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
          />
        </Form.Group>
        <Form.Group controlId="owner-licence">
          <Form.Label>Licence, where you have one</Form.Label>
          <Form.Control value={licence} maxLength={60} onChange={(event) => setLicence(event.target.value)} />
        </Form.Group>
        <Form.Group controlId="owner-passphrase">
          <Form.Label>Passphrase</Form.Label>
          <Form.Control
            type="password"
            autoComplete="new-password"
            required
            value={passphrase}
            maxLength={128}
            onChange={(event) => setPassphrase(event.target.value)}
          />
          <Form.Text>
            At least 12 characters, a few words do. Forgotten, it is given anew at this machine:{' '}
            <code>nailpunch person passphrase "Your name"</code>
          </Form.Text>
        </Form.Group>
        <p className="refused" role="alert">
          {refused}
        </p>
        <Button type="submit">Make the owner</Button>
      </Form>
    </section>
  );
}
