// A firm's people: the first owner, signing in and out, a paired tablet that is shut out with work waiting, what an electrician and
// a reader may do, links to a sealed report, and what other pages are refused.
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { PASSPHRASE, paired, signIn } from './firm';
import { auditPath, bundle, type Server, serve, walkPath, watch } from './server';
import { button, field, jot } from './steps';

const server = serve();
const at = (): Server => server.get();
/** What a page asks while nobody is signed in is refused, and the browser says so. */
const CLOSED = /status of (401|403|422)/;

async function isAccessible(page: Page) {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
}

const box = (tag: string) => bundle.rooms.flatMap((room) => room.boxes).find((known) => known.tag === tag)?.id ?? '';

/** The place of a box as the office holds it, asked by whoever is signed in on a page. */
const placeAtOffice = async (page: Page, tag: string): Promise<string> => {
  const answer = await page.request.get(`${at().url}/api${auditPath}/boxes/${box(tag)}`);
  return ((await answer.json()) as { record: { record: { place: string } } }).record.record.place;
};

test.describe.configure({ mode: 'serial' });

test('the first owner is made, signs out, and is asked from then on', async ({ page }) => {
  const clean = watch(page, CLOSED);
  await page.goto(`${at().url}/people`);
  await field(page, 'Your name').fill('Ines Vale');
  await field(page, 'Passphrase').fill('too short');
  await button(page, 'Make the owner').click();
  await expect(page.getByRole('alert')).toContainText('at least 12');
  await field(page, 'Passphrase').fill(PASSPHRASE);
  await button(page, 'Make the owner').click();
  await expect(page.getByRole('region', { name: 'You' })).toContainText('Ines Vale, owner');
  // Nothing that a script can read holds what signs in.
  expect(await page.evaluate(() => document.cookie)).toBe('');
  await isAccessible(page);
  await button(page, 'Sign out').click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await isAccessible(page);
  await signIn(page, 'Ines Vale', 'not the passphrase');
  await expect(page.getByRole('alert')).toContainText('do not belong together');
  await signIn(page, 'ines vale');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await page.goto(at().url + walkPath('K2'));
  await field(page, 'Where in the room').fill('by the owner');
  await field(page, 'Where in the room').blur();
  await expect.poll(() => placeAtOffice(page, 'K2')).toBe('by the owner');
  const journal = await page.request.get(`${at().url}/api${auditPath}/journal?most=1`);
  expect(((await journal.json()) as { who: string }[])[0]?.who).toBe('Ines Vale');
  clean();
});

test('a name is one person, and the last owner does not leave', async ({ page }) => {
  await page.goto(`${at().url}/people`);
  await signIn(page, 'Ines Vale');
  await button(page, 'Ines Vale has left').click();
  await expect(page.getByRole('alert')).toContainText('last owner');
  await field(page, 'Name').fill('INES VALE');
  await button(page, 'Add').click();
  await expect(page.getByRole('alert').last()).toContainText("another person's name");
});

