// One circuit being worked on: every change is saved as it is made, on the revision it was made on.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { ApiProblem, api } from '../api/client';
import { keys } from '../api/queries';
import type { Circuit, CircuitView } from '../api/types';
import { useUndo } from '../ui/UndoBar';

export function useCircuit(audit: string, id: string | undefined) {
  const client = useQueryClient();
  const say = useUndo();
  const view = useQuery({
    queryKey: keys.circuit(audit, id ?? ''),
    queryFn: () => api.circuit(audit, id ?? ''),
    enabled: id !== undefined,
  });
  const change = useCallback(
    async (make: (circuit: Circuit) => Circuit) => {
      const known = client.getQueryData<CircuitView>(keys.circuit(audit, id ?? ''));
      if (!known) return;
      const record = make(known.circuit.record);
      try {
        client.setQueryData(
          keys.circuit(audit, record.id),
          await api.putCircuit(audit, record, known.circuit.revision),
        );
        void client.invalidateQueries({ queryKey: keys.circuits(audit) });
      } catch (error) {
        const words = error instanceof ApiProblem ? error.problem.detail : 'This was not saved.';
        const first = error instanceof ApiProblem ? error.problem.errors?.[0]?.message : undefined;
        say({ words: `Not saved: ${first ?? words}` });
        if (error instanceof ApiProblem && error.isConflict) void view.refetch();
      }
    },
    [audit, id, client, say, view.refetch],
  );
  return { view, change };
}
