// The server's types under short names. What it sends always carries every field, so that what is optional in a
// request is there in an answer.
import type { components } from './generated';

type Schemas = components['schemas'];
type Whole<T> = { [K in keyof T]-?: T[K] };

export type Verdict = Schemas['Verdict'];
export type Colour = Schemas['Colour'];
export type Role = Schemas['Role'];
export type Gauge = Schemas['Gauge'];
export type Figure = Schemas['Figure'];
export type Cable = Whole<Schemas['Cable']>;
export type Conductor = Whole<Schemas['Conductor']>;
export type Device = Whole<Schemas['Device']>;
export type DeviceKind = Schemas['DeviceKind'];
export type Splice = Whole<Schemas['Splice']>;
export type Hung = Whole<Schemas['Hung']>;
export type Stand = Whole<Schemas['Stand']>;
export type Supply = Whole<Schemas['Supply']>;
export type Fittings = Whole<Schemas['Fittings']>;
export type CableSupply = Whole<Schemas['CableSupply']>;
export type KnownSupply = Schemas['KnownSupply'];
export type Adoption = Schemas['Adoption'];
export type Amendment = Whole<Schemas['Amendment']>;
export type AmendmentSet = Whole<Omit<Schemas['AmendmentSet'], 'amendments'>> & { amendments: Amendment[] };
export type Observation = Schemas['Observation'];
export type ObservationInfo = Schemas['ObservationInfo'];
export type LampReading = Schemas['LampReading'];
export type MeterReading = Whole<Schemas['MeterReading']>;
export type DetectorReading = Schemas['DetectorReading'];
export type TripReading = Whole<Schemas['TripReading']>;
export type InstrumentReading = Schemas['InstrumentReading'];
export type Present = Schemas['Present'];
export type Touched = Schemas['Touched'];
export type Since = Schemas['Since'];
export type CalculatorForm = Schemas['CalculatorForm'];
export type CalculatorField = CalculatorForm['fields'][number];
export type Calculated = Schemas['Calculated'];
export type Probe = Schemas['Probe'];
export type MeterWish = Schemas['MeterWish'];
export type Diagnosis = Schemas['Diagnosis'];
export type Terminal = Schemas['Terminal'];
export type Tab = Schemas['Tab'];
export type MapChange = Schemas['MapChange'];
export type DeadTest = Schemas['DeadTest'];
export type DeadStep = Schemas['DeadStep'];
export type DeadOutcome = Schemas['DeadOutcome'];
type Parts =
  | 'cables'
  | 'conductors'
  | 'devices'
  | 'splices'
  | 'hung'
  | 'stand'
  | 'supply'
  | 'fittings'
  | 'readings'
  | 'trips';
export type BoxContents = Whole<Omit<Schemas['BoxContents'], Parts>> & {
  cables: Cable[];
  conductors: Conductor[];
  devices: Device[];
  splices: Splice[];
  hung: Hung | null;
  stand: Stand;
  supply: Supply;
  fittings: Fittings;
  readings: MeterReading[];
  trips: TripReading[];
};
export type Ruling = Whole<Schemas['Ruling']>;
export type Remark = Schemas['Remark'];
export type Note = Schemas['Note'];
export type Severity = Schemas['Severity'];
export type BoxRecord = Whole<Omit<Schemas['BoxRecord'], 'found' | 'left' | 'rulings'>> & {
  rulings: Ruling[];
  found: BoxContents;
  left: BoxContents | null;
};
export type Equipment = Whole<Schemas['Equipment']>;
export type Wanted = Whole<Schemas['Wanted']>;
export type WantedPlan = Schemas['WantedPlan'];
/** Where nothing is wanted, nothing is said of it. */
export type Sketch = Whole<Omit<Schemas['Sketch'], 'equipment' | 'wanted'>> & {
  equipment: Equipment[];
  wanted?: Wanted[];
};
/** What was never said of a room is left out. */
export type Room = Whole<Pick<Schemas['Room'], 'id' | 'name' | 'area'>> &
  Omit<Schemas['Room'], 'rulings'> & { rulings?: Ruling[] };
