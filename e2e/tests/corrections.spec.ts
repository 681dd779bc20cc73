// The second unit is looked at again, by a list of twelve corrections that another wrote: each line finds what it is about, is worked
// off there, and is answered with its figures.
import { expect, type Page, test } from '@playwright/test';
import { auditPath, serve, watch } from './server';
import { button, close, field, planAndDo, restSound } from './steps';

const server = serve();

const twelve = `1. Annexe suite: X2 receptacle loose
2. Annexe suite, kitchenette left: no GFCI
3. Annexe suite, kitchenette right: wires too short
4. Annexe suite, bath: box recessed behind the tile
5. Annexe suite: X8 fixture hanging by its wires
6. Annexe panel: double tapped breaker
7. Annexe panel: neutrals and grounds on one bar
8. Annexe hall: smoke detector missing
9. Annexe wall: cable cut at the pipe, damaged cable
10. Attic over the annexe: no light switch
11. Annexe suite: missing cover plate
12. Annexe suite: wallpaper torn by the door`;

const lines = (page: Page) => page.locator('.corrections li');
/** The line of the twelve with a number; four lines of the demo come before. */
const line = (page: Page, number: number) => lines(page).nth(number + 3);

async function openList(page: Page) {
  await page.goto(`${server.get().url + auditPath}/plan`);
  await button(page, 'Correction list').click();
}

test('twelve corrections of the second unit are linked, worked off and answered', async ({
  page,
  request,
}) => {
  const clean = watch(page);
  await openList(page);
  await page.getByLabel('Or type it, a finding a line').fill(twelve);
  await button(page, 'Take it over').click();
  await expect(lines(page)).toHaveCount(16);
  const said = [
    [1, 'Looked at in X2: meets'],
    [2, 'Looked at in X5: meets. GFCI-protected'],
    [3, 'found 3 3/4 in, limit 6 in; nothing is planned yet'],
    [4, 'Looked at in X7: meets. The set-back in gypsum board is 0 in'],
    [5, 'Open: X8 is not measured for it yet. Look: hangs by its conductors?'],
    [6, 'Looked at in annexe panel: meets'],
    [7, 'Confirmed; nothing is planned yet'],
    [8, 'Looked at in Annexe hall: meets'],
    [9, 'Looked at in Annexe wall, pipe to the gable lamp: meets. Looked all along'],
    [10, 'Looked at in Attic over the annexe: not applicable'],
    [11, 'Its rule, Cover in place, is judged at a box: link it to that.'],
    [12, 'no rule covers it'],
  ] as const;
  for (const [number, sentence] of said) await expect(line(page, number).locator('.answer')).toContainText(sentence);

  // What the words left open is linked by hand, and what is not electrical is answered in words.
  await line(page, 11).getByLabel('Box, panel, cable run or room').selectOption({ label: 'X3 Annexe suite' });
  await expect(line(page, 11)).toContainText('Looked at in X3: meets');
  await line(page, 12)
    .getByLabel('A word for the answer to line')
    .fill('Not electrical; left to the painter.');
  await line(page, 12).getByLabel('A word for the answer to line').blur();
  await expect(line(page, 12)).toContainText('left to the painter');

  // The third is put right where it is: from the line to the box, and to its end.
  await line(page, 3).getByRole('link', { name: 'X6' }).click();
  await expect(field(page, 'Tag of the box')).toHaveValue('X6');
  await planAndDo(page, 3);
  await button(page, 'Lengths').click();
  const lengths = page.getByLabel(/, (from the sheath|past the opening)$/);
  await expect(lengths).toHaveCount(6);
  await field(page, 'Sheath ends, behind').fill('2');
  for (const each of await lengths.all()) await each.fill('7');
  await restSound(page);
  await close(page, 3);

  // The seventh is planned at the panel.
  await openList(page);
  await expect(line(page, 3)).toContainText('Put right and checked: found 3 3/4 in, left 7 in, limit 6 in.');
  await line(page, 7).getByRole('link', { name: 'annexe panel' }).click();
  await button(page, 'Findings').click();
  const neutrals = page
    .getByRole('region', { name: 'Repairs at the panel' })
    .getByRole('listitem')
    .filter({ hasText: 'Neutrals of a sub-panel apart' });
  await button(page, 'Plan: Separate neutrals and grounds').click();
  await expect(neutrals.locator('.state-planned')).toBeVisible();
  await openList(page);
  await expect(line(page, 7)).toContainText('Confirmed and planned');
  const csv = await (await request.get(`${server.get().url}/api${auditPath}/corrections.csv`)).text();
  expect(csv.trim().split('\n')).toHaveLength(17);
  expect(csv).toContain(
    'kitchenette right",wires too short,Annexe suite,X6,free-conductor-length,"Put right and checked',
  );
  clean();
});
