// Finding one's way: by tag, room or word, to what is open, by the keys; the title of the tab; light or dark as the system has it.
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { auditPath, bundle, serve, walkPath } from './server';

const server = serve();
const tag = (page: import('@playwright/test').Page) => page.getByLabel('Tag of the box');

test('a box is found by its tag in four keys, a room and a panel by a word', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K1'));
  await expect(tag(page)).toHaveValue('K1');
  await expect(page).toHaveTitle(`K1 counter left, ${bundle.audit.name}, Nailpunch`);
  await page.keyboard.press('/');
  await expect(page.getByLabel('Tag, room or word')).toBeFocused();
  await page.keyboard.type('b1');
  await page.keyboard.press('Enter');
  await expect(tag(page)).toHaveValue('B1');
  await page.keyboard.press('/');
  await page.keyboard.type('nothing of the kind');
  await expect(page.getByText('Nothing here is called so.')).toBeVisible();
  await page.getByLabel('Tag, room or word').fill('lower kitchen room');
  await page.keyboard.press('Enter');
  await expect(page).toHaveTitle(`Lower kitchen, ${bundle.audit.name}, Nailpunch`);
  await page.getByRole('button', { name: 'Find' }).click();
  await page.getByLabel('Tag, room or word').fill('sauna panel');
  await page.getByRole('list', { name: 'Places' }).getByRole('button').first().click();
  await expect(page).toHaveURL(/\/panel\//);
});

test('n goes to the next box with something open, m to the next that is not measured, a adds one, and a field keeps its letters', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K1'));
  await expect(tag(page)).toHaveValue('K1');
  const walk = await (await fetch(`${server.get().url}/api${auditPath}/walk`)).json();
  type Box = { overview: { tag: string; still_open: boolean; worst: string } };
  const boxes: Box[] = walk.rooms.flatMap((room: { boxes: Box[] }) => room.boxes);
  const after = (from: string, holds: (box: Box) => boolean) => {
    const at = boxes.findIndex((box) => box.overview.tag === from) + 1;
    return [...boxes.slice(at), ...boxes.slice(0, at)].find(holds)?.overview.tag ?? '';
  };
  await page.keyboard.press('n');
  const open = after('K1', (box) => box.overview.still_open);
  await expect(tag(page)).toHaveValue(open);
  await page.keyboard.press('m');
  const unmeasured = after(open, (box) => box.overview.worst === 'not-measured');
  await expect(tag(page)).toHaveValue(unmeasured);
  await page.getByLabel('Jot', { exact: true }).fill('');
  await page.getByLabel('Jot', { exact: true }).pressSequentially('n?/am');
  await expect(page.getByLabel('Jot', { exact: true })).toHaveValue('n?/am');
  await expect(tag(page)).toHaveValue(unmeasured);
  await page.getByLabel('Jot', { exact: true }).fill('');
  await page.getByLabel('Jot', { exact: true }).blur();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Next box where something is open');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('a');
  await expect(tag(page)).not.toHaveValue(unmeasured);
});

test('it is dark where the system is, until one says otherwise', async ({ browser }) => {
  const context = await browser.newContext({ colorScheme: 'dark' });
  const page = await context.newPage();
  await page.goto(server.get().url);
  const theme = page.locator('html');
  await expect(theme).toHaveAttribute('data-bs-theme', 'dark');
  await page.emulateMedia({ colorScheme: 'light' });
  await expect(theme).toHaveAttribute('data-bs-theme', 'light');
  await page.getByRole('button', { name: 'Headlamp' }).click();
  await expect(theme).toHaveAttribute('data-bs-theme', 'dark');
  await page.reload();
  await expect(theme).toHaveAttribute('data-bs-theme', 'dark');
  await context.close();
});

test('what a phone wrote down from speech is read like what is typed', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K1'));
  await expect(tag(page)).toHaveValue('K1');
  await page.keyboard.press('a');
  await expect(tag(page)).toHaveValue('K9');
  await page.getByLabel('Jot', { exact: true }).fill('Duplex fifteen, two fourteen two, free two and three quarters, set back three eighths drywall');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Jot', { exact: true })).toHaveValue('');
  await expect(page.locator('.finding', { hasText: 'Free conductor length' }).first()).toContainText('short 3 1/4');
});

for (const theme of ['light', 'dark'] as const) {
  test(`what is found, the keys and what waits are accessible, ${theme}`, async ({ browser }) => {
    const context = await browser.newContext({ colorScheme: theme, viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(server.get().url + walkPath('K2'));
    await expect(page.locator('.where')).toHaveAttribute('data-kept', 'true');
    await context.setOffline(true);
    await page.getByLabel('Where in the room').fill('by the window');
    await expect(page.locator('.where')).toContainText('1 to bring');
    await page.getByLabel('Where in the room').blur();
    for (const open of ['/', '?', null]) {
      if (open) await page.keyboard.press(open);
      else await page.locator('.where').click();
      await expect(page.getByRole('dialog')).toBeVisible();
      // What fades in is read once it is there.
      await expect(page.locator('.modal.show')).toHaveCSS('opacity', '1');
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
      expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    await context.setOffline(false);
    await context.close();
  });
}
