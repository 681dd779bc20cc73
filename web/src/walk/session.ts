// One box being worked on: what was typed, what the core makes of it, and getting it saved. Nothing here judges; every
// figure comes back from the server. Nothing typed is lost: not when the server is away, not when another window was
// quicker.
import { ApiProblem } from '../api/client';
import type {
  Basis,
  BoxContents,
  BoxRecord,
  BoxView,
  EntryEcho,
  Judgement,
  Problem,
  Remedies,
  Ruling,
  TypedEntry,
  WiredUnder,
} from '../api/types';

export type Side = 'found' | 'left';
export type Saving = 'saved' | 'pending' | 'saving' | 'offline' | 'refused' | 'conflict';

export type SessionState = {
  view: BoxView;
  record: BoxRecord;
  side: Side;
  /** Texts in fields as they were typed, by pointer: until the field is left, or for as long as they are not understood. */
  typed: Record<string, string>;
  echoes: Record<string, EntryEcho>;
  /** What follows from the side shown. */
  judgement: Judgement;
  /** What can be done about the box as found; null until it is worked out. */
  remedies: Remedies | null;
  saving: Saving;
  refusal: Problem | null;
  /** The record of another window, where both changed the same revision. */
  theirs: { record: BoxRecord; revision: number } | null;
  canUndo: boolean;
};

export type SessionDoors = {
  judge: (
    wish: {
      basis: Basis;
      wired_under?: WiredUnder | null;
      new_work: boolean;
      repaired: string[];
      contents: BoxContents;
      rulings: Ruling[];
      typed: TypedEntry[];
    },
    signal: AbortSignal,
  ) => Promise<Judgement>;
  plan: (wish: Parameters<SessionDoors['judge']>[0], signal: AbortSignal) => Promise<Remedies>;
  put: (record: BoxRecord, basedOn: number) => Promise<BoxView>;
  saved: (view: BoxView) => void;
};

const SAVE_AFTER_MS = 400;
const RETRY_AFTER_MS = 3000;
const PLAN_AFTER_MS = 150;
const MOST_UNDO = 100;

export class BoxSession {
  private state: SessionState;
  private readonly listeners = new Set<() => void>();
  private history: BoxRecord[] = [];
  private lastTyped: string | null = null;
  private judging: AbortController | null = null;
  private planning: AbortController | null = null;
  private planTimer: ReturnType<typeof setTimeout> | null = null;
  private saveTimer: ReturnType<typeof setTimeout> | null = null;
  private inFlight: Promise<void> | null = null;
  private pendingJudgement: Promise<void> = Promise.resolve();
  private revision: number;

  constructor(
    private readonly basis: Basis,
    view: BoxView,
    private readonly doors: SessionDoors,
  ) {
    const side: Side = view.record.record.left ? 'left' : 'found';
    this.revision = view.record.revision;
    this.state = {
      view,
      record: view.record.record,
      side,
      typed: {},
      echoes: {},
      judgement: (side === 'left' && view.left) || view.found,
      remedies: null,
      saving: 'saved',
      refusal: null,
      theirs: null,
      canUndo: false,
    };
    this.plan();
  }

  readonly snapshot = () => this.state;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private set(change: Partial<SessionState>) {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }

  private contents(): BoxContents {
    return (this.state.side === 'left' ? this.state.record.left : null) ?? this.state.record.found;
  }

  private withContents(contents: BoxContents): BoxRecord {
    return { ...this.state.record, [this.state.side]: contents };
  }

  private remember() {
    this.history = [...this.history.slice(-MOST_UNDO + 1), this.state.record];
    this.set({ canUndo: true });
  }

  /** A text was typed into a length field. */
  type(pointer: string, text: string) {
    if (this.lastTyped !== pointer) {
      this.remember();
      this.lastTyped = pointer;
    }
    this.set({ typed: { ...this.state.typed, [pointer]: text } });
    this.judge(true);
  }

