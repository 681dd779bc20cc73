// What leaves the house: photographs, the correction list, kinds of report, seals, and changes taken back.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { auditPath, binary, serve, walkPath, watch } from './server';
import { button } from './steps';
import { png } from './png';

const server = serve();
const sound = async (page: Page) => {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
};

test('a photograph is taken, drawn on, named, and a file that lies is refused', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K4'));
  await button(page, 'Photos').click();
  const input = page.locator('.drop input');
  await input.setInputFiles({ name: 'box.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture at all') });
  await expect(page.locator('.photos .refused')).toContainText('whatever its name says');
  await input.setInputFiles({ name: 'box.png', mimeType: 'image/png', buffer: png(320, 240) });
  await page.locator('.thumbnails button').click();
  const picture = page.locator('.photo-editor .picture');
  await expect(picture).toBeVisible();
  await picture.scrollIntoViewIfNeeded();
  const box = await picture.boundingBox();
  if (!box) throw new Error('the picture has no place');
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.5, { steps: 4 });
  await page.mouse.up();
  await expect(page.locator('.thumbnails .marks g')).toHaveCount(1);
  await page.getByLabel('What it shows').fill('short conductors, as found');
  await page.getByLabel('What it shows').blur();
  await expect(page.locator('.thumbnails')).toContainText('short conductors, as found');
  await sound(page);
  await button(page, 'Delete').click();
  await expect(page.locator('.thumbnails button')).toHaveCount(0);
  await page.locator('.undo-bar').getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.thumbnails button')).toHaveCount(1);
});

test('a correction list is taken over, linked and answered', async ({ page, request }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/plan`);
  await button(page, 'Correction list').click();
  await page.getByLabel('Or type it, a finding a line').fill('Kitchen: K3 wires too short\n=HYPERLINK("x")');
  await button(page, 'Take it over').click();
  // Four lines of the demo come before; the second of them is put right and proven.
  const lines = page.locator('.corrections li');
  await expect(lines).toHaveCount(6);
  await expect(lines.nth(1)).toContainText('Put right');
  await expect(lines.nth(4)).toContainText('found 2 3/4 in, limit 6 in');
  await expect(lines.nth(5)).toContainText('Not linked to a box, panel, cable run or taped room yet.');
  await lines.nth(5).getByLabel('Box, panel, cable run or room').selectOption({ label: 'K2 Kitchen' });
  await expect(lines.nth(5)).toContainText('Linked to K2; no rule covers it.');
  await sound(page);
  const csv = await (await request.get(`${server.get().url}/api${auditPath}/corrections.csv`)).text();
  expect(csv).toContain('\'=HYPERLINK');
  clean();
});

test('the work in hand goes box by box', async ({ page }) => {
  const clean = watch(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.get().url + auditPath}/plan`);
  await button(page, 'In hand').click();
  const first = await page.locator('.in-hand-box h2 .figure').textContent();
  await page.locator('.in-hand-go button').last().click();
  await expect(page.locator('.in-hand-box h2 .figure')).not.toHaveText(first ?? '');
  await expect(page.locator('.in-hand-box')).toContainText('prove dead before a hand goes in');
  await sound(page);
  clean();
});

test('a sealed report and its bundle belong together until something changes', async ({ page, request }) => {
  test.setTimeout(120_000);
  const api = `${server.get().url}/api${auditPath}`;
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  await button(page, 'Seal the report').click();
  await expect(page.locator('.seals li')).toHaveCount(1, { timeout: 60_000 });
  const bundle = await (await request.get(`${api}/bundle`)).body();
  const report = await (await request.get(`${api}/seals/1/report.pdf`)).body();
  const files = [join(server.get().folder, 'sealed.json'), join(server.get().folder, 'sealed.pdf')] as const;
  writeFileSync(files[0], bundle);
  writeFileSync(files[1], report);
  const said = execFileSync(binary, ['verify', files[0], '--pdf', files[1], '--data', server.get().data], { encoding: 'utf8' });
  expect(said).toContain('Unaltered since seal 1');
  expect(said).toContain('Signed with a key that is known');
  // One who does not know the key is told so, and is not answered 0.
  const elsewhere = spawnSync(binary, ['verify', files[0], '--data', join(server.get().folder, 'other.sqlite')], { encoding: 'utf8' });
  expect([elsewhere.status, elsewhere.stdout]).toEqual([3, expect.stringContaining('not known here')]);
  const seals = await (await request.get(`${api}/seals`)).json();
  expect(seals[0].pdf_sha256).toBe(createHash('sha256').update(report).digest('hex'));
  writeFileSync(files[0], bundle.toString('utf8').replace('Quillmere Guesthouse', 'Quillmere Guesthousf'));
  expect(() => execFileSync(binary, ['verify', files[0], '--data', server.get().data], { encoding: 'utf8' })).toThrow();
  await button(page, 'Seal an amendment').click();
  await expect(page.locator('.long-works')).toContainText('nothing changed since the last seal');
});

