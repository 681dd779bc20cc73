// A box noted in its drawing: pulled, tapped and landed with the mouse, with the keys alone, and by hand; each act said in words and
// one step of undo.
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { auditPath, bundle, serve, walkPath, watch } from './server';
import { button, field, finding, jot } from './steps';

const server = serve();
const SIXTEENTH = 1_587_500;

type Found = {
  landings: { device: number; terminal: string; conductor: number }[];
  devices: { id: number; kind: string; hot_tab: string | null }[];
  lamps: { half: string; hot_neutral: string }[];
  stand: { set_back: number | null; proud: number | null };
  cables: { sheath_end: number | null }[];
};

/** What the office holds of a box, as found. */
async function found(tag: string): Promise<Found> {
  const box = bundle.rooms.flatMap((room) => room.boxes).find((known) => known.tag === tag);
  const answer = await fetch(`${server.get().url}/api${auditPath}/boxes/${box?.id}`);
  return ((await answer.json()) as { record: { record: { found: Found } } }).record.record.found;
}

async function open(page: Page, tag: string) {
  await page.goto(server.get().url + walkPath(tag));
  await expect(field(page, 'Tag of the box')).toHaveValue(tag);
}

const part = (page: Page, name: string) => page.locator(`svg [data-part="${name}"]`);
const act = (page: Page) => page.locator('.act');
const tray = (page: Page) => page.locator('.tray');
const grip = (page: Page, name: RegExp) => page.getByRole('slider', { name });

async function pull(page: Page, name: RegExp, by: number) {
  const box = await grip(page, name).locator('.grip').boundingBox();
  if (!box) throw new Error(`${name} is not drawn`);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + by, y, { steps: 6 });
  await page.mouse.up();
}

