// Whoever guesses passphrases from many addresses gets in nowhere, and keeps whoever knows theirs waiting for less than two seconds.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { binary } from './server';

const PASSPHRASE = 'salt on the quay';
const ADDRESSES = 100;
/** All ten thousand in the long run. */
const TRIES_EACH = Number(process.env.NAILPUNCH_TRIES ?? 10);

type Told = { status: number; took: number };

/** Asks from an address of this machine; all of 127/8 are. */
function ask(port: number, from: string, path: string, body?: unknown): Promise<Told> {
  const begun = performance.now();
  return new Promise((done, failed) => {
    const sent = request(
      {
        port,
        path,
        host: '127.0.0.1',
        localAddress: from,
        method: body ? 'POST' : 'GET',
        headers: { Host: `127.0.0.1:${port}`, ...(body ? { 'Content-Type': 'application/json' } : {}) },
        agent: new Agent({ keepAlive: false }),
      },
      (answer) => {
        answer.resume();
        answer.on('end', () => done({ status: answer.statusCode ?? 0, took: performance.now() - begun }));
      },
    );
    sent.on('error', failed);
    sent.end(body ? JSON.stringify(body) : undefined);
  });
}

test('wrong tries from a hundred addresses let nobody in, and whoever knows waits less than two seconds', async () => {
  test.setTimeout(600_000);
  const folder = mkdtempSync(join(tmpdir(), 'nailpunch-'));
  const [data, passphrase] = [join(folder, 'audits.sqlite'), join(folder, 'passphrase')];
  writeFileSync(passphrase, `${PASSPHRASE}\n`);
  execFileSync(binary, ['person', 'add', 'Ines Vale', '--role', 'owner', '--passphrase-file', passphrase, '--data', data]);
  const child = spawn(binary, ['serve', '--port', '8390', '--log', 'error', '--data', data]);
  const port = await new Promise<number>((found) => child.stdout.on('data', (said: Buffer) => found(Number(/:(\d+)\s/.exec(said.toString())?.[1]))));
  const wrong = { name: 'Ines Vale', passphrase: 'not the passphrase' };
  const counts = new Map<number, number>();
  let guessing = true;
  const guess = async (from: string) => {
    for (let tries = 0; tries < TRIES_EACH; tries += 1) {
      const { status } = await ask(port, from, '/api/sign-in', wrong);
      counts.set(status, (counts.get(status) ?? 0) + 1);
    }
  };
  const others = Array.from({ length: ADDRESSES }, (_, index) => guess(`127.0.1.${index + 1}`));
  const all = Promise.all(others).finally(() => {
    guessing = false;
  });
  // As the page does: a server that is busy with others is asked again.
  const signIn = async (): Promise<Told> => {
    const begun = performance.now();
    for (;;) {
      const told = await ask(port, '127.0.2.1', '/api/sign-in', { name: 'Ines Vale', passphrase: PASSPHRASE });
      if (told.status !== 503) return { status: told.status, took: performance.now() - begun };
      await new Promise((go) => setTimeout(go, 500));
    }
  };
  // One who knows, from an address of theirs, again and again while it lasts; and one who asks for something else.
  const right: Told[] = [];
  const beside: Told[] = [];
  for (let turn = 0; turn < 3 || guessing; turn += 1) {
    right.push(await signIn());
    beside.push(await ask(port, '127.0.2.2', '/api/health'));
  }
  await all;
  child.kill();
  expect(counts.get(200) ?? 0).toBe(0);
  expect([...counts.keys()].filter((status) => ![401, 429, 503].includes(status))).toEqual([]);
  expect(counts.get(401) ?? 0).toBeGreaterThan(0);
  expect([...counts.values()].reduce((sum, count) => sum + count, 0)).toBe(ADDRESSES * TRIES_EACH);
  expect(right.map(({ status }) => status)).toEqual(right.map(() => 200));
  // How long they waited is a figure of the long run, on a machine that does nothing else.
  if (TRIES_EACH < 100) return;
  const figures = (told: Told[]) => told.map(({ took }) => Math.round(took)).sort((a, b) => a - b);
  const [signing, other] = [figures(right), figures(beside)];
  console.log(`signed in ${right.length} times, ${signing.at(0)} to ${signing.at(-1)} ms; others waited ${other.at(0)} to ${other.at(-1)} ms`);
  expect(signing.at(-1)).toBeLessThan(2_000);
});
