// The whole box: one line fills it, chips say what is seen, the plan mends it all, the inspector has the last word.
import { expect, type Page, test } from '@playwright/test';
import { auditPath, bundle, serve, walkPath, watch } from './server';

const server = serve();

const finding = (page: Page, title: string) => page.locator('.finding', { hasText: title }).first();
const repairs = (page: Page) => page.getByRole('region', { name: 'Repairs' });

test('a jot line fills an empty box, and what it does not know stays in it', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('A6'));
  const jot = page.getByLabel('Jot', { exact: true });
  await jot.fill('dup 15 2x14/2 fl 2 3/4 wobbly gyp sb 3/8 float gy');
  await expect(page.locator('.chip', { hasText: 'duplex receptacle 15 A' })).toBeVisible();
  await expect(page.locator('.chip.bad', { hasText: 'wobbly' })).toBeVisible();
  await expect(page.locator('.chip.offer', { hasText: 'gypsum board' })).toBeVisible();
  await jot.press('Backspace');
  await jot.press('Backspace');
  await jot.press('Enter');
  await expect(jot).toHaveValue('wobbly');
  await expect(finding(page, 'Free conductor length')).toContainText('short 3 1/4');
  await expect(finding(page, 'Set-back of the box')).toContainText('over 1/8');
  await expect(page.locator('.saving')).toHaveText('Saved');
  // What a rule goes by is said, and what it lacked.
  await expect(finding(page, 'Free conductor length')).toContainText('Goes by the length of each conductor');
  await page.getByRole('button', { name: /not measured/ }).click();
  await expect(finding(page, 'Conductor against its breaker')).toContainText('Lacked: read the rating of the breaker');
  // What is asked next leads to its field.
  await expect(page.locator('.next-measurement')).toContainText('read the rating of the breaker');
  await page.locator('.next-measurement button').click();
  await expect(page.locator('#supply-amperes')).toBeFocused();
  await page.locator('#supply-amperes').selectOption('20');
  await expect(finding(page, 'Conductor against its breaker')).toContainText('over 5 A');
  clean();
});

test('facts that cannot all be true are kept, said, and lead to their field', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('X3'));
  await page.locator('#cables-0 legend button').click();
  await page.locator('#cables-0-method').selectOption('plastic-conduit');
  await page.locator('#cables-0-ground').selectOption('metal');
  await page.locator('#cables-0 legend button').click();
  const odd = page.locator('.contradictions');
  await expect(odd).toContainText('the metal of plastic conduit is none');
  await expect(page.locator('.saving')).toHaveText('Saved');
  await odd.getByRole('button').first().click();
  await expect(page.locator('#cables-0-ground')).toBeFocused();
  await expect(page.locator('#cables-0-ground')).toHaveValue('metal');
  clean();
});

test('what is asked next leads to its field at every box', async ({ page }) => {
  test.slow();
  const lost: string[] = [];
  for (const room of bundle.rooms) {
    for (const box of room.boxes) {
      await page.goto(server.get().url + walkPath(box.tag));
      await expect(page.getByLabel('Tag of the box')).toHaveValue(box.tag);
      const next = page.locator('.next-measurement button');
      if ((await next.count()) === 0) continue;
      const words = await next.textContent();
      await next.click();
      await page.waitForFunction(() => document.activeElement?.closest('.capture'), null, { timeout: 5_000 }).catch(() =>
        lost.push(`${box.tag}: ${words}`),
      );
    }
  }
  expect(lost).toEqual([]);
});

test('an empty box begins as the last one', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('X8'));
  await page.getByRole('button', { name: 'Add a box in Annexe suite' }).click();
  await page.getByRole('button', { name: 'Same as X8' }).click();
  await expect(page.getByLabel('black 14, from the sheath', { exact: true })).toHaveValue('');
  await expect(page.getByLabel('Kind of box')).toHaveValue('octagon');
  clean();
});

