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
export type BoxContents = Whole<Omit<Schemas['BoxContents'], 'cables' | 'conductors'>> & {
  cables: Cable[];
  conductors: Conductor[];
};
export type BoxRecord = Whole<Omit<Schemas['BoxRecord'], 'found' | 'left'>> & {
  found: BoxContents;
  left: BoxContents | null;
};
export type Room = Whole<Schemas['Room']>;
export type Area = Whole<Schemas['Area']>;
export type HouseRules = Whole<Schemas['HouseRules']>;
export type ShopLengths = Schemas['ShopLengths'];
export type Basis = Whole<Omit<Schemas['Basis'], 'areas' | 'house_rules'>> & {
  areas: Area[];
  house_rules: HouseRules;
};
export type Audit = Whole<Omit<Schemas['Audit'], 'basis' | 'building'>> & {
  basis: Basis;
  building: Whole<Schemas['Building']>;
};
export type WiredUnder = Schemas['WiredUnder'];
export type Section = Schemas['Section'];
export type SectionConductor = Schemas['SectionConductor'];
export type RuleResult = Schemas['RuleResult'];
export type Finding = Schemas['Finding'];
export type BeforeAfter = Schemas['BeforeAfter'];
export type Proposal = Schemas['Proposal'];
export type Contradiction = Schemas['Contradiction'];
export type TypedEntry = Schemas['TypedEntry'];
export type EntryEcho = Schemas['EntryEcho'];
export type Judgement = Omit<Schemas['Judgement'], 'contents'> & { contents: BoxContents };
export type WorkItem = Whole<Schemas['WorkItem']>;
export type StoredState = Schemas['StoredState'];
export type ItemState = Schemas['ItemState'];
export type ItemView = Omit<Schemas['ItemView'], 'item'> & { item?: WorkItem | null };
export type BoxItem = { revision: number; view: ItemView };
export type Revised<T> = { revision: number; record: T };
export type BoxView = Omit<
  Schemas['BoxView'],
  'record' | 'room' | 'found' | 'left' | 'items' | 'unmeasured'
> & {
  record: Revised<BoxRecord>;
  room: Room;
  found: Judgement;
  left: Judgement | null;
  items: BoxItem[];
  unmeasured: BoxContents;
};
export type RunBox = Schemas['RunBox'];
export type RunRoom = { room: Revised<Room>; boxes: RunBox[] };
export type AuditCounts = Schemas['AuditCounts'];
export type LengthEcho = Schemas['LengthEcho'];
export type Walk = { audit: Revised<Audit>; rooms: RunRoom[]; counts: AuditCounts };
export type Job = { audit: Revised<Audit>; counts: AuditCounts };
export type RoomOrder = Schemas['RoomOrder'];
export type Trades = Omit<Schemas['Trades'], 'defaults'> & {
  defaults: { units: Basis['units']; house_rules: HouseRules }[];
};
export type Change = Schemas['Change'];
export type Problem = Omit<Schemas['Problem'], 'current'> & { current?: unknown };
export type Bundle = Schemas['Bundle'];
