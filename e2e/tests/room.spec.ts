// A room by tape: typed wall by wall, judged, the fewest outlets planned, made, looked at anew and closed.
import { expect, type Page, test } from '@playwright/test';
import { png } from './png';
import { roomPath, serve, walkPath, watch } from './server';
import { button } from './steps';

const server = serve();
const plan = (page: Page) => page.locator('.room-drawing');
const findings = (page: Page) => page.getByRole('region', { name: 'Findings of the room' });
const repairs = (page: Page) => page.getByRole('region', { name: 'Repairs in the room' });

const wall = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });

async function type(page: Page, line: string) {
  const field = page.getByLabel('Next wall');
  await field.fill(line);
  await field.press('Enter');
}

test('a room is taped in a few lines, planned, done, looked at anew and closed', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K1'));
  await page.getByRole('button', { name: '+ room' }).click();
  await page.getByLabel('What is it called').fill('Snug');
  await button(page, 'Add').click();
  await page.getByRole('link', { name: 'Snug, the room, not taped' }).click();
  await expect(page.getByText('Tape the walls one after the other')).toBeVisible();
  await page.getByLabel('What it is').selectOption('living');
  // As fast as one types: each line on what the one before left.
  let keys = 0;
  for (const line of ["3' door 2'8 6'4 / 1' 8'", "10' / 2' 8'", "12' / 3' 9'", "10' / 2'"]) {
    await type(page, line);
    keys += line.length + 1;
    await expect(page.getByLabel('Next wall')).toHaveValue('');
  }
  expect(keys).toBeLessThanOrEqual(120);
  await expect(plan(page).locator('.outlet')).toHaveCount(7);
  await expect(plan(page).locator('.room-wall')).toHaveCount(4);
  // By hand no point is farther than 5 ft from an outlet.
  await expect(findings(page)).toContainText('nothing broken');
  await expect(findings(page)).toContainText('1 met');
  // An outlet of the second wall was none: its line is typed anew.
  const second = wall(page, 'wall 2');
  await second.fill("10' / 8'");
  await second.press('Enter');
  await expect(plan(page).locator('.outlet')).toHaveCount(6);
  const third = wall(page, 'wall 3');
  await third.fill("12'");
  await third.press('Enter');
  await expect(plan(page).locator('.to-add')).toHaveCount(1);
  await expect(plan(page)).toHaveAttribute('aria-label', /Too far: .*1 outlet to add/);
  // The wall along its length, with the point that is farthest from any outlet.
  const wall3 = page.locator('.wall-drawing');
  await page.locator('.elevation').getByRole('button', { name: 'wall 3' }).click();
  await expect(wall3).toHaveAttribute('aria-label', /^Wall 3, 12 ft, from its left end; too far: .* at .*; outlets to add at/);
  await expect(wall3.locator('.to-add')).toHaveCount(1);
  await expect(repairs(page)).toContainText('1 outlet is missing: wall 3 at');
  const where = /wall 3 at ([0-9a-z ]+)\./.exec((await repairs(page).innerText()) ?? '')?.[1] ?? '';
  await button(page, 'Plan: Add the outlets that are missing').click();
  await expect(repairs(page).locator('.state-planned')).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.locator('.work-list')).toContainText('Add the outlets that are missing');
  await page.goBack();
  await button(page, 'Mark done').click();
  await button(page, 'Look again').click();
  await expect(button(page, 'As left')).toHaveAttribute('aria-pressed', 'true');
  await third.fill(`12' / ${where}`);
  await third.press('Enter');
  await expect(repairs(page).locator('.state-proven')).toBeVisible();
  await button(page, 'Close').click();
  await expect(repairs(page).locator('.state-closed')).toBeVisible();
  await button(page, 'As found').click();
  await expect(plan(page).locator('.to-add')).toHaveCount(1);
  clean();
});

