// A report whose reader has gone is no longer laid out: the process that does it ends, and the next reader has the turn.
import { readdirSync, readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { expect, test } from '@playwright/test';
import { auditPath, serve } from './server';

const server = serve();

/** The processes that lay out reports for the server, by their numbers. */
function layingOut(): number[] {
  const tasks = `/proc/${server.get().process.pid}/task`;
  const children = readdirSync(tasks).flatMap((task) => read(`${tasks}/${task}/children`).split(' '));
  return children.filter((child) => child && read(`/proc/${child}/cmdline`).includes('\0lay-out')).map(Number);
}

/** A file of the system, which may be gone before it is read. */
function read(file: string): string {
  try {
    return readFileSync(file, 'utf8').trim();
  } catch {
    return '';
  }
}

test('a report ends with its reader, and the next one is made', async () => {
  const { url } = server.get();
  const { hostname, port, host } = new URL(url);
  const reader = connect(Number(port), hostname);
  reader.on('error', () => undefined);
  reader.write(`GET /api${auditPath}/report.pdf HTTP/1.1\r\nHost: ${host}\r\n\r\n`);
  await expect.poll(layingOut, { intervals: [20] }).toHaveLength(1);
  const [first] = layingOut();
  reader.destroy();
  await expect.poll(layingOut, { intervals: [20], timeout: 3000 }).toEqual([]);
  expect(first).toBeGreaterThan(0);

  const made = await fetch(`${url}/api${auditPath}/report.pdf?kind=owner`);
  expect(made.status).toBe(200);
  expect(Buffer.from(await made.arrayBuffer()).subarray(0, 5).toString()).toBe('%PDF-');
  // Nothing is left over of one that was made.
  await expect.poll(layingOut).toEqual([]);
});
