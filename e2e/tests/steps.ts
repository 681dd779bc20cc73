// The steps that the stories share: to a box, a line of jot, the dead test, a repair planned and done, and its end.
import { expect, type Page } from '@playwright/test';

export const finding = (page: Page, title: string) => page.locator('.finding', { hasText: title });
export const field = (page: Page, label: string) => page.getByLabel(label, { exact: true });
export const button = (page: Page, name: string) => page.getByRole('button', { name, exact: true });
export const repairs = (page: Page) => page.getByRole('region', { name: 'Repairs' });

export async function jot(page: Page, line: string) {
  await page.getByLabel('Jot', { exact: true }).fill(line);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Jot', { exact: true })).toHaveValue('');
}

/** Answers every step of the dead test. */
export async function proveDead(page: Page) {
  await button(page, 'Dead test').click();
  const sentence = page.locator('.dead-sentence');
  for (let said = ''; !said.startsWith('Proven dead'); said = (await sentence.textContent()) ?? '') {
    const before = (await sentence.textContent()) ?? '';
    await page.locator('.dead-answers button').first().click();
    await expect(sentence).not.toHaveText(before);
  }
}

/** Plans what is proposed, does it with the power off, and begins to look anew. */
export async function planAndDo(page: Page, planned: number) {
  await repairs(page).getByRole('button', { name: 'Plan this repair' }).click();
  await expect(repairs(page).locator('.state-planned')).toHaveCount(planned);
  await proveDead(page);
  await repairs(page).getByRole('button', { name: 'Mark done' }).click();
  await expect(repairs(page).locator('.state-done')).toHaveCount(planned);
  await repairs(page).getByRole('button', { name: 'Measure again' }).click();
}

/** Looks at all that is still open, and finds it sound. */
export async function restSound(page: Page) {
  await page.getByRole('button', { name: /^Look/ }).click();
  while ((await page.locator('.rest-sound').count()) > 0) {
    const left = await page.locator('.rest-sound').count();
    await page.locator('.rest-sound').first().click();
    await expect(page.locator('.rest-sound')).toHaveCount(left - 1);
  }
}

export async function close(page: Page, count: number) {
  await expect(repairs(page).locator('.state-proven')).toHaveCount(count);
  await repairs(page).getByRole('button', { name: 'Close' }).click();
  await expect(repairs(page).locator('.state-closed')).toHaveCount(count);
}
