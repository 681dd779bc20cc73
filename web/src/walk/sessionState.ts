// What a box being worked on consists of, and the doors that its session goes through.
import type { JudgeWish } from '../api/client';
import type {
  Basis,
  BoxContents,
  BoxRecord,
  BoxView,
  Jotted,
  Judgement,
  Problem,
  Remedies,
} from '../api/types';
import type { Merged } from '../device/merging';
import type { TypedTexts } from './texts';

export type Side = 'found' | 'left';
/** `partly`: all is saved but for texts that are not understood. */
export type Saving = 'saved' | 'partly' | 'pending' | 'saving' | 'offline' | 'refused' | 'conflict';

/** An act in words; where it is a length, the field that holds it. `back`: it was taken back. */
export type Said = { words: string; pointer?: string; back?: boolean };

export type SessionState = {
  view: BoxView;
  record: BoxRecord;
  side: Side;
  /** Texts in fields as they were typed. */
  texts: Record<Side, TypedTexts>;
  /** The jot line, and whether it is on its way into the box. */
  jot: { line: string; taken: boolean };
  /** What follows from the side shown. */
  judgement: Judgement;
  /** What can be done about the box as found; null until it is worked out. */
  remedies: Remedies | null;
  /** They are of the box as it stands, and not of what it was a moment ago. */
  planned: boolean;
  saving: Saving;
  refusal: Problem | null;
  /**
   * The record of another window, where both changed the same revision, with what only this one changed; and as it stands at the
   * server.
   */
  theirs: { record: BoxRecord; revision: number; stands: BoxRecord } | null;
  /** The last act at the drawing, until something else is done. */
  said: Said | null;
  canUndo: boolean;
  canRedo: boolean;
};

export type SessionDoors = {
  judge: (wish: JudgeWish, signal: AbortSignal) => Promise<Judgement>;
  plan: (wish: JudgeWish, signal: AbortSignal) => Promise<Remedies>;
  jot: (
    wish: { line: string; units: Basis['units']; contents: BoxContents },
    signal: AbortSignal,
  ) => Promise<Jotted>;
  /** Saves a record that was based on a revision, and on what stood there then. */
  put: (record: BoxRecord, basedOn: number, base: BoxRecord) => Promise<BoxView>;
  /** Puts two sides together that began with the same; nothing where that cannot be done here. */
  merge?: (base: BoxRecord, mine: BoxRecord, theirs: BoxRecord) => Promise<Merged<BoxRecord> | null>;
  saved: (view: BoxView) => void;
  /** How long a change waits for the next before it is kept. */
  pause?: () => number;
};
