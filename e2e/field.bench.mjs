// What a person in the field waits for: the first screen on a slow phone, the same again with no network, the verdict after a key with
// no network, and what comes over the air. Prints what docs/performance.md reports. Run with the release binary built, or with
// NAILPUNCH another.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { keysToVerdict } from './keys.mjs';

const root = join(import.meta.dirname, '..');
const binary = process.env.NAILPUNCH ?? join(root, 'target', 'release', 'nailpunch');
const demo = JSON.parse(readFileSync(join(root, 'demo', 'guesthouse.nailpunch.json'), 'utf8'));
const folder = mkdtempSync(join(tmpdir(), 'nailpunch-field-'));
const at = (times, share) => [...times].sort((a, b) => a - b)[Math.floor(times.length * share)] ?? 0;
const ms = (time) => `${time.toFixed(0)} ms`;
const url = 'http://127.0.0.1:8360';
const child = spawn(binary, ['demo', '--data', join(folder, 'demo.sqlite'), '--port', '8360'], { stdio: 'ignore' });
while (!(await fetch(`${url}/api/version`).catch(() => null))?.ok) await new Promise((go) => setTimeout(go, 50));

const assets = join(root, 'web', 'dist', 'assets');
const packed = (pattern) => readdirSync(assets).filter((name) => pattern.test(name)).map((name) => [name, statSync(join(assets, name)).size]);
for (const [name, size] of packed(/\.wasm\.(gz|br)$/)) console.log(`core, ${name.split('.').at(-1)}: ${(size / 1000).toFixed(0)} kB`);

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'],
});
const box = demo.rooms[0].boxes[2].id;
const walk = `${url}/audits/${demo.audit.id}/walk/${box}`;

/** A slow phone: a quarter of the speed, 1.6 Mbit/s, 150 ms to and fro. */
async function slow(page) {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.emulateNetworkConditions', { offline: false, latency: 150, downloadThroughput: 200_000, uploadThroughput: 200_000 });
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
}

for (const [name, address, seen] of [['list of jobs', url, '.job'], ['a box', walk, '.hand-verdict']]) {
  const [cold, warm] = [[], []];
  for (let round = 0; round < 5; round += 1) {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const page = await context.newPage();
    await slow(page);
    let begun = performance.now();
    await page.goto(address, { waitUntil: 'commit' });
    await page.waitForSelector(seen);
    cold.push(performance.now() - begun);
    if (round === 0) {
      const scripts = await page.evaluate(() => performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('.js') && !name.includes('worker')).map(({ name, encodedBodySize }) => [name.split('/').at(-1), encodedBodySize]));
      console.log(`${name}, scripts: ${(scripts.reduce((sum, [, size]) => sum + size, 0) / 1000).toFixed(0)} kB as sent (at most 170)`);
    }
    // The second time, with the network gone: the page, the audit and the core are on the device.
    await page.goto(walk);
    await page.waitForSelector('.where[data-kept="true"]', { timeout: 120_000 });
    await page.waitForFunction(async () => (await navigator.serviceWorker.getRegistration())?.active, null, { timeout: 120_000 });
    await context.setOffline(true);
    const again = await context.newPage();
    const session = await context.newCDPSession(again);
    await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    begun = performance.now();
    await again.goto(address, { waitUntil: 'commit' });
    await again.waitForSelector(seen, { timeout: 60_000 });
    warm.push(performance.now() - begun);
    await context.close();
  }
  console.log(`${name} on a slow phone: from cold median ${ms(at(cold, 0.5))} (under 2,500), again with no network median ${ms(at(warm, 0.5))} (under 700)`);
}

// From the key to the new figure painted, with the network off, by the page's own clock.
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();
await page.goto(walk);
await page.waitForSelector('.where[data-kept="true"]');
await context.setOffline(true);
const keys = await keysToVerdict(page, 120);
console.log(`a box, key to verdict with no network, ${keys.length} keys: median ${ms(at(keys, 0.5))} (under 16), p99 ${ms(at(keys, 0.99))} (under 33)`);
await browser.close();
child.kill();
rmSync(folder, { recursive: true, force: true });
