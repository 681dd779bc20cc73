// One way to ask the server: paths, parameters and bodies are held to its description by the compiler. Whatever goes wrong
// becomes an ApiProblem with a sentence for a person.
import createClient from 'openapi-fetch';
import { answer } from '../device/device';
import type { paths } from './generated';
import type {
  AgainWish,
  AmendmentSet,
  Audit,
  BackupStatus,
  Basis,
  BegunAudit,
  Bench,
  BenchWish,
  BoxContents,
  BoxRecord,
  BoxView,
  CableRun,
  Calculated,
  CalculatorForm,
  Change,
  Circuit,
  CircuitLine,
  CircuitView,
  CorrectionAnswer,
  Danger,
  DrillBoard,
  DrillScore,
  DrillWish,
  FeedingBreaker,
  HandOver,
  House,
  HouseRuleEffect,
  HouseRules,
  InstrumentReading,
  Job,
  Jotted,
  Judgement,
  Known,
  KnownSupply,
  LengthEcho,
  Me,
  NoticeWish,
  Pairing,
  Panel,
  PanelLine,
  PanelView,
  Person,
  Photo,
  Problem,
  Remedies,
  ReportLink,
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
  ScoreWish,
  Seal,
  SignIn,
  SingleAnswer,
  SingleWish,
  Trades,
  TypedEntry,
  Unreadable,
  Walk,
  Wanting,
  WiredUnder,
  WorkItem,
  WorkPlan,
} from './types';

export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }

  /** What is wrong, in one sentence: of the first field where one is named. */
  get says() {
    return this.problem.errors?.[0]?.message ?? this.problem.detail;
  }

  get isConflict() {
    return this.problem.status === 409 && this.problem.current_revision != null;
  }

  /** The server was not reached: worth trying again. */
  get isOffline() {
    return this.problem.status === 0;
  }
}

// The device answers what it can by itself, and asks the office for the rest.
const client = createClient<paths>({ fetch: answer });

type Answer<Described> = { data?: Described; error?: unknown; response: Response };

/**
 * What the server answers. The description leaves out what a request may leave out; an answer carries every field, so that
 * `Whole` is what is described, and at least that.
 */
async function read<Described, Whole extends Described>(
  asked: Promise<Answer<Described>>,
  signal?: AbortSignal,
): Promise<Whole> {
  let told: Answer<Described>;
  try {
    told = await asked;
  } catch (error) {
    if (signal?.aborted) throw error;
    throw notReached();
  }
  const { data, error, response } = told;
  if (!response.ok) throw refused(response, error);
  return data as Whole;
}

const notReached = () =>
  new ApiProblem({
    status: 0,
    title: 'Not reached',
    detail: 'Nailpunch does not answer; is it still running?',
  });

function refused({ status }: Response, error: unknown) {
  const said = error != null && typeof error === 'object' && 'detail' in error;
  const failed = { status, title: 'Failed', detail: `The server answered ${status}.` };
  return new ApiProblem(said ? (error as Problem) : failed);
}

/** A file that the server makes, as it comes; after all that waits on this device is there. */
async function made(path: string, signal: AbortSignal): Promise<Response> {
  let response: Response;
  try {
    response = await answer(new Request(path, { signal }));
  } catch (error) {
    if (signal.aborted) throw error;
    throw notReached();
  }
  if (response.ok) return response;
  throw refused(response, await response.json().catch(() => null));
}

const at = <Path>(path: Path) => ({ params: { path } });

/** A change of a record as it was at a revision. */
const on = <Path>(path: Path, basedOn: number) => ({
  params: { path, header: { 'If-Match': `"${basedOn}"` } },
});

