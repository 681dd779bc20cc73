// A question that is asked of a box, and what it is asked with.
import type { ReactNode } from 'react';
import type { useChoices } from '../api/choices';
import type { BoxContents } from '../api/types';
import type { BoxSession } from '../walk/session';
import type { SessionState } from '../walk/sessionState';

export type Asked = {
  audit: string;
  session: BoxSession;
  state: SessionState;
  units: 'inch' | 'metric';
  choices: ReturnType<typeof useChoices>;
  /** The fields that a rule still waits for, and what each asks. */
  wanted: ReadonlyMap<string, string>;
  /** What the question after this one is called, for the key that goes there. */
  after: string;
  /** Goes on to it. */
  done: () => void;
};

export type Question = {
  id: string;
  /** What it is called on the key that goes there. */
  short: string;
  title: string;
  /** The fields that it answers. */
  takes: RegExp;
  /** Those of them that glow in their own place while something waits for them. */
  glows?: RegExp;
  /** Something of it is answered. */
  isAnswered: (contents: BoxContents) => boolean;
  /** It is asked of such a box. */
  applies?: (contents: BoxContents) => boolean;
  ask: (asked: Asked) => ReactNode;
};
