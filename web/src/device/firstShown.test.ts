import { QueryClient } from '@tanstack/react-query';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { onceShown } from './firstShown';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

test('it waits until nothing is asked for any more, and does its work once', async () => {
  const client = new QueryClient();
  const work = vi.fn();
  onceShown(client, work);
  const ask = (key: string, ms: number) =>
    client.fetchQuery({ queryKey: [key], queryFn: () => new Promise((go) => setTimeout(() => go(key), ms)) });
  const first = ask('walk', 500);
  await vi.advanceTimersByTimeAsync(450);
  expect(work).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(80);
  await first;
  // What the first answer leads to is asked for at once: the screen is not there yet.
  void ask('box', 300);
  await vi.advanceTimersByTimeAsync(200);
  expect(work).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(300);
  expect(work).toHaveBeenCalledTimes(1);
  void ask('later', 50);
  await vi.advanceTimersByTimeAsync(20_000);
  expect(work).toHaveBeenCalledTimes(1);
});

test('a screen that asks nothing, or never stops, is not waited for without end', async () => {
  const work = vi.fn();
  onceShown(new QueryClient(), work);
  await vi.advanceTimersByTimeAsync(9_000);
  expect(work).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(2_000);
  expect(work).toHaveBeenCalledTimes(1);
});
