// The pictures of the main views, from the demo data.
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { auditPath, bundle, cablePath, roomPath, root, serve, walkPath } from '../tests/server';

const server = serve();
const out = (name: string) => join(root, 'docs', 'screenshots', `${name}.png`);

type Shot = { path: string; theme?: string; size?: [number, number]; before?: (page: Page) => Promise<void> };

/** A firm of three. */
async function ownerAndTwoMore(page: Page) {
  await page.getByLabel('Your name').fill('Ines Vale');
  await page.getByLabel('Licence, where you have one').fill('HI-2041');
  await page.getByLabel('Passphrase').fill('salt on the quay');
  await page.getByRole('button', { name: 'Make the owner' }).click();
  for (const [name, role] of [['Tove Lind', 'inspector'], ['Bo Quist', 'electrician']] as const) {
    await page.getByLabel('Name', { exact: true }).fill(name);
    await page.getByLabel('What they do', { exact: true }).selectOption(role);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('button', { name: 'Close' }).click();
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
}

const SHOTS: Record<string, Shot> = {
  jobs: { path: '/' },
  'walk-violates': { path: walkPath('K3') },
  'walk-face': { path: walkPath('R5'), before: (page) => page.getByRole('button', { name: 'Face', exact: true }).click() },
  calculators: { path: `${auditPath}/calculators/box-fill?box=square4x1-1-4&awg-12=8&clamps=yes`, before: (page) => page.getByText('Over by').waitFor() },
  'rule-book': { path: `${auditPath}/rules` },
  'cable-run': { path: cablePath('Attic over the lake bedroom') },
  'walk-phone': { path: `${walkPath('K3')}?ask=lengths`, size: [390, 844] },
  'walk-read': {
    path: walkPath('R7'),
    before: async (page) => {
      await page.getByRole('button', { name: 'Read', exact: true }).click();
      await page.getByRole('region', { name: /^What the .* says$/ }).last().scrollIntoViewIfNeeded();
    },
  },
  'walk-dead-test': {
    path: walkPath('K2'),
    before: async (page) => {
      await page.getByRole('button', { name: 'Dead test', exact: true }).click();
      await page.getByRole('button', { name: 'Off, and tagged' }).click();
      await page.getByRole('button', { name: 'It answers' }).click();
      await expect(page.locator('.where')).toHaveText('with the office');
    },
  },
  panel: { path: `${auditPath}/panel`, before: (page) => page.getByRole('button', { name: 'Rounds', exact: true }).click() },
  'panel-breakers': { path: `${auditPath}/panel`, before: (page) => page.getByRole('link', { name: /^Breaker 14,/ }).click() },
  plan: { path: `${auditPath}/plan` },
  'plan-shut-downs': { path: `${auditPath}/plan`, before: (page) => page.getByRole('button', { name: 'Shut-downs', exact: true }).click() },
  room: { path: roomPath('Kitchen') },
  trace: { path: `${auditPath}/trace/${bundle.circuits.find((circuit) => circuit.name === 'lake bedroom')?.id}` },
  drill: {
    path: '/drill/board/3/1234',
    theme: 'dark',
    before: async (page) => {
      await page.getByRole('button', { name: 'B1', exact: true }).click();
      await page.getByRole('button', { name: 'AFCI protection', exact: true }).click();
      await page.evaluate(() => scrollTo(0, 0));
    },
  },
  house: {
    path: `${auditPath}/house`,
    before: (page) => page.getByRole('button', { name: /kitchen counter/ }).click(),
  },
  report: {
    path: `${auditPath}/hand-over/report/owner`,
    before: async (page) => {
      await expect(page.getByText('1 page', { exact: true })).toBeVisible({ timeout: 60_000 });
      await expect(page.locator('.paper-page figcaption')).toContainText('What to do first');
    },
  },
  // The last one: from here on whoever comes is asked who they are.
  people: { path: '/people', before: ownerAndTwoMore },
};

for (const [name, { path, theme = 'light', size = [1280, 800] as const, before }] of Object.entries(SHOTS)) {
  test(name, async ({ page }) => {
    await page.setViewportSize({ width: size[0], height: size[1] });
    await page.addInitScript((chosen) => localStorage.setItem('theme', chosen), theme);
    await page.goto(server.get().url + path);
    await expect(page.locator('main')).toBeVisible();
    await before?.(page);
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: out(name) });
  });
}
