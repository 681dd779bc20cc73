// Cable runs by tape: damage in the middle of a wall, staples and plates in open framing, each from found to closed; and what cannot
// be true, what is not read, what is taken away.
import { expect, type Page, test } from '@playwright/test';
import { png } from './png';
import { cablePath, serve, walkPath, watch } from './server';
import { button } from './steps';

const server = serve();
const strip = (page: Page) => page.locator('.cable-drawing');
const findings = (page: Page) => page.getByRole('region', { name: 'Findings of the cable run' });
const repairs = (page: Page) => page.getByRole('region', { name: 'Repairs of the cable run' });
const line = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const item = (page: Page, title: string) => repairs(page).locator('.items > li').filter({ hasText: title });

async function type(page: Page, field: string, typed: string) {
  await page.getByLabel(field, { exact: true }).fill(typed);
  await page.getByLabel(field, { exact: true }).press('Enter');
}

async function begin(page: Page, name: string) {
  await page.goto(server.get().url + walkPath('K1'));
  await button(page, 'Add a cable run').click();
  await page.getByLabel('What is it called, by where it goes').fill(name);
  await button(page, 'Add').click();
  await expect(page.getByText('First how it is wired')).toBeVisible();
}

test('a cable damaged in a wall needs no invented box, and is mended by two', async ({ page }) => {
  const clean = watch(page);
  await begin(page, 'Snug wall, K1 to K2');
  await page.getByLabel('From').selectOption({ label: 'K1 Kitchen' });
  await page.getByLabel('To', { exact: true }).selectOption({ label: 'K2 Kitchen' });
  await type(page, 'How it is wired', 'nm 12-2');
  await type(page, 'Next stretch', "closed 11' / damage 6' nicked");
  await expect(findings(page)).toContainText('danger');
  await expect(findings(page)).toContainText('Conductor nicked or bare, stretch 1 at 6 ft');
  await expect(strip(page)).toHaveAttribute('aria-label', /from K1 to K2: .*Not well: Conductor nicked or bare at 6 ft/);
  // The box that it ends at leads to it.
  await page.locator('.cable-foot').getByRole('link', { name: /^K1/ }).click();
  await page.getByRole('navigation', { name: 'Cable runs here' }).getByRole('link', { name: /Snug wall/ }).click();
  // The circuit says what feeds it.
  await expect(page.locator('.cable-foot')).toContainText('Fed by breaker 1 of main panel, plant room, 20 A.');
  // In a closed wall the house rule takes no in-line device, and says why.
  await expect(item(page, 'Damage to a cable run')).toContainText('the house rule takes them in reach only');
  await button(page, 'Plan: Cut it out, and join in a box that can be reached').click();
  await expect(item(page, 'Damage to a cable run').locator('.state-planned')).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.locator('.work-list')).toContainText('Snug wall, K1 to K2');
  await page.goBack();
  await button(page, 'Mark done').click();
  await button(page, 'Look again').click();
  const stretch = line(page, 'stretch 1');
  await stretch.fill("closed 11' / box 5' 7'");
  await stretch.press('Enter');
  // That no damage is noted any more proves nothing: it is said that one looked.
  await expect(item(page, 'Damage to a cable run').locator('.state-done')).toBeVisible();
  const whole = button(page, 'damage, or a splice without a box: not looked at');
  await whole.click();
  await button(page, 'damage, or a splice without a box: yes').click();
  await expect(item(page, 'Damage to a cable run').locator('.state-proven')).toBeVisible();
  await button(page, 'Close').click();
  await expect(item(page, 'Damage to a cable run').locator('.state-closed')).toBeVisible();
  await button(page, 'As found').click();
  await expect(strip(page).locator('.harm')).toHaveCount(1);
  await page.getByRole('link', { name: 'Hand over', exact: true }).click();
  await expect(page.locator('main')).not.toContainText('Snug wall, K1 to K2');
  clean();
});

