// The people of the firm, where they are signed in, and oneself.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { v7 as uuid } from 'uuid';
import { api } from '../api/client';
import { keys } from '../api/queries';
import type { Me, Person, PersonRole, Revised } from '../api/types';
import { whyNot } from '../api/whyNot';
import { Choice } from '../ui/Choice';
import { Loading } from '../ui/States';
import { Backups } from './Backups';
import { Field, Refusal } from './Field';
import { FirstOwner } from './FirstOwner';
import { Oneself } from './Oneself';
import { PairingDialog } from './PairingDialog';
import { Places } from './Places';
import { useMe } from './useMe';
import { useRoles } from './useRoles';

export function PeopleView() {
  const { me } = useMe();
  if (!me) return <Loading what="the people" />;
  return (
    <main id="main" className="page people-page">
      <div className="page-head">
        <h1>People</h1>
      </div>
      {!me.asks ? <FirstOwner /> : me.person && <Firm me={me} person={me.person} />}
    </main>
  );
}

function Firm({ me, person }: { me: Me; person: Person }) {
  const people = useQuery({ queryKey: keys.people, queryFn: api.people });
  const [pairing, setPairing] = useState<Person | null>(null);
  const { roles } = useRoles();
  const runs = me.acts.includes('people');
  const known = people.data ?? [];
  const nameOf = (id: string) => known.find(({ record }) => record.id === id)?.record.name ?? 'somebody';
  const here = known.filter(({ record }) => !record.left);
  const left = known.filter(({ record }) => record.left);
  return (
    <div className="people-columns">
      <div>
        <section aria-label="In the firm">
          <h2>In the firm</h2>
          <ul className="people">
            {here.map((one) => (
              <PersonLine key={one.record.id} one={one} runs={runs} onPair={setPairing} />
            ))}
          </ul>
          {left.length > 0 && (
            <>
              <h3>Left; the journal keeps their names</h3>
              <ul className="people">
                {left.map((one) => (
                  <PersonLine key={one.record.id} one={one} runs={runs} onPair={setPairing} />
                ))}
              </ul>
            </>
          )}
        </section>
        {runs && <NewPerson onMade={setPairing} />}
        <details className="roles">
          <summary>Who may do what</summary>
          <dl>
            {roles.map(({ value, name, about }) => (
              <div key={value}>
                <dt>{name}</dt>
                <dd>{about}</dd>
              </div>
            ))}
          </dl>
        </details>
      </div>
      <div>
        <Oneself person={person} onPair={() => setPairing(person)} />
        <Places here={me.sign_in?.id} nameOf={nameOf} />
        {runs && <Backups />}
      </div>
      {pairing && <PairingDialog person={pairing} onClose={() => setPairing(null)} />}
    </div>
  );
}

type LineProps = { one: Revised<Person>; runs: boolean; onPair: (person: Person) => void };

function PersonLine({ one: { record, revision }, runs, onPair }: LineProps) {
  const client = useQueryClient();
  const { choices, nameOf } = useRoles();
  const [refused, setRefused] = useState<string | null>(null);
  const put = async (person: Person) => {
    setRefused(await whyNot(() => api.putPerson(person, revision)));
    for (const queryKey of [keys.people, keys.signIns, keys.me]) await client.invalidateQueries({ queryKey });
  };
  const who = (
    <span>
      <b>{record.name}</b>
      {record.licence && <small>{record.licence}</small>}
    </span>
  );
  if (!runs || record.left) {
    return (
      <li>
        {who}
        <span>{nameOf(record.role)}</span>
        {runs && (
          <Button
            variant="outline-primary"
            aria-label={`${record.name} is back`}
            onClick={() => void put({ ...record, left: false })}
          >
            Is back
          </Button>
        )}
      </li>
    );
  }
  return (
    <li>
      {who}
      <Form.Select
        aria-label={`What ${record.name} does`}
        value={record.role}
        onChange={(event) => void put({ ...record, role: event.target.value as PersonRole })}
      >
        {choices.map(([role, name]) => (
          <option key={role} value={role}>
            {name}
          </option>
        ))}
      </Form.Select>
      <span className="person-acts">
        <Button
          variant="outline-primary"
          aria-label={`Pair a device for ${record.name}`}
          onClick={() => onPair(record)}
        >
          Pair a device
        </Button>
        <Button
          variant="outline-primary"
          aria-label={`${record.name} has left`}
          onClick={() => void put({ ...record, left: true })}
        >
          Has left
        </Button>
      </span>
      <Refusal says={refused} />
    </li>
  );
}

function NewPerson({ onMade }: { onMade: (person: Person) => void }) {
  const client = useQueryClient();
  const { choices } = useRoles();
  const [name, setName] = useState('');
  const [licence, setLicence] = useState('');
  const [role, setRole] = useState<PersonRole>('inspector');
  const [refused, setRefused] = useState<string | null>(null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const person = { id: uuid(), name: name.trim(), licence: licence.trim(), role, left: false };
    const why = await whyNot(() => api.putPerson(person, 0));
    setRefused(why);
    if (why) return;
    setName('');
    setLicence('');
    await client.invalidateQueries({ queryKey: keys.people });
    // Without a device of theirs they could not come in.
    onMade(person);
  };
  return (
    <section aria-label="A new person">
      <h2>A new person</h2>
      <Form className="new-person" onSubmit={(event) => void submit(event)}>
        <Field
          id="person-name"
          label="Name"
          required
          maxLength={80}
          autoComplete="off"
          value={name}
          onChange={setName}
        />
        <Choice
          label="What they do"
          value={role}
          choices={choices}
          onChange={(next) => next && setRole(next)}
        />
        <Field id="person-licence" label="Licence" maxLength={60} value={licence} onChange={setLicence} />
        <Button type="submit">Add</Button>
      </Form>
      <Refusal says={refused} />
    </section>
  );
}