/** A file or text as it is; the description knows a file as a row of bytes. */
const file = (content: Blob | string, type: string) => ({
  body: content as never,
  bodySerializer: () => content,
  headers: { 'Content-Type': type },
});
const BYTES = 'application/octet-stream';

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
  jobs: (): Promise<Job[]> => read(client.GET('/api/audits')),
  unreadable: (): Promise<Unreadable[]> => read(client.GET('/api/unreadable')),
  trades: (): Promise<Trades> => read(client.GET('/api/trades')),
  readAmendments: (toml: string): Promise<AmendmentSet> =>
    read(client.POST('/api/amendments', { body: { toml } })),
  walk: (audit: string): Promise<Walk> => read(client.GET('/api/audits/{audit}/walk', at({ audit }))),
  house: (audit: string): Promise<House> => read(client.GET('/api/audits/{audit}/house', at({ audit }))),
  handOver: (audit: string, body: HandOver): Promise<Revised<Audit>> =>
    read(client.POST('/api/audits/{audit}/turn', { ...at({ audit }), body })),
  journal: (audit: string): Promise<Change[]> =>
    read(client.GET('/api/audits/{audit}/journal', { params: { path: { audit }, query: { most: 200 } } })),
  box: (audit: string, box: string): Promise<BoxView> =>
    read(client.GET('/api/audits/{audit}/boxes/{box}', at({ audit, box }))),
  judge: (body: JudgeWish, signal: AbortSignal): Promise<Judgement> =>
    read(client.POST('/api/judge', { body, signal }), signal),
  plan: (body: JudgeWish, signal: AbortSignal): Promise<Remedies> =>
    read(client.POST('/api/plan', { body, signal }), signal),
  jot: (
    body: { line: string; units: Basis['units']; contents: BoxContents },
    signal: AbortSignal,
  ): Promise<Jotted> => read(client.POST('/api/jot', { body, signal }), signal),
  calculators: (units: Basis['units']): Promise<CalculatorForm[]> =>
    read(client.POST('/api/calculators', { body: { units } })),
  calculate: (
    body: {
      calculator: string;
      edition: Basis['edition'];
      units: Basis['units'];
      typed: Record<string, string>;
    },
    signal: AbortSignal,
  ): Promise<Calculated> => read(client.POST('/api/calculate', { body, signal }), signal),
  drill: (body: DrillWish): Promise<DrillBoard> => read(client.POST('/api/drill', { body })),
  drillRead: (
    body: { board: DrillWish; bench: BenchWish },
    signal: AbortSignal,
  ): Promise<InstrumentReading> => read(client.POST('/api/drill-read', { body, signal }), signal),
  drillScore: (body: ScoreWish): Promise<DrillScore> => read(client.POST('/api/drill-score', { body })),
  drillAgain: (body: AgainWish): Promise<Known[]> => read(client.POST('/api/drill-again', { body })),
  firmRules: (): Promise<Revised<HouseRules>> => read(client.GET('/api/firm/house-rules')),
  putFirmRules: (body: HouseRules, basedOn: number): Promise<Revised<HouseRules>> =>
    read(client.PUT('/api/firm/house-rules', { ...on(undefined, basedOn), body })),
  houseRuleEffects: (audit: string): Promise<HouseRuleEffect[]> =>
    read(client.GET('/api/audits/{audit}/house-rule-effects', at({ audit }))),
  length: (units: Basis['units'], length: { text: string } | { nm: number }): Promise<LengthEcho> =>
    read(client.POST('/api/length', { body: { units, length } })),
  /** What the job is planned by may be left out of a new audit: the house's defaults stand. */
  putAudit: (body: BegunAudit & Partial<Audit>, basedOn: number): Promise<Revised<Audit>> =>
    read(client.PUT('/api/audits/{audit}', { ...on({ audit: body.id }, basedOn), body })),
  deleteAudit: (audit: string, basedOn: number): Promise<number> =>
    read(client.DELETE('/api/audits/{audit}', on({ audit }, basedOn))),
  duplicate: (audit: string, body: { id: string; name: string; basis_only?: boolean }): Promise<unknown> =>
    read(client.POST('/api/audits/{audit}/duplicate', { ...at({ audit }), body })),
  room: (audit: string, room: string): Promise<RoomView> =>
    read(client.GET('/api/audits/{audit}/rooms/{room}', at({ audit, room }))),
  roomLine: (body: RoomLineWish): Promise<RoomLine> => read(client.POST('/api/room-line', { body })),
  putRoom: (audit: string, body: Room, basedOn: number): Promise<Revised<Room>> =>
    read(client.PUT('/api/audits/{audit}/rooms/{room}', { ...on({ audit, room: body.id }, basedOn), body })),
  deleteRoom: (audit: string, room: string, basedOn: number): Promise<number> =>
    read(client.DELETE('/api/audits/{audit}/rooms/{room}', on({ audit, room }, basedOn))),
  putBox: (audit: string, body: BoxRecord, basedOn: number): Promise<BoxView> =>
    read(client.PUT('/api/audits/{audit}/boxes/{box}', { ...on({ audit, box: body.id }, basedOn), body })),
  deleteBox: (audit: string, box: string, basedOn: number): Promise<number> =>
    read(client.DELETE('/api/audits/{audit}/boxes/{box}', on({ audit, box }, basedOn))),
  /** All of them or none. */
  putItems: (audit: string, items: Revised<WorkItem>[]): Promise<unknown> =>
    read(client.PUT('/api/audits/{audit}/items', { ...at({ audit }), body: { items } })),
  deleteItem: (audit: string, item: string, basedOn: number): Promise<number> =>
    read(client.DELETE('/api/audits/{audit}/items/{item}', on({ audit, item }, basedOn))),
  cableRun: (audit: string, run: string): Promise<RunView> =>
    read(client.GET('/api/audits/{audit}/runs/{run}', at({ audit, run }))),
  runLine: (body: RunLineWish): Promise<RunLine> => read(client.POST('/api/run-line', { body })),
  putCableRun: (audit: string, body: CableRun, basedOn: number): Promise<Revised<CableRun>> =>
    read(client.PUT('/api/audits/{audit}/runs/{run}', { ...on({ audit, run: body.id }, basedOn), body })),
  deleteCableRun: (audit: string, run: string, basedOn: number): Promise<number> =>
    read(client.DELETE('/api/audits/{audit}/runs/{run}', on({ audit, run }, basedOn))),
  order: (audit: string, body: RoomOrder[]): Promise<unknown> =>
    read(client.PUT('/api/audits/{audit}/order', { ...at({ audit }), body })),
  circuits: (audit: string): Promise<CircuitLine[]> =>
    read(client.GET('/api/audits/{audit}/circuits', at({ audit }))),
  circuit: (audit: string, circuit: string): Promise<CircuitView> =>
    read(client.GET('/api/audits/{audit}/circuits/{circuit}', at({ audit, circuit }))),
  putCircuit: (audit: string, body: Circuit, basedOn: number): Promise<CircuitView> =>
    read(
      client.PUT('/api/audits/{audit}/circuits/{circuit}', {
        ...on({ audit, circuit: body.id }, basedOn),
        body,
      }),
    ),
  deleteCircuit: (audit: string, circuit: string, basedOn: number): Promise<number> =>
    read(client.DELETE('/api/audits/{audit}/circuits/{circuit}', on({ audit, circuit }, basedOn))),
  panels: (audit: string): Promise<PanelView[]> =>
    read(client.GET('/api/audits/{audit}/panels', at({ audit }))),
  putPanel: (audit: string, body: Panel, basedOn: number): Promise<PanelView> =>
    read(
      client.PUT('/api/audits/{audit}/panels/{panel}', { ...on({ audit, panel: body.id }, basedOn), body }),
    ),
  deletePanel: (audit: string, panel: string, basedOn: number): Promise<number> =>
    read(client.DELETE('/api/audits/{audit}/panels/{panel}', on({ audit, panel }, basedOn))),
  corrections: (audit: string): Promise<CorrectionAnswer[]> =>
    read(client.GET('/api/audits/{audit}/corrections', at({ audit }))),
  takeCorrections: (audit: string, list: Blob): Promise<number> =>
    read(client.POST('/api/audits/{audit}/corrections', { ...at({ audit }), ...file(list, BYTES) })),
  undoChange: (audit: string, number: number): Promise<unknown> =>
    read(client.POST('/api/audits/{audit}/journal/{number}/undo', at({ audit, number }))),
  me: (): Promise<Me> => read(client.GET('/api/me')),
  signIn: (body: { name: string; passphrase: string; device: string }): Promise<Me> =>
    read(client.POST('/api/sign-in', { body })),
  signOut: (): Promise<unknown> => read(client.POST('/api/sign-out')),
  firstOwner: (body: { person: Person; passphrase: string; device: string }): Promise<Me> =>
    read(client.POST('/api/first-owner', { body })),
  putPassphrase: (body: { old: string; new: string }): Promise<Me> =>
    read(client.PUT('/api/me/passphrase', { body })),
  pair: (body: { code: string; device: string }): Promise<Me> => read(client.POST('/api/pair', { body })),
  makePairing: (person: string): Promise<Pairing> =>
    read(client.POST('/api/people/{person}/pairing', at({ person }))),
  people: (): Promise<Revised<Person>[]> => read(client.GET('/api/people')),
  putPerson: (body: Person, basedOn: number): Promise<Revised<Person>> =>
    read(client.PUT('/api/people/{person}', { ...on({ person: body.id }, basedOn), body })),
  backups: (): Promise<BackupStatus> => read(client.GET('/api/backups')),
  signIns: (): Promise<SignIn[]> => read(client.GET('/api/sign-ins')),
  shutOut: (id: string): Promise<unknown> => read(client.DELETE('/api/sign-ins/{id}', at({ id }))),
  makeLink: (audit: string, number: number, days: number): Promise<{ link: ReportLink; path: string }> =>
    read(
      client.POST('/api/audits/{audit}/seals/{number}/links', { ...at({ audit, number }), body: { days } }),
    ),
  links: (audit: string): Promise<ReportLink[]> =>
    read(client.GET('/api/audits/{audit}/links', at({ audit }))),
  withdrawLink: (audit: string, id: string): Promise<unknown> =>
    read(client.DELETE('/api/audits/{audit}/links/{id}', at({ audit, id }))),
  seals: (audit: string): Promise<Seal[]> => read(client.GET('/api/audits/{audit}/seals', at({ audit }))),
  seal: (audit: string): Promise<Seal> => read(client.POST('/api/audits/{audit}/seals', at({ audit }))),
  dangers: (audit: string): Promise<Danger[]> =>
    read(client.GET('/api/audits/{audit}/dangers', at({ audit }))),
  giveNotice: (audit: string, body: NoticeWish): Promise<Revised<Audit>> =>
    read(client.POST('/api/audits/{audit}/notices', { ...at({ audit }), body })),
  wanting: (audit: string): Promise<Wanting[]> =>
    read(client.GET('/api/audits/{audit}/report/wanting', at({ audit }))),
  logo: (logo: Blob): Promise<{ logo: string }> => read(client.POST('/api/logo', file(logo, BYTES))),
  photos: (audit: string): Promise<Revised<Photo>[]> =>
    read(client.GET('/api/audits/{audit}/photos', at({ audit }))),
  takePhoto: (
    audit: string,
    of: { box?: string; panel?: string; room?: string; run?: string },
    photo: Blob,
  ): Promise<Revised<Photo>> =>
    read(
      client.POST('/api/audits/{audit}/photos', {
        params: { path: { audit }, query: of },
        ...file(photo, BYTES),
      }),
    ),
  putPhoto: (audit: string, body: Photo, basedOn: number): Promise<Revised<Photo>> =>
    read(
      client.PUT('/api/audits/{audit}/photos/{photo}', { ...on({ audit, photo: body.id }, basedOn), body }),
    ),
  deletePhoto: (audit: string, photo: string, basedOn: number): Promise<number> =>
    read(client.DELETE('/api/audits/{audit}/photos/{photo}', on({ audit, photo }, basedOn))),
  job: (audit: string): Promise<WorkPlan> => read(client.GET('/api/audits/{audit}/job', at({ audit }))),
  chooseRepairs: (
    audit: string,
    body: { boxes: string[]; panels: string[]; rooms: string[]; runs: string[] },
  ): Promise<{ items: number }> =>
    read(client.POST('/api/audits/{audit}/job/choose', { ...at({ audit }), body })),
  panelLine: (body: { line: string; panel: Panel; units: Basis['units'] }): Promise<PanelLine> =>
    read(client.POST('/api/panel-line', { body })),
  breakersOf: (audit: string, id: string): Promise<FeedingBreaker[]> =>
    read(client.GET('/api/audits/{audit}/boxes/{id}/breakers', at({ audit, id }))),
  findBreaker: (body: SingleWish): Promise<SingleAnswer> => read(client.POST('/api/find-breaker', { body })),
  bench: (): Promise<Bench> => read(client.GET('/api/bench')),
  benchRead: (body: BenchWish, signal: AbortSignal): Promise<InstrumentReading> =>
    read(client.POST('/api/bench/read', { body, signal }), signal),
  sendReading: (audit: string, box: string, body: InstrumentReading): Promise<number> =>
    read(client.POST('/api/audits/{audit}/boxes/{box}/meter', { ...at({ audit, box }), body })),
  takeReadings: (audit: string, csv: string): Promise<{ readings: number; boxes: number }> =>
    read(client.POST('/api/audits/{audit}/readings.csv', { ...at({ audit }), ...file(csv, 'text/csv') })),
  importBundle: (text: string, copy: boolean): Promise<{ id: string }> =>
    read(
      client.POST('/api/import', {
        params: { query: copy ? { copy } : {} },
        ...file(text, 'application/json'),
      }),
    ),
  made,
};