test('chips say what is seen, and the plan mends all of it', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('X3'));
  await page.getByRole('button', { name: /^Look/ }).click();
  await page.getByRole('button', { name: 'openings closed: looked, no' }).click();
  await page.getByRole('button', { name: 'open knockout: not looked at' }).click();
  await expect(page.getByRole('button', { name: 'open knockout: yes' })).toBeVisible();
  await expect(finding(page, 'Openings closed')).toContainText('violates');
  const steps = repairs(page).locator('.plan-steps li');
  await expect(steps).toHaveCount(3);
  await expect(repairs(page).locator('.plan-steps')).toContainText('Close the openings');
  await expect(repairs(page).locator('.plan-steps')).toContainText('Replace the receptacle');
  await expect(repairs(page)).toContainText('Next best');
  await repairs(page).getByRole('button', { name: 'Plan this repair' }).click();
  await expect(repairs(page).locator('.state-planned')).toHaveCount(3);
  clean();
});

test('an extender eats reach, so that the plan extends as well', async ({ page }) => {
  await page.goto(server.get().url + walkPath('K4'));
  await expect(repairs(page).locator('.plan-steps')).toContainText('Box extender');
  await expect(repairs(page)).toContainText('1 box extender, fixed, 3/8 in');
  await expect(repairs(page)).toContainText('1/8 in more than spacers bridge, 1/4 in');
  await page.getByRole('button', { name: 'Face', exact: true }).click();
  await expect(page.locator('.face-work')).toContainText('then: box extender');
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  await expect(page.locator('.fill')).toContainText('required');
});

test('a stop offers the referral and nothing else', async ({ page }) => {
  await page.goto(server.get().url + walkPath('R3'));
  await expect(page.locator('.stop-banner')).toContainText('insulation crumbles');
  await expect(repairs(page)).not.toContainText('Plan this repair');
  await repairs(page).getByRole('button', { name: 'Refer it' }).click();
  await expect(repairs(page)).toContainText('Referred to a licensed electrician');
});

test('a verdict is dismissed with a reason, and something no rule covers is added', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K2'));
  const gfci = finding(page, 'GFCI protection');
  await gfci.getByText('Why').click();
  const dismiss = gfci.getByRole('button', { name: 'Dismiss' });
  await expect(dismiss).toBeDisabled();
  await gfci.getByLabel('Reason to dismiss GFCI protection').fill('protected by K1, tested today');
  await dismiss.click();
  await expect(gfci).toContainText('dismissed');
  await expect(page.locator('.saving')).toHaveText('Saved');
  await expect(page.getByRole('link', { name: /^K2 counter right, violates/ })).toHaveCount(0);
  await page.getByRole('button', { name: '+ something no rule covers' }).click();
  await page.getByLabel('What was seen').fill('Scorched tile above the plate.');
  await page.getByLabel('How bad').selectOption('danger');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('link', { name: /^K2 counter right, danger/ })).toBeVisible();
  await page.reload();
  await expect(page.locator('.remarks')).toContainText('Scorched tile');
  clean();
});

test('the rule book is searched, and a house rule says what it changed', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url}${auditPath}/rules`);
  await page.getByLabel('Search the rules').fill('314.16');
  await expect(page.locator('article.rule')).toHaveCount(1);
  await expect(page.locator('article.rule')).toContainText('Pigtails and connectors count nothing');
  await page.getByLabel('By hand').check();
  await page.goto(`${server.get().url}${auditPath}/basis`);
  await page.getByLabel('Land on the screws').check();
  await expect(page.locator('.effect')).toContainText('Changed 1 verdict');
  await expect(page.locator('.effect')).toContainText('X4 push-in terminals');
  // A new audit begins with the rules of the firm.
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByRole('button', { name: 'New audit' }).click();
  await page.getByRole('dialog').getByLabel('Where is it').fill('Ferry house');
  await page.getByRole('dialog').getByRole('button', { name: 'Start' }).click();
  await page.getByRole('link', { name: 'Basis' }).click();
  await expect(page.getByLabel('By hand')).toBeChecked();
  clean();
});
