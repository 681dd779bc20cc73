// A record that one page shows and changes: one change after the other, each on what the one before left.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { ApiProblem } from './client';
import { keys } from './queries';

type Ways<View, Record> = {
  key: readonly string[];
  get: () => Promise<View>;
  /** The record in what is shown, with the revision it is based on. */
  of: (view: View) => { record: Record; revision: number };
  put: (record: Record, basedOn: number) => Promise<unknown>;
};

/** Changes the record; answers why it was not kept, where it was not. */
export type ChangeRecord<View, Record> = (
  make: (record: Record, view: View) => Record | Promise<Record>,
) => Promise<string | null>;

export function useRecord<View, Record>(audit: string, { key, get, of, put }: Ways<View, Record>) {
  const client = useQueryClient();
  const view = useQuery({ queryKey: key, queryFn: get });
  const last = useRef(Promise.resolve<string | null>(null));
  const change: ChangeRecord<View, Record> = (make) => {
    last.current = last.current.then(async () => {
      const known = client.getQueryData<View>(key);
      if (!known) return 'It is not here yet; try again.';
      try {
        const { record, revision } = of(known);
        await put(await make(record, known), revision);
        client.setQueryData(key, await get());
        void client.invalidateQueries({ queryKey: keys.walk(audit) });
        void client.invalidateQueries({ queryKey: keys.job(audit) });
        void client.invalidateQueries({ queryKey: keys.jobs });
        return null;
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error;
        if (error.isConflict) void view.refetch();
        return error.problem.errors?.[0]?.message ?? error.problem.detail;
      }
    });
    return last.current;
  };
  return { view, change };
}
