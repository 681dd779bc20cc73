// Papers as they are seen before they are given away, and the notice of danger from the screen to the signed page.
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { auditPath, bundle, serve, walkPath, watch } from './server';
import { button, field } from './steps';

const server = serve();
const api = (path: string) => `${server.get().url}/api${auditPath}${path}`;

async function isAccessible(page: Page) {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
}

test('a paper is read on the screen before it is saved, and what is missing from it leads to its place', async ({ page }) => {
  test.setTimeout(150_000);
  const clean = watch(page, /status of 422/);
  // The first is held up, and stopped; the second says why it failed; the third comes.
  let tries = 0;
  await page.route('**/report.pdf?kind=owner', async (route) => {
    tries += 1;
    if (tries === 2) await route.fulfill({ status: 422, contentType: 'application/problem+json', body: '{"status":422,"title":"No","detail":"A record cannot be read."}' });
    else if (tries > 2) await route.continue();
  });
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  await page.getByRole('link', { name: "Look at it: Owner's summary" }).click();
  await expect(page.getByRole('status').filter({ hasText: 'lays it out' })).toContainText(/\d s so far/);
  await expect(button(page, 'Save as PDF')).toBeDisabled();
  await button(page, 'Stop').click();
  await expect(page.getByRole('alert').filter({ hasText: 'It was stopped.' })).toBeVisible();
  await button(page, 'Lay out again').click();
  await expect(page.getByRole('alert').filter({ hasText: 'A record cannot be read.' })).toBeVisible();
  await button(page, 'Lay out again').click();
  await expect(page.getByText('1 page', { exact: true })).toBeVisible({ timeout: 60_000 });
  // The page is drawn, and its words are there for those who do not see it.
  await expect(page.locator('.paper-page figcaption')).toContainText('What to do first');
  await expect(page.locator('.paper-page figcaption')).toContainText(bundle.audit.name);
  const inked = await page.locator('.paper-page canvas').evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height) ?? { data: [] };
    return data.filter((value, at) => at % 4 === 0 && value < 100).length;
  });
  expect(inked).toBeGreaterThan(2_000);
  await isAccessible(page);
  // What is saved is what was read.
  const download = page.waitForEvent('download');
  await button(page, 'Save as PDF').click();
  expect((await download).suggestedFilename()).toBe('quillmere-guesthouse-owner.pdf');
  expect(tries).toBe(3);
  // What is missing is named with its places.
  const missing = page.getByRole('region', { name: 'Missing from it' });
  await missing.getByText('that are a danger have no photograph').click();
  await missing.getByRole('link', { name: 'K5', exact: true }).click();
  await expect(page).toHaveURL(server.get().url + walkPath('K5'));
  // Another kind is one step away, and what is no paper says so.
  await page.goto(`${server.get().url + auditPath}/hand-over/report/nonsense`);
  await expect(page.getByRole('heading', { name: 'No such paper' })).toBeVisible();
  clean();
});

