// The drill: a board is looked at, measured and named; what was missed comes again; the same number is the same board.
import { expect, type Page, test } from '@playwright/test';
import { serve, watch } from './server';

const server = serve();

const marks = (page: Page) => page.locator('.drill-marks li');
const says = (page: Page) => page.locator('.drill-says');
const done = (page: Page) => page.getByRole('button', { name: 'Done: score it' });
test('the faults of a box are named, and what was missed comes again', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url}/`);
  await page.getByRole('link', { name: 'Drill', exact: true }).click();
  await page.getByRole('button', { name: '3', exact: true }).click();
  await page.getByLabel('Number of the board').fill('2026');
  await page.getByRole('button', { name: /^One box/ }).click();
  await expect(page).toHaveURL(/\/drill\/box\/3\/2026/);
  await expect(page.getByRole('heading', { name: 'Conductors', exact: true })).toBeVisible();
  const address = page.url();
  await done(page).click();
  await expect(says(page)).toHaveText(/ 0 found, [3-6] missed, 0 wrong/);
  const missed = await page.locator('.drill-named').allInnerTexts();
  expect(missed.length).toBeGreaterThanOrEqual(3);

  // The same number is the same board, for whoever opens it.
  await page.goto(address);
  for (const words of missed) {
    await page.getByRole('button', { name: words, exact: true }).click();
  }
  await done(page).click();
  await expect(says(page)).toContainText('100 %');
  await expect(marks(page).first()).toContainText('Found');
  await expect(page.locator('.drill-marks cite').first()).toBeVisible();

  await page.getByRole('link', { name: 'Another kind' }).click();
  const again = page.getByRole('region', { name: 'What comes again' });
  await expect(again.getByRole('listitem').first()).toContainText('1 found, 1 missed');
  await again.getByRole('link').first().click();
  await expect(page).toHaveURL(/rule=/);
  await expect(page.locator('.drill-choice').first()).toBeVisible();
  clean();
});

test('a panel is mapped by rounds, and each outlet answered', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url}/drill/mapping/1/77`);
  const places = page.locator('.drill-places .sides button');
  await expect(places).toHaveCount(6);
  const rounds = page.getByRole('list', { name: 'Rounds walked' }).getByRole('listitem');
  const feeds = new Map<string, string>();
  for (const breaker of ['1', '2', '3', '4']) {
    await page.locator('.breaker', { hasText: new RegExp(`^${breaker} on`) }).click();
    await page.getByRole('button', { name: 'Walk a round with the lamp tester' }).click();
    await expect(rounds).toHaveCount(Number(breaker));
    const dead = (await rounds.first().locator('small').innerText()).replace('dead:', '').trim();
    for (const tag of dead === 'none' ? [] : dead.split(', ')) feeds.set(tag, breaker);
    await page.locator('.breaker', { hasText: new RegExp(`^${breaker} off`) }).click();
  }
  expect(feeds.size).toBe(6);
  for (const [tag, breaker] of feeds) {
    await page.getByRole('button', { name: tag, exact: true }).click();
    await page.getByRole('button', { name: `Breaker ${breaker}`, exact: true }).click();
  }
  await done(page).click();
  await expect(says(page)).toContainText('6 found, 0 missed, 0 wrong');
  await expect(says(page)).toContainText('4 taken; 3 are enough');
  clean();
});

test('an outlet is read with what instrument one likes, and the steps of a dead test are put in order', async ({
  page,
}) => {
  // Both leads are on one place once.
  const clean = watch(page, /status of 422/);
  await page.goto(`${server.get().url}/drill/readings/1/5?clock=`);
  await page.getByRole('button', { name: 'Read at R1' }).click();
  await expect(page.locator('.display-lamps')).toBeVisible();
  await page.getByRole('button', { name: 'Meter, high impedance' }).click();
  await page.getByRole('button', { name: 'Read at R1' }).click();
  await expect(page.locator('.display-figure')).toContainText('V');
  await expect(page.getByRole('list', { name: 'Readings taken' }).getByRole('listitem')).toHaveCount(2);
  await expect(page.locator('.drill-time')).toHaveText(/^0:0[1-9]/);
  // Both leads on one place: the bench says so.
  await page.getByLabel('Other lead').selectOption({ label: await page.getByLabel('One lead').locator('option:checked').innerText() });
  await page.getByRole('button', { name: 'Read at R1' }).click();
  await expect(page.locator('.display')).toContainText('both leads are on the');

  await page.goto(`${server.get().url}/drill/dead-test/1/3`);
  const steps = page.locator('.drill-choice');
  await expect(steps.first()).toBeVisible();
  const count = await steps.count();
  await steps.filter({ hasText: /off/i }).first().click();
  await expect(steps.filter({ hasText: /off/i }).first().locator('b')).toHaveText('1');
  for (const step of await steps.all()) {
    if ((await step.getAttribute('aria-pressed')) === 'false') await step.click();
  }
  await done(page).click();
  await expect(marks(page)).toHaveCount(count);
  await expect(marks(page).first()).toContainText('Found');
  clean();
});

test('a board opens and is scored without a network, and a level that there is not is said', async ({
  page,
  context,
}) => {
  // The worker that keeps the page has the core too; it is not in this test.
  const core = page.waitForResponse(/\.wasm$/);
  await page.goto(`${server.get().url}/drill/box/2/12`);
  await expect(page.locator('.drill-choice').first()).toBeVisible();
  const shown = await page.locator('.drill-looks').innerText();
  await (await core).finished();
  await context.setOffline(true);
  await page.getByRole('link', { name: 'Next board' }).click();
  await expect(page).not.toHaveURL(/12\?|12$/);
  await expect(page.locator('.drill-choice').first()).toBeVisible();
  await done(page).click();
  await expect(says(page)).toContainText('0 found');
  await context.setOffline(false);

  // Made on the device or at the office: the same board.
  await page.goto(`${server.get().url}/drill/box/2/12`);
  await expect(page.locator('.drill-choice').first()).toBeVisible();
  expect(await page.locator('.drill-looks').innerText()).toBe(shown);

  await page.goto(`${server.get().url}/drill/box/9/12`);
  await expect(page.getByText('there are levels 1 to 5')).toBeVisible();
});
