import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem } from '../api/client';
import type { Basis, BoxRecord, BoxView, Judgement, Remedies } from '../api/types';
import { BoxSession } from './session';
import type { SessionDoors } from './sessionState';

const INCH = 25_400_000;

function record(length: number | null = null): BoxRecord {
  const conductor = {
    id: 1,
    cable: null,
    gauge: '12',
    colour: 'black',
    role: 'ungrounded',
    free_length: length,
    reach: null,
  };
  return {
    id: 'b',
    room: 'r',
    tag: 'K1',
    place: '',
    wired_under: null,
    left: null,
    found: { conductors: [conductor], cables: [] },
    rulings: [],
    remarks: [],
  } as unknown as BoxRecord;
}

function judged(contents: BoxRecord['found'], entries: Judgement['entries'] = []): Judgement {
  return {
    contents,
    entries,
    texts: [],
    results: [],
    contradictions: [],
    worst: 'not-measured',
  } as unknown as Judgement;
}

function view(kept: BoxRecord, revision: number): BoxView {
  return {
    record: { record: kept, revision },
    found: judged(kept.found),
    left: null,
    items: [],
    to_measure_again: record().found,
    on_run: {},
  } as unknown as BoxView;
}

/** A server that understands "7" as 7 in and "fl 7" as the same of the first conductor, and nothing else. */
function doors() {
  let revision = 1;
  const put = vi.fn(async (kept: BoxRecord, _basedOn: number, _base: BoxRecord) => view(kept, ++revision));
  const judge = vi.fn(async (wish: Parameters<SessionDoors['judge']>[0]) => {
    const conductors = wish.contents.conductors.map((conductor, index) => {
      const entry = wish.typed.find((typed) => typed.pointer === `/conductors/${index}/free_length`);
      return entry?.text === '7' ? { ...conductor, free_length: 7 * INCH } : conductor;
    });
    const entries = wish.typed.map(({ pointer, text }) =>
      text === '7'
        ? { pointer, read: '7 in', error: null }
        : { pointer, read: null, error: `\`${text}\` is not a figure` },
    );
    return judged({ ...wish.contents, conductors }, entries);
  });
  const plan = vi.fn(async () => ({ proposals: [], outcome: { wanted: [] } }) as unknown as Remedies);
  const jot = vi.fn(async ({ line, contents }: Parameters<SessionDoors['jot']>[0]) => {
    const read = line.startsWith('fl 7');
    const conductors = contents.conductors.map((known) => ({ ...known, free_length: 7 * INCH }));
    const rest = line.replace('fl 7', '').trim();
    const chips = [
      ...(read ? [{ text: 'fl 7', read: 'free length 7 in', error: null }] : []),
      ...(rest ? [{ text: rest, read: null, error: 'not a word' }] : []),
    ];
    return { chips, contents: read ? { ...contents, conductors } : contents, tag: null, completions: [] };
  });
  return { put, judge, plan, jot: jot as SessionDoors['jot'] & typeof jot, saved: vi.fn() };
}

const away = () => new ApiProblem({ status: 0, title: '', detail: 'away' });

/** The same server, so slow that each answer takes `wait`. */
function slow(io: ReturnType<typeof doors>, wait: number): SessionDoors {
  const late =
    <A extends unknown[], R>(door: (...args: A) => Promise<R>) =>
    async (...args: A) => {
      await new Promise((go) => setTimeout(go, wait));
      (args.find((one) => one instanceof AbortSignal) as AbortSignal | undefined)?.throwIfAborted();
      return door(...args);
    };
  return {
    judge: late(io.judge),
    plan: late(io.plan),
    jot: late(io.jot),
    put: late(io.put),
    saved: io.saved,
  };
}