export type RoomObservation = Schemas['RoomObservation'];
export type RoomKind = Schemas['RoomKind'];
export type RoomPlan = Schemas['RoomPlan'];
export type Elevation = Schemas['Elevation'];
export type PlanOutlet = Schemas['PlanOutlet'];
export type SketchLine = Schemas['SketchLine'];
export type RoomLine = Omit<Schemas['RoomLine'], 'sketch'> & { sketch: Sketch };
export type RoomLineWish = Omit<Schemas['RoomLineRequest'], 'sketch'> & { sketch: Sketch };
export type RoomSide = Omit<Schemas['RoomSide'], 'sketch'> & { sketch: Sketch };
export type Course = Schemas['Course'];
/** What was never said of a run is left out. */
export type CableRun = Whole<Pick<Schemas['CableRun'], 'id' | 'name' | 'area'>> &
  Omit<Schemas['CableRun'], 'rulings'> & { rulings?: Ruling[] };
export type RunEnd = Schemas['RunEnd'];
export type RunObservation = Schemas['RunObservation'];
export type RunStrip = Schemas['RunStrip'];
export type StripMark = Schemas['StripMark'];
export type RunLine = Schemas['RunLine'];
export type RunLineWish = Schemas['RunLineRequest'];
export type RunSide = Omit<Schemas['RunSide'], 'course'> & { course: Whole<Pick<Course, 'method'>> & Course };
export type Area = Whole<Schemas['Area']>;
export type HouseRules = Whole<Schemas['HouseRules']>;
export type ShopLengths = Schemas['ShopLengths'];
export type Basis = Whole<Omit<Schemas['Basis'], 'amendments' | 'areas' | 'house_rules'>> & {
  amendments: AmendmentSet[];
  areas: Area[];
  house_rules: HouseRules;
};
export type WorkSettings = Whole<Schemas['WorkSettings']>;
export type StockLine = Whole<Schemas['StockLine']>;
export type Offcut = Schemas['Offcut'];
export type Scope = Schemas['Scope'];
export type WorkPlan = Schemas['Job'];
export type Unreadable = Schemas['Unreadable'];
export type JobBox = Schemas['JobBox'];
export type Hold = Schemas['Hold'];
export type JobShutDown = Schemas['JobShutDown'];
export type Seal = Whole<Schemas['Seal']>;
export type Wanting = Schemas['Wanting'];
export type Letterhead = Whole<Schemas['Letterhead']>;
export type CorrectionLine = Whole<Omit<Schemas['CorrectionLine'], 'run'>> &
  Pick<Schemas['CorrectionLine'], 'run'>;
export type CorrectionAnswer = Omit<Schemas['CorrectionAnswer'], 'line'> & { line: CorrectionLine };
export type HandOver = Schemas['HandOver'];
export type BackupStatus = Schemas['BackupStatus'];
export type Turn = Whole<Schemas['Turn']>;
export type Stage = Schemas['Stage'];
export type Audit = Whole<
  Omit<
    Schemas['Audit'],
    'basis' | 'building' | 'work' | 'letterhead' | 'corrections' | 'turn' | 'instruments'
  >
> & {
  turn: Turn;
  corrections: CorrectionLine[];
  instruments: Instrument[];
  work: WorkSettings;
  letterhead: Letterhead;
  basis: Basis;
  building: Whole<Schemas['Building']>;
};
/** An audit as it is begun: what comes later has its own beginning. */
export type BegunAudit = Omit<
  Audit,
  'work' | 'letterhead' | 'corrections' | 'turn' | 'notices' | 'instruments'
