// The real binary, serving the demo from a fresh database on a free port, for one test file.
import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { misdescribed } from './described';

export const root = join(import.meta.dirname, '..', '..');
export const binary = process.env.NAILPUNCH ?? join(root, 'target', 'debug', 'nailpunch');
export const bundlePath = join(root, 'demo', 'guesthouse.nailpunch.json');

type Bundle = {
  circuits: { id: string; name: string }[];
  runs: { id: string; name: string }[];
  audit: { id: string; name: string }; rooms: { id: string; name: string; boxes: { id: string; tag: string }[] }[];
};
export const bundle: Bundle = JSON.parse(readFileSync(bundlePath, 'utf8'));

export const auditPath = `/audits/${bundle.audit.id}`;

/** Where a box of the demo is walked. */
export function walkPath(tag: string): string {
  const box = bundle.rooms.flatMap((room) => room.boxes).find((known) => known.tag === tag);
  if (!box) throw new Error(`the demo has no box ${tag}`);
  return `${auditPath}/walk/${box.id}`;
}

/** Where a room of the demo is taped. */
export function roomPath(name: string): string {
  const room = bundle.rooms.find((known) => known.name === name);
  if (!room) throw new Error(`the demo has no room ${name}`);
  return `${auditPath}/walk/room/${room.id}`;
}

/** Where a cable run of the demo is taped. */
export function cablePath(name: string): string {
  const run = bundle.runs.find((known) => known.name === name);
  if (!run) throw new Error(`the demo has no cable run ${name}`);
  return `${auditPath}/walk/cable/${run.id}`;
}

export class Server {
  private constructor(
    readonly url: string,
    readonly folder: string,
    private readonly child: ChildProcess,
  ) {}

  static async start(first = 8100): Promise<Server> {
    const folder = mkdtempSync(join(tmpdir(), 'nailpunch-'));
    const args = ['demo', '--data', join(folder, 'demo.sqlite'), '--port', String(first)];
    const child = spawn(binary, args, { stdio: ['ignore', 'pipe', 'inherit'] });
    const url = await new Promise<string>((found, failed) => {
      child.stdout?.on('data', (data: Buffer) => {
        const said = /http:\/\/\S+/.exec(data.toString());
        if (said) found(said[0]);
      });
      child.on('exit', (code) => failed(new Error(`the server stopped with ${code}`)));
    });
    for (let tries = 0; tries < 100; tries += 1) {
      const answer = await fetch(`${url}/api/version`).catch(() => null);
      if (answer?.ok) break;
      await new Promise((go) => setTimeout(go, 50));
    }
    return new Server(url, folder, child);
  }

  /** Its database. */
  get data(): string {
    return join(this.folder, 'demo.sqlite');
  }

  get process(): ChildProcess {
    return this.child;
  }

  stop() {
    this.child.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }

  run(...args: string[]): string {
    return execFileSync(binary, args, { encoding: 'utf8' });
  }
}

/** A server for the tests of one file; any error in a page's console fails the test. */
export function serve(): { get: () => Server } {
  let server: Server;
  test.beforeAll(async () => {
    server = await Server.start();
  });
  test.afterAll(() => server.stop());
  return { get: () => server };
}

/** Fails on anything that the browser complains of, but for the answers a test provokes on purpose. */
export function watch(page: Page, allowed: RegExp = /(?!)/) {
  const complaints: string[] = [];
  const described: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error' && !allowed.test(message.text())) complaints.push(`${message.text()} ${message.location().url}`);
  });
  page.on('pageerror', (error) => complaints.push(error.message));
  page.on('request', (request) => {
    if (!request.url().startsWith('http://127.0.0.1') && !/^(data|blob):/.test(request.url())) complaints.push(`left the machine: ${request.url()}`);
  });
  page.on('response', (response) => {
    const method = response.request().method();
    const kind = response.headers()['content-type'] ?? '';
    if (kind.startsWith('text/event-stream')) return;
    // An answer that the page no longer waits for has no body to look at.
    void response.text().then(
      (body) => {
        const wrong = misdescribed(method, response.url(), response.status(), kind, body);
        if (wrong) described.push(wrong);
      },
      () => undefined,
    );
  });
  return () => {
    expect(complaints).toEqual([]);
    expect(described).toEqual([]);
  };
}
