// One box being worked on: what was typed, what the core makes of it, and getting it saved. Nothing here judges; every
// figure comes back from the server. Nothing typed is lost: a text stays in its field until the core has read it, and
// what it read stays here until the server holds it, however slow the server is, and whatever another window did.
import { ApiProblem, type JudgeWish } from '../api/client';
import type { Basis, BoxContents, BoxRecord, BoxView, Ruling, TypedEntry } from '../api/types';
import { differences } from '../ui/differences';
import { sideOf } from './contents';
import { judgeWish } from './judgeWish';
import { Planning } from './planning';
import type { Said, Saving, SessionDoors, SessionState, Side } from './sessionState';
import { type Step, Steps } from './steps';
import {
  afterAnswer,
  afterLeaving,
  afterUndo,
  following,
  notUnderstood,
  type TypedTexts,
  unread,
} from './texts';

const SAVE_AFTER_MS = 400;
const RETRY_AFTER_MS = 3000;

const NOTHING_TYPED: Record<Side, TypedTexts> = { found: {}, left: {} };

export class BoxSession {
  private state: SessionState;
  private readonly listeners = new Set<() => void>();
  private readonly steps = new Steps();
  private lastTyped: string | null = null;
  private judging: AbortController | null = null;
  private readonly planning: Planning;
  private saveTimer: ReturnType<typeof setTimeout> | null = null;
  private inFlight: Promise<void> | null = null;
  private pendingJudgement: Promise<void> = Promise.resolve();
  private revision: number;
  /** The record as it stands at that revision. */
  private base: BoxRecord;
  /** Changes made here, and how many of them the server holds. */
  private changes = 0;
  private kept = 0;
  /** A record that was sent and not answered: the server may hold it. */
  private unanswered: BoxRecord | null = null;

