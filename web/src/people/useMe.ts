// Who is signed in here, and what they may do. What was last known of it is kept, so that a page that opens without a network knows
// whether anybody is asked.
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/client';
import { keys } from '../api/queries';
import type { Act, Me } from '../api/types';
import { setRecordsFreely, signedIn } from '../device/office';

const ASKS = 'nailpunch-asks';

/** Whether whoever comes was asked the last time. */
const asked = () => localStorage.getItem(ASKS) === 'yes';

function known(me: Me): Me {
  setRecordsFreely(me.acts.includes('capture'));
  if (me.asks) localStorage.setItem(ASKS, 'yes');
  else localStorage.removeItem(ASKS);
  return me;
}

const fetchMe = async () => known(await api.me());

export function useMe() {
  const me = useQuery({ queryKey: keys.me, queryFn: fetchMe, staleTime: 60_000, retry: false });
  return {
    me: me.data,
    /** It is not known yet who is here, and it matters. */
    pending: me.isPending && asked(),
    /** Somebody has to sign in before anything is shown. */
    closed: me.data?.asks === true && me.data.person === null,
  };
}

/** Whether who is here may do something; until it is known, the server says. */
export function useMay(act: Act): boolean {
  const { me } = useMe();
  return me === undefined || me.acts.includes(act);
}

/** Takes over who has just signed in. */
export function useSignedIn() {
  const client = useQueryClient();
  return (me: Me) => {
    client.setQueryData(keys.me, known(me));
    signedIn();
  };
}

/** What who is here does in the firm; nothing where nobody is asked. */
export const useMyRole = () => useMe().me?.person?.role ?? null;
