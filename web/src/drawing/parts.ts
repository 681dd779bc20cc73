// The parts of a drawing that one takes hold of, and what is done with them there.
import type { FillCause, Terminal } from '../api/types';

export type Part =
  | 'stand'
  | 'wall'
  | 'gang'
  | 'volume'
  | `cable ${number}`
  | `conductor ${number}`
  | `device ${number}`
  | `terminal ${number} ${Terminal}`
  | `tab ${number} ${'hot' | 'neutral'}`
  | `fill ${FillCause}`;

/** What a drawing is worked on with; a drawing without it is only looked at. */
export type Holding = {
  picked: Part | null;
  /** Takes hold of a part, or lets go of it; by a key, what can be said of it comes under the cursor. */
  pick: (part: Part, byKey: boolean) => void;
  /** A rule still waits for something that belongs to the part. */
  waits: (part: Part) => boolean;
};
