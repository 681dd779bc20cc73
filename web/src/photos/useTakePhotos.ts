// Photographs taken or chosen for a box, a panel, a room or a cable run, one after the other.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiProblem, api } from '../api/client';
import { keys } from '../api/queries';

export type PhotoOf = { box: string } | { panel: string } | { room: string } | { run: string };

/** Does something, and says in words why it could not be done. */
export async function attempt(work: () => Promise<unknown>): Promise<string | null> {
  try {
    await work();
    return null;
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    return error.says;
  }
}

/** Takes files in; answers why some were not taken. */
export function useTakePhotos(audit: string, of: PhotoOf) {
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const take = async (files: FileList | null): Promise<string[]> => {
    setBusy(true);
    const said: string[] = [];
    for (const file of files ?? []) {
      const why = await attempt(() => api.takePhoto(audit, of, file));
      if (why) said.push(`${file.name}: ${why}`);
    }
    setBusy(false);
    await client.invalidateQueries({ queryKey: keys.photos(audit) });
    return said;
  };
  return { busy, take };
}