test('a notice of danger is signed on the screen, and stands as it was', async ({ page, request }) => {
  test.setTimeout(150_000);
  const clean = watch(page, /status of 422/);
  const dangers = (await (await request.get(api('/dangers'))).json()) as { what: string }[];
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  await page.getByRole('link', { name: 'Give a notice of danger' }).click();
  await expect(page.getByRole('region', { name: 'What stands on it' }).locator('p')).toHaveCount(dangers.length);
  await isAccessible(page);
  // Without a signature it wants a reason.
  await field(page, 'To whom').fill('Odile Farrant');
  await expect(button(page, 'Give the notice, not signed')).toBeDisabled();
  await field(page, 'Without a signature, because').fill('not at home, sent by post');
  await button(page, 'Give the notice, not signed').click();
  await expect(page.locator('.given li')).toHaveText([/to Odile Farrant, not signed: not at home, sent by post/]);
  // Signed with the mouse, cleared, and signed again.
  const pad = page.getByRole('img', { name: 'Signature of Odile Farrant' });
  const sign = async () => {
    const at = await pad.boundingBox();
    if (!at) throw new Error('the pad is not on the screen');
    await page.mouse.move(at.x + 40, at.y + 60);
    await page.mouse.down();
    for (let step = 1; step <= 20; step += 1) await page.mouse.move(at.x + 40 + step * 8, at.y + 60 + Math.sin(step / 2) * 20);
    await page.mouse.up();
  };
  await sign();
  await expect(button(page, 'Give the notice, signed')).toBeEnabled();
  await button(page, 'Sign again').click();
  await expect(button(page, 'Give the notice, not signed')).toBeDisabled();
  await sign();
  await button(page, 'Give the notice, signed').click();
  await expect(page.locator('.given li')).toHaveCount(2);
  await expect(page.locator('.given li').last()).toContainText('Odile Farrant, signed');
  // The page that was signed.
  await page.locator('.given li').last().getByRole('link', { name: 'Look at it' }).click();
  await expect(page.getByText('1 page', { exact: true })).toBeVisible({ timeout: 60_000 });
  const words = page.locator('.paper-page figcaption');
  await expect(words).toContainText('Received by Odile Farrant');
  await expect(words).toContainText('Given before');
  clean();
  // It is kept as it was: neither another text nor none goes over it, and dangers that were not on the screen are not signed.
  const walk = (await (await request.get(api('/walk'))).json()) as { audit: { revision: number; record: { notices: { to: string; signature: { strokes: number[][][] } | null }[] } } };
  const { record, revision } = walk.audit;
  expect(record.notices[1]?.signature?.strokes[0]?.length).toBeGreaterThan(5);
  for (const notices of [[], [record.notices[0]], [record.notices[0], { ...record.notices[1], to: 'Somebody else' }]]) {
    const answer = await request.put(api(''), { data: { ...record, notices }, headers: { 'If-Match': `"${revision}"` } });
    expect(answer.status()).toBe(422);
    expect(await answer.text()).toContain('stands as it was');
  }
  // As many, but one of them another.
  const now = (await (await request.get(api('/dangers'))).json()) as { what: string }[];
  for (const seen of [[], now.slice(1), now.map((danger, at) => (at === 3 ? { ...danger, what: 'Another.' } : danger))]) {
    const unseen = await request.post(api('/notices'), { data: { to: 'A', not_signed: 'no', seen } });
    expect(unseen.status()).toBe(422);
    expect(await unseen.text()).toContain('look at them anew');
  }
  const none = await request.get(api('/report.pdf?kind=danger-notice-9'));
  expect((await none.json()).errors[0].message).toBe('no notice 9 was given');
});

test('an instrument is named with its serial number, and one that ran out is told before the report is given away', async ({ page, request }) => {
  test.setTimeout(90_000);
  const clean = watch(page, /status of 422/);
  await page.goto(`${server.get().url + auditPath}/basis`);
  const instruments = page.getByRole('region', { name: 'Instruments' });
  const meter = instruments.getByRole('group', { name: 'yellow meter (invented)' });
  await expect(meter.getByLabel('Serial number')).toHaveValue('QM-4471');
  await meter.getByLabel('Next due').fill('2026-02-01');
  await expect(page.getByRole('alert')).toContainText('the next calibration is due before the last');
  await meter.getByLabel('Calibrated').fill('2025-01-31');
  await instruments.getByRole('button', { name: 'Add an instrument' }).click();
  const tape = instruments.getByRole('group', { name: /instrument 4/ });
  await tape.getByLabel('Serial number').fill('T-9');
  await tape.getByLabel('tape measure').check();
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await isAccessible(page);
  const known = (await (await request.get(api('/walk'))).json()) as { audit: { record: { instruments: { id: number; serial: string; reads: string[] }[] } } };
  expect(known.audit.record.instruments.at(-1)).toMatchObject({ id: 4, serial: 'T-9', reads: ['tape'] });
  await page.goto(`${server.get().url + auditPath}/hand-over/report/owner`);
  const missing = page.getByRole('region', { name: 'Missing from it' });
  await expect(missing).toContainText(/\d+ of \d+ readings of the high-impedance meter: its calibration had run out\./);
  clean();
});

test('the house on one page: a breaker shows what hangs on it, and a mark leads to its box', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  await page.getByRole('link', { name: 'The house on one page' }).click();
  const marks = page.getByRole('region', { name: 'Rooms' }).locator('.house-marks li');
  await expect(marks).toHaveCount(bundle.rooms.flatMap((room) => room.boxes).length);
  await expect(page.locator('main')).toContainText(/\d+ items are open, \d+ put right\..*Still to come: About \d+ h/);
  const breaker = page.getByRole('region', { name: 'Panels' }).getByRole('button').filter({ hasText: 'kitchen counter' });
  await breaker.click();
  await expect(page.getByRole('status').filter({ hasText: 'Breaker 1 of main panel' })).toContainText('Kitchen');
  const fed = page.locator('.house-marks .fed');
  await expect(fed.locator('b')).toHaveText(['K1', 'K2', 'K3']);
  expect(String(await fed.count())).toBe(await breaker.locator('i').textContent());
  await isAccessible(page);
  await breaker.click();
  await expect(fed).toHaveCount(0);
  await marks.getByRole('link', { name: 'K5' }).click();
  await expect(page).toHaveURL(server.get().url + walkPath('K5'));
  clean();
});
