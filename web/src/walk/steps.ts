// What was done at a box, step by step, and what of it was taken back.
import type { Said, SessionState } from './sessionState';

/** How it stood before an act, and what that act was. */
export type Step = Pick<SessionState, 'record' | 'texts'> & { act: Said | null };

const MOST = 100;

export class Steps {
  private done: Step[] = [];
  /** What was undone, the last of it last; a new act ends it. */
  private undone: Step[] = [];

  get can() {
    return { canUndo: this.done.length > 0, canRedo: this.undone.length > 0 };
  }

  get last(): Step | undefined {
    return this.done.at(-1);
  }

  /** An act begins where it stands so. */
  begin(step: Step) {
    this.done = [...this.done.slice(-MOST + 1), step];
    this.undone = [];
  }

  /** To how it stood before the last act, from how it stands now; nothing where there was none. */
  undo(now: Omit<Step, 'act'>): Step | undefined {
    return go(this.done, this.undone, now);
  }

  /** The other way. */
  redo(now: Omit<Step, 'act'>): Step | undefined {
    return go(this.undone, this.done, now);
  }
}

function go(from: Step[], to: Step[], now: Omit<Step, 'act'>): Step | undefined {
  const there = from.pop();
  if (there) to.push({ record: now.record, texts: now.texts, act: there.act });
  return there;
}
