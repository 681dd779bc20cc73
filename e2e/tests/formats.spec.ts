// The open formats: the schema describes what is exported, and the command line judges it.
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import Ajv2020 from 'ajv/dist/2020.js';
import { binary, bundle, bundlePath, serve } from './server';

const server = serve();

test('what is exported is as the schema says, and what the schema refuses is refused', async ({ request }) => {
  const schema = JSON.parse(server.get().run('schema'));
  const validate = new Ajv2020({ strict: false, formats: { uuid: true, int64: true, int32: true } }).compile(schema);
  const exported = await (await request.get(`${server.get().url}/api/audits/${bundle.audit.id}/bundle`)).json();
  validate(exported);
  expect(validate.errors).toBeNull();
  for (const spoil of [
    (b: typeof exported) => (b.rooms[0].boxes[0].found.depth = -1),
    (b: typeof exported) => (b.rooms[0].boxes[0].found.conductors[0].gauge = '13'),
    (b: typeof exported) => (b.rooms[0].colour = 'red'),
    (b: typeof exported) => delete b.audit.name,
  ]) {
    const spoiled = structuredClone(exported);
    spoil(spoiled);
    expect(validate(spoiled)).toBe(false);
    const answer = await request.post(`${server.get().url}/api/import?copy=true`, { data: spoiled });
    expect(answer.status()).toBe(422);
  }
});

test('check exits 0, 1 or 2', () => {
  const run = (...args: string[]) => spawnSync(binary, ['check', ...args], { encoding: 'utf8', maxBuffer: 2 ** 24 });
  const found = run(bundlePath, '--json');
  expect(found.status).toBe(1);
  const lines: Record<string, unknown>[] = JSON.parse(found.stdout);
  const short = lines.find((line) => line.subject === 'Kitchen / K3 / 1 black 12 AWG' && line.rule === 'free-conductor-length');
  expect(short).toEqual({
    rule: 'free-conductor-length',
    subject: 'Kitchen / K3 / 1 black 12 AWG',
    verdict: 'violates',
    severity: 'violation',
    measured: '2 3/4 in',
    required: '6 in',
    shortfall: '3 1/4 in',
    citation: 'NEC 2023 300.14',
  });
  const sound = JSON.parse(readFileSync(bundlePath, 'utf8'));
  sound.rooms = sound.rooms.slice(0, 1);
  sound.rooms[0].boxes = sound.rooms[0].boxes.slice(0, 1);
  delete sound.rooms[0].sketch;
  sound.circuits = [];
  sound.panels = [];
  sound.runs = [];
  sound.items = [];
  sound.photos = [];
  const file = join(server.get().folder, 'sound.nailpunch.json');
  writeFileSync(file, JSON.stringify(sound));
  expect(run(file).status).toBe(0);
  writeFileSync(file, '{"nailpunch": 1, "audit": {}}');
  const bad = run(file);
  expect(bad.status).toBe(2);
  expect(bad.stderr).toContain('/audit');
  expect(run('/nowhere.json').status).toBe(2);
});

test('a backup is restored by the command line as it was', () => {
  const { folder } = server.get();
  const [data, backup] = [join(folder, 'demo.sqlite'), join(folder, 'backup.sqlite')];
  const restored = join(folder, 'restored.sqlite');
  server.get().run('backup', backup, '--data', data);
  server.get().run('restore', backup, '--data', restored);
  const out = (name: string) => join(folder, name);
  server.get().run('export', bundle.audit.name, out('a.json'), '--data', data);
  server.get().run('export', bundle.audit.name, out('b.json'), '--data', restored);
  expect(readFileSync(out('b.json'), 'utf8')).toBe(readFileSync(out('a.json'), 'utf8'));
});
