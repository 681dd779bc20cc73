// The desk by its keys alone, counted by real presses: a box of three conductors and one of six, from nothing to their verdicts; and
// the cursor of the keyboard, which is never lost to the page.
import { expect, type Page, test } from '@playwright/test';
import { auditPath, serve, walkPath, watch } from './server';
import { field, finding, proveDead, repairs } from './steps';

const server = serve();
const SIXTEENTH = 1_587_500;

/** Presses, counted: a letter of a text is one, a key held with another is one. */
function keys(page: Page) {
  let count = 0;
  return {
    get count() {
      return count;
    },
    async press(key: string) {
      count += 1;
      await page.keyboard.press(key);
    },
    async type(text: string) {
      count += text.length;
      await page.keyboard.type(text);
    },
  };
}

type Found = {
  conductors: { free_length: number | null }[];
  cables: { sheath_end: number | null }[];
  devices: { amperes: number }[];
  stand: { set_back: number | null };
  wall_finish: string | null;
};

async function found(page: Page): Promise<Found> {
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const answer = await fetch(`${server.get().url}/api${auditPath}/boxes/${id}`);
  if (!answer.ok) throw new Error(`the office does not have ${id} yet`);
  return ((await answer.json()) as { record: { record: { found: Found } } }).record.record.found;
}

/** What was typed of a box, as the office has it: lengths in sixteenths. Each arrives by itself, so it is asked for until all is there. */
function sixteenths({ conductors, cables, devices, stand, wall_finish }: Found) {
  const inSixteenths = (length: number | null) => (length ?? 0) / SIXTEENTH;
  return {
    free: conductors.map((known) => inSixteenths(known.free_length)),
    sheath: cables.map((known) => inSixteenths(known.sheath_end)),
    setBack: inSixteenths(stand.set_back),
    wall: wall_finish,
    amperes: devices.map(({ amperes }) => amperes),
  };
}

/** From any box to a new one in its room, all that its lengths and its wall are judged by. */
async function takeDown(page: Page, preset: RegExp, lengths: string[]) {
  const by = keys(page);
  const before = await field(page, 'Tag of the box').inputValue();
  await by.press('a');
  await expect(field(page, 'Tag of the box')).not.toHaveValue(before);
  const begin = page.getByRole('button', { name: preset });
  await by.press((await begin.getAttribute('aria-keyshortcuts')) ?? '');
  for (const length of lengths) {
    await expect(page.locator('.length-field input:focus')).toBeVisible();
    await by.type(length);
    await by.press('Enter');
  }
  await expect(page.getByLabel('Jot', { exact: true })).toBeFocused();
  await by.type('sb 3/8 gyp');
  await by.press('Enter');
  await expect(page.getByLabel('Jot', { exact: true })).toHaveValue('');
  return by.count;
}

test('a box of three conductors in at most 40 keys, one of six in at most 60, and the next box in one', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K8'));
  await expect(field(page, 'Tag of the box')).toHaveValue('K8');

  expect(await takeDown(page, /^Receptacle 15 A, end of run/, ['1/2', '2 3/4', '2 5/8', '3 1/8'])).toBeLessThanOrEqual(40);
  await expect(finding(page, 'Free conductor length')).toContainText('short 3 3/8');
  await expect
    .poll(async () => sixteenths(await found(page)))
    .toEqual({ free: [44, 42, 50], sheath: [8], setBack: 6, wall: 'gypsum-board', amperes: [15] });

  await page.locator('body').press('Escape');
  await page.getByLabel('Jot', { exact: true }).blur();
  const lengths = ['1/2', '3/8', '2 3/4', '2 3/4', '3 1/4', '5 7/8', '6 1/8', '7 1/2'];
  expect(await takeDown(page, /^Receptacle 20 A, feed goes on/, lengths)).toBeLessThanOrEqual(60);
  await expect
    .poll(async () => sixteenths(await found(page)))
    .toEqual({ free: [44, 44, 52, 94, 98, 120], sheath: [8, 6], setBack: 6, wall: 'gypsum-board', amperes: [20] });

  const tag = await field(page, 'Tag of the box').inputValue();
  await page.keyboard.press('Alt+PageUp');
  await expect(field(page, 'Tag of the box')).not.toHaveValue(tag);
  clean();
});

test('the cursor of the keyboard stays where one works: a plan, the work, the next box, the breaker of an outlet', async ({ page }) => {
  const clean = watch(page);
  const onPage = () => page.evaluate(() => document.activeElement === document.body);
  await page.goto(server.get().url + walkPath('K3'));
  await repairs(page).getByRole('button', { name: 'Plan this repair' }).focus();
  await page.keyboard.press('Enter');
  await expect(repairs(page).getByRole('button', { name: 'Mark done' })).toBeFocused();
  await proveDead(page);
  // The dead test is planned with first: what is at work cannot have the cursor.
  await expect(repairs(page).getByRole('button', { name: 'Mark done' })).toBeEnabled();
  await repairs(page).getByRole('button', { name: 'Mark done' }).focus();
  await page.keyboard.press('Enter');
  await expect(repairs(page).getByRole('button', { name: 'Measure again' })).toBeFocused();
  // The first length that is not measured, with one letter.
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'As left', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.locator('body').press('l');
  await expect(page.getByRole('region', { name: 'Measures as left' }).locator('.length-field input:focus')).toBeVisible();
  // The next box has the cursor, so that Tab goes on in it.
  const on = page.getByRole('button', { name: /^Next box, K4/ });
  await on.focus();
  await page.keyboard.press('Enter');
  await expect(field(page, 'Tag of the box')).toHaveValue('K4');
  await expect(page.locator('#main')).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(field(page, 'Tag of the box')).toBeFocused();

  await page.goto(`${server.get().url}${auditPath}/panel`);
  await page.getByText('Find the breaker of one outlet').click();
  await page.getByRole('button', { name: 'Still live' }).focus();
  const again = page.getByRole('button', { name: 'Begin again' });
  const trips = page.locator('.find-one').getByText(/\d+ trips?, \d+ still possible/);
  for (let trip = 1; (await page.getByRole('button', { name: 'Still live' }).count()) > 0; trip += 1) {
    await page.keyboard.press('Enter');
    await expect(trips).toContainText(trip === 1 ? '1 trip,' : `${trip} trips,`);
    // What is asked next is there, or there is no more to ask.
    await page.waitForLoadState('networkidle');
    expect(await onPage()).toBe(false);
    if (trip > 12) throw new Error('the breaker is never found');
  }
  await expect(again).toBeFocused();
  clean();
});
