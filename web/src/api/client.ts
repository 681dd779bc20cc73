// One way to ask the server. Whatever goes wrong becomes an ApiProblem with a sentence for a person.
import type {
  AmendmentSet,
  Audit,
  Basis,
  Bench,
  BenchWish,
  BoxContents,
  BoxRecord,
  BoxView,
  CableRun,
  Change,
  Circuit,
  CircuitLine,
  CircuitView,
  CorrectionAnswer,
  FeedingBreaker,
  HouseRuleEffect,
  HouseRules,
  InstrumentReading,
  Job,
  Jotted,
  Judgement,
  KnownSupply,
  LengthEcho,
  Panel,
  PanelLine,
  PanelView,
  Photo,
  Problem,
  Remedies,
  Revised,
  Room,
  RoomLine,
  RoomLineWish,
  RoomOrder,
  RoomView,
  Ruling,
  RunLine,
  RunLineWish,
  RunView,
  Seal,
  SingleAnswer,
  SingleWish,
  Trades,
  TypedEntry,
  Unreadable,
  Walk,
  WiredUnder,
  WorkItem,
  WorkPlan,
} from './types';

export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }

  get isConflict() {
    return this.problem.status === 409 && this.problem.current_revision != null;
  }

  /** The server was not reached: worth trying again. */
  get isOffline() {
    return this.problem.status === 0;
  }
}

type Options = { method?: string; body?: unknown; basedOn?: number; signal?: AbortSignal };

async function ask<T>(path: string, { method = 'GET', body, basedOn, signal }: Options = {}): Promise<T> {
  const headers: Record<string, string> = {};
  if (body !== undefined) {
    headers['Content-Type'] = body instanceof Blob ? 'application/octet-stream' : 'application/json';
  }
  if (basedOn !== undefined) headers['If-Match'] = `"${basedOn}"`;
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers,
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' || body instanceof Blob ? body : JSON.stringify(body) }),
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new ApiProblem({
      status: 0,
      title: 'Not reached',
      detail: 'Nailpunch does not answer; is it still running?',
    });
  }
  const text = await response.text();
  let answer: unknown;
  try {
    answer = JSON.parse(text);
  } catch {
    answer = null;
  }
  if (!response.ok) {
    const detail = `The server answered ${response.status}.`;
    throw new ApiProblem((answer as Problem | null) ?? { status: response.status, title: 'Failed', detail });
  }
  return answer as T;
}

export type JudgeWish = {
  basis: Basis;
  wired_under?: WiredUnder | null;
  new_work: boolean;
  fed_by: KnownSupply[];
  repaired: string[];
  contents: BoxContents;
  rulings: Ruling[];
  typed: TypedEntry[];
};

