// WCAG 2.2 AA by axe on each view, in both themes; no request leaves the machine; the phone and the tablet fit.
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { auditPath, bundle, cablePath, roomPath, serve, walkPath, watch } from './server';

const server = serve();

const VIEWS = {
  jobs: '/',
  basis: `${auditPath}/basis`,
  walk: walkPath('K3'),
  'walk, planned': walkPath('K7'),
  'walk, as left': walkPath('L2'),
  'walk, contradiction': walkPath('L7'),
  'walk, stopped': walkPath('R3'),
  'walk, empty': walkPath('A6'),
  room: roomPath('Kitchen'),
  'room, not taped': roomPath('Boat room'),
  'cable run': cablePath('Open framing, lower kitchen'),
  trace: `${auditPath}/trace/${bundle.circuits.find((circuit) => circuit.name === 'lake bedroom')?.id}`,
  panel: `${auditPath}/panel`,
  plan: `${auditPath}/plan`,
  bench: `${auditPath}/bench`,
  people: '/people',
  pair: '/pair',
  'rule book': `${auditPath}/rules`,
  'hand over': `${auditPath}/hand-over`,
  'a paper': `${auditPath}/hand-over/report/owner`,
  'notice of danger': `${auditPath}/hand-over/notice`,
  house: `${auditPath}/house`,
  calculators: `${auditPath}/calculators/box-fill`,
  drill: '/drill',
  'a board': '/drill/board/3/1234',
};

for (const theme of ['light', 'dark']) {
  for (const [name, path] of Object.entries(VIEWS)) {
    test(`${name} is accessible, ${theme}`, async ({ page }) => {
      const clean = watch(page);
      await page.addInitScript((chosen) => localStorage.setItem('theme', chosen), theme);
      await page.goto(server.get().url + path);
      await expect(page.locator('main')).toBeVisible();
      await page.waitForLoadState('networkidle');
      const axe = new AxeBuilder({ page });
      // Another theme is other colours, and nothing else.
      const { violations } = await (theme === 'dark'
        ? axe.withRules(['color-contrast'])
        : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
      ).analyze();
      expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
      clean();
    });
  }
}

for (const [device, width, height] of [
  ['tablet', 820, 1180],
  ['phone', 390, 844],
  ['page enlarged four times', 320, 640],
] as const) {
  test(`nothing is cut off at the side, ${device}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    for (const path of Object.values(VIEWS)) {
      await page.goto(server.get().url + path);
      await expect(page.locator('main')).toBeVisible();
      await page.waitForLoadState('networkidle');
      const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(over, path).toBeLessThanOrEqual(0);
    }
  });
}

test('on paper a box has its findings, and a system with colours of its own shows what is pressed', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K3'));
  await expect(page.locator('.finding').first()).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.locator('.finding').first()).toBeVisible();
  await expect(page.locator('.run')).toBeHidden();
  expect(await page.locator('.walk-find').evaluate((element) => getComputedStyle(element).overflowY)).toBe('visible');
  await page.emulateMedia({ media: 'screen', forcedColors: 'active' });
  const ground = (pressed: boolean) => page.locator(`.parts [aria-pressed="${pressed}"]`).first().evaluate((element) => getComputedStyle(element).backgroundColor);
  expect(await ground(true)).not.toBe(await ground(false));
  const swatches = await page.locator('.swatch').evaluateAll((all) => all.map((element) => getComputedStyle(element).backgroundColor));
  expect(new Set(swatches).size).toBeGreaterThan(1);
});