test('what is not read stays in its field, and what cannot be true is said', async ({ page }) => {
  const clean = watch(page, /422|Failed to load resource|ERR_INTERNET_DISCONNECTED/);
  await page.goto(server.get().url + roomPath('Lower sitting room'));
  await expect(plan(page).locator('.room-wall')).toHaveCount(4);
  await type(page, "3' dor 2'8");
  await expect(page.locator('.room-jot .refused')).toContainText('"dor" is no thing along a wall');
  await expect(page.getByLabel('Next wall')).toHaveValue("3' dor 2'8");
  await page.getByLabel('Next wall').fill('');
  // An outlet in a door, and walls that do not close.
  const east = wall(page, 'east wall');
  await east.fill("east: 6' door 2'8 7'4 / 7'");
  await east.press('Enter');
  const odd = page.getByRole('list', { name: 'What cannot all be true' });
  await expect(odd).toContainText('stands in the door');
  await expect(odd).toContainText('The 4 walls do not close');
  await east.fill("east: 6' door 2'8 5'4");
  await east.press('Enter');
  await expect(odd).toBeHidden();
  // Without a network a line is read and judged all the same, and comes to the office later.
  await expect(page.locator('.where')).toHaveAttribute('data-kept', 'true');
  await page.context().setOffline(true);
  const south = wall(page, 'south wall');
  await south.fill("south: 20' / 4' 12'");
  await south.press('Enter');
  await expect(plan(page).locator('.outlet')).toHaveCount(5);
  await expect(page.locator('.where')).toContainText(/on this device, \d to bring/);
  await page.context().setOffline(false);
  await expect(page.locator('.where')).toHaveText('with the office');
  await page.reload();
  await expect(wall(page, 'south wall')).toHaveValue("south: 20' / 4' 12'");
  clean();
});

test('a room is ruled on, remarked upon and photographed', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + roomPath('Lower hall'));
  const line = findings(page).locator('.finding').filter({ hasText: 'An outlet where one is asked for' });
  await line.getByText('Why').click();
  await line.getByLabel(/^Reason to dismiss/).fill('served from the landing');
  await line.getByRole('button', { name: 'Dismiss' }).click();
  await expect(line).toContainText('dismissed');
  await page.getByRole('button', { name: '+ something no rule covers' }).click();
  await page.getByLabel('What was seen').fill('threshold plate loose');
  await button(page, 'Note it').click();
  await expect(page.getByRole('region', { name: 'Also seen' })).toContainText('threshold plate loose');
  await page.locator('.drop input').setInputFiles({ name: 'hall.png', mimeType: 'image/png', buffer: png(320, 240) });
  await expect(page.locator('.thumbnails button')).toHaveCount(1);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Also seen' })).toContainText('threshold plate loose');
  await expect(page.locator('.thumbnails button')).toHaveCount(1);
  // It is of this room and of no other.
  await page.goto(server.get().url + roomPath('Lower stair'));
  await expect(page.getByRole('region', { name: 'Photographs' })).toBeVisible();
  await expect(page.locator('.thumbnails button')).toHaveCount(0);
  clean();
});

test('outlets missing at a counter and along the walls are added where they are fewest, and closed', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + roomPath('Lower kitchen'));
  await expect(findings(page)).toContainText('this counter');
  const said = (await repairs(page).innerText()) ?? '';
  const [, count = '', places = ''] = /(\d+) outlets are missing: (.*?)\. No fewer/.exec(said) ?? [];
  const missing = [...places.matchAll(/(north|east|south|west) wall at ([^;]+)/g)];
  expect(missing.length).toBe(Number(count));
  await repairs(page).getByRole('button', { name: 'Plan: Add the outlets that are missing' }).first().click();
  await expect(repairs(page).locator('.state-planned').first()).toBeVisible();
  await button(page, 'Mark done').click();
  await button(page, 'Look again').click();
  await expect(button(page, 'As left')).toHaveAttribute('aria-pressed', 'true');
  for (const [, name = '', at = ''] of missing) {
    const line = wall(page, `${name} wall`);
    const before = await line.inputValue();
    await line.fill(before.includes('/') ? `${before} ${at}` : `${before} / ${at}`);
    await line.press('Enter');
    await expect(line).not.toHaveValue(before);
  }
  await expect(plan(page).locator('.to-add')).toHaveCount(0);
  await expect(findings(page)).not.toContainText('this counter, north wall');
  await expect(repairs(page).locator('.state-proven').first()).toBeVisible();
  const proven = await repairs(page).locator('.state-proven').count();
  await button(page, 'Close').click();
  await expect(repairs(page).locator('.state-closed')).toHaveCount(proven);
  clean();
});