  /** A field was left: what was understood is shown as it is kept; what was not stays as it was typed. */
  async leave(pointer: string) {
    this.lastTyped = null;
    await this.pendingJudgement;
    if (this.state.echoes[pointer]?.error) return;
    const { [pointer]: _, ...typed } = this.state.typed;
    this.set({ typed });
  }

  /** Anything else in the box was changed. */
  edit(change: (contents: BoxContents) => BoxContents) {
    this.remember();
    this.lastTyped = null;
    this.set({ record: this.withContents(change(this.contents())), typed: {}, echoes: {} });
    this.judge(true);
  }

  /** The tip of a conductor was pulled; one pull is one step to undo. */
  pull(conductor: number, freeLength: number) {
    const pointer = `pull ${conductor}`;
    if (this.lastTyped !== pointer) this.remember();
    this.lastTyped = pointer;
    const contents = this.contents();
    const conductors = contents.conductors.map((known) =>
      known.id === conductor ? { ...known, free_length: freeLength, reach: null } : known,
    );
    this.set({ record: this.withContents({ ...contents, conductors }), typed: {}, echoes: {} });
    this.judge(true);
  }

  /** The record around the contents was changed: tag, place, age, rulings, remarks. */
  editRecord(change: (record: BoxRecord) => BoxRecord) {
    this.remember();
    this.lastTyped = null;
    const before = this.state.record;
    this.set({ record: change(before) });
    if (this.state.record.rulings !== before.rulings) this.judge(true);
    else this.scheduleSave();
  }

  /** What the inspector says of one rule here; nothing takes it back. */
  rule(rule: string, ruling: Omit<Ruling, 'rule'> | null) {
    this.editRecord((record) => {
      const others = record.rulings.filter((known) => known.rule !== rule);
      return { ...record, rulings: ruling ? [...others, { rule, ...ruling }] : others };
    });
  }

  show(side: Side) {
    if (side === 'left' && !this.state.record.left) {
      this.remember();
      this.set({ record: { ...this.state.record, left: this.state.view.to_measure_again } });
      this.scheduleSave();
    }
    this.set({ side, typed: {}, echoes: {} });
    this.judge(false);
  }

  undo() {
    const record = this.history.at(-1);
    if (!record) return;
    this.history = this.history.slice(0, -1);
    this.lastTyped = null;
    const side = this.state.side === 'left' && !record.left ? 'found' : this.state.side;
    this.set({ record, side, typed: {}, echoes: {}, canUndo: this.history.length > 0 });
    this.judge(true);
  }

  private judge(thenSave: boolean) {
    this.judging?.abort();
    const judging = new AbortController();
    this.judging = judging;
    this.pendingJudgement = this.doors
      .judge(this.wish(), judging.signal)
      .then((judgement) => {
        if (judging.signal.aborted) return;
        const echoes = Object.fromEntries(judgement.entries.map((echo) => [echo.pointer, echo]));
        const record = this.withContents(judgement.contents);
        this.set({ judgement, echoes, record, refusal: null });
        this.plan();
        if (thenSave) this.scheduleSave();
      })
      .catch((error: unknown) => {
        if (judging.signal.aborted) return;
        // What the server will not judge it will not keep either: say why, and keep the text in its field.
        this.fail(error);
        if (error instanceof ApiProblem && error.isOffline)
          this.scheduleSave(RETRY_AFTER_MS, () => this.judge(thenSave));
      });
  }

  private wish() {
    const typed = Object.entries(this.state.typed).map(([pointer, text]) => ({ pointer, text }));
    const { side, view, record } = this.state;
    return {
      basis: this.basis,
      wired_under: view.wired_under ?? null,
      new_work: false,
      repaired: side === 'left' ? view.items.flatMap((item) => (item.view.item ? [item.view.rule] : [])) : [],
      contents: this.contents(),
      rulings: record.rulings,
      typed,
    };
  }

