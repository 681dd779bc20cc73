// The first person of a firm: from then on whoever comes is asked who they are.
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { v7 as uuid } from 'uuid';
import { api } from '../api/client';
import { whyNot } from '../api/whyNot';
import { Field, Passphrase, Refusal } from './Field';
import { thisDevice } from './thisDevice';
import { useSignedIn } from './useMe';

export function FirstOwner() {
  const [name, setName] = useState('');
  const [licence, setLicence] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const take = useSignedIn();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const person = {
      id: uuid(),
      name: name.trim(),
      licence: licence.trim(),
      role: 'owner',
      left: false,
    } as const;
    setRefused(
      await whyNot(async () => take(await api.firstOwner({ person, passphrase, device: thisDevice() }))),
    );
  };
  const hint = (
    <>
      A few words do. Forgotten, it is given anew at this machine:{' '}
      <code>nailpunch person passphrase "Your name"</code>
    </>
  );
  return (
    <section className="door" aria-label="The first owner">
      <h2>Nobody is asked who they are</h2>
      <p>
        Whoever opens this page on this machine may do everything, and the journal says "inspector". Make the
        owner of the firm, and from then on everybody signs in. Other machines are served only then.
      </p>
      <Form onSubmit={(event) => void submit(event)}>
        <Field
          id="owner-name"
          label="Your name"
          autoComplete="username"
          required
          maxLength={80}
          value={name}
          onChange={setName}
        />
        <Field
          id="owner-licence"
          label="Licence, where you have one"
          maxLength={60}
          value={licence}
          onChange={setLicence}
        />
        <Passphrase
          id="owner-passphrase"
          label="Passphrase"
          chosen
          hint={hint}
          value={passphrase}
          onChange={setPassphrase}
        />
        <Refusal says={refused} />
        <Button type="submit">Make the owner</Button>
      </Form>
    </section>
  );
}
