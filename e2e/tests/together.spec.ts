// Two at one house: who is where, what another changes as it happens, and a box that both change.
import { type Browser, type BrowserContext, expect, type Page, test } from '@playwright/test';
import { firstOwner, paired, signIn } from './firm';
import { auditPath, bundle, serve, walkPath, watch } from './server';
import { button, field, finding, jot } from './steps';

const server = serve();
const OWNER = 'Ines Vale';
const INSPECTOR = 'Tove Lind';

const box = (tag: string) => bundle.rooms.flatMap((room) => room.boxes).find((known) => known.tag === tag)?.id ?? '';
const node = (page: Page, tag: string) => page.locator(`.run a[href$="/${box(tag)}"]`);
const kept = (page: Page) => expect(page.locator('.where')).toHaveAttribute('data-kept', 'true', { timeout: 30_000 });

type Found = { place: string; set_back: number | null };
async function atOffice(page: Page, tag: string): Promise<Found> {
  const answer = await page.request.get(`${server.get().url}/api${auditPath}/boxes/${box(tag)}`);
  const { record } = (await answer.json()).record;
  return { place: record.place, set_back: record.found.stand.set_back };
}

/** The owner at the desk, and an inspector on a tablet. */
async function both(
  desk: Page, browser: Browser, name: string, role = 'inspector',
): Promise<{ context: BrowserContext; tablet: Page }> {
  await desk.goto(`${server.get().url}/people`);
  await expect(desk.getByLabel('Passphrase', { exact: true }).first()).toBeVisible();
  if (await desk.getByLabel('Your name', { exact: true }).isVisible()) await firstOwner(server.get().url, desk, OWNER);
  else await signIn(desk, OWNER);
  await expect(desk.getByRole('heading', { name: 'In the firm' })).toBeVisible();
  const { context, page: tablet } = await paired(server.get().url, desk, browser, name, role);
  return { context, tablet };
}

test.describe.configure({ mode: 'serial' });

test('who is at which box shows on the run and in the box, and goes with them', async ({ page: desk, browser }) => {
  const clean = watch(desk);
  const { context, tablet } = await both(desk, browser, INSPECTOR);
  await desk.goto(server.get().url + walkPath('K3'));
  await tablet.goto(server.get().url + walkPath('K3'));
  await expect(desk.locator('.same-open')).toHaveText(`Open on another device too: ${INSPECTOR} on tablet of ${INSPECTOR}`);
  await expect(tablet.locator('.same-open')).toContainText(OWNER);
  await expect(desk.locator('.also-here')).toHaveText(`Also here: ${INSPECTOR}`);
  await tablet.keyboard.press('Alt+PageDown');
  await expect(field(tablet, 'Tag of the box')).toHaveValue('K4');
  await expect(node(desk, 'K4').locator('.here-marks')).toHaveText('TL');
  await expect(node(desk, 'K4')).toHaveAccessibleName(new RegExp(`${INSPECTOR} here`));
  await expect(node(desk, 'K3').locator('.here-marks')).toHaveCount(0);
  await expect(desk.locator('.same-open')).toHaveCount(0);
  // Who closes the page is here no more.
  await context.close();
  await expect(desk.locator('.also-here')).toHaveCount(0);
  await expect(desk.locator('.here-marks')).toHaveCount(0);
  clean();
});

test('an edit of another arrives without reloading, in the list, in the box and in its findings, within a second', async ({
  page: desk, browser,
}) => {
  const { context, tablet } = await both(desk, browser, 'Mira Holt');
  await desk.goto(server.get().url + walkPath('K5'));
  await expect(field(desk, 'Tag of the box')).toHaveValue('K5');
  await tablet.goto(server.get().url + walkPath('K5'));
  await kept(tablet);
  await kept(desk);
  await expect(desk.locator('.same-open')).toBeVisible();
  for (const place of ['by the range', 'left of the range', 'under the hood']) {
    await field(tablet, 'Where in the room').fill(place);
    await field(tablet, 'Where in the room').blur();
    // Asked as often as may be, so that the second is counted from when the office has it.
    await expect.poll(() => atOffice(desk, 'K5').then((found) => found.place), { intervals: [25] }).toBe(place);
    const since = Date.now();
    await expect(field(desk, 'Where in the room')).toHaveValue(place);
    expect(Date.now() - since).toBeLessThan(1_000);
    await expect(node(desk, 'K5')).toContainText(place);
  }
  await expect(desk.locator('.saving')).toContainText('Changed by Mira Holt just now');
  await jot(tablet, 'sb 5/8 gyp');
  await expect(finding(desk, 'Set-back of the box')).toContainText('5/8');
  // One's own changes are not looked at once more.
  let looked = 0;
  desk.on('request', (request) => {
    if (request.method() === 'GET' && request.url().includes('/api/audits/')) looked += 1;
  });
  await desk.waitForTimeout(6_000);
  looked = 0;
  await field(desk, 'Where in the room').fill('beside the hood');
  await field(desk, 'Where in the room').blur();
  await expect.poll(() => atOffice(desk, 'K5').then((found) => found.place)).toBe('beside the hood');
  await desk.waitForTimeout(1_500);
  expect(looked, 'the walk, the plan of work and the jobs at most').toBeLessThan(4);
  await context.close();
});

