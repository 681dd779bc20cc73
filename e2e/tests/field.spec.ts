// In the field: the page opens, judges and keeps what is typed with no network, and brings it to the office once, whatever happened
// there meanwhile.
import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { figures } from './figures';
import { png } from './png';
import { auditPath, bundle, type Server, serve, walkPath } from './server';
import { finding, jot } from './steps';

test.use({ serviceWorkers: 'allow' });

const server = serve();
const SIXTEENTH = 1_587_500;

const boxId = (tag: string) => {
  const box = bundle.rooms.flatMap((room) => room.boxes).find((known) => known.tag === tag);
  if (!box) throw new Error(`the demo has no box ${tag}`);
  return box.id;
};

type Kept = {
  revision: number;
  record: {
    tag: string;
    place: string;
    found: { conductors: { free_length: number | null }[]; stand: { set_back: number | null }; supply: { amperes: number | null }; dead_test: unknown[] };
  };
};

/** The record of a box as the office holds it, whatever a page shows. */
async function atOffice(tag: string, at: Server = server.get()): Promise<Kept> {
  const answer = await fetch(`${at.url}/api${auditPath}/boxes/${boxId(tag)}`);
  return ((await answer.json()) as { record: Kept }).record;
}

/** The device keeps the audit: its copy is on the disk, and the page on it too. */
async function keeps(page: Page) {
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const worker = await navigator.serviceWorker.getRegistration();
        const known = (await indexedDB.databases()).some(({ name }) => name === 'nailpunch');
        if (!worker?.active || !known) return 0;
        const database = await new Promise<IDBDatabase>((done, failed) => {
          const asked = indexedDB.open('nailpunch');
          asked.onsuccess = () => done(asked.result);
          asked.onerror = () => failed(asked.error);
        });
        const count = await new Promise<number>((done) => {
          const asked = database.transaction('copies').objectStore('copies').count();
          asked.onsuccess = () => done(asked.result);
        });
        database.close();
        return count;
      }),
    )
    .toBeGreaterThan(0);
}

const where = (page: Page) => page.locator('.where');
const saving = (page: Page) => page.locator('.saving');
const first = (page: Page) => page.getByLabel(/^black \d+( no\. 1)?, from the sheath$/);

async function open(page: Page, tag: string, at: Server = server.get()) {
  await page.goto(at.url + walkPath(tag));
  await expect(page.getByLabel('Tag of the box')).toHaveValue(tag);
  await keeps(page);
}

async function cut(context: BrowserContext, page: Page) {
  await context.setOffline(true);
  await expect(where(page)).toContainText('on this device');
}

async function joined(context: BrowserContext, page: Page) {
  await context.setOffline(false);
  await expect(where(page)).toHaveText('with the office', { timeout: 30_000 });
}

test('with no network a box is begun, judged, planned and found again after a reload, and comes to the office once', async ({ page, context }) => {
  await open(page, 'K1');
  await cut(context, page);
  await page.getByRole('button', { name: 'Add a box in Kitchen' }).click();
  await expect(page.getByLabel('Tag of the box')).toHaveValue('K9');
  const begun = new URL(page.url()).pathname.split('/').at(-1);
  await jot(page, 'dup 15 14/2 fl 2 3/4 d 2 1/2 sb 3/8 gyp');
  await expect(saving(page)).toHaveText('Kept on this device');
  // Judged here: 2 3/4 of 6 in from the sheath.
  await expect(finding(page, 'Free conductor length').first()).toContainText('short by 3 1/4 in');
  await page.getByRole('region', { name: 'Repairs' }).getByRole('button', { name: 'Plan this repair' }).click();
  await expect(page.locator('.state-planned').first()).toBeVisible();
  const planned = await page.locator('.state-planned').count();
  const address = page.url();

  // The tab is closed, and another opened: there is still no network.
  await page.close();
  const again = await context.newPage();
  await again.goto(address);
  await expect(again.getByLabel('Tag of the box')).toHaveValue('K9');
  await expect(again.locator('.state-planned')).toHaveCount(planned);
  await expect(finding(again, 'Free conductor length').first()).toContainText('short by 3 1/4 in');
  // The list of jobs, a panel and the plan open as well.
  for (const [path, seen] of [['/', bundle.audit.name], [`${auditPath}/panel`, 'Rounds'], [`${auditPath}/plan`, 'What it takes']]) {
    await again.goto(server.get().url + path);
    await expect(again.getByText(seen as string).first()).toBeVisible();
  }
  expect((await fetch(`${server.get().url}/api${auditPath}/boxes/${begun}`)).status).toBe(404);

  await again.goto(address);
  await joined(context, again);
  const boxes = async () => {
    const walk = await (await fetch(`${server.get().url}/api${auditPath}/walk`)).json();
    return walk.rooms.flatMap((room: { boxes: { overview: { tag: string } }[] }) => room.boxes).map((box: { overview: { tag: string } }) => box.overview.tag);
  };
  expect((await boxes()).filter((tag: string) => tag === 'K9')).toHaveLength(1);
  const journal = await (await fetch(`${server.get().url}/api${auditPath}/journal`)).json();
  const created = journal.filter((change: { subject: string; action: string }) => change.subject === begun && change.action === 'create');
  expect(created).toHaveLength(1);
  const view = await (await fetch(`${server.get().url}/api${auditPath}/boxes/${begun}`)).json();
  expect(view.items.filter((item: { view: { state: string } }) => item.view.state === 'planned')).toHaveLength(planned);
});