  /** Works out what can be done, once the typing pauses. The last answer stays until the next is there. */
  private plan() {
    if (this.planTimer) clearTimeout(this.planTimer);
    this.planning?.abort();
    if (this.state.side === 'left') {
      this.set({ remedies: null });
      return;
    }
    const planning = new AbortController();
    this.planning = planning;
    this.planTimer = setTimeout(() => {
      this.planTimer = null;
      this.doors
        .plan(this.wish(), planning.signal)
        .then((remedies) => !planning.signal.aborted && this.set({ remedies }))
        // A plan that fails leaves the last one: judging says what is wrong.
        .catch(() => undefined);
    }, PLAN_AFTER_MS);
  }

  private fail(error: unknown) {
    if (error instanceof ApiProblem) {
      this.set({ saving: error.isOffline ? 'offline' : 'refused', refusal: error.problem });
    } else {
      this.set({ saving: 'refused', refusal: { status: 0, title: 'Failed', detail: String(error) } });
    }
  }

  private scheduleSave(after = SAVE_AFTER_MS, work: () => void = () => void this.save()) {
    if (this.state.saving === 'conflict') return;
    if (this.saveTimer) clearTimeout(this.saveTimer);
    if (this.state.saving !== 'offline') this.set({ saving: 'pending' });
    this.saveTimer = setTimeout(() => {
      this.saveTimer = null;
      work();
    }, after);
  }

  /** Saves what is not saved yet, and waits for it. */
  async flush() {
    await this.pendingJudgement;
    if (this.saveTimer) {
      clearTimeout(this.saveTimer);
      this.saveTimer = null;
      await this.save();
    }
    await this.inFlight;
  }

  private async save(): Promise<void> {
    // One write at a time: the next is based on the revision that this one makes.
    if (this.inFlight) await this.inFlight;
    const saving = this.write(this.state.record);
    this.inFlight = saving;
    await saving;
    if (this.inFlight === saving) this.inFlight = null;
  }

  private async write(record: BoxRecord): Promise<void> {
    this.set({ saving: 'saving' });
    try {
      const view = await this.doors.put(record, this.revision);
      this.revision = view.record.revision;
      this.set({ view, refusal: null, saving: this.state.record === record ? 'saved' : 'pending' });
      this.doors.saved(view);
    } catch (error) {
      if (error instanceof ApiProblem && error.isConflict) {
        const { current, current_revision } = error.problem;
        this.set({
          saving: 'conflict',
          theirs: { record: current as BoxRecord, revision: current_revision ?? this.revision },
        });
        return;
      }
      this.fail(error);
      if (error instanceof ApiProblem && error.isOffline) this.scheduleSave(RETRY_AFTER_MS);
    }
  }

  /** Settles a conflict: this window's record goes over the other's. */
  keepMine() {
    const { theirs } = this.state;
    if (!theirs) return;
    this.revision = theirs.revision;
    this.set({ theirs: null, saving: 'pending' });
    void this.save();
  }

  /** Settles a conflict: the other window's record is taken, and one's own can be brought back with undo. */
  takeTheirs() {
    const { theirs } = this.state;
    if (!theirs) return;
    this.remember();
    this.revision = theirs.revision;
    const side = theirs.record.left ? this.state.side : 'found';
    this.set({ record: theirs.record, theirs: null, typed: {}, echoes: {}, side, saving: 'saved' });
    this.judge(false);
  }

  /** A fresh answer of the server. It is taken unless something here is not saved yet. */
  accept(view: BoxView) {
    if (this.state.saving !== 'saved' || view.record.revision < this.revision) return;
    const changed = view.record.revision !== this.revision;
    this.revision = view.record.revision;
    this.set({ view });
    if (changed) {
      this.set({ record: view.record.record });
      this.judge(false);
    }
  }

  /** The window is closing or another box is opened: what is not saved goes now. */
  async dispose() {
    await this.flush();
    this.judging?.abort();
    this.planning?.abort();
    if (this.planTimer) clearTimeout(this.planTimer);
    this.listeners.clear();
  }
}