test('a box that both change is put together where they changed different fields, and asked where it is the same', async ({
  page: desk, browser,
}) => {
  const { context, tablet } = await both(desk, browser, 'Ada Marsh');
  await desk.goto(server.get().url + walkPath('K8'));
  await tablet.goto(server.get().url + walkPath('K8'));
  await kept(desk);
  await kept(tablet);
  await expect(desk.locator('.same-open')).toBeVisible();
  // The desk's change is under way and held up when the tablet's arrives.
  let goOn: () => void = () => undefined;
  const held = new Promise<void>((done) => {
    goOn = done;
  });
  await desk.route(`**/api${auditPath}/boxes/${box('K8')}`, async (route) => {
    if (route.request().method() === 'PUT') await held;
    await route.continue();
  });
  await field(desk, 'Where in the room').fill('from the desk');
  await field(desk, 'Where in the room').blur();
  await jot(tablet, 'sb 1/4');
  await expect.poll(() => atOffice(tablet, 'K8').then((found) => found.set_back)).toBe(6_350_000);
  goOn();
  await expect.poll(() => atOffice(tablet, 'K8')).toEqual({ place: 'from the desk', set_back: 6_350_000 });
  await expect(field(tablet, 'Where in the room')).toHaveValue('from the desk');
  await expect(desk.getByRole('dialog')).toHaveCount(0);

  // The same field, while both are away from the office.
  await desk.unroute(`**/api${auditPath}/boxes/${box('K8')}`);
  await context.setOffline(true);
  await field(tablet, 'Where in the room').fill('as the tablet says');
  await field(tablet, 'Where in the room').blur();
  await expect(tablet.locator('.where')).toContainText('1 to bring');
  await field(desk, 'Where in the room').fill('as the desk says');
  await field(desk, 'Where in the room').blur();
  await expect.poll(() => atOffice(desk, 'K8').then((found) => found.place)).toBe('as the desk says');
  await context.setOffline(false);
  const asked = tablet.locator('.asked');
  await expect(asked).toContainText('as the tablet says');
  await expect(asked).toContainText('as the desk says');
  expect((await atOffice(desk, 'K8')).place).toBe('as the desk says');
  await context.close();
});

test('a job is handed to the electrician and back, each sees what is theirs, and notes go with it', async ({
  page: desk, browser,
}) => {
  const { context, tablet } = await both(desk, browser, 'Bo Quist', 'electrician');
  await desk.goto(`${server.get().url}${auditPath}/plan`);
  await desk.getByRole('button', { name: /^Choose \d+ open$/ }).click();
  await desk.getByRole('button', { name: /^Take over the repairs of \d+ places$/ }).click();
  await expect(desk.locator('.undo-bar')).toContainText('items planned');
  await desk.goto(`${server.get().url}${auditPath}/hand-over`);
  const turn = desk.getByRole('region', { name: 'Whose turn it is' });
  await expect(turn).toContainText('with the inspector');
  await turn.getByLabel('What the next person should know').fill('The attic is hot before noon');
  await button(desk, 'Hand over to the electrician').click();
  await expect(turn).toContainText('with the electrician');
  await expect(turn.locator('blockquote')).toContainText('The attic is hot before noon');
  await expect(turn).toContainText(`handed over by ${OWNER}`);

  // The electrician's list says that it is their turn; on the walk only what waits for them is left.
  await tablet.goto(server.get().url);
  await expect(tablet.locator('.job-turn')).toHaveText(/^with the electrician; \d+ wait for you$/);
  await tablet.goto(server.get().url + walkPath('K3'));
  const nodes = tablet.locator('.run a.node');
  await expect(node(tablet, 'K3')).toBeVisible();
  const all = await nodes.count();
  await tablet.getByRole('button', { name: /^Only what waits for you: \d+$/ }).click();
  await expect.poll(() => nodes.count()).toBeLessThan(all);
  await expect(node(tablet, 'K3')).toBeVisible();

  // A note at a box arrives at the desk, and goes once it is dealt with.
  await desk.goto(server.get().url + walkPath('K3'));
  await expect(field(desk, 'Tag of the box')).toHaveValue('K3');
  await button(tablet, '+ note to whoever comes next').click();
  await field(tablet, 'Note').fill('The dog bites');
  await field(tablet, 'For whom').selectOption('inspector');
  await button(tablet, 'Leave the note').click();
  const notes = desk.getByRole('list', { name: 'Notes' });
  await expect(notes).toContainText('The dog bites');
  await expect(notes).toContainText('Bo Quist, for the inspector');
  await notes.getByRole('button', { name: 'Dealt with' }).click();
  await expect(notes).toHaveCount(0);
  await expect(desk.getByText('1 note dealt with')).toBeVisible();
  await expect(tablet.getByText('1 note dealt with')).toBeVisible();

  // What is not theirs to hand over is not offered.
  await tablet.goto(`${server.get().url}${auditPath}/hand-over`);
  await expect(button(tablet, 'Finish the job')).toHaveCount(0);
  await button(tablet, 'Hand over to be inspected again').click();
  await expect(tablet.getByRole('region', { name: 'Whose turn it is' })).toContainText('to be inspected again');
  await expect(tablet.getByRole('button', { name: /^Hand over/ })).toHaveCount(0);
  await context.close();
});
