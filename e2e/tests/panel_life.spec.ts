// What is found at a panel has a life like anything else: planned, done, looked at anew, closed.
import { expect, test } from '@playwright/test';
import { auditPath, serve, watch } from './server';
import { button } from './steps';

const server = serve();

test('what is wrong at a panel is counted, planned, done, looked at anew and closed', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url);
  await expect(page.locator('.tally .danger').first()).toBeVisible();
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  await expect(page.locator('.open-boxes')).toContainText('annexe panel');
  await page.goto(`${server.get().url + auditPath}/panel`);
  await page.getByRole('button', { name: /annexe panel/ }).click();
  await button(page, 'Findings').click();
  const repairs = page.getByRole('region', { name: 'Repairs at the panel' });
  await expect(repairs).toContainText('Separate neutrals and grounds');
  await button(page, 'Plan: Order and fit a dead front').click();
  const front = repairs.getByRole('listitem').filter({ hasText: 'Dead front' }).first();
  await expect(front.locator('.state-planned')).toBeVisible();
  // Something the catalogue has no word for, in one's own.
  const rust = repairs.getByRole('listitem').filter({ hasText: 'Condition' }).first();
  await rust.getByText('In your own words').click();
  await rust.getByLabel(/^What is done/).fill('dry it, brush it, find the leak');
  await rust.getByLabel(/^What to bring/).fill('wire brush, sealant');
  await rust.getByRole('button', { name: 'Plan it' }).click();
  await expect(rust.locator('.state-planned')).toBeVisible();
  await expect(repairs).toContainText('dry it, brush it, find the leak');
  await page.goto(`${server.get().url + auditPath}/plan`);
  await expect(page.locator('.work-list')).toContainText('Order and fit a dead front');
  await expect(page.locator('.work-list')).toContainText('In own words');
  await page.goto(`${server.get().url + auditPath}/panel`);
  await page.getByRole('button', { name: /annexe panel/ }).click();
  await button(page, 'Findings').click();
  await button(page, 'Mark done').click();
  await button(page, 'Look again').click();
  await expect(button(page, 'As left')).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: /^dead front missing, loose or gaping: yes/ }).click();
  await button(page, 'Findings').click();
  await expect(front.locator('.state-proven')).toBeVisible();
  await button(page, 'Close').click();
  await expect(front.locator('.state-closed')).toBeVisible();
  await button(page, 'As found').click();
  await expect(page.getByRole('region', { name: 'Findings of the panel' })).toContainText('Dead front');
  clean();
});
