// A box taken down by hand at 390 px: counted taps from an empty box to the next one, a walk with the network off, what is a tap
// away, and whether all of it can be read and hit.
import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { png } from './png';
import { auditPath, serve, walkPath, watch } from './server';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true, serviceWorkers: 'allow' });

const server = serve();
const SIXTEENTH = 1_587_500;

const name = (page: Page, words: string | RegExp) => page.getByRole('button', { name: words, exact: typeof words === 'string' });
const where = (page: Page) => page.locator('.where');
const title = (page: Page) => page.locator('.hand-question h1');
const row = (page: Page, label: string) => page.locator('.row-of', { hasText: label });

/** Taps, counted. */
function thumb() {
  let count = 0;
  return {
    get count() {
      return count;
    },
    async tap(target: Locator) {
      count += 1;
      await target.tap();
    },
  };
}

type Thumb = ReturnType<typeof thumb>;

/** A length is tapped on the pad: "2 3/4" is two taps. */
async function length(page: Page, by: Thumb, text: string) {
  for (const key of text.split(' ')) await by.tap(name(page, key));
}

/** Where the walk goes on: one tap to the next box; a box is added from the list. */
async function addBox(page: Page, room: string) {
  await page.locator('.hand-tag').tap();
  await name(page, `Add a box in ${room}`).tap();
  await expect(title(page)).toHaveText('What is in it?');
}

/** From an empty box to all that its lengths, wall and breaker are judged by. */
async function takeDown(page: Page, by: Thumb, preset: string, lengths: string[]) {
  await by.tap(name(page, preset));
  await expect(title(page)).toHaveText('How long?');
  for (const text of lengths) await length(page, by, text);
  await by.tap(name(page, 'Next: set-back'));
  await length(page, by, '3/8');
  await by.tap(name(page, 'Next: wall'));
  await by.tap(name(page, 'gypsum board'));
}

type Kept = { tag: string; found: { conductors: { free_length: number | null; reach: number | null }[]; cables: { sheath_end: number | null }[]; stand: { set_back: number | null }; supply: { amperes: number | null }; devices: { amperes: number }[] } };

/** The record of a box at the office, once it came there. */
async function kept(id: string | undefined): Promise<Kept> {
  const ask = () => fetch(`${server.get().url}/api${auditPath}/boxes/${id}`);
  await expect.poll(async () => (await ask()).status).toBe(200);
  return ((await (await ask()).json()) as { record: { record: Kept } }).record.record;
}

const idOf = (page: Page) => new URL(page.url()).pathname.split('/').at(-1);

/** What can be hit and is too small for a thumb, and what is written too small to be read. */
const tooSmall = (page: Page) =>
  page.evaluate(() => {
    const seen = (element: Element) => {
      const { width, height } = element.getBoundingClientRect();
      return width > 1 && height > 1 && getComputedStyle(element).visibility === 'visible';
    };
    const targets = [...document.querySelectorAll('.hand button, .hand select, .hand a, .hand-nav label, .hand summary, .hand input:not(.visually-hidden)')]
      .filter(seen)
      // What stands in a label is hit with it.
      .map((element) => element.closest('label') ?? element)
      .filter((element) => element.getBoundingClientRect().height < 43.5 || element.getBoundingClientRect().width < 43.5)
      .map((element) => `target: ${element.outerHTML.slice(0, 90)}`);
    const texts = [...document.querySelectorAll('.hand *')]
      .filter((element) => [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim()))
      .filter((element) => seen(element) && !element.closest('.visually-hidden, svg'))
      .filter((element) => Number.parseFloat(getComputedStyle(element).fontSize) < 15.9)
      .map((element) => `text: ${element.outerHTML.slice(0, 90)}`);
    return [...targets, ...texts, ...(document.documentElement.scrollWidth > window.screen.width ? ['wider than the screen'] : [])];
  });

