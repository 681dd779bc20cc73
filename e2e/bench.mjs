// What a person waits for: the stateless endpoint, the start, a large walk in the browser. Prints what
// docs/performance.md reports. Run with the release binary built.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import http from 'node:http';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { keysToVerdict } from './keys.mjs';

const root = join(import.meta.dirname, '..');
const binary = join(root, 'target', 'release', 'nailpunch');
const demo = JSON.parse(readFileSync(join(root, 'demo', 'guesthouse.nailpunch.json'), 'utf8'));
const folder = mkdtempSync(join(tmpdir(), 'nailpunch-bench-'));
const at = (times, share) => times.sort((a, b) => a - b)[Math.floor(times.length * share)] ?? 0;
const ms = (time) => `${time.toFixed(time < 10 ? 2 : 0)} ms`;
const bundle = { nailpunch: 1, audit: demo.audit, rooms: demo.rooms };

function start(port) {
  const begun = performance.now();
  const child = spawn(binary, ['demo', '--data', join(folder, 'demo.sqlite'), '--port', String(port)], { stdio: 'ignore' });
  return { child, begun, url: `http://127.0.0.1:${port}` };
}

async function answered(url) {
  for (;;) {
    const answer = await fetch(`${url}/api/version`).catch(() => null);
    if (answer?.ok) return performance.now();
    await new Promise((go) => setTimeout(go, 2));
  }
}

const agent = new http.Agent({ keepAlive: true, maxSockets: 1 });
function ask(url, path, body) {
  return new Promise((done, failed) => {
    const begun = performance.now();
    const request = http.request(
      url + path,
      { agent, method: body ? 'POST' : 'GET', headers: body ? { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(body) } : {} },
      (answer) => {
        answer.on('data', () => {});
        answer.on('end', () => (answer.statusCode === 200 ? done(performance.now() - begun) : failed(new Error(String(answer.statusCode)))));
      },
    );
    request.on('error', failed);
    request.end(body);
  });
}

console.log(`${cpus().length} cores, ${cpus()[0]?.model}`);

// Cold start, on a database that is there.
const first = start(8310);
await answered(first.url);
first.child.kill();
await new Promise((go) => first.child.on('exit', go));
const starts = [];
for (let round = 0; round < 7; round += 1) {
  const { child, begun, url } = start(8311 + round);
  starts.push((await answered(url)) - begun);
  child.kill();
  await new Promise((go) => child.on('exit', go));
}
console.log(`cold start to first answer: median ${ms(at(starts, 0.5))} (under 300 ms)`);

const { child, url } = start(8330);
await answered(url);
await new Promise((go) => setTimeout(go, 1000));
const resident = () => `${(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1024).toFixed(0)} MB`;
console.log(`resident, idle: ${resident()} (under 60 MB)`);

// The stateless endpoint beside a trivial one of the same server, in turn.
const contents = demo.rooms[0].boxes[2].found;
const wish = JSON.stringify({ basis: demo.audit.basis, contents, typed: [{ pointer: '/conductors/0/free_length', text: '2 3/4' }] });
const [judged, trivial] = [[], []];
for (let round = 0; round < 4000; round += 1) {
  const [a, b] = [await ask(url, '/api/version'), await ask(url, '/api/judge', wish)];
  if (round >= 500) {
    trivial.push(a);
    judged.push(b);
  }
}
for (const [name, share] of [['median', 0.5], ['p99', 0.99]]) {
  const [a, b] = [at(trivial, share), at(judged, share)];
  console.log(`${name}: judge ${ms(b)}, trivial ${ms(a)}, ratio ${(b / a).toFixed(2)}${share === 0.99 ? ' (under 2)' : ''}`);
}