test('staples and plates in open framing are counted, fitted and proven', async ({ page }) => {
  const clean = watch(page);
  await begin(page, 'Framing of the snug');
  await page.getByLabel('From').selectOption({ label: 'annexe panel' });
  await page.getByLabel('To', { exact: true }).selectOption('elsewhere');
  await type(page, 'How it is wired', 'nm 12-2 20a');
  // A dozen holes in few keys.
  await type(page, 'Next stretch', "bored 17' / hole 11 x11 every 16 edge 1 1/2 / hole 15'9 edge 3/4 bare / notch 16'6 bare");
  await type(page, 'Next stretch', "studs 14' edge 1 3/4 / staple 3'");
  await expect(strip(page).locator('.wood')).toHaveCount(13);
  await expect(strip(page).locator('.too-long')).toHaveCount(1);
  await expect(strip(page).locator('.to-add')).toHaveCount(2);
  const supports = item(page, 'Supports along a cable run');
  await supports.getByText('Steps and what to bring').click();
  await expect(supports).toContainText('Fit 2 staples');
  await expect(supports).toContainText('2 insulated staple, for NM cable 12-2');
  const plates = item(page, 'Holes, notches and nail plates');
  await plates.getByText('Steps and what to bring').click();
  await expect(plates).toContainText('2 steel plate');
  await button(page, 'Plan: Fasten the run where it hangs').click();
  await expect(supports.locator('.state-planned')).toBeVisible();
  await button(page, 'Plan: Fit nail plates').click();
  await expect(plates.locator('.state-planned')).toBeVisible();
  await button(page, 'Mark done').click();
  await button(page, 'Look again').click();
  const bored = line(page, 'stretch 1');
  await bored.fill("bored 17' / hole 11 x11 every 16 edge 1 1/2 / hole 15'9 edge 3/4 plate / notch 16'6 plate");
  await bored.press('Enter');
  await expect(plates.locator('.state-proven')).toBeVisible();
  const studs = line(page, 'stretch 2');
  await studs.fill("studs 14' edge 1 3/4 / staple 3' 7' 11'");
  await studs.press('Enter');
  await expect(supports.locator('.state-proven')).toBeVisible();
  await button(page, 'Close').click();
  await expect(repairs(page).locator('.state-closed')).toHaveCount(2);
  clean();
});

test('what is not read stays in its field, and what cannot be true is said', async ({ page }) => {
  const clean = watch(page, /422|Failed to load resource|ERR_INTERNET_DISCONNECTED/);
  await page.goto(server.get().url + cablePath('Boat room, armoured to the fan'));
  await expect(strip(page).locator('.mark')).toHaveCount(3);
  await type(page, 'Next stretch', "studs 9' / banana 3'");
  await expect(page.locator('.room-jot .refused')).toContainText('"banana" is nothing that is found along a run');
  await expect(page.getByLabel('Next stretch')).toHaveValue("studs 9' / banana 3'");
  await page.getByLabel('Next stretch').fill('');
  const stretch = line(page, 'stretch 1');
  await stretch.fill("studs 9' edge 2 / strap 8 4'6 8'4 12'");
  await stretch.press('Enter');
  const odd = page.getByRole('list', { name: 'What cannot all be true' });
  await expect(odd).toContainText('1 place noted past its end at 9 ft is left out');
  // From a box to itself.
  await page.getByLabel('To', { exact: true }).selectOption({ label: 'B3 Boat room' });
  await expect(odd).toContainText('It begins and ends at the same box');
  // Without a network a line is read and judged all the same, and comes to the office later.
  await expect(page.locator('.where')).toHaveAttribute('data-kept', 'true');
  await page.context().setOffline(true);
  await stretch.fill("studs 9' edge 2 / strap 8 4'6 8'4");
  await stretch.press('Enter');
  await expect(odd).not.toContainText('past its end');
  await expect(page.locator('.where')).toContainText(/on this device, \d to bring/);
  await page.context().setOffline(false);
  await expect(page.locator('.where')).toHaveText('with the office');
  await page.reload();
  await expect(odd).toContainText('It begins and ends at the same box');
  // A line that is emptied comes back; its own button takes it out.
  await stretch.fill('');
  await stretch.press('Tab');
  await expect(stretch).toHaveValue("studs 9' edge 2\" / strap 8\" 4'6\" 8'4\"");
  await button(page, 'Remove stretch 1').click();
  await expect(page.getByText('First how it is wired')).toBeVisible();
  await expect(line(page, 'wiring')).toHaveValue('ac 14-2 15a');
  clean();
});

test('a run is ruled on, photographed, renamed, deleted and brought back', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + cablePath('Tool shed, through the wall'));
  const found = findings(page).locator('.finding').filter({ hasText: 'Cord in the place of cable' });
  await found.getByText('Why').click();
  await found.getByLabel(/^Reason to dismiss/).fill('taken out before we left');
  await found.getByRole('button', { name: 'Dismiss' }).click();
  await expect(found).toContainText('dismissed');
  await page.locator('.drop input').setInputFiles({ name: 'shed.png', mimeType: 'image/png', buffer: png(320, 240) });
  await expect(page.locator('.thumbnails button')).toHaveCount(1);
  await page.getByLabel('What the run is called').fill('Tool shed, old lead');
  await page.getByLabel('What the run is called').press('Tab');
  await expect(page.getByRole('link', { name: /^Tool shed, old lead, cable run/ })).toBeVisible();
  await button(page, 'Delete this run').click();
  await expect(page.getByRole('link', { name: /^Tool shed, old lead, cable run/ })).toHaveCount(0);
  await button(page, 'Undo').last().click();
  await expect(page.getByLabel('What the run is called')).toHaveValue('Tool shed, old lead');
  await expect(page.locator('.thumbnails button')).toHaveCount(1);
  clean();
});