/** A second device: a browser of its own. */
async function another(page: Page, tag: string) {
  const context = await page.context().browser()?.newContext({ serviceWorkers: 'allow', viewport: { width: 1280, height: 800 } });
  if (!context) throw new Error('no browser');
  const other = await context.newPage();
  await open(other, tag);
  return { context, other };
}

test('two devices change different fields of a box: both stand, and nobody is asked', async ({ page, context }) => {
  await open(page, 'K2');
  const { context: second, other } = await another(page, 'K2');
  await cut(context, page);
  await first(page).fill('5 1/8');
  await expect(saving(page)).toHaveText('Kept on this device');
  await other.getByLabel('Where in the room').fill('left of the window');
  await expect(saving(other)).toHaveText('Saved');
  await joined(context, page);
  await expect(page.getByLabel('Where in the room')).toHaveValue('left of the window');
  await expect(first(page)).toHaveValue('5 1/8');
  const { record } = await atOffice('K2');
  expect([record.place, record.found.conductors[0]?.free_length]).toEqual(['left of the window', 82 * SIXTEENTH]);
  await second.close();
});

for (const [choice, kept] of [['Keep what is here', 82], ["Take the office's", 66]] as const) {
  test(`two devices change the same field: it is asked, later; ${choice.toLowerCase()}`, async ({ page, context }) => {
    const tag = choice === 'Keep what is here' ? 'K3' : 'K7';
    await open(page, tag);
    const { context: second, other } = await another(page, tag);
    await cut(context, page);
    await first(page).fill('5 1/8');
    await expect(saving(page)).toHaveText('Kept on this device');
    await first(other).fill('4 1/8');
    await expect(saving(other)).toHaveText('Saved');
    await context.setOffline(false);
    await expect(where(page)).toContainText('1 to answer', { timeout: 30_000 });
    // The rest goes on meanwhile.
    await page.keyboard.press('Alt+PageDown');
    await expect(page.getByLabel('Tag of the box')).not.toHaveValue(tag);
    await page.getByLabel('Where in the room').fill('meanwhile');
    await expect(saving(page)).toHaveText('Saved');
    await where(page).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('row', { name: /free length/ })).toContainText('5 1/8');
    await expect(dialog.getByRole('row', { name: /free length/ })).toContainText('4 1/8');
    await dialog.getByRole('button', { name: choice }).click();
    await expect(where(page)).toHaveText('with the office');
    expect((await atOffice(tag)).record.found.conductors[0]?.free_length).toBe(kept * SIXTEENTH);
    await second.close();
  });
}

