// What hangs on the network: idle and half-sent connections, forged names, stopping in the middle, records that cannot be read.
import { X509Certificate } from 'node:crypto';
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { get, type IncomingHttpHeaders } from 'node:http';
import { createConnection, type Socket } from 'node:net';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from 'node:tls';
import { expect, test } from '@playwright/test';
import { auditPath, binary, bundle, bundlePath, serve, Server } from './server';

const server = serve();
const api = () => `${server.get().url}/api`;

/** A connection that says this much and no more; its end is waited for. */
function half(port: number, host: string, said: string): { socket: Socket; closed: Promise<number> } {
  const begun = Date.now();
  const socket = createConnection({ port, host });
  socket.on('error', () => undefined);
  socket.write(said);
  const closed = new Promise<number>((done) => socket.on('close', () => done((Date.now() - begun) / 1000)));
  socket.resume();
  return { socket, closed };
}

test('200 idle and half-sent connections are gone within 30 s and keep nobody waiting', async () => {
  test.setTimeout(60_000);
  const port = Number(new URL(server.get().url).port);
  const host = `Host: 127.0.0.1:${port}\r\n`;
  const said = ['', 'GET /api/ver', `GET /api/version HTTP/1.1\r\n${host}`, `POST /api/length HTTP/1.1\r\n${host}Content-Type: application/json\r\nContent-Length: 400\r\n\r\n{"a`];
  const open = Array.from({ length: 200 }, (_, index) => half(port, '127.0.0.1', said[index % said.length] ?? ''));
  await new Promise((go) => setTimeout(go, 500));
  const waits: number[] = [];
  for (let tries = 0; tries < 20; tries += 1) {
    const begun = performance.now();
    expect((await fetch(`${api()}/version`)).ok).toBe(true);
    waits.push(performance.now() - begun);
  }
  waits.sort((a, b) => a - b);
  expect(waits[10]).toBeLessThan(100);
  const after = await Promise.all(open.map(({ closed }) => closed));
  expect(Math.max(...after)).toBeLessThan(30);
});

/** The first line of an answer over a connection, under whatever name; of one that trusts no such certificate, why. */
function ask(connection: () => Socket, name: string): Promise<string> {
  return new Promise((done) => {
    const socket = connection();
    let answer = '';
    socket.on('data', (data) => {
      answer += data.toString();
    });
    socket.on('close', () => done(answer.split('\r\n')[0] ?? ''));
    socket.on('error', (error) => done(error.message));
    socket.write(
      `GET /api/version HTTP/1.1\r\nHost: ${name}\r\nConnection: close\r\nX-Nailpunch-Local: ${name}\r\nX-Nailpunch-Peer: 10.0.0.1\r\n\r\n`,
    );
  });
}

/** A firm of one, in a database of its own. */
function firm(): string {
  const folder = mkdtempSync(join(tmpdir(), 'nailpunch-'));
  const [data, passphrase] = [join(folder, 'audits.sqlite'), join(folder, 'passphrase')];
  writeFileSync(passphrase, 'salt on the quay\n');
  execFileSync(binary, ['person', 'add', 'Ines Vale', '--role', 'owner', '--passphrase-file', passphrase, '--data', data]);
  return data;
}

test('beyond this machine only with people and TLS, and the refusal says how to make both', async () => {
  const nobody = join(mkdtempSync(join(tmpdir(), 'nailpunch-')), 'audits.sqlite');
  for (const how of [['--address', '0.0.0.0'], ['--network']]) {
    const refused = spawnSync(binary, ['serve', ...how, '--data', nobody], { encoding: 'utf8' });
    expect([refused.status, refused.stderr]).toEqual([2, expect.stringContaining('nailpunch person add')]);
  }
  const refused = spawnSync(binary, ['serve', '--address', '0.0.0.0', '--data', firm()], { encoding: 'utf8' });
  expect([refused.status, refused.stderr]).toEqual([2, expect.stringContaining('nailpunch serve --network')]);
});

