// One circuit being worked on; what is not kept is said.
import { api } from '../api/client';
import { keys } from '../api/queries';
import type { Circuit, CircuitView } from '../api/types';
import { useRecord } from '../api/useRecord';
import { useUndo } from '../ui/UndoBar';

export function useCircuit(audit: string, id: string | undefined) {
  const say = useUndo();
  const { view, change } = useRecord<CircuitView, Circuit>({
    key: keys.circuit(audit, id ?? ''),
    get: () => api.circuit(audit, id ?? ''),
    of: (known) => known.circuit,
    put: (record, basedOn) => api.putCircuit(audit, record, basedOn),
    touches: [keys.circuits(audit)],
    enabled: id !== undefined,
  });
  return {
    view,
    change: async (make: (circuit: Circuit) => Circuit) => {
      const refused = await change(make);
      if (refused) say({ words: `Not saved: ${refused}` });
    },
  };
}