test('a box of three conductors in at most 14 taps, one of six in at most 20, and the next box in one', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K8'));
  await expect(page.locator('.hand-tag')).toContainText('K8');

  await addBox(page, 'Kitchen');
  const three = thumb();
  const one = idOf(page);
  await three.tap(name(page, 'Receptacle 15 A, end of run'));
  for (const text of ['1/2', '2 3/4', '2 5/8', '3 1/8']) await length(page, three, text);
  await expect(page.locator('.hand-verdict')).toContainText('2 5/8 of 6 in');
  await expect(page.locator('.hand-verdict .by')).toHaveText('3 3/8short by');
  await three.tap(name(page, 'Next: set-back'));
  await length(page, three, '3/8');
  await three.tap(name(page, 'Next: wall'));
  await expect(name(page, 'gypsum board')).toHaveAttribute('aria-pressed', 'true');
  await three.tap(name(page, 'gypsum board'));
  await three.tap(name(page, '15 A'));
  await expect(title(page)).toHaveText('How wide is the gap round it?');
  expect(three.count).toBeLessThanOrEqual(14);
  const found = (await expect.poll(async () => (await kept(one)).found.supply.amperes).toBe(15), await kept(one)).found;
  expect(found.conductors.map((known) => (known.free_length ?? 0) / SIXTEENTH)).toEqual([44, 42, 50]);
  expect([found.cables[0]?.sheath_end, found.stand.set_back].map((known) => (known ?? 0) / SIXTEENTH)).toEqual([8, 6]);
  expect(found.devices.map(({ amperes }) => amperes)).toEqual([15]);

  await addBox(page, 'Kitchen');
  const six = thumb();
  const two = idOf(page);
  await six.tap(name(page, 'Receptacle 20 A, feed goes on'));
  const lengths = ['2 3/4', '2 3/4', '3 1/4', '5 7/8', '6 1/8', '7 1/2'];
  for (const text of ['1/2', '3/8', ...lengths]) await length(page, six, text);
  await six.tap(name(page, 'Next: set-back'));
  await length(page, six, '3/8');
  await six.tap(name(page, 'Next: wall'));
  await six.tap(name(page, 'gypsum board'));
  await six.tap(name(page, '20 A'));
  expect(six.count).toBeLessThanOrEqual(20);
  await expect.poll(async () => (await kept(two)).found.supply.amperes).toBe(20);
  expect((await kept(two)).found.conductors.map((known) => (known.free_length ?? 0) / SIXTEENTH)).toEqual([44, 44, 52, 94, 98, 120]);
  expect((await kept(two)).found.cables.map((known) => (known.sheath_end ?? 0) / SIXTEENTH)).toEqual([8, 6]);

  const tag = await page.locator('.hand-tag b').textContent();
  await page.locator('.hand-nav .onward').tap();
  await expect(page.locator('.hand-tag b')).not.toHaveText(tag ?? '');
  clean();
});

test('the figure is never covered, lengths are alike with one tap, and what was tapped is mended and undone', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K8'));
  await addBox(page, 'Kitchen');
  const by = thumb();
  await by.tap(name(page, 'Receptacle 15 A, feed goes on'));
  for (const text of ['1/2', '1/2', '2 3/4']) await length(page, by, text);
  await by.tap(name(page, 'All conductors alike'));
  await expect(row(page, 'bare 14 no. 2').locator('b')).toHaveText('2 3/4');
  // Every row in its turn is wholly above the pad while it is typed.
  for (const label of ['black 14 no. 1', 'white 14 no. 2', 'bare 14 no. 2']) {
    await row(page, label).tap();
    const [figure, pad] = await Promise.all([row(page, label).boundingBox(), page.locator('.pad').boundingBox()]);
    expect((figure?.y ?? 0) + (figure?.height ?? 0)).toBeLessThanOrEqual((pad?.y ?? 0) + 1);
  }
  // A fraction mends the fraction of what was there; one sixteenth more; and back.
  await name(page, '1/2').tap();
  await name(page, 'One sixteenth more').tap();
  await expect(row(page, 'bare 14 no. 2').locator('b')).toHaveText('2 9/16');
  await name(page, 'Take back').tap();
  await name(page, 'Take back').tap();
  await expect(row(page, 'bare 14 no. 2').locator('b')).toHaveText('–');
  await name(page, 'Undo').tap();
  await expect(row(page, 'bare 14 no. 2').locator('b')).toHaveText('2 3/4');
  // A keyboard, where there is one, writes the same.
  await row(page, 'bare 14 no. 2').focus();
  await page.keyboard.type('7');
  await expect(row(page, 'bare 14 no. 2').locator('b')).toHaveText('7');
  // Past the opening, behind it.
  await name(page, /^Past the opening/).tap();
  await length(page, by, '1/2');
  await name(page, 'The tip ends behind the opening').tap();
  await expect(row(page, 'black 14 no. 1').locator('b')).toHaveText('-1/2');
  await expect.poll(async () => (await kept(idOf(page))).found.conductors[0]?.reach).toBe(-8 * SIXTEENTH);
});