test('in the section the box, a sheath and the wall are noted where one sees them', async ({ page }) => {
  const clean = watch(page);
  await open(page, 'K3');
  await button(page, 'Box and wall').click();
  const setBack = page.locator('.capture').getByLabel('Set back', { exact: true });
  const before = await setBack.inputValue();

  await pull(page, /^The box/, 30);
  await expect(act(page)).toContainText(/The box is set back \d/);
  await expect(finding(page, 'Set-back of the box')).toContainText('violates');
  // Where the pull ended is said at once; the field has it once the core has printed it.
  const spoken = (await grip(page, /^The box/).getAttribute('aria-valuetext')) ?? '';
  expect(spoken).toMatch(/^set back \d/);
  const inch = spoken.replace('set back ', '');
  await expect(setBack).toHaveValue(inch);
  // All of a pull is one step, and the next pull is another.
  await pull(page, /^The box/, -90);
  await expect(act(page)).toContainText(/The box stands proud \d/);
  await expect.poll(async () => (await found('K3')).stand.proud).toBeGreaterThan(0);
  expect((await found('K3')).stand.set_back).toBeNull();
  await act(page).getByRole('button', { name: 'Take it back' }).click();
  await expect(act(page)).toHaveText('Taken back: The box stands proud');
  await expect(setBack).toHaveValue(inch);
  await page.locator('body').press('Control+z');
  await expect(setBack).toHaveValue(before);
  await page.locator('body').press('Control+Shift+z');
  await expect(setBack).toHaveValue(inch);
  await page.locator('body').press('Control+z');

  // Keys: a sixteenth at a time for the box, an eighth for a sheath, and one step for all of them until the cursor goes on.
  await grip(page, /^The box/).focus();
  for (let presses = 0; presses < 4; presses += 1) await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await found('K3')).stand.set_back).toBe(4 * SIXTEENTH);
  const sheath = (await found('K3')).cables[0]?.sheath_end ?? 0;
  await grip(page, /sheath of cable 1/).focus();
  await page.keyboard.press('ArrowRight');
  await expect(act(page)).toContainText('Cable 1, its sheath ends behind the opening');
  await expect.poll(async () => (await found('K3')).cables[0]?.sheath_end).toBe(sheath + 2 * SIXTEENTH);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(setBack).toHaveValue(before);

  // The wall, with the keys alone: what can be said of it comes under the cursor, and Escape goes back to the wall.
  await part(page, 'wall').focus();
  await page.keyboard.press('Enter');
  await expect(tray(page).getByRole('button', { name: 'gypsum board' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(act(page)).toContainText('Wall, finish: gypsum board');
  await page.keyboard.press('Escape');
  await expect(tray(page)).toHaveCount(0);
  await expect(part(page, 'wall')).toBeFocused();
  // A conductor, with the mouse.
  await page.locator('.section').getByText('bare 12').click();
  await tray(page).getByLabel('Its condition').selectOption('nicked');
  await expect(act(page)).toContainText(/^bare 12.*its condition: nicked/);
  await expect(finding(page, 'Conductors whole')).toContainText('violates');
  clean();
});

test('on the face a device is put in, conductors are landed, a tab is broken and lamps are read', async ({ page }) => {
  const clean = watch(page);
  await open(page, 'A6');
  await jot(page, 'sw 15 2g 2x14/2');
  await button(page, 'Face').click();
  // A second gang, and nothing in it.
  await part(page, 'gang').click();
  await tray(page).getByRole('button', { name: 'duplex receptacle', exact: true }).click();
  await expect(act(page)).toContainText('what is in it: duplex receptacle');
  await expect(part(page, 'gang')).toHaveCount(0);
  await expect.poll(async () => (await found('A6')).devices.map(({ kind }) => kind)).toEqual(['switch', 'duplex-receptacle']);
  // It is what one speaks of next.
  await tray(page).getByRole('button', { name: '15 A' }).click();
  await expect(act(page)).toContainText('rated: 15 A');

  // A conductor, then the screw it is on.
  const rack = page.getByRole('group', { name: 'Conductors of the box' });
  await rack.getByRole('button').first().click();
  await part(page, 'terminal 2 brass-upper').click();
  await expect(act(page)).toContainText('on upper brass of device 2');
  await expect(rack.getByRole('button').first()).toContainText('upper brass');
  await expect.poll(async () => (await found('A6')).landings).toEqual([{ device: 2, terminal: 'brass-upper', conductor: 1 }]);
  // The same conductor goes to another screw; it has one end.
  await rack.getByRole('button').first().click();
  await part(page, 'terminal 2 brass-lower').click();
  await expect.poll(async () => (await found('A6')).landings).toEqual([{ device: 2, terminal: 'brass-lower', conductor: 1 }]);
  // A screw by the keys: its conductors, each put on and taken off.
  await part(page, 'terminal 1 switch-line').focus();
  await page.keyboard.press('Enter');
  const second = tray(page).getByRole('group', { name: 'Conductors on it' }).getByRole('button').nth(1);
  await second.press('Enter');
  await expect(second).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(async () => (await found('A6')).landings).toHaveLength(2);
  await second.press('Enter');
  await expect.poll(async () => (await found('A6')).landings).toHaveLength(1);

  await part(page, 'tab 2 hot').click();
  await expect(act(page)).toContainText('Tab between the brass screws of device 2: broken off');
  await expect(finding(page, 'Conductors on their own terminals')).toContainText('violates');
  await part(page, 'tab 2 hot').click();
  await expect(act(page)).toContainText('device 2: whole');
  await expect.poll(async () => (await found('A6')).devices[1]?.hot_tab).toBe('whole');

  await page.getByRole('button', { name: 'upper half, hot to neutral: not read' }).click();
  await expect(act(page)).toContainText('Lamps, upper half: hot to neutral lit');
  await expect.poll(async () => (await found('A6')).lamps).toMatchObject([{ half: 'upper', hot_neutral: 'lit' }]);

  // What takes room, in the vessel.
  await button(page, 'Fill').click();
  await part(page, 'volume').click();
  await tray(page).getByLabel('Marked volume').fill('9');
  await expect(finding(page, 'Box fill')).toContainText('violates');
  await part(page, 'fill conductors').first().click();
  await tray(page).getByRole('button', { name: 'Take cable 2 out' }).click();
  await expect(act(page)).toContainText('cable 2 taken out with its conductors');
  await act(page).getByRole('button', { name: 'Take it back' }).click();
  await expect(tray(page).getByRole('button', { name: 'Take cable 2 out' })).toBeVisible();
  clean();
});

test('what a rule waits for glows in its place, until it is said', async ({ page }) => {
  await open(page, 'K8');
  await button(page, 'Add a box in Kitchen').click();
  await expect(field(page, 'Tag of the box')).not.toHaveValue('K8');
  await jot(page, 'dup 15 1x14/2 d 1/2 fl 7 sb 3/8');
  await expect(part(page, 'wall')).toHaveClass(/waits/);
  await expect(part(page, 'wall')).toHaveAccessibleName('Wall: not noted, asked for');
  await part(page, 'wall').click();
  await expect(tray(page).locator('.answers.waits')).toContainText('Finish');
  await tray(page).getByRole('button', { name: 'wood', exact: true }).click();
  await expect(part(page, 'wall')).not.toHaveClass(/waits/);
});

test('at the panel a terminal of a bar and its breaker are two taps, said and taken back', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url}${auditPath}/panel`);
  const bar = page.getByRole('group', { name: /^Neutral bar 1/ });
  const free = bar.getByRole('button', { name: 'Terminal 3: nothing noted' });
  await free.click();
  const form = page.getByRole('region', { name: 'Neutral bar 1, terminal 3' });
  await expect(form).toContainText('Tap a breaker in the panel');
  await page.getByRole('link', { name: /^Breaker 5,/ }).click();
  await expect(page.locator('.undo-bar')).toContainText('Neutral bar 1, terminal 3: of breaker 5.');
  const landed = bar.getByRole('button', { name: 'Terminal 3: 1 of 5' });
  await expect(landed).toBeVisible();
  // The breaker that is looked at shows where its conductors are.
  await page.getByRole('link', { name: /^Breaker 5,/ }).click();
  await expect(landed).toHaveClass(/of-chosen/);
  // A second conductor under the screw is what a rule speaks of.
  await landed.click();
  await form.getByRole('button', { name: '+ conductor' }).click();
  await expect(bar.getByRole('button', { name: 'Terminal 3: 2 of 5 and of no breaker noted' })).toBeVisible();
  await form.getByRole('button', { name: 'Remove conductor 2' }).click();
  await page.locator('.undo-bar').getByRole('button', { name: 'Undo' }).click();
  await expect(free).toBeVisible();
  clean();
});

for (const theme of ['light', 'dark']) {
  test(`by hand every drawing can be worked on, read and hit, ${theme}`, async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.addInitScript((chosen) => localStorage.setItem('theme', chosen), theme);
    await page.goto(server.get().url + walkPath('K3'));
    await button(page, 'Drawing').click();
    const sheet = page.getByRole('dialog');
    for (const [drawing, take] of [
      ['Section', 'wall'],
      ['Face', 'device 1'],
      ['Fill', 'volume'],
    ] as const) {
      await sheet.getByRole('button', { name: drawing, exact: true }).click();
      await part(page, take).click();
      await expect(tray(page)).toBeVisible();
      const { violations } = await new AxeBuilder({ page })
        .include('.hand-sheet')
        .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
        .analyze();
      expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
      const small = await sheet.evaluate((of) => {
        const scale = (text: Element) => (text as SVGGraphicsElement).getScreenCTM?.()?.a ?? 1;
        const texts = [...of.querySelectorAll('svg text')]
          .filter((text) => Number.parseFloat(getComputedStyle(text).fontSize) * scale(text) < 12)
          .map((text) => `text: ${text.outerHTML.slice(0, 90)}`);
        const targets = [...of.querySelectorAll('.tray button, .tray select, .tray input, .rack button, .lamp-button')]
          .filter((target) => target.getBoundingClientRect().height < 43.5)
          .map((target) => `target: ${target.outerHTML.slice(0, 90)}`);
        return [...texts, ...targets, ...(of.scrollWidth > 390 ? ['wider than the screen'] : [])];
      });
      expect(small, drawing).toEqual([]);
    }
  });
}