test('a change is taken back from the journal', async ({ page }) => {
  await page.goto(`${server.get().url + auditPath}/plan`);
  await page.getByLabel('dangers only').check();
  await expect(page.locator('.work-list > li').first()).toBeVisible();
  const scope = async () => (await (await fetch(`${server.get().url}/api${auditPath}/walk`)).json()).audit.record.work.scope;
  await expect.poll(scope).toBe('dangers');
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  await page.locator('.journal li').first().getByRole('button', { name: 'Undo' }).click();
  await page.goto(`${server.get().url + auditPath}/plan`);
  await expect(page.getByLabel('all violations')).toBeChecked();
});

test('each kind of report is a PDF of its own', async ({ request }) => {
  test.setTimeout(120_000);
  const api = `${server.get().url}/api${auditPath}`;
  for (const kind of ['owner', 'repair-order']) {
    const answer = await request.get(`${api}/report.pdf?kind=${kind}`);
    expect(answer.headers()['content-disposition']).toContain(`-${kind}.pdf`);
    expect((await answer.body()).subarray(0, 5).toString()).toBe('%PDF-');
  }
  const none = await request.get(`${api}/report.pdf?kind=nonsense`);
  expect(none.status()).toBe(422);
  expect((await none.json()).errors[0].message).toContain('choose one of full, owner');
});

test('a re-inspection walks only what is open', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K3'));
  const nodes = page.locator('.run .node');
  await expect(nodes.first()).toBeVisible();
  const all = await nodes.count();
  await page.getByRole('button', { name: 'Re-inspection: only what is open' }).click();
  await expect.poll(() => nodes.count()).toBeLessThan(all);
  await expect(page.getByRole('link', { name: /^K3 / })).toBeVisible();
  await expect(page.getByRole('link', { name: /^K8 / })).toHaveCount(0);
  await button(page, 'All boxes again').click();
  await expect(nodes).toHaveCount(all);
  clean();
});

test('a report goes on while one does something else, comes with its name, and can be stopped', async ({ page }) => {
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  let release = () => undefined as void;
  const held = new Promise<void>((done) => {
    release = done;
  });
  await page.route('**/report.pdf', async (route) => {
    await held;
    await route.continue();
  });
  const under = page.getByRole('list', { name: 'Under way' });
  const download = page.waitForEvent('download');
  await button(page, 'Report, PDF').click();
  await expect(under).toContainText('Report, PDF');
  await page.getByRole('link', { name: 'Rule book' }).click();
  await expect(page.getByLabel('Search the rules')).toBeVisible();
  await expect(under).toContainText(/[1-9]\d* s/);
  release();
  expect((await download).suggestedFilename()).toBe('quillmere-guesthouse-report.pdf');
  await expect(under).toHaveCount(0);

  // One that is stopped is gone; one that fails says why.
  await page.goBack();
  await page.unroute('**/report.pdf');
  await page.route('**/report.pdf?kind=owner', (route) => new Promise(() => route));
  await button(page, "Owner's summary").click();
  await button(page, "Stop: Owner's summary").click();
  await expect(under).toHaveCount(0);
  await page.route('**/findings.csv', (route) => route.fulfill({ status: 503, contentType: 'application/problem+json', body: '{"status":503,"title":"Busy","detail":"The office is busy; try again."}' }));
  await button(page, 'Findings, CSV').click();
  await expect(under).toContainText('Findings, CSV was not made: The office is busy; try again.');
  await button(page, 'Dismiss').click();
  await expect(under).toHaveCount(0);
});
