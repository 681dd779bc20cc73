// The calculators: worked out as one types, the same by a link, without a network and without an audit, and left at a box.
import { expect, type Page, test } from '@playwright/test';
import { auditPath, serve, walkPath, watch } from './server';

const server = serve();

const says = (page: Page) => page.locator('.pocket-says');
const field = (page: Page, name: string) => page.getByLabel(name, { exact: true });
const figure = (page: Page, what: string) => page.locator('.pocket-lines div', { hasText: what }).locator('dd');

test('a box is filled as one types, and its link shows the same', async ({ page, context }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url}/`);
  await page.getByRole('link', { name: 'Calculators' }).click();
  // NEC 314.16(B) by hand: 4 × 2.25 + 2.25 + 2 × 2.25 = 15.75 in³.
  await expect(says(page)).toHaveText('15.75 in³ in a box of 18 in³: it holds them.');
  await field(page, 'Clamps inside').selectOption('yes');
  await field(page, 'Box').selectOption({ label: 'device 3 × 2 × 2 3/4' });
  await expect(says(page)).toHaveText('Over by 4 in³: 18 in³ in a box of 14 in³.');
  await page.getByRole('button', { name: '12 AWG, one less' }).click();
  await expect(says(page)).toHaveText('Over by 1.75 in³: 15.75 in³ in a box of 14 in³.');
  await expect(page.locator('.pocket-working')).toContainText('3 × 2.25 in³ = 6.75 in³');

  const link = page.url();
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.getByRole('button', { name: 'Copy the link' }).click();
  await expect(page.getByText('Copied.')).toBeVisible();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(new URL(copied).search).toBe(new URL(link).search);
  await page.goto(copied);
  await expect(says(page)).toHaveText('Over by 1.75 in³: 15.75 in³ in a box of 14 in³.');
  // Another code counts otherwise: what it has no row for is said at its field.
  await page.getByLabel('By which edition').selectOption('cec-2021');
  await expect(page.locator('.pocket-entry', { hasText: 'the table of CEC 2021 has no such box' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Begin anew' }).click();
  await expect(field(page, '12 AWG')).toHaveValue('4');
  clean();
});

test('what cannot be read is said at its field, and the rest stays', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url}/calculators/voltage-drop`);
  await expect(says(page)).toContainText('V are lost on 80 ft');
  await field(page, 'One way along the cable').fill('2 furlongs');
  await expect(says(page)).toHaveText('give a figure from 0 to 5000 ft');
  await expect(field(page, 'One way along the cable')).toHaveAttribute('aria-invalid', 'true');
  await field(page, 'Load').fill('-3');
  await expect(says(page)).toHaveText('2 fields cannot be read yet.');
  await field(page, 'Load').fill('12,5');
  await field(page, 'One way along the cable').fill('100');
  // By hand: 2 × 12.5 A × 1.98 Ω × 0.1 = 4.95 V.
  await expect(figure(page, 'lost')).toHaveText('4.95 V of 120 V, 4.12 %');
  await page.getByLabel('Units').selectOption('metric');
  await expect(field(page, 'One way along the cable')).toHaveValue('25');
  await expect(figure(page, 'farthest')).toContainText(' m');
  clean();
});

test('each opens with an example that is worked out', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url}/calculators`);
  const list = page.getByRole('navigation', { name: 'Calculators' });
  await expect(list.getByRole('link')).toHaveCount(17);
  const names = await list.getByRole('link').allTextContents();
  for (const name of names) {
    await list.getByRole('link', { name, exact: true }).click();
    await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
    await expect(page.locator('.pocket-lines, .pocket-working').first()).toBeVisible();
  }
  clean();
});

test('it is worked out without a network too', async ({ page, context }) => {
  const clean = watch(page, /ERR_INTERNET_DISCONNECTED/);
  // The worker that keeps the page has the core too; it is not in this test.
  const core = page.waitForResponse(/\.wasm$/);
  await page.goto(`${server.get().url}/calculators/torque`);
  await expect(says(page)).toContainText('14 lb·in');
  await (await core).finished();
  await context.setOffline(true);
  await field(page, 'Torque').fill('100');
  // NIST SP 811: 100 lbf·in = 11.298 N·m.
  await expect(figure(page, 'newton metres')).toHaveText('11.3 N·m');
  await context.setOffline(false);
  clean();
});

test('what was worked out is left at a box for whoever comes next', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K3'));
  await page.getByRole('button', { name: 'Box', exact: true }).click();
  await page.getByRole('link', { name: 'Calculators' }).last().click();
  await page.getByRole('navigation', { name: 'Calculators' }).getByRole('link', { name: 'Torque' }).click();
  await field(page, 'Torque').fill('18');
  await expect(says(page)).toContainText('18 lb·in');
  await page.getByRole('button', { name: 'Leave it there as a note' }).click();
  await page.getByRole('link', { name: /^Noted at K3/ }).click();
  await expect(page.getByRole('list', { name: 'Notes' })).toContainText('Torque: 18 lb·in, 1.5 lb·ft, 2.03 N·m.');
  await expect.poll(async () => {
    const walk = await (await fetch(`${server.get().url}/api${auditPath}/journal?most=5`)).text();
    return walk.includes('2.03 N');
  }).toBe(true);
  clean();
});

test('in the hand the answer stays in sight while the last field is typed', async ({ page }) => {
  const clean = watch(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.get().url}/calculators`);
  await page.getByLabel('Which calculator').selectOption({ label: 'Conduit fill' });
  await expect(says(page)).toHaveText('9 conductors fill 40 %; 40 % is allowed.');
  const more = page.getByRole('button', { name: '2 AWG, one more', exact: true });
  await more.click();
  await expect(says(page)).toContainText('10 conductors fill');
  await expect(says(page)).toBeInViewport({ ratio: 1 });
  const step = await more.boundingBox();
  expect(Math.min(step?.width ?? 0, step?.height ?? 0)).toBeGreaterThanOrEqual(44);
  clean();
});