// Large audits: the boxes of the demo over and over.
let count = 0;
const id = () => `0192f0c1-0000-7000-8000-${(++count).toString(16).padStart(12, '0')}`;
async function importLarge(boxes) {
  const rooms = Array.from({ length: boxes / 20 }, (_, index) => ({
    id: id(),
    name: `Room ${index + 1}`,
    boxes: Array.from({ length: 20 }, (_, nth) => {
      const like = demo.rooms[nth % 9].boxes[nth % 6];
      return { id: id(), tag: `${index + 1}.${nth + 1}`, place: like.place, found: like.found };
    }),
  }));
  const large = { ...bundle, audit: { ...demo.audit, id: id(), name: `${boxes} boxes` }, rooms };
  const imported = await fetch(`${url}/api/import`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(large) });
  if (!imported.ok) throw new Error(await imported.text());
  return large;
}

// A walk of 500 boxes in the browser.
const large = await importLarge(500);
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shown = large.rooms[0]?.boxes[2]?.id;
const opens = [];
for (let round = 0; round < 6; round += 1) {
  const begun = performance.now();
  await page.goto(`${url}/audits/${large.audit.id}/walk/${shown}`, { waitUntil: 'commit' });
  await page.waitForSelector('.section .conductor');
  opens.push(performance.now() - begun);
}
console.log(`walk of 500 boxes, opening: median ${ms(at(opens, 0.5))} (under 1 s)`);

// From the keystroke in the page to the new figure painted, by the page's own clock.
const keys = await keysToVerdict(page, 40);
console.log(`walk of 500 boxes, keystroke to verdict: median ${ms(at(keys, 0.5))}, p90 ${ms(at(keys, 0.9))} (under 50 ms)`);
// A photograph of 12 megapixels with light, edges and grain, of the size in bytes that a camera gives it.
const photograph = async (width, height) => {
  const base64 = await page.evaluate(
    async ([width, height]) => {
      const canvas = Object.assign(document.createElement('canvas'), { width, height });
      const context = canvas.getContext('2d');
      const light = context.createLinearGradient(0, 0, width, height);
      for (const [at, colour] of [[0, '#8a7f70'], [0.5, '#d9cfbd'], [1, '#5b6166']]) light.addColorStop(at, colour);
      context.fillStyle = light;
      context.fillRect(0, 0, width, height);
      for (let shape = 0; shape < 500; shape += 1) {
        context.fillStyle = `hsl(${(shape * 47) % 360} 30% ${20 + (shape % 6) * 12}%)`;
        context.fillRect((shape * 997) % width, (shape * 613) % height, 40 + (shape % 90), 30 + (shape % 70));
      }
      // The grain of a sensor.
      const pixels = context.getImageData(0, 0, width, height);
      for (let index = 0, grain = 1; index < pixels.data.length; index += 1) {
        grain = (grain * 1103515245 + 12345) & 0x7fffffff;
        if (index % 4 < 3) pixels.data[index] += ((grain >> 16) % 9) - 4;
      }
      context.putImageData(pixels, 0, 0);
      return canvas.toDataURL('image/jpeg', 0.85).split(',')[1];
    },
    [width, height],
  );
  return Buffer.from(base64, 'base64');
};
const [large12, large3] = [await photograph(4000, 3000), await photograph(2000, 1500)];
await page.goto('about:blank');

// A job of some 500 items: planned for the first time, and solved again after a change of the settings.
const job = await importLarge(300);
const jobPath = `/api/audits/${job.audit.id}/job`;
const planned = await ask(url, jobPath);
const items = (await (await fetch(url + jobPath)).json()).boxes.reduce((sum, box) => sum + box.work.items.length, 0);
const solved = [];
for (let round = 0; round < 7; round += 1) {
  const record = { ...job.audit, work: { ...job.audit.work, longest_off: 180 + round * 10 } };
  const headers = { 'Content-Type': 'application/json', 'If-Match': `"${round + 1}"` };
  const put = await fetch(`${url}/api/audits/${job.audit.id}`, { method: 'PUT', headers, body: JSON.stringify(record) });
  if (!put.ok) throw new Error(await put.text());
  solved.push(await ask(url, jobPath));
}
console.log(`job of ${items} items in 300 boxes: planned at first ${ms(planned)}; solved again median ${ms(at(solved, 0.5))} (under 1 s)`);

