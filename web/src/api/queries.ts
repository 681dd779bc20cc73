// What is kept of the server's answers, under one set of keys.
import { notifyManager, QueryClient, useQuery } from '@tanstack/react-query';
import { api } from './client';
import type { BoxView, RunBox, Walk } from './types';

export const keys = {
  jobs: ['jobs'] as const,
  trades: ['trades'] as const,
  firm: ['firm'] as const,
  effects: (audit: string) => ['audit', audit, 'effects'] as const,
  walk: (audit: string) => ['audit', audit, 'walk'] as const,
  box: (audit: string, box: string) => ['audit', audit, 'box', box] as const,
  room: (audit: string, room: string) => ['audit', audit, 'room', room] as const,
  cableRun: (audit: string, run: string) => ['audit', audit, 'cable-run', run] as const,
  circuits: (audit: string) => ['audit', audit, 'circuits'] as const,
  circuit: (audit: string, circuit: string) => ['audit', audit, 'circuit', circuit] as const,
  panels: (audit: string) => ['audit', audit, 'panels'] as const,
  corrections: (audit: string) => ['audit', audit, 'corrections'] as const,
  seals: (audit: string) => ['audit', audit, 'seals'] as const,
  house: (audit: string) => ['audit', audit, 'house'] as const,
  dangers: (audit: string) => ['audit', audit, 'dangers'] as const,
  wanting: (audit: string) => ['audit', audit, 'wanting'] as const,
  photos: (audit: string) => ['audit', audit, 'photos'] as const,
  job: (audit: string) => ['audit', audit, 'job'] as const,
  breakersOf: (audit: string, box: string) => ['audit', audit, 'breakers-of', box] as const,
  links: (audit: string) => ['audit', audit, 'links'] as const,
  me: ['me'] as const,
  people: ['people'] as const,
  signIns: ['sign-ins'] as const,
  backups: ['backups'] as const,
  bench: ['bench'] as const,
  journal: (audit: string) => ['audit', audit, 'journal'] as const,
};

// What a change shows at once is there before the next picture: a box that was ticked does not jump back for a moment.
notifyManager.setScheduler(queueMicrotask);

export const queryClient = new QueryClient({
  // The server may be on this very machine: it is asked whether or not there is a network.
  defaultOptions: {
    queries: { staleTime: 5_000, retry: 1, networkMode: 'always', refetchOnReconnect: true },
    mutations: { networkMode: 'always' },
  },
});

/** What the store holds and cannot read; looked for where everything of it is shown. */
export const useUnreadable = () => useQuery({ queryKey: ['unreadable'], queryFn: api.unreadable });

export const useJobs = () => useQuery({ queryKey: keys.jobs, queryFn: api.jobs });
export const useTrades = () => useQuery({ queryKey: keys.trades, queryFn: api.trades, staleTime: Infinity });
export const useFirmRules = () => useQuery({ queryKey: keys.firm, queryFn: api.firmRules });
export const useHouseRuleEffects = (audit: string | undefined) =>
  useQuery({
    queryKey: keys.effects(audit ?? ''),
    queryFn: () => api.houseRuleEffects(audit ?? ''),
    enabled: audit !== undefined,
  });
export const useWalk = (audit: string, again: number | false = false) =>
  useQuery({ queryKey: keys.walk(audit), queryFn: () => api.walk(audit), refetchInterval: again });
export const useJournal = (audit: string) =>
  useQuery({ queryKey: keys.journal(audit), queryFn: () => api.journal(audit) });

/** Puts the fresh mark of one box on the run, without asking for the whole walk again. */
export function patchRun(audit: string, onRun: RunBox) {
  queryClient.setQueryData<Walk>(
    keys.walk(audit),
    (walk) =>
      walk && {
        ...walk,
        rooms: walk.rooms.map((room) =>
          room.boxes.some((box) => box.overview.id === onRun.overview.id)
            ? {
                ...room,
                boxes: room.boxes.map((box) => (box.overview.id === onRun.overview.id ? onRun : box)),
              }
            : room,
        ),
      },
  );
}

/** Keeps a box that the server has just answered. */
export function keepBox(audit: string, view: BoxView) {
  const { id, hands_in } = view.record.record;
  const before = queryClient.getQueryData<BoxView>(keys.box(audit, id))?.record.record.hands_in;
  queryClient.setQueryData(keys.box(audit, view.record.record.id), view);
  patchRun(audit, view.on_run);
  void queryClient.invalidateQueries({ queryKey: keys.jobs });
  // Hands in a box are told on every view.
  if (before?.who !== hands_in?.who) {
    for (const queryKey of [keys.walk(audit), keys.panels(audit), keys.job(audit)]) {
      void queryClient.invalidateQueries({ queryKey });
    }
  }
}
