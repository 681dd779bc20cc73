// The photographs of a box, a panel, a room or a cable run: taken, chosen or dropped; each opened to say what it shows and to draw on it.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { keys } from '../api/queries';
import type { Photo, Revised } from '../api/types';
import { whyNot } from '../api/whyNot';
import { useUndo } from '../ui/UndoBar';
import { Marks, PhotoEditor } from './PhotoEditor';
import { Picture } from './Picture';
import { type PhotoOf, useTakePhotos } from './useTakePhotos';

type Props = { audit: string; of: PhotoOf };

export function Photos({ audit, of }: Props) {
  const client = useQueryClient();
  const say = useUndo();
  const all = useQuery({ queryKey: keys.photos(audit), queryFn: () => api.photos(audit) });
  const [open, setOpen] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const [refused, setRefused] = useState<string[]>([]);
  const own = (all.data ?? []).filter(({ record }) =>
    'box' in of
      ? record.box_id === of.box
      : 'room' in of
        ? record.room === of.room
        : 'run' in of
          ? record.run === of.run
          : record.panel === of.panel,
  );
  const fresh = () => client.invalidateQueries({ queryKey: keys.photos(audit) });
  const { busy, take } = useTakePhotos(audit, of);
  const takeIn = async (files: FileList | null) => setRefused(await take(files));
  const put = async ({ record, revision }: Revised<Photo>) => {
    const why = await whyNot(() => api.putPhoto(audit, record, revision));
    if (why) setRefused([why]);
    await fresh();
  };
  const remove = async ({ record, revision }: Revised<Photo>) => {
    setOpen(null);
    const gone = await api.deletePhoto(audit, record.id, revision);
    await fresh();
    say({ words: 'Photograph deleted.', undo: () => put({ record, revision: gone }) });
  };
  const here = own.find(({ record }) => record.id === open);
  return (
    <section className="photos" aria-label="Photographs">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is a way beside the button inside */}
      <div
        className={over ? 'drop over' : 'drop'}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          void takeIn(event.dataTransfer.files);
        }}
      >
        <label className="btn btn-primary">
          {busy ? 'Taking it in' : 'Take or choose a photograph'}
          <input
            type="file"
            accept="image/jpeg,image/png"
            multiple
            className="visually-hidden"
            onChange={(event) => {
              void takeIn(event.target.files).then(() => {
                event.target.value = '';
              });
            }}
          />
        </label>
        <span className="muted">or drop it here. Place and camera are not kept.</span>
      </div>
      {refused.map((words) => (
        <p key={words} className="refused" role="alert">
          {words}
        </p>
      ))}
      <ul className="thumbnails">
        {own.map(({ record }) => (
          <li key={record.id}>
            <button
              type="button"
              className="plain"
              aria-pressed={open === record.id}
              onClick={() => setOpen(open === record.id ? null : record.id)}
            >
              <span className="picture">
                <Picture audit={audit} id={record.id} small alt={record.caption || 'Photograph'} />
                <Marks marks={record.marks} photo={record} />
              </span>
              <span>{record.caption || 'say what it shows'}</span>
            </button>
          </li>
        ))}
      </ul>
      {here && (
        <PhotoEditor
          key={here.record.id}
          audit={audit}
          photo={here}
          onChange={(record) => put({ record, revision: here.revision })}
          onRemove={() => void remove(here)}
        />
      )}
    </section>
  );
}