  constructor(
    private basis: Basis,
    view: BoxView,
    private readonly doors: SessionDoors,
  ) {
    const side: Side = view.record.record.left ? 'left' : 'found';
    this.revision = view.record.revision;
    this.base = view.record.record;
    this.planning = new Planning(doors.plan, (planned) => this.set(planned));
    this.state = {
      view,
      record: view.record.record,
      side,
      texts: NOTHING_TYPED,
      jot: { line: '', taken: false },
      judgement: (side === 'left' && view.left) || view.found,
      remedies: null,
      planned: false,
      saving: 'saved',
      refusal: null,
      theirs: null,
      said: null,
      canUndo: false,
      canRedo: false,
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

  private contents(side: Side = this.state.side): BoxContents {
    return sideOf(this.state.record, side);
  }

  private withContents(contents: BoxContents, side: Side = this.state.side): BoxRecord {
    return { ...this.state.record, [side]: contents };
  }

  private withTexts(texts: TypedTexts, side: Side = this.state.side): Record<Side, TypedTexts> {
    return { ...this.state.texts, [side]: texts };
  }

  private remember(act: Said | null = null) {
    const { record, texts } = this.state;
    this.steps.begin({ record, texts, act });
    this.set({ ...this.steps.can, said: act });
  }

  /** Something changed that the server does not hold yet. */
  private touch(change: Partial<SessionState>) {
    this.changes += 1;
    const { saving } = this.state;
    this.set({
      ...change,
      saving: saving === 'conflict' || saving === 'offline' ? saving : 'pending',
    });
  }

  /** All that was typed here is read. */
  private isRead() {
    const { texts, jot } = this.state;
    return !jot.taken && unread(texts.found).length === 0 && unread(texts.left).length === 0;
  }

  /** The server holds all that was typed here and understood. */
  get isKept() {
    return this.isRead() && this.changes === this.kept && this.state.saving !== 'conflict';
  }

  private savingNow(): Saving {
    if (!this.isKept) return 'pending';
    const { found, left } = this.state.texts;
    return notUnderstood(found) + notUnderstood(left) > 0 ? 'partly' : 'saved';
  }

  /** The audit rests on something else now. */
  rebase(basis: Basis) {
    if (this.basis === basis) return;
    this.basis = basis;
    this.judge();
  }

  /** A text was typed into a field. */
  type(pointer: string, text: string) {
    if (this.lastTyped !== pointer) {
      this.remember();
      this.lastTyped = pointer;
    }
    const typed = { text, answer: null, left: false };
    this.touch({ texts: this.withTexts({ ...this.state.texts[this.state.side], [pointer]: typed }) });
    this.judge();
  }

  /** A field was left: what was understood is shown as it is kept; what was not stays as it was typed. */
  leave(pointer: string) {
    this.lastTyped = null;
    const { texts, side } = this.state;
    this.set({ texts: this.withTexts(afterLeaving(texts[side], pointer)) });
  }

  /** Anything else in the box was changed; `said` is what is said of it. */
  edit(change: (contents: BoxContents) => BoxContents, said: Said | null = null) {
    this.remember(said);
    this.lastTyped = null;
    this.replace(change(this.contents()));
    this.judge();
  }

  private replace(contents: BoxContents) {
    const texts = following(this.state.texts[this.state.side], this.contents(), contents);
    this.touch({ record: this.withContents(contents), texts: this.withTexts(texts) });
  }

  /**
   * Something in the drawing was pulled; all of one pull is one step to undo. `pointers` are the fields it goes into: where
   * it is now goes before what was typed of it.
   */
  pull(pointers: string[], change: (contents: BoxContents) => BoxContents, said: Said) {
    const step = `pull ${pointers.join(' ')}`;
    const begun = this.lastTyped === step ? this.steps.last : undefined;
    if (begun) {
      // What is set back may end proud: what is said is where it ended.
      begun.act = said;
      this.set({ said });
    } else this.remember(said);
    this.lastTyped = step;
    const others = Object.entries(this.state.texts[this.state.side]).filter(
      ([pointer]) => !pointers.includes(pointer),
    );
    const texts = this.withTexts(Object.fromEntries(others));
    this.touch({ record: this.withContents(change(this.contents())), texts });
    this.judge();
  }

  /** What was pulled is let go of: the next pull is a step of its own. */
  letGo() {
    this.lastTyped = null;
  }

  /** The record around the contents was changed: tag, place, age, rulings, remarks. */
  editRecord(change: (record: BoxRecord) => BoxRecord) {
    this.remember();
    this.lastTyped = null;
    const { record: before } = this.state;
    this.touch({ record: change(before) });
    // A tag or a place changes no judgement and no plan.
    if (this.state.record.rulings !== before.rulings || !this.isRead()) this.judge();
    else this.scheduleSave();
  }

  /** What the inspector says of one rule here; nothing takes it back. */
  rule(rule: string, ruling: Omit<Ruling, 'rule'> | null) {
    this.editRecord((record) => {
      const others = record.rulings.filter((known) => known.rule !== rule);
      return { ...record, rulings: ruling ? [...others, { rule, ...ruling }] : others };
    });
  }

  /** The jot line as it is typed. */
  jot(line: string) {
    this.set({ jot: { line, taken: false }, ...(this.isKept ? { saving: this.savingNow() } : {}) });
  }

  /** The jot line is taken: it stays in its field until the core has read it into the box. */
  take() {
    const { line } = this.state.jot;
    if (line.trim() === '') return;
    this.touch({ jot: { line, taken: true } });
    this.judge();
  }

  show(side: Side) {
    if (side === 'left' && !this.state.record.left) {
      this.remember();
      this.touch({ record: { ...this.state.record, left: this.state.view.to_measure_again } });
    }
    this.lastTyped = null;
    this.set({ side });
    this.judge();
  }

  undo() {
    this.goTo(this.steps.undo(this.state), true);
  }

  redo() {
    this.goTo(this.steps.redo(this.state), false);
  }

  /** Goes to how it stood at a step; `back` where an act is taken back by it. */
  private goTo(there: Step | undefined, back: boolean) {
    if (!there) return;
    const { side: shown } = this.state;
    this.lastTyped = null;
    const side = shown === 'left' && !there.record.left ? 'found' : shown;
    const texts = { found: afterUndo(there.texts.found), left: afterUndo(there.texts.left) };
    const said = there.act && { ...there.act, back };
    this.touch({ record: there.record, texts, side, said, ...this.steps.can });
    this.judge();
  }

  /** Brings what was typed to the core, and saves what it made of it. A later call overtakes an earlier one. */
  private judge() {
    // A plan under way is for the box as it stood before: it answers nothing now.
    this.planning.stop();
    this.set({ planned: false });
    this.judging?.abort();
    const judging = new AbortController();
    this.judging = judging;
    this.pendingJudgement = this.ask(judging.signal).catch((error: unknown) => {
      if (judging.signal.aborted) return;
      // What the server will not judge it will not keep either: say why, and keep the text in its field.
      this.fail(error);
    });
  }

  private async ask(signal: AbortSignal) {
    const { side, texts } = this.state;
    const hidden = side === 'left' ? 'found' : 'left';
    if (unread(texts[hidden]).length > 0) await this.read(hidden, signal);
    if (this.state.jot.taken) {
      if (unread(texts[side]).length > 0) await this.read(side, signal);
      await this.readLine(signal);
    }
    this.set({ judgement: await this.read(side, signal), refusal: null });
    this.plan();
    if (this.changes > this.kept) this.scheduleSave();
    else if (this.state.saving !== 'conflict') this.set({ saving: this.savingNow() });
  }

  private async read(side: Side, signal: AbortSignal) {
    const sent = unread(this.state.texts[side]);
    const judgement = await this.doors.judge(this.wish(side, sent), signal);
    signal.throwIfAborted();
    const texts = afterAnswer(this.state.texts[side], sent, judgement.entries);
    this.set({ record: this.withContents(judgement.contents, side), texts: this.withTexts(texts, side) });
    if (sent.length > 0) this.touch({});
    return judgement;
  }

  private async readLine(signal: AbortSignal) {
    const { line } = this.state.jot;
    const { units } = this.basis;
    const { chips, contents, tag } = await this.doors.jot({ line, units, contents: this.contents() }, signal);
    signal.throwIfAborted();
    this.remember();
    this.lastTyped = null;
    if (chips.some((chip) => chip.read)) this.replace(contents);
    if (tag) this.touch({ record: { ...this.state.record, tag } });
    // What was not understood stays, to be mended.
    const rest = chips.filter((chip) => chip.error).map((chip) => chip.text);
    this.set({ jot: { line: rest.join(' '), taken: false } });
  }

  private wish(side: Side, typed: TypedEntry[]): JudgeWish {
    const { view, record } = this.state;
    return judgeWish(this.basis, view, record, side, typed);
  }

  /** Works out what can be done; the last answer stays until the next is there. */
  private plan() {
    this.planning.stop();
    if (this.state.side === 'left') this.set({ remedies: null, planned: true });
    else this.planning.begin(() => this.wish(this.state.side, []));
  }

  private fail(error: unknown) {
    if (error instanceof ApiProblem && error.isOffline) {
      this.set({ saving: 'offline', refusal: error.problem });
      this.after(RETRY_AFTER_MS, () => this.retry());
      return;
    }
    const refusal =
      error instanceof ApiProblem ? error.problem : { status: 0, title: 'Failed', detail: String(error) };
    this.set({ saving: 'refused', refusal, jot: { ...this.state.jot, taken: false } });
  }

  /** Tries again what the server did not answer. */
  retry() {
    if (this.state.saving !== 'offline') return;
    if (this.saveTimer) clearTimeout(this.saveTimer);
    this.saveTimer = null;
    this.judge();
  }

  private after(wait: number, work: () => void) {
    if (this.saveTimer) clearTimeout(this.saveTimer);
    this.saveTimer = setTimeout(() => {
      this.saveTimer = null;
      work();
    }, wait);
  }

  private scheduleSave() {
    if (this.state.saving === 'conflict') return;
    this.set({ saving: this.savingNow() });
    this.after(this.doors.pause?.() ?? SAVE_AFTER_MS, () => void this.save());
  }

  /** Saves what is not saved yet, and waits for it; what the server does not answer waits here. */
  async flush() {
    if (!this.isRead() && this.saveTimer) this.judge();
    for (let last = null; last !== this.pendingJudgement; ) {
      last = this.pendingJudgement;
      await last;
    }
    if (this.saveTimer && this.state.saving !== 'offline') {
      clearTimeout(this.saveTimer);
      this.saveTimer = null;
      await this.save();
    }
    await this.inFlight;
  }

  private async save(): Promise<void> {
    // One write at a time: the next is based on the revision that this one makes. Two may have waited for the same one.
    while (this.inFlight) await this.inFlight;
    const saving = this.write(this.state.record, this.changes).finally(() => {
      this.inFlight = null;
    });
    this.inFlight = saving;
    await saving;
  }

  private async write(record: BoxRecord, changes: number): Promise<void> {
    this.set({ saving: 'saving' });
    try {
      const view = await this.doors.put(record, this.revision, this.base);
      const stands = view.record;
      if (stands.revision <= this.revision + 1) this.standsAt(stands.revision, stands.record);
      else await this.overtaken(record, stands);
      this.kept = changes;
      this.unanswered = null;
      this.set({ view, refusal: null });
      this.set({ saving: this.savingNow() });
      this.doors.saved(view);
    } catch (error) {
      if (error instanceof ApiProblem && error.isConflict) {
        const { current, current_revision } = error.problem;
        const stands = current as BoxRecord;
        const revision = current_revision ?? this.revision;
        if (this.unanswered && differences(this.unanswered, stands).length === 0) {
          // What stands there is one's own: only its answer was lost.
          this.unanswered = null;
          this.standsAt(revision, stands);
          return this.write(record, changes);
        }
        const merged = await this.mergedWith(stands);
        // What only one side changed is kept of both, whichever is chosen for the rest.
        if (merged) this.takeOver(merged.mine);
        if (merged?.asks.length === 0) {
          this.standsAt(revision, stands);
          return this.write(merged.mine, this.changes);
        }
        this.set({ saving: 'conflict', theirs: { record: merged?.theirs ?? stands, revision, stands } });
        return;
      }
      if (error instanceof ApiProblem && error.isOffline) this.unanswered = record;
      this.fail(error);
    }
  }

  /**
   * Another changed the box after what was sent, and before it was answered: what they changed is taken in, or the next write would
   * undo it. Where that asks for a person, the next write is based on what was sent, and is asked about as any conflict is.
   */
  private async overtaken(sent: BoxRecord, stands: BoxView['record']) {
    this.standsAt(this.revision + 1, sent);
    const merged = await this.mergedWith(stands.record);
    if (merged?.asks.length !== 0) return;
    this.takeOver(merged.mine);
    this.standsAt(stands.revision, stands.record);
  }

  /** This window's record put together with the server's, as it stands once that is done: what is typed meanwhile is in it. */
  private async mergedWith(stands: BoxRecord) {
    for (;;) {
      const { record } = this.state;
      const merged = await this.doors.merge?.(this.base, record, stands);
      if (record === this.state.record) return merged;
    }
  }

  /** Settles a conflict: this window's record goes over the other's. */
  keepMine() {
    const { theirs } = this.state;
    if (!theirs) return;
    this.standsAt(theirs.revision, theirs.stands);
    this.set({ theirs: null, saving: 'pending' });
    void this.save();
  }

  /** Settles a conflict: the other window's record is taken, and one's own can be brought back with undo. */
  takeTheirs() {
    const { theirs } = this.state;
    if (!theirs) return;
    this.remember();
    this.standsAt(theirs.revision, theirs.stands);
    this.kept = this.changes;
    // What only this window changed is still to be saved.
    if (differences(theirs.record, theirs.stands).length > 0) this.changes += 1;
    const side = theirs.record.left ? this.state.side : 'found';
    this.set({ record: theirs.record, theirs: null, texts: NOTHING_TYPED, side, saving: 'saved' });
    this.judge();
  }

  /** A fresh answer of the server. It is taken unless something here is not saved yet. */
  accept(view: BoxView) {
    if (!this.isKept || view.record.revision < this.revision) return;
    const { revision, record } = view.record;
    // The same number may be of another content: the device and the office both count.
    const changed = revision !== this.revision || differences(this.state.record, record).length > 0;
    this.standsAt(revision, record);
    this.set({ view });
    if (changed) this.takeOver(record);
  }

  /** So it stands at the server. */
  private standsAt(revision: number, record: BoxRecord) {
    this.revision = revision;
    this.base = record;
  }

  /** A record that another changed is shown: a text whose figure they changed gives way to theirs. */
  private takeOver(record: BoxRecord) {
    const { texts, record: before } = this.state;
    const found = following(texts.found, before.found, record.found);
    const left = following(texts.left, before.left ?? before.found, record.left ?? record.found);
    const side = this.state.side === 'left' && !record.left ? 'found' : this.state.side;
    this.set({ record, side, texts: { found, left } });
    this.judge();
  }

  /** Nobody looks at this box any more, and all of it is kept. */
  close() {
    this.judging?.abort();
    this.planning.stop();
    if (this.saveTimer) clearTimeout(this.saveTimer);
  }
}
