// Two windows on the same box, where no core keeps the audit on the device and the office is asked for everything: a visible choice,
// never a silent loss. Two devices are in field.spec.ts.
import { expect, test } from '@playwright/test';
import { serve, walkPath } from './server';

const server = serve();

for (const choice of ['Keep this one', 'Take the other'] as const) {
  test(`two windows change one box: ${choice.toLowerCase()}`, async ({ browser }) => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.route('**/*.wasm', (route) => route.fulfill({ body: '', contentType: 'application/wasm' }));
    const [mine, theirs] = [await context.newPage(), await context.newPage()];
    const tag = choice === 'Keep this one' ? 'X2' : 'X6';
    const label = /^black \d+( no\. 1)?, from the sheath$/;
    for (const page of [mine, theirs]) {
      // Each window keeps its own copy until it saves.
      await page.goto(server.get().url + walkPath(tag));
      await expect(page.getByLabel('Tag of the box')).toHaveValue(tag);
    }
    // A window that looks again would see the other's change and not run into it.
    await mine.route('**/api/audits/**', (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()));
    const first = (page: typeof mine) => page.getByLabel(label);
    await first(theirs).fill('7 1/4');
    await expect(theirs.locator('.saving')).toHaveText('Saved');
    await first(mine).fill('8 1/2');
    const dialog = mine.getByRole('dialog');
    await expect(dialog).toContainText(`${tag} was changed in another window`);
    await expect(dialog).toContainText('free length');
    await expect(dialog.getByRole('row', { name: /free length/ })).toContainText('8 1/2');
    await expect(dialog.getByRole('row', { name: /free length/ })).toContainText('7 1/4');
    await mine.unroute('**/api/audits/**');
    await dialog.getByRole('button', { name: choice }).click();
    await expect(mine.locator('.saving')).toHaveText('Saved');
    const kept = choice === 'Keep this one' ? '8 1/2' : '7 1/4';
    await expect(first(mine)).toHaveValue(kept);
    await theirs.reload();
    await expect(first(theirs)).toHaveValue(kept);
    if (choice === 'Take the other') {
      await mine.getByRole('button', { name: 'Undo', exact: true }).click();
      await expect(first(mine)).toHaveValue('8 1/2');
    }
    await context.close();
  });
}
