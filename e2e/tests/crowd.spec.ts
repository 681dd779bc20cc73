// Six devices and two desks on one audit, each cut off at random: every entry arrives, and arrives once.
import { execFileSync } from 'node:child_process';
import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { firstOwner, paired } from './firm';
import { auditPath, bundle, serve } from './server';
import { button, field } from './steps';

const server = serve();
/** 600 with `make soak`; eight browsers at once are too much beside everything else. */
const SECONDS = Number(process.env.NAILPUNCH_CROWD_SECONDS ?? 0);
const DEVICES = 6;
const DESKS = 2;
const KITCHEN = bundle.rooms[0]?.boxes ?? [];

/** The same numbers each time, so that what fails can be tried again. */
function random(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return Math.floor((state / 2_147_483_648) * below);
  };
}

type Worker = { name: string; page: Page; context: BrowserContext; left: string[] };

/** Leaves notes at boxes of the kitchen until the time is over; cut off now and then. */
async function work(worker: Worker, pick: (below: number) => number, until: number) {
  const { page, context, name, left } = worker;
  while (Date.now() < until) {
    const box = KITCHEN[pick(KITCHEN.length)];
    if (!box) break;
    const away = pick(3) === 0;
    if (away) await context.setOffline(true);
    await page.locator(`.run a[href$="/${box.id}"]`).click();
    await expect(field(page, 'Tag of the box')).toHaveValue(box.tag, { timeout: 60_000 });
    await button(page, '+ note to whoever comes next').click();
    const text = `${name}, entry ${left.length + 1}`;
    await field(page, 'Note').fill(text);
    await button(page, 'Leave the note').click();
    await expect(page.getByRole('list', { name: 'Notes' })).toContainText(text, { timeout: 60_000 });
    left.push(text);
    if (away) {
      await page.waitForTimeout(pick(3_000));
      await context.setOffline(false);
    }
  }
}

/** What the journal says of an entry: each change of its box, by whom, and whether the entry was in it before and after. */
function history(text: string): string {
  const script = [
    'import sqlite3, sys',
    'rows = sqlite3.connect(sys.argv[1]).execute("SELECT number, at, who, subject, before, after FROM change WHERE kind = \'box\'")',
    'told = [(number, at, who, subject, sys.argv[2] in (before or ""), sys.argv[2] in (after or "")) for number, at, who, subject, before, after in rows]',
    'print("\\n".join(str(row) for row in told if row[4] or row[5]) or "never at the office")',
  ];
  return execFileSync('python3', ['-c', script.join('\n'), server.get().data, `${text}"`], { encoding: 'utf8' });
}

type Kept = { record: { record: { notes: { text: string }[] } } };

test('six devices and two desks at one house lose nothing and repeat nothing', async ({ page: desk, browser }) => {
  test.skip(SECONDS === 0, 'with make soak');
  test.setTimeout((SECONDS + 400) * 1_000);
  const { url } = server.get();
  await firstOwner(url, desk, 'Ines Vale');
  const workers: Worker[] = [];
  for (let number = 1; number <= DEVICES + DESKS; number += 1) {
    const name = number > DEVICES ? `desk ${number - DEVICES}` : `tablet ${number}`;
    const { context, page } = await paired(url, desk, browser, name, 'inspector');
    await page.goto(`${url}${auditPath}/walk/${KITCHEN[number % KITCHEN.length]?.id}`);
    await expect(page.locator('.where')).toHaveAttribute('data-kept', 'true', { timeout: 60_000 });
    workers.push({ name, page, context, left: [] });
  }
  const until = Date.now() + SECONDS * 1_000;
  await Promise.all(workers.map((worker, index) => work(worker, random(7 + index), until)));

  // What waits comes; nobody is asked anything, for everybody said something of their own.
  for (const { page } of workers) {
    await expect(page.locator('.where')).toContainText('with the office', { timeout: 120_000 });
  }
  const kept: string[] = [];
  for (const { id } of KITCHEN) {
    const answer = await desk.request.get(`${url}/api${auditPath}/boxes/${id}`);
    kept.push(...((await answer.json()) as Kept).record.record.notes.map(({ text }) => text));
  }
  const left = workers.flatMap((worker) => worker.left);
  expect(left.length).toBeGreaterThan(DEVICES + DESKS);
  for (const text of left.filter((known) => !kept.includes(known))) console.log(`${text}: ${history(text)}`);
  expect(kept.sort()).toEqual(left.sort());
  test.info().annotations.push({ type: 'entries', description: String(left.length) });
  for (const { context } of workers) await context.close();
});