const take = async (audit, box, picture) => {
  const begun = performance.now();
  const taken = await fetch(`${url}/api/audits/${audit}/photos?box=${box}`, { method: 'POST', body: picture });
  if (!taken.ok) throw new Error(await taken.text());
  return performance.now() - begun;
};
const taken = [];
for (let round = 0; round < 7; round += 1) taken.push(await take(job.audit.id, job.rooms[0].boxes[0].id, large12));
console.log(`photograph of 12 megapixels, ${(large12.length / 1e6).toFixed(1)} MB: median ${ms(at(taken, 0.5))} (under 500 ms)`);

// A report of some 300 findings with 100 photographs, in a process of its own.
const illustrated = await importLarge(160);
const shownBoxes = illustrated.rooms.flatMap((room) => room.boxes);
for (let number = 0; number < 100; number += 1) await take(illustrated.audit.id, shownBoxes[number].id, large3);
const whole = await (await fetch(`${url}/api/audits/${illustrated.audit.id}/bundle`)).text();
writeFileSync(join(folder, 'illustrated.json'), whole);
const begunReport = performance.now();
const making = spawn(binary, ['report', join(folder, 'illustrated.json'), '--pdf', join(folder, 'out.pdf')], { stdio: 'inherit' });
let peak = 0;
const watching = setInterval(() => {
  try {
    const kilobytes = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${making.pid}/status`, "utf8"))?.[1];
    if (kilobytes) peak = Math.max(peak, Number(kilobytes) / 1024);
  } catch {
    // It has just ended.
  }
}, 20);
const ended = await new Promise((go) => making.on('exit', go));
clearInterval(watching);
if (ended !== 0) throw new Error(`the report ended with ${ended}`);
console.log(`report of 160 boxes with 100 photographs: ${ms(performance.now() - begunReport)} (under 5 s), peak ${peak.toFixed(0)} MB (under 400 MB)`);

const larger = await importLarge(2000);
const times = [];
for (let round = 0; round < 7; round += 1) {
  const begun = performance.now();
  await ask(url, `/api/audits/${larger.audit.id}/walk`);
  times.push(performance.now() - begun);
}
// From one box to the next in a walk of 2,000, by the page's own clock.
await page.goto(`${url}/audits/${larger.audit.id}/walk/${larger.rooms[50].boxes[2].id}`);
await page.waitForSelector('.section .conductor', { timeout: 60_000 });
const switches = [];
for (let round = 0; round < 12; round += 1) {
  await page.waitForTimeout(1500);
  switches.push(
    await page.evaluate(async () => {
      const tag = () => document.querySelector('input.tag')?.value;
      const [was, begun] = [tag(), performance.now()];
      window.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown', altKey: true }));
      while (tag() === was || !document.querySelector('.section')) await new Promise((go) => requestAnimationFrame(go));
      await new Promise((go) => requestAnimationFrame(() => setTimeout(go)));
      return performance.now() - begun;
    }),
  );
}
const nodes = await page.evaluate(() => document.querySelectorAll('*').length);
console.log(`walk of 2,000 boxes, from one to the next: median ${ms(at(switches, 0.5))}, ${nodes} nodes in the page`);
await browser.close();
console.log(`audit of 2,000 boxes, walk read and judged: median ${ms(at(times, 0.5))}; resident ${resident()} (under 150 MB)`);

const assets = join(root, 'web', 'dist', 'assets');
const script = readdirSync(assets).filter((name) => name.endsWith('.js'));
const zipped = script.reduce((sum, name) => sum + gzipSync(readFileSync(join(assets, name))).length, 0);
console.log(`initial JavaScript: ${(zipped / 1000).toFixed(0)} kB gzipped (under 250 kB)`);

const report = performance.now();
await (await fetch(`${url}/api/audits/${demo.audit.id}/report.pdf`)).arrayBuffer();
console.log(`report of the demo, ${demo.rooms.flatMap((room) => room.boxes).length} boxes: ${ms(performance.now() - report)}`);
child.kill();
rmSync(folder, { recursive: true, force: true });
