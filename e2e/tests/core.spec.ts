// The core in the browser and the server are one: each answers with the same bytes, box by box and view by view.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { figures } from './figures';
import { auditPath, bundle, root, serve } from './server';

const server = serve();
const built = readFileSync(join(root, 'web', 'src', 'device', 'core.wasm'));
const GENERATED = 2_000;

type Exports = { memory: WebAssembly.Memory; room: (length: number) => number; ask: () => number; answer: () => number; answer_length: () => number };

/** The core as the page has it, asked as the page asks it. */
async function core() {
  const { instance } = await WebAssembly.instantiate(built, {});
  const exports = instance.exports as unknown as Exports;
  return (head: string, body = '') => {
    const asked = new TextEncoder().encode(`${head}\n${body}`);
    const room = exports.room(asked.length) >>> 0;
    new Uint8Array(exports.memory.buffer, room, asked.length).set(asked);
    const status = exports.ask();
    const answer = new Uint8Array(exports.memory.buffer, exports.answer() >>> 0, exports.answer_length());
    return { status, body: new TextDecoder().decode(answer) };
  };
}

async function office(path: string, body?: string) {
  const post = { method: 'POST', headers: { 'Content-Type': 'application/json' }, body };
  const answer = await fetch(server.get().url + path, body === undefined ? {} : post);
  return { status: answer.status, body: await answer.text() };
}

test.beforeEach(() => {
  test.skip(built.length === 0, 'this machine could not build the core for the browser');
});

type Json = null | boolean | number | string | Json[] | { [field: string]: Json };
type View = { record: { record: { found: Json; rulings: Json } }; wired_under: Json; fed_by: Json };

const boxes = bundle.rooms.flatMap((room) => room.boxes);
const views = async () => Promise.all(boxes.map(async (box) => JSON.parse((await office(`/api${auditPath}/boxes/${box.id}`)).body) as View));

function wish(view: View, basis: Json, contents: Json = view.record.record.found, typed: Json = []) {
  const { wired_under, fed_by, record } = view;
  return JSON.stringify({ basis, wired_under, new_work: false, fed_by, repaired: [], contents, rulings: record.record.rulings, typed });
}

const basis = (bundle.audit as unknown as { basis: Json }).basis;

test('every box of the demo is judged, planned and jotted with the same bytes', async () => {
  const ask = await core();
  for (const view of await views()) {
    const asked = wish(view, basis);
    const line = JSON.stringify({ line: 'dup 15 14/2 fl 2 3/4 sb 3/8 gyp nonsense', units: 'inch', contents: view.record.record.found });
    for (const [door, body] of [['judge', asked], ['plan', asked], ['jot', line]]) {
      expect(ask(`POST /api/${door} 0`, body)).toEqual(await office(`/api/${door}`, body));
    }
  }
});

test('every view of the demo has the same bytes', async () => {
  const ask = await core();
  const { records } = JSON.parse((await office(`/api${auditPath}/records`)).body) as { records: Json };
  expect(ask(`PUT /device/${bundle.audit.id} 0`, JSON.stringify(records)).status).toBe(200);
  const paths = [
    ...['walk', 'panels', 'circuits', 'job', 'corrections', 'house-rule-effects'],
    ...bundle.rooms.map((room) => `rooms/${room.id}`),
    ...bundle.runs.map((run) => `runs/${run.id}`),
    ...bundle.circuits.map((circuit) => `circuits/${circuit.id}`),
    ...boxes.flatMap((box) => [`boxes/${box.id}`, `boxes/${box.id}/breakers`]),
  ].map((path) => `/api${auditPath}/${path}`);
  for (const path of ['/api/audits', '/api/trades', ...paths]) {
    const [here, there] = [ask(`GET ${path} 0`), await office(path)];
    expect(here.status, path).toBe(there.status);
    expect(here.body === there.body, path).toBe(true);
  }
});

test('the same number is the same board of the drill, and scored the same', async () => {
  const ask = await core();
  for (const { value: kind } of (JSON.parse((await office('/api/trades')).body) as { drill_kinds: { value: string }[] }).drill_kinds) {
    for (let seed = 1; seed <= 12; seed += 1) {
      const board = { kind, seed, level: 1 + (seed % 5) };
      const answers: Json = [];
      for (const [door, body] of [['drill', board], ['drill-score', { board, answers }]] as const) {
        const [here, there] = [ask(`POST /api/${door} 0`, JSON.stringify(body)), await office(`/api/${door}`, JSON.stringify(body))];
        expect(here.status, `${door} ${kind} ${seed}`).toBe(200);
        expect(here.body === there.body, `${door} ${kind} ${seed}`).toBe(true);
      }
    }
  }
});

/** A number this large is a length, in nanometres; a smaller one names or counts. */
const LENGTH = 100_000;

/** The same contents with some of their facts changed or forgotten: where that cannot be accepted, it is refused by both. */
function changed(contents: Json, below: (most: number) => number): Json {
  if (typeof contents === 'number' && contents >= LENGTH) {
    const chance = below(12);
    if (chance === 0) return null;
    return chance < 4 ? below(140) * 1_587_500 : contents;
  }
  if (typeof contents === 'boolean') return below(6) === 0 ? !contents : contents;
  if (Array.isArray(contents)) return contents.filter(() => below(150) > 0).map((each) => changed(each, below));
  if (contents === null || typeof contents !== 'object') return contents;
  return Object.fromEntries(Object.entries(contents).map(([name, value]) => [name, changed(value, below)])) as Json;
}

test(`${GENERATED} generated boxes are judged with the same bytes`, async () => {
  test.setTimeout(600_000);
  const ask = await core();
  const below = figures(15);
  const known = await views();
  let taken = 0;
  for (let made = 0; made < GENERATED; made += 1) {
    const view = known[made % known.length] as View;
    const contents = changed(view.record.record.found, below);
    const typed = below(3) === 0 ? [{ pointer: '/conductors/0/free_length', text: `${below(9)} ${below(16)}/16` }] : [];
    const body = wish(view, basis, contents, typed);
    const door = below(25) === 0 ? 'plan' : 'judge';
    const [here, there] = [ask(`POST /api/${door} 0`, body), await office(`/api/${door}`, body)];
    expect(here.status, body).toBe(there.status);
    // What cannot be read at all is named by its pointer at the office, by line and column here.
    const read = there.status === 200 || !there.body.includes('correct it and send it again');
    if (read) expect(here.body === there.body, body).toBe(true);
    if (there.status === 200) taken += 1;
  }
  expect(taken).toBeGreaterThan(GENERATED / 2);
});
