// One box from end to end: measured, judged, repaired, measured again, proven, closed, reported.
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { auditPath, bundle, serve, walkPath, watch } from './server';
import { field, finding, proveDead } from './steps';

const server = serve();


test('a box with short conductors, from the tape to the report', async ({ page }) => {
  const clean = watch(page, /status of 422/);
  await page.goto(server.get().url);
  await page.getByRole('link', { name: bundle.audit.name }).click();
  await page.getByRole('link', { name: /^R4 bookcase/ }).click();
  await expect(field(page, 'Tag of the box')).toHaveValue('R4');
  await expect(finding(page, 'Free conductor length')).toContainText('not measured');

  // Measured: the verdict follows each keystroke.
  await field(page, 'Sheath ends, behind').fill('2');
  await field(page, 'black 14, from the sheath').fill('2 3/4');
  await expect(finding(page, 'Free conductor length')).toContainText('short 3 1/4');
  await field(page, 'white 14, from the sheath').fill('3"');
  await field(page, 'black 14, past the opening').fill('3/');
  await expect(page.locator('.said')).toHaveText('`3/` is not a figure');
  await field(page, 'black 14, past the opening').fill('3/4');
  // Wired in 1962: the reach came in 1999 and is legacy, and stands back beside what is broken.
  await page.getByRole('button', { name: /legacy, allowed when built/ }).click();
  await expect(finding(page, 'Reach past the opening')).toContainText('legacy');
  await expect(finding(page, 'Reach past the opening')).toContainText('short 2 1/4');
  await expect(page.locator('.saving')).toHaveText('Saved');
  await expect(page.getByRole('link', { name: 'R4 bookcase, violates' })).toBeVisible();

  // A tip can be pulled as well as typed.
  const tip = page.getByRole('slider', { name: 'Tip of the black 14 AWG conductor' });
  await tip.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(field(page, 'black 14, from the sheath')).toHaveValue('2 7/8');
  await page.keyboard.press('Control+z');
  await expect(field(page, 'black 14, from the sheath')).toHaveValue('2 3/4');
  const grip = await tip.locator('.grip').boundingBox();
  if (!grip) throw new Error('the tip is not drawn');
  await page.mouse.move(grip.x + 6, grip.y + 6);
  await page.mouse.down();
  await page.mouse.move(grip.x - 60, grip.y + 6, { steps: 5 });
  await page.mouse.up();
  await expect(field(page, 'black 14, from the sheath')).not.toHaveValue('2 3/4');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(field(page, 'black 14, from the sheath')).toHaveValue('2 3/4');

  // Repaired: what fits, what does not, and why.
  const repairs = page.getByRole('region', { name: 'Repairs' });
  await expect(repairs).toContainText('lever connector');
  await repairs.getByRole('button', { name: /^Extend, in-line lever connector/ }).click();
  await expect(repairs).toContainText('max(6, 2 + 3) − 2 3/4 + 1/2 margin = 3 3/4');
  await expect(repairs).toContainText('slack not measured; it is tried first');
  await repairs.getByRole('button', { name: 'Plan this repair' }).click();
  await expect(repairs.locator('.state-planned')).toHaveCount(2);
  // Nothing is done in a box that nobody proved dead.
  await repairs.getByRole('button', { name: 'Mark done' }).click();
  await expect(repairs).toContainText('not proven dead');
  await proveDead(page);
  await page.getByRole('button', { name: 'Lengths', exact: true }).click();
  await repairs.getByRole('button', { name: 'Mark done' }).click();
  await expect(repairs.locator('.state-done')).toHaveCount(2);
  await expect(repairs).toContainText('nothing closes without new figures');
  await expect(repairs.getByRole('button', { name: 'Close' })).toHaveCount(0);

  // Measured again: first not enough, then enough.
  await repairs.getByRole('button', { name: 'Measure again' }).click();
  await expect(field(page, 'black 14, from the sheath')).toHaveValue('');
  await field(page, 'Sheath ends, behind').fill('2');
  await field(page, 'black 14, from the sheath').fill('6 1/2');
  await field(page, 'white 14, from the sheath').fill('5');
  await expect(repairs).toContainText('Not right yet');
  await field(page, 'white 14, from the sheath').fill('6 1/2');
  await expect(repairs.locator('.state-proven')).toHaveCount(2);
  await expect(repairs).toContainText('found 2 3/4 in');
  await expect(repairs).toContainText('left 6 1/2 in');
  await repairs.getByRole('button', { name: 'Close' }).click();
  await expect(repairs.locator('.state-closed')).toHaveCount(2);
  // The rest of the box is as old as it was: legacy, and no longer a violation.
  await expect(page.getByRole('link', { name: /^R4 bookcase, legacy/ })).toBeVisible();

  // As found stays as it was found.
  await page.getByRole('button', { name: 'As found' }).click();
  await expect(field(page, 'black 14, from the sheath')).toHaveValue('2 3/4');

  // Reported.
  await page.getByRole('link', { name: 'Hand over' }).click();
  const [report] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Report, PDF' }).click(),
  ]);
  expect(report.suggestedFilename()).toBe('quillmere-guesthouse-report.pdf');
  expect(readFileSync(await report.path()).subarray(0, 5).toString()).toBe('%PDF-');
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Findings, CSV' }).click(),
  ]);
  const rows = readFileSync(await csv.path(), 'utf8').split('\n');
  expect(rows.find((row) => row.includes(',R4,') && row.includes('free-conductor-length,black'))).toContain('6 1/2 in,meets');
  clean();
});

