// Changes to the audit's own record: one after the other, each on what the one before left, shown before they are kept.
import { useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { ApiProblem, api } from './client';
import { keys } from './queries';
import type { Audit, Walk } from './types';

/** What a change came to: kept, or why not. */
export type Refusal = string | null;

export function useAuditEdit(audit: string) {
  const client = useQueryClient();
  const last = useRef<Promise<unknown>>(Promise.resolve());
  const waiting = useRef(0);
  const cached = () => client.getQueryData<Walk>(keys.walk(audit))?.audit;
  const show = (shown: Walk['audit']) =>
    client.setQueryData<Walk>(keys.walk(audit), (known) => known && { ...known, audit: shown });

  /** Does work that changes the audit once all before it is done; what follows is looked at anew. */
  const inTurn = (work: () => Promise<unknown>): Promise<Refusal> => {
    waiting.current += 1;
    const done = last.current.then(async () => {
      let refusal: Refusal = null;
      try {
        await work();
      } catch (error) {
        if (!(error instanceof ApiProblem)) {
          waiting.current -= 1;
          throw error;
        }
        refusal = error.says;
      }
      waiting.current -= 1;
      if (waiting.current === 0) await client.invalidateQueries({ queryKey: ['audit', audit] });
      return refusal;
    });
    last.current = done.catch(() => {});
    return done;
  };

  const change = (make: (record: Audit) => Audit): Promise<Refusal> => {
    const before = cached();
    // An answer that is still on its way knows nothing of this change.
    void client.cancelQueries({ queryKey: keys.walk(audit) });
    if (before) show({ ...before, record: make(before.record) });
    return inTurn(async () => {
      const now = cached();
      if (!now) return;
      const { revision } = await api.putAudit(make(now.record), now.revision);
      show({ revision, record: cached()?.record ?? now.record });
    });
  };
  /** Work by which the server changes the audit: what it made of it is here before the next change begins. */
  const byServer = (work: () => Promise<unknown>): Promise<Refusal> =>
    inTurn(async () => {
      await work();
      client.setQueryData<Walk>(keys.walk(audit), await api.walk(audit));
    });
  return { change, byServer };
}

export type AuditEdit = ReturnType<typeof useAuditEdit>;
