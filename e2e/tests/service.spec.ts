// The service and the place of a panel: looked at from the ground, judged, put right where that may be, else referred.
import { expect, type Page, test } from '@playwright/test';
import { auditPath, serve, watch } from './server';
import { button, finding } from './steps';

const server = serve();
const repairs = (page: Page) => page.getByRole('region', { name: 'Repairs at the panel' });

async function open(page: Page) {
  await page.goto(`${server.get().url + auditPath}/panel`);
  await expect(button(page, 'Facts')).toBeVisible();
}

test('what is too low, too near or not bonded is said in figures, and a length that is none stays', async ({ page }) => {
  const clean = watch(page);
  await open(page);
  await button(page, 'Findings').click();
  await expect(finding(page, 'Clear heights of the drop')).toContainText('The drop over the roof is 6 ft 8 in; 8 ft 6 in is required');
  await expect(finding(page, 'Space to work at the panel')).toContainText('violates');
  await expect(finding(page, 'Water pipe bonded')).toContainText('No jumper leads round the meter');
  await expect(finding(page, 'Emergency disconnect outdoors')).toContainText('replaced in 2022');
  await button(page, 'Facts').click();
  const depth = page.getByLabel('Clear depth');
  await expect(depth).toHaveValue('22 in');
  await depth.fill('3 fet');
  await depth.press('Enter');
  await expect(page.locator('.said')).toContainText('fet');
  await expect(depth).toHaveValue('3 fet');
  await depth.fill("3'2");
  await depth.press('Enter');
  await expect(depth).toHaveValue('3 ft 2 in');
  // The roof is steep after all: 3 ft over it does.
  await page.getByLabel('Over a roof').selectOption('steep');
  await button(page, 'Findings').click();
  await expect(finding(page, 'Clear heights of the drop')).not.toContainText('over the roof is');
  // Nothing ahead of the disconnect is planned: the drop is referred.
  await page.getByRole('button', { name: 'boat house, old fuses' }).click();
  await button(page, 'Findings').click();
  await expect(finding(page, 'Generator kept from the utility')).toContainText('danger');
  await expect(finding(page, 'Place of the panel')).toContainText('a clothes closet');
  await expect(finding(page, 'Size of the service')).toContainText('60 A');
  clean();
});

test('the water pipe is bonded by the size of the service, looked at anew and closed', async ({ page }) => {
  const clean = watch(page);
  await open(page);
  await button(page, 'Findings').click();
  const water = repairs(page).getByRole('listitem').filter({ hasText: 'Water pipe bonded' }).first();
  // 2/0 aluminium takes 6 AWG copper to the pipe.
  await expect(water).toContainText('6 AWG copper');
  await button(page, 'Plan: Bond the water pipe').click();
  await expect(water.locator('.state-planned')).toBeVisible();
  await button(page, 'Mark done').click();
  await button(page, 'Look again').click();
  await button(page, 'Facts').click();
  await page.getByLabel('Jumper round the meter').selectOption('yes');
  await button(page, 'Findings').click();
  await expect(water.locator('.state-proven')).toBeVisible();
  await button(page, 'Close').click();
  await expect(water.locator('.state-closed')).toBeVisible();
  clean();
});

test('a white hot under a breaker is marked, looked at anew and closed', async ({ page }) => {
  const clean = watch(page);
  await open(page);
  await page.getByRole('button', { name: 'annexe panel' }).click();
  await button(page, 'Findings').click();
  const white = repairs(page).getByRole('listitem').filter({ hasText: 'White used as hot is marked' });
  await expect(white).toContainText('The white 10 AWG conductor under breaker 1/3 is a hot and is not marked');
  await button(page, 'Plan: Mark the white hots').click();
  await button(page, 'Mark done').click();
  await button(page, 'Look again').click();
  await button(page, 'Breakers').click();
  await page.getByRole('link', { name: /^Breaker 1/ }).click();
  await page.getByText('Conductors and condition').click();
  await page.getByLabel('Mark of conductor 2').selectOption('marked');
  await button(page, 'Keep').click();
  await button(page, 'Findings').click();
  await expect(white.locator('.state-proven')).toBeVisible();
  await button(page, 'Close').click();
  await expect(white.locator('.state-closed')).toBeVisible();
  clean();
});
