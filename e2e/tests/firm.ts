// A firm in a test: its first owner, and others who are paired on devices of their own.
import { type Browser, type BrowserContext, expect, type Page } from '@playwright/test';
import { button, field } from './steps';

export const PASSPHRASE = 'salt on the quay';

/** Signs in on a page that is shut. */
export async function signIn(page: Page, name: string, passphrase = PASSPHRASE) {
  await field(page, 'Name').fill(name);
  await field(page, 'Passphrase').fill(passphrase);
  await button(page, 'Sign in').click();
}

/** A person is made, and their device is paired by the code that the owner is shown. */
export async function paired(
  url: string, owner: Page, browser: Browser, name: string, role: string,
): Promise<{ context: BrowserContext; page: Page }> {
  await owner.goto(`${url}/people`);
  await field(owner, 'Name').fill(name);
  await field(owner, 'What they do').selectOption(role);
  await button(owner, 'Add').click();
  const code = (await owner.locator('.pair-code').innerText()).toLowerCase();
  await button(owner, 'Close').click();
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(`${url}/pair#${code.replace(' ', '')}`);
  await field(page, 'What this device is called').fill(`tablet of ${name}`);
  await button(page, 'Pair this device').click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  return { context, page };
}

/** The first person of a firm, on the page that asks nobody yet. */
export async function firstOwner(url: string, page: Page, name: string) {
  await page.goto(`${url}/people`);
  await field(page, 'Your name').fill(name);
  await field(page, 'Passphrase').fill(PASSPHRASE);
  await button(page, 'Make the owner').click();
  await expect(page.getByRole('region', { name: 'You' })).toContainText(`${name}, owner`);
}