test('six boxes are walked with the network off, and come to the office once', async ({ page, context }) => {
  test.setTimeout(180_000);
  await page.goto(server.get().url + walkPath('B1'));
  await expect(where(page)).toHaveAttribute('data-kept', 'true');
  await context.setOffline(true);
  await expect(where(page)).toContainText('on this device');
  const ids: (string | undefined)[] = [];
  const wholes = ['2', '3', '4', '5', '6', '7'];
  for (const whole of wholes) {
    await addBox(page, 'Boat room');
    ids.push(idOf(page)); 
    await takeDown(page, thumb(), 'Receptacle 15 A, end of run', ['1/2', `${whole} 1/8`, `${whole} 1/4`, `${whole} 3/8`]);
    await expect(page.locator('.saving')).toHaveText('Kept on this device');
    expect(await tooSmall(page)).toEqual([]);
  }
  // The page is torn away in the middle, and there is still no network.
  await page.reload();
  await expect(page.locator('.hand-verdict')).toBeVisible();
  await name(page, /^\d+ of \d+$/).tap();
  await name(page, /^How long/).tap();
  await expect(row(page, 'black 14').locator('b')).toHaveText('7 1/8');
  await context.setOffline(false);
  await expect(where(page)).toHaveText('with the office', { timeout: 30_000 });
  for (const [index, id] of ids.entries()) {
    const { found } = await kept(id);
    const whole = Number(wholes[index]) * 16;
    expect(found.conductors.map((known) => (known.free_length ?? 0) / SIXTEENTH)).toEqual([whole + 2, whole + 4, whole + 6]);
  }
  const walk = await (await fetch(`${server.get().url}/api${auditPath}/walk`)).json();
  const tags = walk.rooms.flatMap((room: { boxes: { overview: { id: string; tag: string } }[] }) => room.boxes).filter(({ overview }: { overview: { id: string } }) => ids.includes(overview.id)).map(({ overview }: { overview: { tag: string } }) => overview.tag);
  expect(new Set(tags).size).toBe(6);
});

test('findings, repairs, drawing, every field and the photograph are a tap away', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K3'));
  await page.locator('.hand-verdict').tap();
  const sheet = page.getByRole('dialog');
  await expect(sheet.locator('.finding').first()).toContainText('short 3 1/4');
  await sheet.getByRole('button', { name: 'Plan this repair' }).tap();
  await expect(sheet.locator('.state-planned').first()).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).first().tap();
  await name(page, 'Drawing').tap();
  await expect(sheet.getByRole('img').first()).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).first().tap();

  await page.locator('.hand-nav input[type=file]').setInputFiles({ name: 'box.png', mimeType: 'image/png', buffer: png(40, 30) });
  await expect(page.getByText('Photograph taken.')).toBeVisible();
  await expect(page.locator('.hand-nav input[type=file]')).toHaveAttribute('capture', 'environment');

  // What a rule waits for and has no place in the question leads to its field.
  await name(page, /^\d+ of \d+$/).tap();
  await sheet.getByRole('button', { name: 'All fields of the box' }).tap();
  await expect(sheet.getByLabel('black 12, from the sheath')).toHaveValue('2 3/4');
  await sheet.getByRole('button', { name: 'Close' }).first().tap();

  // To the desk's page, and back.
  await name(page, 'Menu').tap();
  await name(page, 'Boxes as at the desk').tap();
  await expect(page.getByLabel('Tag of the box')).toHaveValue('K3');
  await name(page, 'Menu').tap();
  await name(page, 'Boxes by hand').tap();
  await expect(page.locator('.hand-tag')).toContainText('K3');
  clean();
});

