// The panel: breakers by their spaces, a mapping half done carried to its end, the directory accepted.
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { auditPath, serve, watch } from './server';
import { button } from './steps';

const server = serve();

test('a mapping half done is carried to its end, and the directory made true', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/panel`);
  await button(page, 'Rounds').click();
  await expect(page.locator('.trace-says').first()).toContainText('6 rounds in place of up to 19 trips; 4 done');
  await expect(page.locator('.round-cards li.here')).toContainText('Round 5');
  await expect(page.locator('.breaker-bar.off')).not.toHaveCount(0);
  await button(page, 'Walk a round').click();
  // Round 5: one point of the kitchen counter is dead, the rest is live; round 6: all live.
  await button(page, 'K1 upper half: dead').click();
  await expect(button(page, 'K1 upper half: dead')).toHaveAttribute('aria-pressed', 'true');
  await button(page, 'The rest is live').click();
  await expect(page.getByRole('heading', { name: /^Round 6/ })).toBeVisible();
  await button(page, 'The rest is live').click();
  await expect(page.locator('.trace-says').first()).toContainText('points have their breaker');
  await button(page, 'Directory').click();
  await expect(page.getByRole('heading', { name: 'To look at again' })).toBeVisible();
  const differing = page.locator('tr.differs');
  const count = await differing.count();
  expect(count).toBeGreaterThan(2);
  await differing.first().getByRole('button').click();
  await expect(differing).toHaveCount(count - 1);
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  clean();
});

test('the breaker of one outlet is found by halves, its directory first', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/panel`);
  await page.getByText('Find the breaker of one outlet').click();
  const one = page.locator('.find-one');
  await page.getByLabel('Where the outlet is').fill('reading room');
  await expect(one).toContainText('Switch off 4');
  await button(page, 'Still live').click();
  for (let trip = 0; trip < 6; trip += 1) {
    // Between two answers neither the question nor the end is there.
    await expect(button(page, 'It is dead').or(one.getByText('It is breaker')).first()).toBeVisible();
    if (!(await button(page, 'It is dead').isVisible())) break;
    const before = await one.getByText(/still possible/).textContent();
    await button(page, 'It is dead').click();
    await expect(one.getByText(/still possible/)).not.toHaveText(before ?? '');
  }
  await expect(one).toContainText('It is breaker');
  clean();
});

test('breakers go into their spaces, and two in one space are refused', async ({ page }) => {
  await page.goto(`${server.get().url + auditPath}/panel`);
  await page.getByRole('button', { name: /annexe panel/ }).click();
  await page.getByRole('link', { name: /^Space 5, empty/ }).click();
  await page.getByLabel('The directory says').fill('jetty');
  await button(page, 'Put it in').click();
  await expect(page.getByRole('link', { name: /^Breaker 5, 15 A: jetty/ })).toBeVisible();
  await page.getByRole('link', { name: /^Breaker 5,/ }).click();
  await page.getByLabel('How it sits').selectOption('two-pole');
  await button(page, 'Keep').click();
  await expect(page.getByRole('link', { name: /^Breaker 5\/7,/ })).toBeVisible();
  await page.getByRole('link', { name: /^Space 6, empty/ }).click();
  await page.getByLabel('How it sits').selectOption('two-pole');
  await button(page, 'Put it in').click();
  await expect(page.getByRole('link', { name: /^Breaker 6\/8,/ })).toBeVisible();
  // Every space is taken now; a two-pole that reaches into the next breaker is refused with its reason.
  await page.getByRole('link', { name: /^Breaker 2,/ }).click();
  await page.getByLabel('How it sits').selectOption('two-pole');
  await button(page, 'Keep').click();
  await expect(page.locator('.undo-bar')).toContainText('are in one space');
  await button(page, 'Rounds').click();
  await button(page, 'Map all 5 breakers').click();
  await expect(page.locator('.round-cards li')).toHaveCount(3);
});

