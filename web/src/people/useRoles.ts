// What people do in a firm, in the words of the core.
import { useTrades } from '../api/queries';
import type { PersonRole } from '../api/types';

export function useRoles() {
  const roles = useTrades().data?.person_roles ?? [];
  return {
    roles,
    choices: roles.map(({ value, name }) => [value, name] as const),
    nameOf: (role: PersonRole) => roles.find(({ value }) => value === role)?.name ?? role,
  };
}