test('a tablet that is shut out keeps what waits, names it, and brings it once somebody signs in', async ({ page, browser }) => {
  await page.goto(`${at().url}/people`);
  await signIn(page, 'Ines Vale');
  await expect(page.getByRole('heading', { name: 'In the firm' })).toBeVisible();
  const { context, page: tablet } = await paired(at().url, page, browser, 'Tove Lind', 'inspector');
  await tablet.goto(at().url + walkPath('K5'));
  await expect(tablet.locator('.where')).toHaveAttribute('data-kept', 'true', { timeout: 30_000 });
  await context.setOffline(true);
  await field(tablet, 'Where in the room').fill('by the tablet');
  await field(tablet, 'Where in the room').blur();
  await expect(tablet.locator('.where')).toContainText('1 to bring');
  await page.goto(`${at().url}/people`);
  await button(page, 'Shut tablet of Tove Lind of Tove Lind out').click();
  await expect(button(page, 'Shut tablet of Tove Lind of Tove Lind out')).toHaveCount(0);
  await context.setOffline(false);
  await expect(tablet.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await expect(tablet.locator('.waits-here')).toContainText('Box K5');
  await tablet.reload();
  await expect(tablet.locator('.waits-here')).toContainText('Box K5');
  await isAccessible(tablet);
  expect(await placeAtOffice(page, 'K5')).not.toBe('by the tablet');
  await signIn(tablet, 'Ines Vale');
  await expect.poll(() => placeAtOffice(page, 'K5')).toBe('by the tablet');
  await context.close();
});

test('an electrician works, and what was found first stays; a reader changes nothing', async ({ page, browser }) => {
  await page.goto(`${at().url}/people`);
  await signIn(page, 'Ines Vale');
  await expect(page.getByRole('heading', { name: 'In the firm' })).toBeVisible();
  for (const [name, role, said] of [
    ['Bo Quist', 'electrician', 'stays as the inspector recorded it'],
    ['Ada Marsh', 'reader', 'look here and change nothing'],
  ] as const) {
    const { context, page: theirs } = await paired(at().url, page, browser, name, role);
    await theirs.goto(at().url + walkPath('K3'));
    await jot(theirs, 'set back 1/2');
    await expect(theirs.getByText(said).first()).toBeVisible();
    const before = await placeAtOffice(page, 'K3');
    await context.close();
    expect(await placeAtOffice(page, 'K3')).toBe(before);
  }
});

test('a link opens one sealed report until it is withdrawn', async ({ page, browser }) => {
  await page.goto(`${at().url}${auditPath}/hand-over`);
  await signIn(page, 'Ines Vale');
  await button(page, 'Seal the report').click();
  await button(page, 'link for a reader').click({ timeout: 60_000 });
  await button(page, 'Make the link').click();
  const link = await page.locator('.made-link').innerText();
  const stranger = await browser.newContext();
  const opened = await stranger.request.get(link);
  expect([opened.status(), opened.headers()['content-type']]).toEqual([200, 'application/pdf']);
  // Somebody who has the page on their device gets the report all the same, and not the page.
  const kept = await browser.newContext({ serviceWorkers: 'allow' });
  const reader = await kept.newPage();
  await reader.goto(at().url);
  await expect.poll(() => reader.evaluate(() => navigator.serviceWorker.ready.then(({ active }) => active?.state))).toBe('activated');
  const download = reader.waitForEvent('download');
  await reader.goto(link).catch(() => undefined);
  expect((await download).suggestedFilename()).toBe('sealed-report.pdf');
  await kept.close();
  // It opens this, and nothing else.
  expect((await stranger.request.get(`${at().url}/api/audits`)).status()).toBe(401);
  await button(page, 'Close').click();
  await page.getByRole('button', { name: /^Withdraw the link/ }).click();
  await expect(page.getByRole('region', { name: 'Links for readers' })).toContainText('withdrawn');
  expect((await stranger.request.get(link)).status()).toBe(404);
  await stranger.close();
});

test('another page does nothing in the name of who is signed in, and shows nothing of it', async ({ page }) => {
  await page.goto(`${at().url}/`);
  await signIn(page, 'Ines Vale');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  const stranger = createServer((_, answer) => answer.setHeader('Content-Type', 'text/html').end('<!doctype html><title>Elsewhere</title><h1>Elsewhere</h1>'));
  await new Promise<void>((done) => stranger.listen(0, '127.0.0.1', done));
  const { port } = stranger.address() as AddressInfo;
  // The same machine under another name: another site to the browser.
  await page.goto(`http://localhost:${port}/`);
  const tried = await page.evaluate(async (url) => {
    const read = await fetch(`${url}/api/audits`, { credentials: 'include' }).then(({ status }) => status, () => 'refused');
    const sent = await fetch(`${url}/api/sign-out`, { method: 'POST', credentials: 'include', mode: 'no-cors', headers: { 'Content-Type': 'text/plain' }, body: '{}' }).then(({ type }) => type, () => 'refused');
    const frame = document.createElement('iframe');
    frame.src = url;
    document.body.append(frame);
    await new Promise((done) => setTimeout(done, 1_500));
    return [read, sent];
  }, at().url);
  expect(tried[0]).toBe('refused');
  const framed = page.frames().find((frame) => frame !== page.mainFrame());
  // The browser shows its own page of refusal in the frame.
  expect(framed?.url()).toContain('chrome-error');
  // Still signed in: what the other page sent did nothing.
  await page.goto(`${at().url}/`);
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  stranger.close();
});

test('whoever guesses is told to wait', async ({ page }) => {
  await page.goto(`${at().url}/`);
  for (let tries = 0; tries < 3; tries += 1) {
    await signIn(page, 'Ines Vale', 'not the passphrase');
    await expect(field(page, 'Passphrase')).toHaveValue('');
  }
  await signIn(page, 'Ines Vale');
  await expect(page.getByRole('alert')).toContainText('wait');
});