const FIELD = '/conductors/0/free_length';
const start = (io: SessionDoors) => new BoxSession({} as Basis, view(record(), 1), io);
const typed = (session: BoxSession) => session.snapshot().texts.found[FIELD];
const length = (session: BoxSession) => session.snapshot().record.found.conductors[0]?.free_length;

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe('BoxSession', () => {
  it('judges each keystroke and saves once typing rests', async () => {
    const io = doors();
    const session = start(io);
    session.type(FIELD, '7');
    await vi.runAllTimersAsync();
    expect(length(session)).toBe(7 * INCH);
    expect(io.put).toHaveBeenCalledTimes(1);
    expect(io.put.mock.calls[0]?.[1]).toBe(1);
    expect(session.snapshot().saving).toBe('saved');
  });

  it('keeps what it did not understand in its field, and the former figure in the record', async () => {
    const session = start(doors());
    session.type(FIELD, '7 furlongs');
    await vi.runAllTimersAsync();
    session.leave(FIELD);
    expect(typed(session)?.text).toBe('7 furlongs');
    expect(typed(session)?.answer?.error).toContain('not a figure');
    expect(length(session)).toBeNull();
    expect(session.snapshot().saving).toBe('partly');
  });

  it('shows a field as it is kept once it is left', async () => {
    const session = start(doors());
    session.type(FIELD, '7');
    session.leave(FIELD);
    expect(typed(session)?.text).toBe('7');
    await vi.runAllTimersAsync();
    expect(typed(session)).toBeUndefined();
    expect(length(session)).toBe(7 * INCH);
  });

  it('lets the latest keystroke win over a slower answer to an earlier one', async () => {
    const quick = doors();
    const waiting: (() => void)[] = [];
    const judge: SessionDoors['judge'] = (wish, signal) =>
      new Promise<void>((go) => waiting.push(go)).then(() => {
        signal.throwIfAborted();
        return quick.judge(wish);
      });
    const io = { ...quick, judge };
    const session = start(io);
    session.type(FIELD, '5');
    session.type(FIELD, '7');
    waiting[1]?.();
    await vi.advanceTimersByTimeAsync(1);
    waiting[0]?.();
    await vi.advanceTimersByTimeAsync(1);
    expect(length(session)).toBe(7 * INCH);
  });

  it('stops at a conflict, and either choice settles it without loss', async () => {
    const conflict = new ApiProblem({
      status: 409,
      title: '',
      detail: '',
      current: record(3 * INCH),
      current_revision: 5,
    });
    const io = doors();
    io.put.mockRejectedValueOnce(conflict);
    const mine = start(io);
    mine.type(FIELD, '7');
    await vi.runAllTimersAsync();
    expect(mine.snapshot().saving).toBe('conflict');
    expect(length(mine)).toBe(7 * INCH);
    mine.keepMine();
    await vi.runAllTimersAsync();
    expect(io.put.mock.lastCall?.[1]).toBe(5);
    expect(mine.snapshot().saving).toBe('saved');

    const other = doors();
    other.put.mockRejectedValueOnce(conflict);
    const theirs = start(other);
    theirs.type(FIELD, '7');
    await vi.runAllTimersAsync();
    theirs.takeTheirs();
    await vi.runAllTimersAsync();
    expect(length(theirs)).toBe(3 * INCH);
    theirs.undo();
    await vi.runAllTimersAsync();
    expect(length(theirs)).toBe(7 * INCH);
  });

  it('tries again while the server is away', async () => {
    const io = doors();
    io.put.mockRejectedValueOnce(away());
    const session = start(io);
    session.type(FIELD, '7');
    await vi.advanceTimersByTimeAsync(500);
    expect(session.snapshot().saving).toBe('offline');
    await vi.runAllTimersAsync();
    expect(session.snapshot().saving).toBe('saved');
    expect(io.put).toHaveBeenCalledTimes(2);
  });

  it('does again what was undone, until something else is changed', async () => {
    const session = start(doors());
    const tag = () => session.snapshot().record.tag;
    const first = tag();
    session.editRecord((known) => ({ ...known, tag: 'A' }));
    session.editRecord((known) => ({ ...known, tag: 'B' }));
    session.redo();
    expect([tag(), session.snapshot().canRedo]).toEqual(['B', false]);
    session.undo();
    session.undo();
    expect([tag(), session.snapshot().canUndo, session.snapshot().canRedo]).toEqual([first, false, true]);
    session.redo();
    session.redo();
    expect([tag(), session.snapshot().canRedo]).toEqual(['B', false]);
    session.undo();
    session.editRecord((known) => ({ ...known, tag: 'C' }));
    session.redo();
    expect([tag(), session.snapshot().canRedo]).toEqual(['C', false]);
    session.undo();
    expect(tag()).toBe('A');
  });

  it('undoes one field at a time, not one letter', async () => {
    const session = start(doors());
    session.type(FIELD, '77');
    session.type(FIELD, '7');
    await vi.runAllTimersAsync();
    expect(length(session)).toBe(7 * INCH);
    session.undo();
    await vi.runAllTimersAsync();
    expect(length(session)).toBeNull();
    expect(session.snapshot().canUndo).toBe(false);
  });

  it('saves what is pending before it is left', async () => {
    const io = doors();
    const session = start(io);
    session.type(FIELD, '7');
    await session.flush();
    expect(io.put).toHaveBeenCalledTimes(1);
    expect(session.isKept).toBe(true);
  });

  it('keeps fields that were typed and left before the server answered, and says saved only then', async () => {
    const io = doors();
    const two = record();
    const [first] = two.found.conductors;
    if (!first) throw new Error('no conductor');
    two.found = { ...two.found, conductors: [first, { ...first, id: 2 }] };
    const session = new BoxSession({} as Basis, view(two, 1), slow(io, 1000));
    for (const place of [0, 1]) {
      session.type(`/conductors/${place}/free_length`, '7');
      await vi.advanceTimersByTimeAsync(100);
      session.leave(`/conductors/${place}/free_length`);
    }
    session.edit((known) => ({ ...known, kind: 'octagon' }) as BoxRecord['found']);
    expect(Object.keys(session.snapshot().texts.found)).toHaveLength(2);
    await vi.advanceTimersByTimeAsync(900);
    expect(session.snapshot().saving).toBe('pending');
    await vi.runAllTimersAsync();
    const kept = io.put.mock.lastCall?.[0].found;
    expect(kept?.conductors.map((known) => known.free_length)).toEqual([7 * INCH, 7 * INCH]);
    expect(kept?.kind).toBe('octagon');
    expect(session.snapshot().saving).toBe('saved');
  });

  it('keeps a text typed as found while the box is shown as left', async () => {
    const io = doors();
    const session = new BoxSession({} as Basis, view(record(), 1), slow(io, 1000));
    session.type(FIELD, '7');
    session.leave(FIELD);
    session.show('left');
    await vi.runAllTimersAsync();
    expect(io.put.mock.lastCall?.[0].found.conductors[0]?.free_length).toBe(7 * INCH);
    expect(io.put.mock.lastCall?.[0].left).not.toBeNull();
  });

  it('lets a text follow its conductor, and go with it', async () => {
    const two = record();
    const [first] = two.found.conductors;
    if (!first) throw new Error('no conductor');
    two.found = { ...two.found, conductors: [{ ...first, id: 8 }, first] };
    const io = doors();
    const session = new BoxSession({} as Basis, view(two, 1), slow(io, 1000));
    session.type('/conductors/1/free_length', '7');
    session.type('/conductors/0/free_length', '7');
    session.edit((known) => ({ ...known, conductors: known.conductors.filter(({ id }) => id === 1) }));
    await vi.runAllTimersAsync();
    const kept = io.put.mock.lastCall?.[0].found.conductors;
    expect(kept?.map((known) => [known.id, known.free_length])).toEqual([[1, 7 * INCH]]);
  });

  it('takes a jot line once the server is back, on what was typed meanwhile', async () => {
    const io = doors();
    io.jot.mockRejectedValueOnce(away());
    const session = start(io);
    session.jot('fl 7 wobbly');
    session.take();
    await vi.advanceTimersByTimeAsync(10);
    expect(session.snapshot().saving).toBe('offline');
    expect(session.snapshot().jot.line).toBe('fl 7 wobbly');
    session.edit((known) => ({ ...known, kind: 'octagon' }) as BoxRecord['found']);
    await vi.runAllTimersAsync();
    expect(session.snapshot().jot).toEqual({ line: 'wobbly', taken: false });
    expect(io.put.mock.lastCall?.[0].found.kind).toBe('octagon');
    expect(length(session)).toBe(7 * INCH);
    session.undo();
    await vi.runAllTimersAsync();
    expect(length(session)).toBeNull();
  });

  it('is put together with what another changed, and asks nothing where the fields differ', async () => {
    const io = doors();
    const theirs = { ...record(), place: 'by the door' };
    const conflict = { status: 409, title: '', detail: '', current: theirs, current_revision: 5 };
    io.put.mockRejectedValueOnce(new ApiProblem(conflict));
    const merge = vi.fn(async (_base: BoxRecord, mine: BoxRecord) => {
      const both = { ...mine, place: theirs.place };
      return { mine: both, theirs: both, asks: [] };
    });
    const session = start({ ...io, merge });
    session.type(FIELD, '7');
    await session.flush();
    await session.flush();
    expect(merge.mock.calls[0]?.[0]).toEqual(record());
    expect(io.put.mock.calls.map(([, basedOn]) => basedOn)).toEqual([1, 5]);
    expect(session.snapshot()).toMatchObject({ saving: 'saved', theirs: null });
    expect(session.snapshot().record.place).toBe('by the door');
    expect(length(session)).toBe(7 * INCH);
  });

  it('asks where both changed the same field, and keeps of both what only one changed', async () => {
    for (const whose of ['mine', 'theirs'] as const) {
      const io = doors();
      const stands = { ...record(3 * INCH), place: 'by the door' };
      const conflict = { status: 409, title: '', detail: '', current: stands, current_revision: 5 };
      io.put.mockRejectedValueOnce(new ApiProblem(conflict));
      const merge = async (_: BoxRecord, mine: BoxRecord) => ({
        mine: { ...mine, place: 'by the door' },
        theirs: { ...stands, tag: mine.tag },
        asks: ['/found/conductors'],
      });
      const session = start({ ...io, merge });
      session.editRecord((known) => ({ ...known, tag: 'K9' }));
      session.type(FIELD, '7');
      await session.flush();
      expect(session.snapshot()).toMatchObject({ saving: 'conflict', theirs: { revision: 5 } });
      if (whose === 'mine') session.keepMine();
      else session.takeTheirs();
      await vi.runAllTimersAsync();
      expect(session.snapshot().saving).toBe('saved');
      expect(io.put.mock.lastCall?.[0]).toMatchObject({ tag: 'K9', place: 'by the door' });
      expect(io.put.mock.lastCall?.[1]).toBe(5);
      expect(length(session)).toBe(whose === 'mine' ? 7 * INCH : 3 * INCH);
    }
  });

  it('loses nothing that is changed while two sides are put together', async () => {
    const io = doors();
    const stands = { ...record(), place: 'by the door' };
    const conflict = { status: 409, title: '', detail: '', current: stands, current_revision: 5 };
    io.put.mockRejectedValueOnce(new ApiProblem(conflict));
    const merge = vi.fn(async (_: BoxRecord, mine: BoxRecord) => {
      await new Promise((done) => setTimeout(done, 500));
      const both = { ...mine, place: 'by the door' };
      return { mine: both, theirs: both, asks: [] };
    });
    const session = start({ ...io, merge });
    session.editRecord((known) => ({ ...known, tag: 'K9' }));
    await vi.advanceTimersByTimeAsync(700);
    expect(merge).toHaveBeenCalledTimes(1);
    session.editRecord((known) => ({ ...known, wired_under: { year: 1962 } }));
    await vi.runAllTimersAsync();
    expect(io.put.mock.lastCall?.[0]).toMatchObject({
      tag: 'K9',
      place: 'by the door',
      wired_under: { year: 1962 },
    });
    expect(session.snapshot()).toMatchObject({ saving: 'saved', record: { wired_under: { year: 1962 } } });
  });

  it('says what its change began with, and takes over another content of the same number', async () => {
    const io = doors();
    const session = start(io);
    session.editRecord((known) => ({ ...known, tag: 'K9' }));
    await vi.runAllTimersAsync();
    expect(io.put.mock.lastCall?.slice(1)).toEqual([1, record()]);
    // Revision 2 is this window's own on the device; put together with another's it has the same number.
    const both = { ...record(), tag: 'K9', place: 'of another' };
    session.accept(view(both, 2));
    expect(session.snapshot().record.place).toBe('of another');
    session.editRecord((known) => ({ ...known, tag: 'K8' }));
    await vi.runAllTimersAsync();
    expect(io.put.mock.lastCall).toEqual([{ ...both, tag: 'K8' }, 2, both]);
  });

  it('takes over what another changed meanwhile, but for a text that is still to be read', async () => {
    const session = start(doors());
    session.type(FIELD, '7');
    await session.flush();
    session.accept(view(record(3 * INCH), 9));
    await session.flush();
    expect(length(session)).toBe(3 * INCH);
    expect(typed(session)).toBeUndefined();
    session.type(FIELD, '7');
    session.accept(view(record(4 * INCH), 10));
    expect(typed(session)?.text).toBe('7');
  });

  it('is in no conflict with a write of its own whose answer was lost', async () => {
    const io = doors();
    const session = start(io);
    session.rule('box-fill', { kind: 'confirm', reason: '' });
    const kept = session.snapshot().record;
    io.put.mockRejectedValueOnce(away());
    await vi.advanceTimersByTimeAsync(500);
    expect(session.snapshot().saving).toBe('offline');
    const conflict = { status: 409, title: '', detail: '', current: kept, current_revision: 2 };
    io.put.mockRejectedValueOnce(new ApiProblem(conflict));
    session.type(FIELD, '7');
    await vi.runAllTimersAsync();
    expect(session.snapshot().saving).toBe('saved');
    expect(io.put.mock.lastCall?.[1]).toBe(2);
    expect(io.put.mock.lastCall?.[0].found.conductors[0]?.free_length).toBe(7 * INCH);
  });

  it('takes a fresh answer only when nothing of its own is unsaved', async () => {
    const io = doors();
    const session = start(io);
    session.type(FIELD, '7');
    session.accept(view(record(3 * INCH), 9));
    await vi.runAllTimersAsync();
    expect(length(session)).toBe(7 * INCH);
  });

  it('works out what can be done once the typing pauses, and not for what was measured again', async () => {
    const io = doors();
    const session = start(io);
    session.type(FIELD, '5');
    session.type(FIELD, '7');
    await vi.runAllTimersAsync();
    expect(io.plan).toHaveBeenCalledTimes(1);
    expect(session.snapshot().remedies).not.toBeNull();
    session.show('left');
    await vi.runAllTimersAsync();
    expect(session.snapshot().remedies).toBeNull();
    expect(io.plan).toHaveBeenCalledTimes(1);
  });

  it('takes no plan for the box as it stood before the last change, however late the plan comes', async () => {
    const io = doors();
    const late = slow(io, 1000);
    const session = start({ ...late, judge: slow(io, 3000).judge });
    session.type(FIELD, '5');
    await vi.advanceTimersByTimeAsync(3200);
    expect(io.plan).toHaveBeenCalledTimes(0);
    // Its plan is under way, and another judgement as well.
    session.undo();
    await vi.advanceTimersByTimeAsync(2500);
    expect(session.snapshot()).toMatchObject({ remedies: null, planned: false });
    await vi.runAllTimersAsync();
    expect(session.snapshot().planned).toBe(true);
    expect(session.snapshot().remedies).not.toBeNull();
  });

  it('says each act in words, and that it was taken back', async () => {
    const session = start(doors());
    const said = () => session.snapshot().said;
    session.edit((known) => ({ ...known, wall_finish: 'gypsum-board' }), { words: 'Wall, finish: gypsum' });
    expect(said()).toEqual({ words: 'Wall, finish: gypsum' });
    session.type(FIELD, '7');
    expect(said()).toBeNull();
    session.undo();
    session.undo();
    expect(said()).toEqual({ words: 'Wall, finish: gypsum', back: true });
    session.redo();
    expect(said()).toEqual({ words: 'Wall, finish: gypsum', back: false });
    expect(session.snapshot().record.found.wall_finish).toBe('gypsum-board');
    await vi.runAllTimersAsync();
  });

  it('takes one pull as one step to undo, and the next as another', async () => {
    const session = start(doors());
    const to = (nm: number) =>
      session.pull([FIELD], (known) => ({ ...known, depth: nm }), { words: `to ${nm}`, pointer: FIELD });
    const depth = () => session.snapshot().record.found.depth;
    session.type(FIELD, 'nonsense');
    to(1);
    to(2);
    // What was typed of it is not what it is now.
    expect(typed(session)).toBeUndefined();
    expect(session.snapshot().said?.words).toBe('to 2');
    session.letGo();
    to(3);
    session.undo();
    expect(depth()).toBe(2);
    session.undo();
    expect(depth()).not.toBe(1);
    expect(session.snapshot().said).toMatchObject({ words: 'to 2', back: true });
    expect(typed(session)?.text).toBe('nonsense');
    await vi.runAllTimersAsync();
  });

  it('judges anew when the inspector rules, and keeps one ruling for a rule', async () => {
    const io = doors();
    const session = start(io);
    session.rule('box-fill', { kind: 'confirm', reason: '' });
    session.rule('box-fill', { kind: 'dismiss', reason: 'marked larger' });
    await vi.runAllTimersAsync();
    expect(io.judge.mock.lastCall?.[0].rulings).toEqual([
      { rule: 'box-fill', kind: 'dismiss', reason: 'marked larger' },
    ]);
    session.rule('box-fill', null);
    await vi.runAllTimersAsync();
    expect(io.put.mock.lastCall?.[0].rulings).toEqual([]);
  });
});
