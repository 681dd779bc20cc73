// A record that one page shows and changes: one change after the other, each on what the one before left.
import { type QueryKey, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { ApiProblem } from './client';
import { keys } from './queries';

type Ways<View, Record> = {
  key: QueryKey;
  get: () => Promise<View>;
  /** The record in what is shown, with the revision it is based on; nothing where it is gone. */
  of: (view: View) => { record: Record; revision: number } | undefined;
  put: (record: Record, basedOn: number) => Promise<unknown>;
  /** What else a change makes old. */
  touches: QueryKey[];
  /** Shows a change before it is kept; such a change may be made twice over without harm. */
  shown?: (view: View, record: Record) => View;
  enabled?: boolean;
};

/** Changes the record; answers why it was not kept, where it was not. */
export type ChangeRecord<View, Record> = (
  make: (record: Record, view: View) => Record | Promise<Record>,
) => Promise<string | null>;

/** What a change to a room, a cable run or a panel of an audit makes old. */
export const ofAudit = (audit: string): QueryKey[] => [keys.walk(audit), keys.job(audit), keys.jobs];

export function useRecord<View, Record>(ways: Ways<View, Record>) {
  const { key, get, of, put, touches, shown, enabled = true } = ways;
  const client = useQueryClient();
  const view = useQuery({ queryKey: key, queryFn: get, enabled });
  const last = useRef(Promise.resolve<string | null>(null));
  const cached = () => {
    const known = client.getQueryData<View>(key);
    const kept = known && of(known);
    return kept && { known, ...kept };
  };
  const change: ChangeRecord<View, Record> = (make) => {
    const before = cached();
    if (shown && before) {
      const made = make(before.record, before.known);
      // An answer that is still on its way knows nothing of this change.
      void client.cancelQueries({ queryKey: key });
      if (!(made instanceof Promise)) client.setQueryData(key, shown(before.known, made));
    }
    last.current = last.current.then(async () => {
      const now = cached();
      if (!now) return 'It is not here yet; try again.';
      try {
        await put(await make(now.record, now.known), now.revision);
        client.setQueryData(key, await get());
        for (const queryKey of touches) void client.invalidateQueries({ queryKey });
        return null;
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error;
        if (error.isConflict || shown) void view.refetch();
        return error.says;
      }
    });
    return last.current;
  };
  return { view, change };
}