test('a network is served under its own authority, which another TLS library takes, and no other', async () => {
  const outside = Object.values(networkInterfaces()).flat().find((known) => known?.family === 'IPv4' && !known.internal);
  const child = spawn(binary, ['serve', '--network', '--port', '8190', '--data', firm()]);
  let said = '';
  const port = await new Promise<number>((found) =>
    child.stdout.on('data', (data: Buffer) => {
      said += data.toString();
      const known = /localhost:(\d+)/.exec(said)?.[1];
      if (known) found(Number(known));
    }),
  );
  const plain = `http://127.0.0.1:${port}`;
  const page = await (await fetch(`${plain}/trust`)).text();
  const der = Buffer.from(await (await fetch(`${plain}/trust/office.crt`)).arrayBuffer());
  const authority = new X509Certificate(der);
  expect(page.replaceAll(/\s/g, '')).toContain(authority.fingerprint256.replaceAll(':', '').slice(0, 16));
  // Nothing else is told without TLS.
  const onward = await fetch(`${plain}/api/me`, { redirect: 'manual' });
  expect([onward.status, onward.headers.get('location')]).toEqual([308, `https://127.0.0.1:${port}/api/me`]);
  const by = (host: string, ca?: string) => () => connect({ host, port, ca, servername: '' });
  const trusted = authority.toString();
  expect(await ask(by('127.0.0.1', trusted), `localhost:${port}`)).toContain('200');
  expect(await ask(by('127.0.0.1'), `localhost:${port}`)).toMatch(/certificate/);
  const other = await new Promise<string>((done) => {
    const stranger = spawn(binary, ['serve', '--network', '--port', '8290', '--data', firm()]);
    stranger.stdout.on('data', async (data: Buffer) => {
      const known = /localhost:(\d+)/.exec(data.toString())?.[1];
      if (!known) return;
      const theirs = await fetch(`http://127.0.0.1:${known}/trust/office.crt`);
      stranger.kill();
      done(new X509Certificate(Buffer.from(await theirs.arrayBuffer())).toString());
    });
  });
  expect(await ask(by('127.0.0.1', other), `localhost:${port}`)).toMatch(/certificate|signature/);
  if (outside) {
    const address = outside.address;
    await expect.poll(() => ask(by(address, trusted), `${address}:${port}`)).toContain('200');
    // A name that is not that of the address: another page that resolves here, or a forged one.
    for (const name of [`localhost:${port}`, `127.0.0.1:${port}`, `evil.example:${port}`, ''])
      expect(await ask(by(address, trusted), name)).toMatch(/40[03]/);
  }
  child.kill();
});

test('a stop lets the report that was begun end', async () => {
  const other = await Server.start(8250);
  const report = fetch(`${other.url}/api${auditPath}/report.pdf`).then((answer) => answer.arrayBuffer());
  await new Promise((go) => setTimeout(go, 700));
  const ended = new Promise((done) => other.process.on('exit', done));
  other.process.kill('SIGTERM');
  expect(Buffer.from(await report).subarray(0, 5).toString()).toBe('%PDF-');
  await ended;
  await expect(fetch(`${other.url}/api/version`)).rejects.toThrow();
});

test('nothing at an address of the server is a problem document, not a page', async ({ request }) => {
  for (const path of ['/api/nothing', '/api', '/nothing.js']) {
    const answer = await request.get(server.get().url + path);
    expect([path, answer.status(), answer.headers()['content-type']]).toEqual([path, 404, 'application/problem+json']);
  }
  expect((await request.get(`${server.get().url}/audits/somewhere`)).headers()['content-type']).toContain('text/html');
});

test('pages, scripts and the core go out as small as the browser takes them, under names that last', async ({ request }) => {
  const page = await (await request.get(server.get().url)).text();
  const script = /src="(\/assets\/[^"]+\.js)"/.exec(page)?.[1];
  const named = [
    [script ?? '', 'public, max-age=31536000, immutable', 'text/javascript'],
    ['/sw.js', 'no-cache', 'text/javascript'],
    ['/manifest.webmanifest', 'no-cache', 'application/manifest+json'],
    ['/', 'no-cache', 'text/html; charset=utf-8'],
  ];
  for (const [path, cache, kind] of named) {
    const sizes: number[] = [];
    for (const takes of ['br, gzip', 'gzip', 'br;q=0, gzip;q=0', 'identity']) {
      // As it comes over the line: nothing unpacks it.
      const { status, headers, length } = await new Promise<{ status: number; headers: IncomingHttpHeaders; length: number }>((done, failed) => {
        const asked = get(server.get().url + path, { headers: { 'Accept-Encoding': takes } }, (answer) => {
          let length = 0;
          answer.on('data', (bytes: Buffer) => {
            length += bytes.length;
          });
          answer.on('end', () => done({ status: answer.statusCode ?? 0, headers: answer.headers, length }));
        });
        asked.on('error', failed);
      });
      expect([status, headers['cache-control'], headers.vary]).toEqual([200, cache, 'Accept-Encoding']);
      expect(headers['content-type']).toBe(kind);
      sizes.push(length);
    }
    const [brotli, gzip, refused, bare] = sizes as [number, number, number, number];
    expect(brotli).toBeLessThan(gzip);
    expect(gzip).toBeLessThan(bare);
    expect(refused).toBe(bare);
  }
});

