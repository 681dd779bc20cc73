import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem } from '../api/client';
import type { Basis, BoxRecord, BoxView, Judgement, Remedies } from '../api/types';
import { BoxSession, type SessionDoors } from './session';

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

/** A server that understands "7" as 7 in, and nothing else. */
function doors() {
  let revision = 1;
  const put = vi.fn(async (kept: BoxRecord, _basedOn: number) => view(kept, ++revision));
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
  return { put, judge, plan, saved: vi.fn() };
}

const FIELD = '/conductors/0/free_length';
const start = (io: SessionDoors) => new BoxSession({} as Basis, view(record(), 1), io);
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
    await session.leave(FIELD);
    expect(session.snapshot().typed[FIELD]).toBe('7 furlongs');
    expect(session.snapshot().echoes[FIELD]?.error).toContain('not a figure');
    expect(length(session)).toBeNull();
  });

  it('shows a field as it is kept once it is left', async () => {
    const session = start(doors());
    session.type(FIELD, '7');
    await session.leave(FIELD);
    expect(session.snapshot().typed[FIELD]).toBeUndefined();
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
    io.put.mockRejectedValueOnce(new ApiProblem({ status: 0, title: '', detail: 'away' }));
    const session = start(io);
    session.type(FIELD, '7');
    await vi.advanceTimersByTimeAsync(500);
    expect(session.snapshot().saving).toBe('offline');
    await vi.runAllTimersAsync();
    expect(session.snapshot().saving).toBe('saved');
    expect(io.put).toHaveBeenCalledTimes(2);
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
    await session.dispose();
    expect(io.put).toHaveBeenCalledTimes(1);
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
