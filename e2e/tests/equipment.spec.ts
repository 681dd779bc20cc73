// Equipment that stands in a room: taken down by its kind, judged against its nameplate, put right, looked at anew and closed.
import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { auditPath, roomPath, serve, watch } from './server';
import { button } from './steps';

const server = serve();
const findings = (page: Page) => page.getByRole('region', { name: 'Findings of the room' });
const repairs = (page: Page) => page.getByRole('region', { name: 'Repairs in the room' });
const piece = (page: Page, name: string) => page.getByRole('group', { name, exact: true });

test('a furnace whose switch is past it gets one at the way in, looked at anew and closed', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + roomPath('Furnace room'));
  await expect(findings(page)).toContainText('Furnace: one passes it to reach its switch');
  await expect(findings(page)).toContainText('4500 W ask for 24 A');
  await expect(repairs(page)).toContainText('Furnace switch at the way in');
  await button(page, 'Plan: Furnace switch at the way in').click();
  const item = repairs(page).getByRole('listitem').filter({ hasText: 'Furnace switch' }).first();
  await expect(item.locator('.state-planned')).toBeVisible();
  await button(page, 'Mark done').click();
  await button(page, 'Look again').click();
  await expect(button(page, 'As left')).toHaveAttribute('aria-pressed', 'true');
  await expect(item.locator('.state-done')).toBeVisible();
  await piece(page, 'furnace').getByLabel('Switch reached without passing it').selectOption('yes');
  await expect(item.locator('.state-proven')).toBeVisible();
  await button(page, 'Close').click();
  await expect(item.locator('.state-closed')).toBeVisible();
  await button(page, 'As found').click();
  await expect(findings(page)).toContainText('one passes it to reach its switch');
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Findings, CSV' }).click(),
  ]);
  const rows = readFileSync(await csv.path(), 'utf8').split('\n');
  const row = rows.find((known) => known.startsWith('Furnace room') && known.includes('furnace-disconnect'));
  expect(row).toContain('violates');
  clean();
});

test('a charger is put in, judged as its facts are noted, and taken out again', async ({ page }) => {
  const clean = watch(page, /status of 422/);
  await page.goto(server.get().url + roomPath('Linen closet'));
  await page.getByLabel('What stands here').selectOption({ label: 'vehicle charger' });
  const charger = piece(page, 'vehicle charger');
  await charger.getByLabel('Set to draw, A').fill('40');
  await charger.getByLabel('Breaker or fuse, A').fill('40');
  await page.keyboard.press('Tab');
  await charger.getByLabel('Conductors, copper').selectOption('8 AWG');
  await expect(findings(page)).toContainText('40 A for hours ask for 50 A');
  await charger.getByLabel('Breaker or fuse, A').fill('9000');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toContainText('5 to 400 A here');
  await charger.getByRole('button', { name: 'Remove' }).click();
  await expect(findings(page)).not.toContainText('Supply of the vehicle charger');
  clean();
});
