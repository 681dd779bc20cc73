import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem } from '../api/client';
import type { BoxRecord } from '../api/types';
import { away, doors, FIELD, INCH, length, record, start, typed, view } from './session.testing';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe('BoxSession beside another window', () => {
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

  it('takes in what another changed before the answer was made, and does not undo it with the next change', async () => {
    const io = doors();
    const onTop = { ...record(), tag: 'K9', place: 'by the door' };
    io.put.mockResolvedValueOnce(view(onTop, 3));
    const merge = vi.fn(async (_base: BoxRecord, mine: BoxRecord) => {
      const both = { ...mine, place: onTop.place };
      return { mine: both, theirs: both, asks: [] as string[] };
    });
    const session = start({ ...io, merge });
    session.editRecord((known) => ({ ...known, tag: 'K9' }));
    await session.flush();
    // What was sent is what both began with.
    expect(merge.mock.calls[0]?.[0]).toMatchObject({ tag: 'K9', place: '' });
    expect(session.snapshot()).toMatchObject({
      saving: 'saved',
      record: { tag: 'K9', place: 'by the door' },
    });
    session.editRecord((known) => ({ ...known, wired_under: { year: 1962 } }));
    await session.flush();
    expect(io.put.mock.lastCall?.[1]).toBe(3);
    expect(io.put.mock.lastCall?.[0]).toMatchObject({ place: 'by the door', wired_under: { year: 1962 } });
  });

  it('bases the next change on what was sent, where what another put on top asks for a person', async () => {
    const io = doors();
    io.put.mockResolvedValueOnce(view({ ...record(), tag: 'K7' }, 3));
    const merge = async (_base: BoxRecord, mine: BoxRecord) => ({ mine, theirs: mine, asks: ['/tag'] });
    const session = start({ ...io, merge });
    session.editRecord((known) => ({ ...known, tag: 'K9' }));
    await session.flush();
    session.editRecord((known) => ({ ...known, place: 'by the door' }));
    await session.flush();
    expect(io.put.mock.lastCall?.slice(1)).toMatchObject([2, { tag: 'K9' }]);
  });

  it('writes one after the other, however many waited for the same write', async () => {
    const io = doors();
    let under = 0;
    let most = 0;
    const answered = io.put.getMockImplementation();
    io.put.mockImplementation(async (...sent) => {
      under += 1;
      most = Math.max(most, under);
      await new Promise((done) => setTimeout(done, 2_000));
      under -= 1;
      if (!answered) throw new Error('there is one');
      return answered(...sent);
    });
    const session = start(io);
    for (const tag of ['K2', 'K3', 'K4', 'K5']) {
      session.editRecord((known) => ({ ...known, tag }));
      await vi.advanceTimersByTimeAsync(500);
    }
    await vi.runAllTimersAsync();
    expect(most).toBe(1);
    expect(io.put.mock.calls.map(([, basedOn]) => basedOn)).toEqual(
      io.put.mock.calls.map((_, index) => index + 1),
    );
    expect(io.put.mock.lastCall?.[0].tag).toBe('K5');
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
});