test('a line puts in a breaker, its conductor is judged, and the inspector overrules', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/panel`);
  const line = page.getByLabel('A line: one breaker, one terminal of a bar, the place or the service');
  await line.fill('21 30 #14 slipway lamp');
  await line.press('Enter');
  await expect(page.locator('.panel-line')).toContainText('breaker 21, 30 A, 14 AWG, the directory says "slipway lamp"');
  await page.getByRole('link', { name: /^Breaker 21, 30 A: slipway lamp, danger/ }).click();
  await expect(page.locator('.breaker-faults')).toContainText('at most 15 A is allowed');
  await line.fill('21 15');
  await line.press('Enter');
  await expect(page.locator('.breaker-faults')).toHaveCount(0);
  await expect(page.getByLabel('Rated', { exact: true })).toHaveValue('15');
  await button(page, 'Findings').click();
  const screws = page.locator('.finding', { has: page.locator('.finding-head', { hasText: 'Dead front' }) });
  await expect(screws).toContainText('violates');
  await screws.getByText('Why').click();
  await page.getByLabel('Reason to dismiss Dead front').fill('made for this front by its maker');
  await screws.getByRole('button', { name: 'Dismiss' }).click();
  await expect(screws).toContainText('dismissed');
  clean();
});

test('the drop of the service is typed in a line and drawn over what it passes', async ({ page }) => {
  await page.goto(`${server.get().url + auditPath}/panel`);
  const line = page.getByLabel('A line: one breaker, one terminal of a bar, the place or the service');
  await line.fill("service grade 9' street 19' window 2'");
  await line.press('Enter');
  await expect(page.locator('.panel-line')).toContainText('the service: over grade 9 ft, over a street 19 ft, from a window 2 ft');
  await line.fill('place attic');
  await line.press('Enter');
  await expect(page.locator('.panel-line')).toContainText('"attic" says nothing of where a panel hangs');
  await button(page, 'Findings').click();
  const drop = page.getByRole('img', { name: /^The drop of the service over what it passes, to scale/ });
  await expect(drop).toHaveAttribute('aria-label', /over grade 9 ft; 10 ft at least/);
  const out = page.locator('.detail', { has: drop }).locator('.detail-notes .fault');
  await expect(out).toContainText(['over grade 9 ft', 'over the drive 11 ft 6 in', 'from windows 2 ft', 'over the roof 6 ft 8 in']);
  await expect(page.getByRole('img', { name: /^The space before the panel/ })).toBeVisible();
});

test('a feeder names what goes dark behind it, and a line that cannot be is refused with what to do', async ({ page }) => {
  await page.goto(`${server.get().url + auditPath}/panel`);
  await page.getByRole('link', { name: /^Breaker 18\/20,/ }).click();
  await expect(page.locator('.goes-dark')).toContainText('all of annexe panel');
  await expect(page.locator('.goes-dark')).toContainText('annexe freezer, at most 30 min');
  const line = page.getByLabel('A line: one breaker, one terminal of a bar, the place or the service');
  await line.fill('5/6 30 dryer');
  await line.press('Enter');
  await expect(page.locator('.panel-line')).toContainText('its spaces are two apart, as 5/7');
  await expect(line).toHaveValue('5/6 30 dryer');
});

test('facts of a panel change what the rules say, and a feeder cannot run in a circle', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/panel`);
  await button(page, 'Facts').click();
  await page.getByLabel('Main bonding jumper').selectOption('in place');
  await button(page, 'Findings').click();
  await expect(page.locator('.finding', { hasText: 'Main bonding jumper' })).toHaveCount(0);
  await button(page, 'Facts').click();
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
  clean();
  await page.getByLabel('Fed from').selectOption({ label: '1/3, annexe panel' });
  await expect(page.locator('.undo-bar')).toContainText('the feeders run in a circle');
});

test('the cards of a mapping can be printed', async ({ page }) => {
  await page.goto(`${server.get().url + auditPath}/panel`);
  await button(page, 'Rounds').click();
  await page.emulateMedia({ media: 'print' });
  await expect(page.locator('.paper-card')).toHaveCount(6);
  await expect(page.locator('.paper-card').first()).toBeVisible();
  await expect(page.locator('.on-paper tbody tr')).toHaveCount(79);
  await expect(page.locator('.walk-mid')).toBeHidden();
});

test('two chips tapped at once are both kept', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/panel`);
  await page.getByRole('button', { name: /annexe panel/ }).click();
  await button(page, 'Facts').click();
  await expect(page.locator('.look-chip.there')).not.toHaveCount(0);
  // Not waiting between the taps: the second goes out before the first is answered.
  await page.evaluate(() => {
    for (const chip of document.querySelectorAll<HTMLButtonElement>('.look-chip.there')) chip.click();
  });
  await expect(page.locator('.look-chip.there')).toHaveCount(0);
  await expect(page.locator('.undo-bar')).toHaveCount(0);
  await page.reload();
  await page.getByRole('button', { name: /annexe panel/ }).click();
  await button(page, 'Facts').click();
  await expect(page.locator('.look-chip').first()).toBeVisible();
  await expect(page.locator('.look-chip.there')).toHaveCount(0);
  clean();
});