test('no restore under a running server, and a record that cannot be read is named and set aside', async ({ page }) => {
  test.setTimeout(120_000);
  const other = await Server.start(8300);
  const run = (...args: string[]) => spawnSync(binary, [...args, '--data', other.data], { encoding: 'utf8' });
  const backup = join(other.folder, 'backup.sqlite');
  expect(run('backup', backup).status).toBe(0);
  const restored = run('restore', backup);
  expect([restored.status, restored.stderr]).toEqual([2, expect.stringContaining('stop the server')]);
  expect(run('doctor').stdout).toContain('sound');
  // With the key of the seals, locked by a passphrase: elsewhere it is the same key again.
  const passphrase = join(other.folder, 'passphrase');
  writeFileSync(passphrase, 'salt on the quay\n');
  await fetch(`${other.url}/api${auditPath}/seals`, { method: 'POST' });
  const sealed = join(other.folder, 'sealed.json');
  writeFileSync(sealed, await (await fetch(`${other.url}/api${auditPath}/bundle`)).text());
  const kept = join(other.folder, 'with-key.sqlite');
  expect(run('backup', kept, '--passphrase-file', passphrase).stdout).toContain('locked in');
  const elsewhere = ['--data', join(other.folder, 'elsewhere.sqlite')];
  expect(spawnSync(binary, ['verify', sealed, ...elsewhere]).status).toBe(3);
  expect(spawnSync(binary, ['restore', kept, '--passphrase-file', passphrase, ...elsewhere], { encoding: 'utf8' }).stdout).toContain('key of the seals is back');
  expect(spawnSync(binary, ['verify', sealed, ...elsewhere]).status).toBe(0);
  const record = bundle.rooms[0]?.boxes[0];
  const spoil = `UPDATE box SET record = json_set(record, '$.tag', json('[]')) WHERE id = '${record?.id}'`;
  execFileSync('python3', ['-c', 'import sqlite3,sys;c=sqlite3.connect(sys.argv[1]);c.execute(sys.argv[2]);c.commit()', other.data, spoil]);
  await page.goto(other.url);
  await expect(page.getByRole('alert')).toContainText(`box ${record?.id}`);
  const report = await fetch(`${other.url}/api${auditPath}/report.pdf`);
  expect([report.status, (await report.json()).detail]).toEqual([409, expect.stringContaining('nailpunch doctor')]);
  const examined = run('doctor');
  expect([examined.status, examined.stdout]).toEqual([1, expect.stringContaining('doctor --salvage')]);
  expect(run('doctor', '--set-aside').stdout).toContain('is kept as');
  expect(run('doctor').stdout).toContain('sound');
  expect((await fetch(`${other.url}/api${auditPath}/report.pdf`)).status).toBe(200);
  other.stop();
});

test('a bundle with pictures of a camera leaves its place outside', async ({ page, request }) => {
  const whole = JSON.parse(readFileSync(bundlePath, 'utf8'));
  const picture = await page.screenshot({ type: 'jpeg', clip: { x: 0, y: 0, width: 40, height: 30 } });
  // With a camera's block of data behind its start (JPEG, ITU-T T.81; EXIF 2.3), and a place behind its end.
  const exif = Buffer.concat([Buffer.from([0xff, 0xe1, 0, 22]), Buffer.from('Exif\0\0GPS 12.345 N  ')]);
  const shot = Buffer.concat([picture.subarray(0, 2), exif, picture.subarray(2), Buffer.from('GPS 12.345 N')]);
  const photo = { id: '01a50000-0000-7000-8000-00000000f001', width: 40, height: 30 };
  whole.photos = [{ photo, image: shot.toString('base64') }];
  const { id } = await (await request.post(`${api()}/import?copy=true`, { data: whole })).json();
  const back = await (await request.get(`${api()}/audits/${id}/bundle`)).text();
  const kept = Buffer.from(JSON.parse(back).photos[0].image, 'base64');
  expect([kept.includes('GPS '), kept.includes('Exif')]).toEqual([false, false]);
  whole.photos[0].image = Buffer.from('no picture').toString('base64');
  const refused = await request.post(`${api()}/import?copy=true`, { data: whole });
  expect([refused.status(), (await refused.json()).errors[0].pointer]).toEqual([422, '/photos/0/image']);
});
