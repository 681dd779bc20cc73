// Electrical truth: readings with their meaning, a meter that sends, the dead test, terminals, the trace of a break.
import { expect, type Page, test } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { auditPath, bundle, serve, walkPath, watch } from './server';

const server = serve();

const part = (page: Page, name: string) => page.getByRole('button', { name, exact: true });
const finding = (page: Page, title: string) => page.locator('.finding', { hasText: title }).first();
const circuitPath = (name: string) =>
  `${auditPath}/trace/${bundle.circuits.find((circuit) => circuit.name === name)?.id}`;

async function isAccessible(page: Page) {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
}

test('a ghost is told from a path by the reading that is asked for', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K3'));
  await part(page, 'Read').click();
  const upper = page.getByRole('region', { name: 'upper half', exact: true });
  await upper.getByRole('button', { name: '+ hot–neutral' }).click();
  await page.getByLabel('upper half, hot to neutral', { exact: true }).fill('120');
  await upper.getByRole('button', { name: '+ hot–ground' }).click();
  await page.getByLabel('upper half, hot to ground', { exact: true }).fill('57');
  const says = page.getByRole('region', { name: 'What the upper half says' });
  await expect(says).toContainText('a poor path, or none and a ghost');
  await says.getByRole('button', { name: 'Read hot to ground with the low-impedance meter' }).click();
  await page.getByLabel('upper half, hot to ground', { exact: true }).last().fill('0.4');
  await expect(says).toContainText('There is no path; do not rely on it');
  await expect(finding(page, 'Equipment ground there')).toContainText('danger');
  await finding(page, 'Equipment ground there').getByText('Why').click();
  await expect(finding(page, 'Equipment ground there')).toContainText('Rests on: upper half: hot to neutral 120 V');
  await expect(page.locator('.saving')).toHaveText('Saved');
  await isAccessible(page);
  clean();
});

test('a range receptacle is read by the meter, and no lamps are offered', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('A6'));
  const jot = page.getByLabel('Jot', { exact: true });
  await jot.fill('rng 30 4wire 10/3');
  await jot.press('Enter');
  await page.getByRole('button', { name: /not measured/ }).click();
  await expect(finding(page, 'Wiring as the instruments show it')).toContainText('lamps do not fit here');
  await part(page, 'Read').click();
  const upper = page.getByRole('region', { name: 'upper half', exact: true });
  await expect(page.locator('.lamp-line')).toHaveCount(0);
  for (const [leads, volts] of [
    ['hot to other hot', '240'],
    ['hot to neutral', '150'],
    ['other hot to neutral', '90'],
  ] as const) {
    await upper.getByRole('button', { name: `+ ${leads.replace(' to ', '–')}`, exact: true }).click();
    await page.getByLabel(`upper half, ${leads}`, { exact: true }).fill(volts);
  }
  await expect(finding(page, 'Wiring as the instruments show it')).toContainText('neutral is open or bad');
  clean();
});

test('an impossible figure is refused in its field and the rest stays', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('L6'));
  await part(page, 'Read').click();
  await page.getByRole('region', { name: 'upper half', exact: true }).getByRole('button', { name: '+ hot–neutral' }).click();
  const field = page.getByLabel('upper half, hot to neutral', { exact: true });
  await field.fill('5000');
  await expect(page.locator('.meter-row')).toContainText('more than 1000 V');
  await field.fill('-3');
  await expect(page.locator('.meter-row')).toContainText('negative');
  await field.fill('119.6 V');
  await expect(page.locator('.meter-row .said')).toHaveCount(0);
  clean();
});

test('lamps that look correct name what they hide', async ({ page }) => {
  // A box of no circuit: a trace reads what its boxes read, and is tested below.
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('W2'));
  await part(page, 'Read').click();
  for (const lamp of ['hot to neutral', 'hot to ground']) {
    await page.getByRole('button', { name: `upper half, ${lamp}: ${lamp === 'hot to neutral' ? 'not read' : 'off'}` }).click();
  }
  const says = page.getByRole('region', { name: 'What the upper half says' });
  await expect(says).toContainText('Correct wiring, or one of');
  await expect(says.locator('.look-alikes')).toContainText('the metal is at 120 V now');
  await expect(says.locator('.next-reading')).toContainText('known ground');
  clean();
});

test('the bench sends a reading to a box, as a connected meter does', async ({ browser }) => {
  const context = await browser.newContext();
  const [box, bench] = [await context.newPage(), await context.newPage()];
  await box.goto(server.get().url + walkPath('R4'));
  await part(box, 'Read').click();
  await expect(box.getByText('A connected meter sends its readings here.')).toBeVisible();
  await bench.goto(`${server.get().url + auditPath}/bench`);
  await bench.getByRole('button', { name: /^R4/ }).click();
  await part(bench, 'Meter, high impedance').click();
  await expect(bench.locator('.display-figure')).toContainText('V');
  await part(bench, 'Send to R4').click();
  await expect(bench.locator('.sent')).toContainText('sent to R4');
  await expect(box.getByLabel('upper half, hot to neutral', { exact: true })).toHaveValue(/^11\d/);
  await expect(box.locator('.saving')).toHaveText('Saved');
  // Off is off, and the breaker that feeds it is known by trying.
  await bench.getByRole('button', { name: '4 on', exact: true }).click();
  await expect(bench.locator('.display-figure')).toContainText('0.0');
  await isAccessible(bench);
  await context.close();
});