>;
export type House = Schemas['House'];
export type HouseMark = Schemas['HouseMark'];
export type HousePanel = Schemas['HousePanel'];
export type Instrument = Whole<Schemas['Instrument']>;
export type Danger = Schemas['Danger'];
export type NoticeWish = Schemas['NoticeWish'];
export type DangerNotice = Schemas['DangerNotice'];
export type WiredUnder = Schemas['WiredUnder'];
export type Section = Schemas['Section'];
export type SectionConductor = Schemas['SectionConductor'];
export type RuleResult = Schemas['RuleResult'];
export type RuleEntry = Schemas['RuleEntry'];
export type Stop = Schemas['Stop'];
export type Fill = Schemas['Fill'];
export type FillCause = Schemas['FillCause'];
export type Face = Schemas['Face'];
export type Detail = Schemas['Detail'];
export type NextMeasurement = Schemas['NextMeasurement'];
export type Remedies = Schemas['Remedies'];
export type Plan = Schemas['Plan'];
export type Jotted = Omit<Schemas['Jotted'], 'contents'> & { contents: BoxContents };
export type HouseRuleEffect = Schemas['HouseRuleEffect'];
export type HouseRuleInfo = Schemas['HouseRuleInfo'];
export type Finding = Schemas['Finding'];
export type BeforeAfter = Schemas['BeforeAfter'];
export type Proposal = Schemas['Proposal'];
export type Contradiction = Schemas['Contradiction'];
export type TypedEntry = Schemas['TypedEntry'];
export type EntryEcho = Schemas['EntryEcho'];
export type Judgement = Omit<Schemas['Judgement'], 'contents'> & { contents: BoxContents };
export type OwnRepair = Whole<Schemas['OwnRepair']>;
export type Subject = Schemas['Subject'];
export type WorkItem = Whole<Omit<Schemas['WorkItem'], 'own' | 'with'>> & {
  own: OwnRepair | null;
  /** Further repairs that the one chosen asks for. */
  with?: string[];
};
/** A step of the work at a box, with the phase it belongs to. */
export type WorkStep = Schemas['WorkStep'];
export type StoredState = Schemas['StoredState'];
export type ItemState = Schemas['ItemState'];
export type ItemView = Omit<Schemas['ItemView'], 'item'> & { item?: WorkItem | null };
/** A finding at a box, panel, room or cable run with the revision of what was said of it. */
export type Item = { revision: number; view: ItemView };
export type Revised<T> = { revision: number; record: T };
export type BoxView = Omit<
  Schemas['BoxView'],
  'record' | 'room' | 'found' | 'left' | 'items' | 'to_measure_again' | 'structure'
> & {
  record: Revised<BoxRecord>;
  room: Room;
  found: Judgement;
  left: Judgement | null;
  items: Item[];
  to_measure_again: BoxContents;
  structure: BoxContents;
};
export type Circuit = Whole<Omit<Schemas['Circuit'], 'points'>> & {
  points: Whole<Schemas['CircuitPoint']>[];
};
export type TracedFault = Schemas['TracedFault'];
export type TraceEvent = Schemas['TraceEvent'];
export type TraceAnswer = Schemas['TraceAnswer'];
export type PointView = Schemas['PointView'];
export type FaultPlace = Schemas['FaultPlace'];
export type RetestPoint = Schemas['RetestPoint'];
export type CircuitLine = { circuit: Revised<Circuit>; bad: number; sentence: string };
export type CircuitView = { circuit: Revised<Circuit>; answer: Schemas['CircuitAnswer'] };
export type LandedConductor = Whole<Schemas['LandedConductor']>;
export type Breaker = Whole<Omit<Schemas['Breaker'], 'conductors'>> & { conductors: LandedConductor[] };
export type Tick = Schemas['Tick'];
type Mapping = Whole<Omit<Schemas['Mapping'], 'points'>> & { points: Whole<Schemas['MappedPoint']>[] };
export type Bar = Whole<Omit<Schemas['Bar'], 'conductors'>> & { conductors: LandedConductor[] };
export type Incoming = Whole<Schemas['Incoming']>;
export type Grounding = Whole<Schemas['Grounding']>;
export type ElectrodeKind = Schemas['ElectrodeKind'];
export type PanelFeed = Schemas['PanelFeed'];
export type PanelObservation = Schemas['PanelObservation'];
type PanelParts =
  | 'breakers'
  | 'mapping'
  | 'bars'
  | 'incoming'
  | 'grounding'
  | 'place'
  | 'service'
  | 'rulings'
  | 'left';
