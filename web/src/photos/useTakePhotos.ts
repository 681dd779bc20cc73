// Photographs taken or chosen for a box, a panel, a room or a cable run, one after the other.
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { keys } from '../api/queries';
import { whyNot } from '../api/whyNot';

export type PhotoOf = { box: string } | { panel: string } | { room: string } | { run: string };

/** Takes files in; answers why some were not taken. */
export function useTakePhotos(audit: string, of: PhotoOf) {
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const take = async (files: FileList | null): Promise<string[]> => {
    setBusy(true);
    const said: string[] = [];
    for (const file of files ?? []) {
      const why = await whyNot(() => api.takePhoto(audit, of, file));
      if (why) said.push(`${file.name}: ${why}`);
    }
    setBusy(false);
    await client.invalidateQueries({ queryKey: keys.photos(audit) });
    return said;
  };
  return { busy, take };
}