test('the panel is a list by space, each breaker a tap away, and its map with words one can read', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/panel`);
  const list = page.locator('.space-list button');
  await expect(list.first()).toContainText('kitchen counter');
  for (const box of await list.evaluateAll((all) => all.map((one) => one.getBoundingClientRect().height))) expect(box).toBeGreaterThanOrEqual(44);
  await list.filter({ hasText: 'bath' }).first().tap();
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText('Breaker in space 9');
  await expect(sheet).toContainText('loose on its bus');
  await sheet.getByRole('button', { name: 'Close' }).tap();
  await name(page, 'Map of the panel').tap();
  await expect(sheet.locator('.panel-drawing')).toBeVisible();
  const words = await sheet.locator('.panel-drawing text').evaluateAll((all) =>
    all.map((text) => {
      const drawn = text.closest('svg') as SVGSVGElement;
      return (Number.parseFloat(getComputedStyle(text).fontSize) * drawn.getBoundingClientRect().width) / drawn.viewBox.baseVal.width;
    }),
  );
  expect(Math.min(...words)).toBeGreaterThanOrEqual(12);
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
  // A breaker tapped on the map opens like one of the list.
  await sheet.getByRole('link', { name: /^Breaker 13,/ }).tap();
  await expect(sheet).toContainText('Breaker in space 13');
  clean();
});

test('a swipe goes to the question after, and to the one before', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K2'));
  await expect(page.locator('.hand-verdict')).toBeVisible();
  const first = await name(page, /^\d+ of \d+$/).textContent();
  const client = await page.context().newCDPSession(page);
  const swipe = async (from: number, to: number) => {
    await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x: from, y: 300 }] });
    for (let step = 1; step <= 5; step += 1) await client.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [{ x: from + ((to - from) * step) / 5, y: 300 }] });
    await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  };
  await swipe(330, 60);
  await expect(name(page, /^\d+ of \d+$/)).not.toHaveText(first ?? '');
  await swipe(60, 330);
  await expect(name(page, /^\d+ of \d+$/)).toHaveText(first ?? '');
});

for (const theme of ['light', 'dark'] as const)
  test(`every question is accessible, large enough to hit and to read, ${theme}`, async ({ page }) => {
    test.setTimeout(240_000);
    await page.emulateMedia({ colorScheme: theme });
    await page.goto(server.get().url + walkPath('K7'));
    await expect(page.locator('.hand-verdict')).toBeVisible();
    const check = async (what: string) => {
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
      expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`), what).toEqual([]);
    };
    const count = Number((await name(page, /^\d+ of \d+$/).textContent())?.split(' of ')[1]);
    await name(page, /^\d+ of \d+$/).tap();
    await check('questions');
    await name(page, /^Which box is it/).tap();
    for (let at = 1; at <= count; at += 1) {
      await expect(name(page, `${at} of ${count}`)).toBeVisible();
      const asks = (await title(page).textContent()) ?? '';
      await check(asks);
      expect(await tooSmall(page), asks).toEqual([]);
      if (at < count) await page.locator('.hand-question .step').last().tap();
    }
    for (const open of [page.locator('.hand-verdict'), page.locator('.hand-tag'), name(page, 'Drawing')]) {
      await open.tap();
      await expect(page.getByRole('dialog')).toBeVisible();
      await check('a sheet');
      await page.getByRole('dialog').getByRole('button', { name: 'Close' }).first().tap();
    }
  });
