// Hands in a box: what feeds it stays off, and every view says so until they are out.
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { auditPath, serve, walkPath, watch } from './server';

const server = serve();
const sound = async (page: Page) => {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
};

test('hands go into a box that is proven dead, and hold its breaker on every view', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K2'));
  await page.locator('.dead-chip').click();
  await expect(page.getByRole('button', { name: 'Hands into K2' })).toHaveCount(0);
  const answer = page.locator('.dead-answers button').first();
  const steps = await page.locator('.dead-steps li').count();
  for (let step = 0; step < steps; step += 1) {
    await answer.click();
    await expect(page.locator('.dead-steps li.was')).toHaveCount(step + 1);
  }
  await page.getByRole('button', { name: 'Hands into K2' }).click();
  await page.getByLabel('Who works there').fill('Mara');
  await page.getByRole('button', { name: 'Hands in', exact: true }).click();
  await expect(page.locator('.hands-in')).toContainText('Mara has hands in K2');
  const bar = page.getByLabel('Hands in boxes');
  await expect(bar).toContainText(/Mara has hands in K2, Kitchen: breakers? .* off/);
  await sound(page);

  await page.goto(`${server.get().url + auditPath}/plan`);
  await expect(bar).toContainText('Mara has hands in K2');
  await page.goto(`${server.get().url + auditPath}/panel`);
  await expect(bar).toContainText('Mara has hands in K2');
  await page.getByRole('button', { name: 'Walk a round', exact: true }).click();
  await expect(page.locator('.refused')).toContainText('No round is walked meanwhile');
  await sound(page);

  await bar.getByRole('link').click();
  await page.locator('.dead-chip').click();
  await page.getByRole('button', { name: 'Hands out of K2' }).click();
  await expect(bar).toHaveCount(0);
  await expect(page.locator('.saving')).toHaveText('Saved');
  clean();
});

test('what a trace found is mended at its box', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/trace`);
  await page.locator('.circuits .circuit-node').first().click();
  await page.locator('.ranked button').first().click();
  const here = (await page.locator('.point-actions h2 b').textContent()) ?? '';
  await page.getByRole('button', { name: 'at the landing' }).click();
  const mend = page.getByRole('link', { name: `Go to ${here}` });
  await expect(mend).toContainText('which conductor is broken or loose');
  await mend.click();
  await expect(page.getByLabel('Tag of the box')).toHaveValue(here);
  clean();
});
