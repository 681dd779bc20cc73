// The plan of the job: scope, work taken over, what to bring and cut, shut-downs moved and put back.
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { auditPath, serve, walkPath, watch } from './server';
import { button } from './steps';

const server = serve();
const open = (page: Page) => page.goto(`${server.get().url + auditPath}/plan`);
const sound = async (page: Page) => {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
};

test('the scope changes what is done, and repairs are taken over in bulk', async ({ page }) => {
  const clean = watch(page);
  await open(page);
  const lines = page.locator('.work-list > li');
  await expect(lines.first()).toBeVisible();
  const all = await lines.count();
  expect(all).toBeGreaterThan(20);
  await page.getByLabel('dangers only').check();
  await expect.poll(() => lines.count()).toBeLessThan(all);
  await page.getByLabel('all violations').check();
  await expect(lines).toHaveCount(all);
  await page.getByLabel('Room', { exact: true }).selectOption('Kitchen');
  await page.getByLabel('Choose K3').check();
  await button(page, 'Take over the repairs of 1 places').click();
  await expect(page.locator('.undo-bar')).toContainText('items planned');
  await expect(page.locator('.work-list li', { hasText: 'K3' }).locator('.chosen')).toHaveCount(1);
  await page.getByLabel('State').selectOption('planned');
  await expect(lines.filter({ hasText: 'K3' })).toHaveCount(1);
  await sound(page);
  clean();
});

test('a shut-down is dragged, stays where it was put, and what is in its way is named', async ({ page }) => {
  const clean = watch(page);
  await open(page);
  await button(page, 'Shut-downs').click();
  const first = page.getByRole('button', { name: /^Shut-down 1, day 1, 08:00/ });
  await expect(first).toBeVisible();
  await sound(page);
  const box = await first.boundingBox();
  if (!box) throw new Error('the block has no place');
  await page.mouse.move(box.x + 30, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 30 + box.width / 2, box.y + 20 + 76 * 2, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /day 3, (09|1[0-9]):.*pinned/ })).toBeVisible();
  await page.getByRole('button', { name: /pinned/ }).click();
  await expect(page.locator('.sheet h2')).toContainText('day 3');
  // An hour and more later it would end after the day does: it says so and offers the way back.
  for (let times = 0; times < 24; times += 1) {
    if (await page.getByText('has no time').isVisible()) break;
    const before = await page.locator('.sheet h2').textContent();
    await button(page, '15 min later').click();
    await expect(page.locator('.sheet h2')).not.toHaveText(before ?? '');
  }
  await expect(page.locator('.refused')).toContainText('it was put outside working hours');
  await button(page, 'Let it be placed anew').first().click();
  await expect(page.getByText('has no time')).toHaveCount(0);
  clean();
});

test('stock, packs and prices change what to buy; offcuts change what to cut', async ({ page }) => {
  const clean = watch(page);
  await open(page);
  await button(page, 'Bring').click();
  const row = page.locator('.bring tr', { hasText: 'lever connector, 3 ports' });
  await row.getByLabel(/^Pack of/).fill('2');
  await row.getByLabel(/^Pack of/).blur();
  await expect(row).toContainText('7 packs');
  await row.getByLabel(/^Price/).fill('2.50');
  await row.getByLabel(/^Price/).blur();
  await expect(row).toContainText('$17.50');
  await sound(page);
  await button(page, 'Cut').click();
  const cuts = page.locator('.cut-list');
  await expect(cuts.locator('.trace-says').first()).toContainText('No way takes less');
  const before = await cuts.locator('figure', { hasText: 'offcut' }).count();
  expect(before).toBeGreaterThan(0);
  await page.getByLabel('Remove offcut 1').click();
  await expect(page.getByLabel('Remove offcut 1')).toHaveCount(0);
  await sound(page);
  clean();
});

test('the files of the job can be taken away', async ({ request }) => {
  const base = `${server.get().url}/api${auditPath}`;
  const materials = await (await request.get(`${base}/materials.csv`)).text();
  expect(materials.split('\n')[0]).toBe('what,needed,on_truck,to_buy,pack,packs,cost,price_made_up,boxes');
  const cuts = await (await request.get(`${base}/cut-list.csv`)).text();
  expect(cuts).toContain('black');
  const calendar = await (await request.get(`${base}/calendar.ics`)).text();
  expect(calendar.startsWith('BEGIN:VCALENDAR')).toBe(true);
  expect(calendar).toContain('DTSTART:20261207T080000');
});

test('an item waits for a part, with where it was sought, and the owner may decline', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K7'));
  const item = page.locator('.items li').first();
  await expect(item).toContainText('planned');
  await item.getByText('Not now').click();
  await item.getByLabel(/^Where it was sought/).fill('two counters asked, in on Friday');
  await item.getByRole('button', { name: 'Waits for a part' }).click();
  await expect(item).toContainText('Waits for a part: two counters asked, in on Friday.');
  await item.getByText('Go on with it').click();
  await item.getByLabel(/^Where it was sought/).fill('');
  await item.getByRole('button', { name: 'Declined by the owner' }).click();
  await expect(page.locator('.repairs .refused')).toContainText('say who declined it, and why');
});
