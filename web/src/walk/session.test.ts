import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Basis, BoxRecord } from '../api/types';
import { BoxSession } from './session';
import { away, doors, FIELD, INCH, length, record, slow, start, typed, view } from './session.testing';
import type { SessionDoors } from './sessionState';

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