test('a box is unproven until the dead test is complete, and live stops it', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K2'));
  await expect(page.locator('.dead-chip')).toHaveText('Unproven');
  await page.locator('.dead-chip').click();
  const answers = page.locator('.dead-answers');
  await page.getByRole('button', { name: 'Off, and tagged' }).click();
  // The next step is asked once this one is marked; until then its answer would be given again.
  await expect(page.locator('.dead-steps li.was')).toHaveCount(1);
  // One key goes on: Enter gives the answer that is expected, step by step.
  const steps = await page.locator('.dead-steps li').count();
  for (let step = 1; step < steps; step += 1) {
    await expect(answers.locator('button').first()).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(page.locator('.dead-steps li.was')).toHaveCount(step + 1);
  }
  await expect(page.locator('.dead-chip')).toHaveText('Proven dead');
  await expect(page.locator('.saving')).toHaveText('Saved');
  await isAccessible(page);
  await part(page, 'Begin again').click();
  await page.getByRole('button', { name: 'Off, and tagged' }).click();
  await page.getByRole('button', { name: 'It answers' }).click();
  await page.getByRole('button', { name: 'Live', exact: true }).click();
  await expect(page.locator('.stop-banner')).toContainText('Refer to a licensed electrician');
  await expect(page.locator('.dead-chip')).toHaveText('Live');
  clean();
});

test('terminals are noted, named, and compared after the work', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + walkPath('K6'));
  await part(page, 'Terminals').click();
  await expect(page.locator('.mistake')).toHaveCount(2);
  await expect(finding(page, 'Conductors on their own terminals')).toContainText('danger');
  await page.getByLabel('upper brass', { exact: true }).selectOption({ index: 1 });
  await page.getByLabel('upper silver', { exact: true }).selectOption({ index: 2 });
  await expect(page.locator('.mistake')).toHaveCount(0);
  await expect(page.locator('.arrangement')).toContainText('end of run');
  await expect(page.locator('.saving')).toHaveText('Saved');
  clean();
});

test('a break is traced to one box, with one tap a result and undo', async ({ page }) => {
  const clean = watch(page);
  await page.goto(server.get().url + circuitPath('annexe suite'));
  const ranking = page.getByRole('region', { name: 'Where it can be' });
  await expect(page.locator('.next-test')).toContainText('Read the outlet at X3');
  await page.locator('.next-test').click();
  await part(page, 'Shows the fault').click();
  await expect(ranking).toContainText('most likely in X2 or X3');
  await expect(page.locator('.next-test')).toContainText('Open');
  await part(page, 'at the landing').click();
  await expect(ranking).toContainText('Found at X3');
  await part(page, 'Undo the last').click();
  await expect(ranking).toContainText('most likely in X2 or X3');
  await page.reload();
  await expect(ranking.locator('.tried li')).toHaveCount(1);
  await isAccessible(page);
  clean();
});

test('a feed in a circle is refused with its reason, and nothing is lost', async ({ page }) => {
  await page.goto(server.get().url + circuitPath('kitchen counter'));
  await page.getByRole('link', { name: /^K1/ }).click();
  await page.getByLabel('Fed from').selectOption({ label: 'K3' });
  await expect(page.locator('.undo-bar')).toContainText('the feeds run in a circle');
  await expect(page.getByLabel('Fed from')).toHaveValue('panel');
});

test('a circuit is made, filled, deleted and brought back; its retest asks for readings', async ({ page }) => {
  const clean = watch(page);
  await page.goto(`${server.get().url + auditPath}/trace`);
  await part(page, '+ circuit').click();
  await page.getByLabel('What hangs on it').fill('jetty');
  await part(page, 'Add').click();
  await expect(page.getByLabel('What hangs on the circuit')).toHaveValue('jetty');
  const box = page.getByLabel('Add a box to the circuit');
  await box.selectOption({ label: 'W1 basin, Bathroom' });
  await expect(page.getByRole('link', { name: /^W1/ })).toBeVisible();
  await part(page, 'Retest').click();
  await expect(page.getByRole('region', { name: 'Retest after power-on' })).toContainText('0 of 3 pass');
  await part(page, 'Delete').click();
  await part(page, 'Undo').click();
  await expect(page.getByRole('link', { name: /^W1/ })).toBeVisible();
  clean();
});

test('a log of readings comes in whole or not at all', async ({ page }) => {
  await page.goto(`${server.get().url + auditPath}/hand-over`);
  const head = 'time,box,half,instrument,from,to,value\n';
  const give = (body: string) =>
    page.locator('.take-log input').setInputFiles({ name: 'log.csv', mimeType: 'text/csv', buffer: Buffer.from(head + body) });
  await give(',K5,upper,lamps,,,lit lit off\n,K5,upper,low-impedance,hot,ground,hot\n');
  await expect(page.locator('.take-log')).toContainText('Nothing was taken in');
  await expect(page.locator('.take-log')).toContainText('line 3: `hot` is not a figure');
  await give('2026-03-04T10:42:00Z,K5,upper,low-impedance,hot,box-metal,118.9 V\n');
  await expect(page.locator('.take-log')).toContainText('1 readings taken into 1 boxes');
});