export type Panel = Whole<Omit<Schemas['Panel'], PanelParts>> & {
  breakers: Breaker[];
  mapping: Mapping;
  bars: Bar[];
  incoming: Incoming | null;
  grounding: Grounding;
  place: Whole<Schemas['PanelPlace']>;
  service: Whole<Schemas['Service']>;
  rulings: Ruling[];
  left: Panel | null;
};
export type Photo = Whole<Omit<Schemas['Photo'], 'room' | 'run'>> & Pick<Schemas['Photo'], 'room' | 'run'>;
export type PhotoMark = Schemas['PhotoMark'];
export type PanelJudgement = Schemas['PanelJudgement'];
export type SubjectProposal = Schemas['SubjectProposal'];
export type JobPlace = Schemas['JobPlace'];
export type BreakerFeeds = Schemas['BreakerFeeds'];
export type PanelView = Omit<Schemas['PanelView'], 'panel' | 'items' | 'to_look_at_again'> & {
  panel: Revised<Panel>;
  to_look_at_again: Panel;
  items: Item[];
};
export type RoomView = Omit<Schemas['RoomView'], 'room' | 'items' | 'found' | 'left'> & {
  room: Revised<Room>;
  items: Item[];
  found: RoomSide;
  left: RoomSide | null;
};
export type RunView = Omit<Schemas['RunView'], 'run' | 'items' | 'found' | 'left'> & {
  run: Revised<CableRun>;
  items: Item[];
  found: RunSide;
  left: RunSide | null;
};
export type PanelLine = Omit<Schemas['PanelLine'], 'panel'> & { panel: Panel };
export type FeedingBreaker = Schemas['FeedingBreaker'];
export type SingleWish = Schemas['SingleWish'];
export type SingleAnswer = Schemas['SingleAnswer'];
export type Bench = Schemas['BenchView'];
export type BenchWish = Schemas['BenchWish'];
export type AgainWish = Schemas['AgainWish'];
export type DrillAnswer = Schemas['DrillAnswer'];
export type DrillBoard = Schemas['DrillBoard'];
export type DrillKind = Schemas['DrillKind'];
export type DrillMark = Schemas['DrillMark'];
export type DrillPlace = Schemas['DrillPlace'];
export type DrillQuestion = Schemas['DrillQuestion'];
export type DrillScore = Schemas['DrillScore'];
export type DrillWish = Schemas['DrillWish'];
export type Known = Schemas['Known'];
export type PastAnswer = Schemas['PastAnswer'];
export type ScoreWish = Schemas['ScoreWish'];
export type BenchInstrument = Schemas['BenchInstrument'];
export type RunBox = Schemas['RunBox'];
export type RunRoom = Pick<Schemas['RunRoom'], 'awaits'> & {
  room: Revised<Room>;
  mark?: Schemas['RoomMark'] | null;
  boxes: RunBox[];
};
export type AuditCounts = Schemas['AuditCounts'];
export type LengthEcho = Schemas['LengthEcho'];
export type CohortSample = Schemas['CohortSample'];
export type CableRunMark = Schemas['CableRunMark'];
export type Walk = {
  audit: Revised<Audit>;
  rooms: RunRoom[];
  panels: Schemas['PanelMark'][];
  cable_runs: CableRunMark[];
  counts: AuditCounts;
  samples: CohortSample[];
  hands: Hold[];
};
export type Job = { audit: Revised<Audit>; counts: AuditCounts };
export type RoomOrder = Schemas['RoomOrder'];
export type Trades = Omit<Schemas['Trades'], 'defaults' | 'presets'> & {
  presets: { title: string; contents: BoxContents }[];
  defaults: { units: Basis['units']; house_rules: HouseRules }[];
};
export type Change = Schemas['Change'];
export type Problem = Omit<Schemas['Problem'], 'current'> & { current?: unknown };
export type Bundle = Schemas['Bundle'];

/** The worst finding of a rule; none where there was nothing to look at. */
export const worstOf = (result: RuleResult | null | undefined) =>
  result?.worst == null ? undefined : result.findings[result.worst];
export type Person = Whole<Schemas['Person']>;
export type PersonRole = Schemas['PersonRole'];
export type Me = Schemas['Me'] & { person: Person | null };
export type SignIn = Schemas['SignIn'];
export type Pairing = Schemas['Pairing'];
export type Invitation = Schemas['Invitation'];
export type ReportLink = Schemas['ReportLink'];
export type Act = Schemas['Act'];
