// Nothing typed is lost: not on a slow line, not on none, not by leaving the box before it is saved.
import { expect, type Page, test } from '@playwright/test';
import { auditPath, bundle, serve, walkPath } from './server';

const server = serve();

type Kept = {
  record: { record: {
    found: {
      conductors: { free_length: number | null; reach: number | null }[];
      stand: { set_back: number | null };
      observed: { what: string; fault: boolean }[];
      wall_finish: string | null;
    };
    rulings: { rule: string; kind: string; reason: string }[];
  } };
};

/** The record as the server holds it, whatever the page shows. */
async function kept(tag: string) {
  const id = bundle.rooms.flatMap((room) => room.boxes).find((box) => box.tag === tag)?.id;
  const answer = await fetch(`${server.get().url}/api${auditPath}/boxes/${id}`);
  return ((await answer.json()) as Kept).record.record;
}

const SIXTEENTH = 1_587_500;
const lengths = (page: Page) => page.getByLabel(/^(black|white|bare) \d+( no\. \d)?, (from the sheath|past the opening)$/);

/** Six lengths, a jot line, a chip and a ruling, one after the other as a person does who does not wait. */
async function work(page: Page) {
  const fields = lengths(page);
  for (let place = 0; place < 6; place += 1) {
    await fields.nth(place).click();
    await page.keyboard.type(`${place + 2} 1/${place % 2 ? 8 : 4}`, { delay: 60 });
  }
  await page.getByLabel('Jot', { exact: true }).fill('sb 3/8 gyp');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Look/ }).click();
  await page.getByRole('button', { name: 'openings closed: looked, no' }).click();
  await page.getByRole('button', { name: 'open knockout: not looked at' }).click();
  const free = page.locator('.finding', { hasText: 'Free conductor length' }).first();
  await free.getByText('Why').click();
  await free.getByRole('button', { name: 'Confirm' }).click();
}

/** What that comes to: 2 1/4, 3 1/8, 4 1/4, 5 1/8, 6 1/4 and 7 1/8 in, in the order of the fields. */
async function expectKept(tag: string) {
  const { found, rulings } = await kept(tag);
  const figures = found.conductors.flatMap((known) => [known.free_length, known.reach]);
  expect(figures.slice(0, 6)).toEqual([36, 50, 68, 82, 100, 114].map((sixteenths) => sixteenths * SIXTEENTH));
  expect(found.stand.set_back).toBe(6 * SIXTEENTH);
  expect(found.wall_finish).toBe('gypsum-board');
  expect(found.observed).toContainEqual({ what: 'open-knockout', fault: true });
  expect(rulings).toContainEqual({ rule: 'free-conductor-length', kind: 'confirm', reason: '' });
}

const TAGS: Record<number, string> = { 0: 'K3', 100: 'K7', 400: 'B1', 1000: 'L3' };
for (const [latency, tag] of Object.entries(TAGS)) {
  test(`all that is typed is kept where an answer takes ${latency} ms`, async ({ page }) => {
    await page.goto(server.get().url + walkPath(tag));
    await expect(page.getByLabel('Tag of the box')).toHaveValue(tag);
    await page.route('**/api/**', async (route) => {
      await new Promise((go) => setTimeout(go, Number(latency)));
      await route.continue().catch(() => undefined);
    });
    await work(page);
    // On to another box at once, and back.
    await page.keyboard.press('Alt+PageDown');
    await expect(page.getByLabel('Tag of the box')).not.toHaveValue(tag);
    await page.keyboard.press('Alt+PageUp');
    await expect(page.getByLabel('Tag of the box')).toHaveValue(tag);
    await expect(lengths(page).first()).toHaveValue('2 1/4');
    await expect(page.locator('.saving')).toHaveText('Saved', { timeout: 30_000 });
    await expectKept(tag);
  });
}

for (const [core, tag] of [[true, 'L7'], [false, 'L6']] as const)
test(`all that is typed without a network is kept, box left and entered again, and comes to the server later, ${core ? 'by the device' : 'without the core'}`, async ({ page, context }) => {
  if (!core) await page.route('**/*.wasm', (route) => route.fulfill({ body: '', contentType: 'application/wasm' }));
  await page.goto(server.get().url + walkPath(tag));
  await expect(page.getByLabel('Tag of the box')).toHaveValue(tag);
  const before = await kept(tag);
  if (core) await expect(page.locator('.where')).toHaveAttribute('data-kept', 'true');
  await context.setOffline(true);
  await work(page);
  await expect(page.locator('.saving')).toContainText(core ? 'Kept on this device' : 'Not saved');
  // Every field still shows what was typed, and the line is where it was, until something has read it.
  await page.getByRole('button', { name: /^Lengths/ }).click();
  await expect(lengths(page).nth(5)).toHaveValue('7 1/8');
  await expect(page.getByLabel('Jot', { exact: true })).toHaveValue(core ? '' : 'sb 3/8 gyp');
  expect(await kept(tag)).toEqual(before);

  await page.keyboard.press('Alt+PageUp');
  await expect(page.locator('.run [aria-current]')).not.toContainText(tag);
  await expect(page.getByLabel('Tag of the box').or(page.getByText('does not answer')).first()).toBeVisible();
  await page.keyboard.press('Alt+PageDown');
  await expect(page.getByLabel('Tag of the box')).toHaveValue(tag);
  await expect(lengths(page).first()).toHaveValue('2 1/4');
  await expect(page.getByLabel('Jot', { exact: true })).toHaveValue(core ? '' : 'sb 3/8 gyp');

  await context.setOffline(false);
  await expect(page.locator('.saving')).toHaveText('Saved', { timeout: 30_000 });
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expectKept(tag);
});

test('what is changed faster than an answer takes is all kept: a circuit, the house rules of the firm', async ({ page }) => {
  const ask = async (path: string) => (await fetch(server.get().url + path)).json();
  await page.goto(`${server.get().url + auditPath}/trace`);
  await page.getByRole('link', { name: 'kitchen counter' }).click();
  const name = page.getByLabel('What hangs on the circuit');
  await expect(name).toHaveValue('kitchen counter');
  await expect(page.getByLabel('Panel of the breaker')).toBeVisible();
  await page.route('**/api/**', async (route) => {
    await new Promise((go) => setTimeout(go, 400));
    await route.continue().catch(() => undefined);
  });
  await page.getByLabel('Breaker', { exact: true }).fill('2');
  await page.getByLabel('Panel of the breaker').selectOption({ label: 'wood store, fed from the sauna house' });
  await name.fill('all of it kept');
  await name.press('Tab');
  const circuit = async () => {
    const lines: { circuit: { record: { name: string; breaker: string; panel: string | null } } }[] = await ask(`/api${auditPath}/circuits`);
    const record = lines.map((line) => line.circuit.record).find((one) => one.name === 'all of it kept');
    return record && [record.breaker, record.panel?.slice(-1)];
  };
  await expect.poll(circuit).toEqual(['2', '5']);
  await expect(page.locator('.undo-bar')).toHaveCount(0);

  const before = await ask('/api/firm/house-rules');
  await page.goto(`${server.get().url + auditPath}/rules`);
  const schools = page.locator('fieldset.school');
  for (const place of [0, 1, 2]) await schools.nth(place).getByRole('radio').last().check();
  const changed = async () => {
    const { record } = await ask('/api/firm/house-rules');
    return Object.keys(record).filter((field) => JSON.stringify(record[field]) !== JSON.stringify(before.record[field])).length;
  };
  await expect.poll(changed).toBe(3);
});