test('an audit that was deleted at the office while it was changed here is said, and can be saved', async ({ page, context }) => {
  await open(page, 'B1');
  await cut(context, page);
  await first(page).fill('5 1/8');
  await expect(saving(page)).toHaveText('Kept on this device');
  const url = `${server.get().url}/api${auditPath}`;
  const walk = await (await fetch(`${url}/walk`)).json();
  const gone = await fetch(url, { method: 'DELETE', headers: { 'If-Match': `"${walk.audit.revision}"` } });
  expect(gone.status).toBe(200);
  await context.setOffline(false);
  await expect(where(page)).toContainText('1 not taken', { timeout: 30_000 });
  await where(page).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Box B1');
  const saved = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save the job as a file' }).click();
  const file = await (await saved).path();
  const { readFileSync } = await import('node:fs');
  const rescued = JSON.parse(readFileSync(file, 'utf8')) as { rooms: { boxes: { tag: string; found: { conductors: { free_length: number }[] } }[] }[] };
  const box = rescued.rooms.flatMap((room) => room.boxes).find((known) => known.tag === 'B1');
  expect(box?.found.conductors[0]?.free_length).toBe(82 * SIXTEENTH);
  // It comes back to the office, and what waits is taken after all.
  const back = await fetch(url, { method: 'PUT', headers: { 'If-Match': `"${(await gone.json()) as number}"`, 'Content-Type': 'application/json' }, body: JSON.stringify(walk.audit.record) });
  expect(back.status).toBe(200);
  await dialog.getByRole('button', { name: 'Try again' }).click();
  await expect(where(page)).toHaveText('with the office', { timeout: 30_000 });
  expect((await atOffice('B1')).record.found.conductors[0]?.free_length).toBe(82 * SIXTEENTH);
});

