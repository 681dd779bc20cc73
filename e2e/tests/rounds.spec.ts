// A round of the mapping walked by hand at 390 px: what is switched, then one point a screen, a tap each.
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { auditPath, serve, watch } from './server';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

const server = serve();

type Panels = { panel: { record: { mapping: { points: { ticks: string[] }[] } } } }[];

/** What the office holds of the first points in round 5. */
async function ticks(count: number): Promise<string[]> {
  const panels = (await (await fetch(`${server.get().url}/api${auditPath}/panels`)).json()) as Panels;
  const points = panels[0]?.panel.record.mapping.points ?? [];
  return points.slice(0, count).map((point) => point.ticks[4] ?? 'missing');
}

test('a round is one point a screen and one tap a point, and what was left for later comes again', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url}${auditPath}/panel?part=walk`);
  await page.getByRole('button', { name: 'One point a screen' }).tap();
  const sheet = page.getByRole('dialog');
  const point = sheet.locator('.round-point b');
  const answer = (words: string) => sheet.getByRole('button', { name: words, exact: true });
  await expect(sheet).toContainText('Round 5 of');
  await expect(sheet).toContainText('Off in this round');
  await expect(sheet).toContainText('Switch from the front only');
  await answer('It is switched: to the first point').tap();
  await expect(point).toHaveText('K1 upper half');
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  for (const words of ['live', 'dead']) {
    const box = await answer(words).boundingBox();
    expect(Math.min(box?.height ?? 0, box?.width ?? 0), words).toBeGreaterThan(100);
  }
  await answer('dead').tap();
  await expect(point).toHaveText('K1 lower half');
  await answer('live').tap();
  await expect(point).toHaveText('K2 upper half');
  await answer('Later').tap();
  await expect(point).toHaveText('K2 lower half');
  await answer('live').tap();
  await expect.poll(() => ticks(4)).toEqual(['dead', 'live', 'missing', 'live']);
  // A slip is mended: back to the first point, its answer stands, and another tap changes it.
  while ((await point.textContent()) !== 'K1 upper half') await answer('Point before').tap();
  await expect(answer('dead')).toHaveAttribute('aria-pressed', 'true');
  await answer('live').tap();
  await expect(point).toHaveText('K2 upper half');
  await expect.poll(() => ticks(4)).toEqual(['live', 'live', 'missing', 'live']);
  await answer('Close').tap();

  // The others at once, and then the next round.
  await page.getByRole('button', { name: 'K2 upper half: dead' }).tap();
  await expect.poll(() => ticks(4)).toEqual(['live', 'live', 'dead', 'live']);
  await page.getByRole('button', { name: 'The rest is live' }).tap();
  await expect(page.getByRole('heading', { name: /^Round 6/ })).toBeVisible();
  await page.getByRole('button', { name: 'One point a screen' }).tap();
  await expect(sheet).toContainText('Round 6 of');
  clean();
});
