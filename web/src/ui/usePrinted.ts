// A kept length as the core prints it.
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { Basis } from '../api/types';

/** Without its unit, or as one says it of a way or a height. */
export function usePrinted(nm: number, units: Basis['units'], as: 'text' | 'run' = 'text'): string {
  const printed = useQuery({
    queryKey: ['length', units, nm],
    queryFn: () => api.length(units, { nm }),
    staleTime: Infinity,
  });
  return printed.data?.[as] ?? '';
}