export const api = {
  jobs: () => ask<Job[]>('/api/audits'),
  unreadable: () => ask<Unreadable[]>('/api/unreadable'),
  trades: () => ask<Trades>('/api/trades'),
  readAmendments: (toml: string) => ask<AmendmentSet>('/api/amendments', { method: 'POST', body: { toml } }),
  walk: (audit: string) => ask<Walk>(`/api/audits/${audit}/walk`),
  journal: (audit: string) => ask<Change[]>(`/api/audits/${audit}/journal?most=200`),
  box: (audit: string, box: string) => ask<BoxView>(`/api/audits/${audit}/boxes/${box}`),
  judge: (wish: JudgeWish, signal: AbortSignal) =>
    ask<Judgement>('/api/judge', { method: 'POST', body: wish, signal }),
  plan: (wish: JudgeWish, signal: AbortSignal) =>
    ask<Remedies>('/api/plan', { method: 'POST', body: wish, signal }),
  jot: (wish: { line: string; units: Basis['units']; contents: BoxContents }, signal: AbortSignal) =>
    ask<Jotted>('/api/jot', { method: 'POST', body: wish, signal }),
  firmRules: () => ask<Revised<HouseRules>>('/api/firm/house-rules'),
  putFirmRules: (rules: HouseRules, basedOn: number) =>
    ask<Revised<HouseRules>>('/api/firm/house-rules', { method: 'PUT', body: rules, basedOn }),
  houseRuleEffects: (audit: string) => ask<HouseRuleEffect[]>(`/api/audits/${audit}/house-rule-effects`),
  length: (units: Basis['units'], length: { text: string } | { nm: number }) =>
    ask<LengthEcho>('/api/length', { method: 'POST', body: { units, length } }),
  /** What the job is planned by may be left out of a new audit: the house's defaults stand. */
  putAudit: (record: Omit<Audit, 'work' | 'letterhead' | 'corrections'> & Partial<Audit>, basedOn: number) =>
    ask<Revised<Audit>>(`/api/audits/${record.id}`, { method: 'PUT', body: record, basedOn }),
  deleteAudit: (id: string, basedOn: number) =>
    ask<number>(`/api/audits/${id}`, { method: 'DELETE', basedOn }),
  duplicate: (audit: string, copy: { id: string; name: string; basis_only?: boolean }) =>
    ask<null>(`/api/audits/${audit}/duplicate`, { method: 'POST', body: copy }),
  room: (audit: string, id: string) => ask<RoomView>(`/api/audits/${audit}/rooms/${id}`),
  roomLine: (wish: RoomLineWish) => ask<RoomLine>('/api/room-line', { method: 'POST', body: wish }),
  putRoom: (audit: string, record: Room, basedOn: number) =>
    ask<Revised<Room>>(`/api/audits/${audit}/rooms/${record.id}`, { method: 'PUT', body: record, basedOn }),
  deleteRoom: (audit: string, id: string, basedOn: number) =>
    ask<number>(`/api/audits/${audit}/rooms/${id}`, { method: 'DELETE', basedOn }),
  putBox: (audit: string, record: BoxRecord, basedOn: number) =>
    ask<BoxView>(`/api/audits/${audit}/boxes/${record.id}`, { method: 'PUT', body: record, basedOn }),
  deleteBox: (audit: string, id: string, basedOn: number) =>
    ask<number>(`/api/audits/${audit}/boxes/${id}`, { method: 'DELETE', basedOn }),
  /** All of them or none. */
  putItems: (audit: string, items: Revised<WorkItem>[]) =>
    ask<null>(`/api/audits/${audit}/items`, { method: 'PUT', body: { items } }),
  deleteItem: (audit: string, id: string, basedOn: number) =>
    ask<number>(`/api/audits/${audit}/items/${id}`, { method: 'DELETE', basedOn }),
  cableRun: (audit: string, id: string) => ask<RunView>(`/api/audits/${audit}/runs/${id}`),
  runLine: (wish: RunLineWish) => ask<RunLine>('/api/run-line', { method: 'POST', body: wish }),
  putCableRun: (audit: string, record: CableRun, basedOn: number) =>
    ask<Revised<CableRun>>(`/api/audits/${audit}/runs/${record.id}`, {
      method: 'PUT',
      body: record,
      basedOn,
    }),
  deleteCableRun: (audit: string, id: string, basedOn: number) =>
    ask<number>(`/api/audits/${audit}/runs/${id}`, { method: 'DELETE', basedOn }),
  order: (audit: string, order: RoomOrder[]) =>
    ask<null>(`/api/audits/${audit}/order`, { method: 'PUT', body: order }),
  circuits: (audit: string) => ask<CircuitLine[]>(`/api/audits/${audit}/circuits`),
  circuit: (audit: string, id: string) => ask<CircuitView>(`/api/audits/${audit}/circuits/${id}`),
  putCircuit: (audit: string, record: Circuit, basedOn: number) =>
    ask<CircuitView>(`/api/audits/${audit}/circuits/${record.id}`, { method: 'PUT', body: record, basedOn }),
  deleteCircuit: (audit: string, id: string, basedOn: number) =>
    ask<number>(`/api/audits/${audit}/circuits/${id}`, { method: 'DELETE', basedOn }),
  panels: (audit: string) => ask<PanelView[]>(`/api/audits/${audit}/panels`),
  putPanel: (audit: string, record: Panel, basedOn: number) =>
    ask<PanelView>(`/api/audits/${audit}/panels/${record.id}`, { method: 'PUT', body: record, basedOn }),
  deletePanel: (audit: string, id: string, basedOn: number) =>
    ask<number>(`/api/audits/${audit}/panels/${id}`, { method: 'DELETE', basedOn }),
  corrections: (audit: string) => ask<CorrectionAnswer[]>(`/api/audits/${audit}/corrections`),
  takeCorrections: (audit: string, list: Blob) =>
    ask<number>(`/api/audits/${audit}/corrections`, { method: 'POST', body: list }),
  undoChange: (audit: string, number: number) =>
    ask<null>(`/api/audits/${audit}/journal/${number}/undo`, { method: 'POST' }),
  seals: (audit: string) => ask<Seal[]>(`/api/audits/${audit}/seals`),
  seal: (audit: string) => ask<Seal>(`/api/audits/${audit}/seals`, { method: 'POST' }),
  logo: (file: Blob) => ask<{ logo: string }>('/api/logo', { method: 'POST', body: file }),
  photos: (audit: string) => ask<Revised<Photo>[]>(`/api/audits/${audit}/photos`),
  takePhoto: (audit: string, of: { box?: string; panel?: string; room?: string; run?: string }, file: Blob) =>
    ask<Revised<Photo>>(`/api/audits/${audit}/photos?${new URLSearchParams(of)}`, {
      method: 'POST',
      body: file,
    }),
  putPhoto: (audit: string, record: Photo, basedOn: number) =>
    ask<Revised<Photo>>(`/api/audits/${audit}/photos/${record.id}`, { method: 'PUT', body: record, basedOn }),
  deletePhoto: (audit: string, id: string, basedOn: number) =>
    ask<number>(`/api/audits/${audit}/photos/${id}`, { method: 'DELETE', basedOn }),
  job: (audit: string) => ask<WorkPlan>(`/api/audits/${audit}/job`),
  chooseRepairs: (
    audit: string,
    subjects: { boxes: string[]; panels: string[]; rooms: string[]; runs: string[] },
  ) => ask<{ items: number }>(`/api/audits/${audit}/job/choose`, { method: 'POST', body: subjects }),
  panelLine: (wish: { line: string; panel: Panel; units: Basis['units'] }) =>
    ask<PanelLine>('/api/panel-line', { method: 'POST', body: wish }),
  breakersOf: (audit: string, box: string) =>
    ask<FeedingBreaker[]>(`/api/audits/${audit}/boxes/${box}/breakers`),
  findBreaker: (wish: SingleWish) => ask<SingleAnswer>('/api/find-breaker', { method: 'POST', body: wish }),
  bench: () => ask<Bench>('/api/bench'),
  benchRead: (wish: BenchWish, signal: AbortSignal) =>
    ask<InstrumentReading>('/api/bench/read', { method: 'POST', body: wish, signal }),
  sendReading: (audit: string, box: string, reading: InstrumentReading) =>
    ask<number>(`/api/audits/${audit}/boxes/${box}/meter`, { method: 'POST', body: reading }),
  takeReadings: (audit: string, csv: string) =>
    ask<{ readings: number; boxes: number }>(`/api/audits/${audit}/readings.csv`, {
      method: 'POST',
      body: csv,
    }),
  importBundle: (text: string, copy: boolean) =>
    ask<{ id: string }>(`/api/import${copy ? '?copy=true' : ''}`, { method: 'POST', body: text }),
};