test('a photograph taken with no network waits as a file, is seen, and comes to the office once', async ({ page, context }) => {
  await open(page, 'L3');
  await cut(context, page);
  await page.getByRole('button', { name: 'Photos' }).click();
  const file = { name: 'wall.png', mimeType: 'image/png', buffer: png(64, 48) };
  await page.locator('input[type=file]').setInputFiles(file);
  const seen = page.locator('.thumbnails img');
  await expect(seen).toHaveCount(1);
  await expect.poll(() => seen.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(64);
  const photos = async () => (await (await fetch(`${server.get().url}/api${auditPath}/photos`)).json()).filter((photo: { record: { box_id: string } }) => photo.record.box_id === boxId('L3'));
  expect(await photos()).toHaveLength(0);
  await page.reload();
  await page.getByRole('button', { name: 'Photos' }).click();
  await expect(seen).toHaveCount(1);
  await joined(context, page);
  expect(await photos()).toHaveLength(1);
  await expect(seen).toHaveCount(1);
  await expect.poll(() => seen.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);
});

test('a device with little room left says so before it is full', async ({ page }) => {
  await page.addInitScript(() => {
    StorageManager.prototype.estimate = async () => ({ usage: 95, quota: 100 });
  });
  await page.goto(server.get().url + walkPath('L5'));
  await expect(where(page)).toHaveText('with the office, little room left');
  await where(page).click();
  await expect(page.getByRole('dialog')).toContainText('Nine tenths of the room');
});

test('a device with no room says so, and shows nothing as kept that is not', async ({ page, context }) => {
  await open(page, 'L5');
  await cut(context, page);
  const before = await first(page).inputValue();
  await page.evaluate(() => {
    IDBObjectStore.prototype.add = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await first(page).fill('5 1/8');
  await expect(saving(page)).toContainText('no room left');
  // What was typed stays in its field.
  await expect(first(page)).toHaveValue('5 1/8');
  await page.reload();
  await expect(first(page)).toHaveValue(before);
});

test('without the core the page asks the office for everything, and says so in its log', async ({ browser }) => {
  const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const said: string[] = [];
  page.on('console', (message) => said.push(message.text()));
  await page.route('**/*.wasm', (route) => route.fulfill({ body: '', contentType: 'application/wasm' }));
  await page.goto(server.get().url + walkPath('L6'));
  await expect(page.getByLabel('Tag of the box')).toHaveValue('L6');
  await expect.poll(() => said.join()).toContain('the server judges');
  await first(page).fill('5 1/8');
  await expect(saving(page)).toHaveText('Saved');
  expect((await atOffice('L6')).record.found.conductors[0]?.free_length).toBe(82 * SIXTEENTH);
  await context.close();
});

test('two pages of one browser with no network are one device', async ({ page, context }) => {
  await open(page, 'X2');
  const second = await context.newPage();
  await second.goto(server.get().url + walkPath('X4'));
  await expect(second.getByLabel('Tag of the box')).toHaveValue('X4');
  await cut(context, page);
  await first(page).fill('5 1/8');
  await second.getByLabel('Where in the room').fill('by the other page');
  await expect(saving(second)).toHaveText('Kept on this device');
  await expect(saving(page)).toHaveText('Kept on this device');
  await expect(where(page)).toContainText('2 to bring');
  await expect(where(second)).toContainText('2 to bring');
  await joined(context, page);
  await expect(where(second)).toHaveText('with the office', { timeout: 30_000 });
  expect((await atOffice('X2')).record.found.conductors[0]?.free_length).toBe(82 * SIXTEENTH);
  expect((await atOffice('X4')).record.place).toBe('by the other page');
});

test('what was last seen is shown at once when the page opens, and looked at anew', async ({ browser }) => {
  const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(server.get().url + walkPath('X5'));
  const place = page.getByLabel('Where in the room');
  await expect(place).toHaveValue(/./);
  const before = await place.inputValue();
  await page.waitForLoadState('networkidle');
  const { record, revision } = await atOffice('X5');
  const path = `${server.get().url}/api${auditPath}/boxes/${boxId('X5')}`;
  const headers = { 'Content-Type': 'application/json', 'If-Match': `"${revision}"` };
  await fetch(path, { method: 'PUT', headers, body: JSON.stringify({ ...record, place: 'by another hand' }) });
  let release = () => undefined as void;
  const held = new Promise<void>((done) => {
    release = done;
  });
  await page.route('**/api/audits/**', async (route) => {
    await held;
    await route.continue();
  });
  await page.reload();
  await expect(place).toHaveValue(before);
  release();
  await expect(place).toHaveValue('by another hand');
  await context.close();
});

/** "2 3/4" in sixteenths; an empty field is none. */
function sixteenths(text: string): number {
  const [, whole = '0', part = '0', of = '1'] = /^(\d+)?(?: ?(\d+)\/(\d+))?$/.exec(text) ?? [];
  return Number(whole) * 16 + (Number(part) * 16) / Number(of);
}

// A sample; NAILPUNCH_CUTS=1000 runs the whole campaign.
const CUTS = Number(process.env.NAILPUNCH_CUTS ?? 30);

test(`${CUTS} cuts of the network and reloads in the middle of entry lose nothing and double nothing`, async ({ page, context }) => {
  test.setTimeout(120_000 + CUTS * 8_000);
  const below = figures(20_261_128);
  const tags = ['R1', 'R2', 'R4', 'R5'];
  await open(page, 'R1');
  /** What each box shows as kept, in sixteenths, and what was typed over it and not said to be kept yet. */
  const said = new Map<string, { kept: number; may: number[] }>();
  for (const tag of tags) {
    const length = (await atOffice(tag)).record.found.conductors[0]?.free_length ?? 0;
    said.set(tag, { kept: length / SIXTEENTH, may: [] });
  }
  let off = false;
  for (let cuts = 0; cuts < CUTS; cuts += 1) {
    const tag = tags[below(tags.length)] as string;
    await page.goto(server.get().url + walkPath(tag));
    await expect(page.getByLabel('Tag of the box')).toHaveValue(tag);
    const one = said.get(tag) as { kept: number; may: number[] };
    // What is shown is what was kept, or what was on its way.
    expect([one.kept, ...one.may], tag).toContain(sixteenths(await first(page).inputValue()));
    const eighths = 16 + below(64);
    await first(page).fill(`${Math.floor(eighths / 8)} ${eighths % 8}/8`.replace(' 0/8', ''));
    one.may = [one.kept, ...one.may, eighths * 2];
    // Half of the time it is said to be kept before the network goes, or comes, or the page is torn away.
    if (below(2) === 0) {
      await expect(saving(page)).toHaveText(/^(Saved|Kept on this device)$/);
      said.set(tag, { kept: eighths * 2, may: [] });
    } else await page.waitForTimeout(below(120));
    if (below(2) === 0) {
      off = !off;
      await context.setOffline(off);
    }
    if (below(3) === 0) await page.reload();
  }
  await context.setOffline(false);
  await page.goto(server.get().url + walkPath('R1'));
  await expect(where(page)).toHaveText('with the office', { timeout: 60_000 });
  for (const tag of tags) {
    const { record } = await atOffice(tag);
    const { kept, may } = said.get(tag) as { kept: number; may: number[] };
    expect([kept, ...may], tag).toContain((record.found.conductors[0]?.free_length ?? 0) / SIXTEENTH);
  }
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
