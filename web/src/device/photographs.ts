// Photographs where the office is away: they wait as files, and are seen at once.
import { useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Photo, Revised } from '../api/types';
import { changed, waitingIn } from './audits';
import { keeping } from './core';
import { NotReached, ask as office, PATIENCE_MS, reached } from './office';
import { bring, pullSoon } from './queue';
import { json, refuse } from './responses';
import { add, changesOf, copyOf } from './shelf';
import { useWaits } from './useWaits';

/** The photographs of an audit: as the office lists them, and those that wait. */
export async function photographs(request: Request, audit: string): Promise<Response> {
  const photos = (await changesOf(audit).catch(() => [])).filter((change) => change.kind === 'photo');
  const mine = photos.map(({ body }) => JSON.parse(body) as Revised<Photo>);
  const listed = await list(request, audit);
  if (listed instanceof Response) return listed;
  const known = new Set(listed.map(({ record }) => record.id));
  return json(JSON.stringify([...listed, ...mine.filter(({ record }) => !known.has(record.id))]));
}

async function list(request: Request, audit: string): Promise<Revised<Photo>[] | Response> {
  try {
    if (reached() === 'here') {
      const answer = await office(request.clone(), PATIENCE_MS);
      return answer.ok ? ((await answer.json()) as Revised<Photo>[]) : answer;
    }
  } catch (error) {
    if (!(error instanceof NotReached)) throw error;
  }
  const copy = await copyOf(audit);
  if (!copy) throw new NotReached();
  return JSON.parse(copy.photos) as Revised<Photo>[];
}

/** Takes a photograph: the office has it, or it waits here as a file. */
export async function takePhoto(request: Request, audit: string): Promise<Response> {
  const url = new URL(request.url);
  const id = url.searchParams.get('id') ?? uuid();
  url.searchParams.set('id', id);
  const file = await request.clone().blob();
  try {
    if (reached() === 'here' && waitingIn(audit).waiting.length === 0) {
      const headers = { 'Content-Type': 'application/octet-stream' };
      const made = await office(new Request(url, { method: 'POST', headers, body: file }));
      if (made.ok) pullSoon(audit);
      return made;
    }
  } catch (error) {
    if (!(error instanceof NotReached)) throw error;
  }
  let size: { width: number; height: number };
  try {
    size = await createImageBitmap(file);
  } catch {
    return refuse(422, 'Not accepted', 'this is no picture that can be read; take a JPEG or PNG');
  }
  const of = (name: string) => url.searchParams.get(name);
  const shown = { id, box_id: of('box'), panel: of('panel'), room: of('room'), run: of('run') };
  const { width, height } = size;
  const record = await keeping.ask('POST /photo 0', JSON.stringify({ ...shown, width, height }));
  if (record?.status !== 200) throw new NotReached();
  const kept: Revised<Photo> = { revision: 1, record: JSON.parse(record.body) as Photo };
  const path = `${url.pathname}${url.search}`;
  const change = { audit, kind: 'photo' as const, id, method: 'POST' as const, path, basedOn: 0 };
  try {
    await add({ ...change, body: JSON.stringify(kept), file, before: null, at: Date.now(), brought: false });
  } catch {
    const detail =
      'This device has no room for another photograph; bring those that wait to the office first.';
    return refuse(507, 'No room', detail);
  }
  await changed(audit);
  void bring();
  return json(JSON.stringify(kept));
}

/** Where the picture of a photograph is: at the office, or here while it waits; nowhere for the moment in which it is read here. */
export function usePicture(audit: string, id: string, small: boolean): string | undefined {
  const there = `/api/audits/${audit}/photos/${id}/image${small ? '?small=true' : ''}`;
  const [here, setHere] = useState<string | null>(null);
  const waiting = useWaits(audit, id);
  useEffect(() => {
    if (!waiting) return setHere(null);
    let url: string | null = null;
    void changesOf(audit).then((changes) => {
      const file = changes.find((change) => change.id === id)?.file;
      if (file) {
        url = URL.createObjectURL(file);
        setHere(url);
      }
    });
    return () => {
      if (url) URL.revokeObjectURL(url);
    };
  }, [audit, id, waiting]);
  return here ?? (waiting ? undefined : there);
}