test('the same by keyboard alone', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('P4'));
  await expect(field(page, 'Tag of the box')).toHaveValue('P4');
  /** Presses Tab until what is wanted has the focus. */
  async function tabTo(name: RegExp) {
    for (let presses = 0; presses < 400; presses += 1) {
      await page.keyboard.press('Tab');
      const focused = await page.evaluate(() => {
        const on = document.activeElement;
        const label = on instanceof HTMLInputElement ? on.labels?.[0]?.textContent : null;
        return on?.getAttribute('aria-label') ?? label ?? on?.textContent ?? '';
      });
      if (name.test(focused)) return;
    }
    throw new Error(`Tab never reaches ${name}`);
  }
  await tabTo(/Where in the room/);
  await tabTo(/^black 12, from the sheath$/);
  await page.keyboard.type('1 1/4');
  await expect(finding(page, 'Free conductor length')).toContainText('short 4 3/4');
  await page.keyboard.press('Enter');
  // Enter goes down the column, Tab across it.
  await expect(field(page, 'white 12, from the sheath')).toBeFocused();
  await tabTo(/^Plan this repair$/);
  await page.keyboard.press('Enter');
  const repairs = page.getByRole('region', { name: 'Repairs' });
  // Length, reach, and the cover of a receptacle in the rain.
  await expect(repairs.locator('.state-planned')).toHaveCount(3);
  await proveDead(page);
  await page.getByRole('button', { name: 'Lengths', exact: true }).click();
  await tabTo(/^Mark done$/);
  await page.keyboard.press('Enter');
  await expect(repairs.locator('.state-done')).toHaveCount(3);
  await tabTo(/^Measure again$/);
  await page.keyboard.press('Enter');
  await tabTo(/^Sheath ends, behind$/);
  await page.keyboard.type('1');
  await tabTo(/^black 12, from the sheath$/);
  await page.keyboard.type('7');
  await tabTo(/^white 12, from the sheath$/);
  await page.keyboard.type('180 mm');
  await tabTo(/^bare 12, from the sheath$/);
  await page.keyboard.type("0' 7 1/4\"");
  // The cover was not looked at again, and is not proven by the lengths.
  await expect(repairs.locator('.state-proven')).toHaveCount(2);
  await expect(repairs.locator('.state-done')).toHaveCount(1);
  await tabTo(/^Close$/);
  await page.keyboard.press('Enter');
  await expect(repairs.locator('.state-closed')).toHaveCount(2);
  clean();
});

test('what was typed survives the server going away', async ({ page, context }) => {
  await page.goto(server.get().url + walkPath('S5'));
  await expect(field(page, 'Tag of the box')).toHaveValue('S5');
  await expect(page.locator('.where')).toHaveAttribute('data-kept', 'true');
  await context.setOffline(true);
  await field(page, 'black 14, from the sheath').fill('7 1/8');
  await expect(page.locator('.saving')).toHaveText('Kept on this device');
  await expect(field(page, 'black 14, from the sheath')).toHaveValue('7 1/8');
  await context.setOffline(false);
  await expect(page.locator('.saving')).toHaveText('Saved', { timeout: 10_000 });
  await page.reload();
  await expect(field(page, 'black 14, from the sheath')).toHaveValue('7 1/8');
  await page.goto(`${server.get().url}${auditPath}/hand-over`);
  await expect(page.getByText('box S5 changed by inspector').first()).toBeVisible();
});
