// What was worked out, left at a box as a note to whoever comes next.
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { ApiProblem, api } from '../api/client';
import { keepBox, useJobs, useWalk } from '../api/queries';
import { withNote } from '../findings/withNote';
import { useMe } from '../people/useMe';

type Props = {
  /** What the note says. */
  text: string;
  audit: string | undefined;
  box: string | null;
};

export function SendToBox({ text, audit, box }: Props) {
  const [chosen, setChosen] = useState(audit ?? '');
  return (
    <div className="pocket-send">
      {!audit && <Jobs chosen={chosen} onChange={setChosen} />}
      {chosen && <Boxes key={chosen} audit={chosen} box={box} text={text} />}
    </div>
  );
}

function Jobs({ chosen, onChange }: { chosen: string; onChange: (audit: string) => void }) {
  const jobs = useJobs();
  const open = (jobs.data ?? []).filter(({ audit }) => !audit.record.archived);
  return (
    <Form.Select aria-label="Job" value={chosen} onChange={(event) => onChange(event.target.value)}>
      <option value="">which job</option>
      {open.map(({ audit: { record } }) => (
        <option key={record.id} value={record.id}>
          {record.name}
        </option>
      ))}
    </Form.Select>
  );
}

function Boxes({ audit, box, text }: { audit: string; box: string | null; text: string }) {
  const walk = useWalk(audit);
  const { me } = useMe();
  const [at, setAt] = useState(box ?? '');
  const [said, setSaid] = useState<{ words: string; box?: string } | null>(null);
  const send = async () => {
    setSaid(null);
    try {
      const { record, revision } = (await api.box(audit, at)).record;
      const notes = withNote(record.notes ?? [], { text, by: me?.person?.name ?? '', to: null });
      keepBox(audit, await api.putBox(audit, { ...record, notes }, revision));
      setSaid({ words: `Noted at ${record.tag} ${record.place}`.trim(), box: at });
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setSaid({ words: `Not noted: ${error.problem.detail}` });
    }
  };
  return (
    <>
      <Form.Select aria-label="Box" value={at} onChange={(event) => setAt(event.target.value)}>
        <option value="">which box</option>
        {(walk.data?.rooms ?? []).map(({ room, boxes }) => (
          <optgroup key={room.record.id} label={room.record.name}>
            {boxes.map(({ overview }) => (
              <option key={overview.id} value={overview.id}>
                {`${overview.tag} ${overview.place}`.trim()}
              </option>
            ))}
          </optgroup>
        ))}
      </Form.Select>
      <Button disabled={at === ''} onClick={() => void send()}>
        Leave it there as a note
      </Button>
      <p role="status">
        {said?.box ? <Link to={`/audits/${audit}/walk/${said.box}`}>{said.words}</Link> : said?.words}
      </p>
    </>
  );
}
