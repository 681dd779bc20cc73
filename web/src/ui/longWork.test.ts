import { act, renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';
import { ApiProblem } from '../api/client';
import { dismiss, longWork, nameOf, received, useWorks } from './longWork';

const shown = () => renderHook(useWorks).result;

it('is seen while it goes on, with what came, and gone once it is there', async () => {
  const works = shown();
  let end: (made: string) => void = () => undefined;
  let tell: (bytes: number) => void = () => undefined;
  const work = longWork('Report', (_, came) => {
    tell = came;
    return new Promise<string>((done) => {
      end = done;
    });
  });
  act(() => tell(2_000));
  expect(works.current.map(({ words, bytes, failed }) => [words, bytes, failed])).toEqual([
    ['Report', 2_000, null],
  ]);
  await act(async () => end('made'));
  expect([await work, works.current]).toEqual(['made', []]);
});

it('says why it failed until it is dismissed, and nothing when it was stopped', async () => {
  const works = shown();
  const refused = new ApiProblem({ status: 503, title: '', detail: 'The office is busy.' });
  await act(async () => void (await longWork('Seal', () => Promise.reject(refused), false)));
  expect(works.current.map(({ failed, stop }) => [failed, stop])).toEqual([
    ['The office is busy.', undefined],
  ]);
  act(() => dismiss(works.current[0]?.number ?? 0));

  let aborted = false;
  let work: Promise<unknown> = Promise.resolve();
  act(() => {
    work = longWork('Report', (signal) => {
      return new Promise((_, failed) => {
        signal.addEventListener('abort', () => {
          aborted = true;
          failed(signal.reason);
        });
      });
    });
  });
  await act(async () => works.current[0]?.stop?.());
  expect([await work, aborted, works.current]).toEqual([null, true, []]);
});

it('reads piece by piece, and takes the name that the server gives', async () => {
  const pieces = ['ab', 'cde'].map((text) => new TextEncoder().encode(text));
  const body = new ReadableStream<Uint8Array>({
    start(control) {
      for (const piece of pieces) control.enqueue(piece);
      control.close();
    },
  });
  const headers = { 'Content-Disposition': 'attachment; filename="a-report.pdf"' };
  const answer = new Response(body, { headers });
  const came: number[] = [];
  expect((await received(answer, (bytes) => came.push(bytes))).size).toBe(5);
  expect(came).toEqual([2, 5]);
  expect([nameOf(answer, 'x'), nameOf(new Response(''), 'x')]).toEqual(['a-report.pdf', 'x']);
});
