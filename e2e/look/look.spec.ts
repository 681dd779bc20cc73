import { test } from '@playwright/test';
import { auditPath, bundle, serve } from '../tests/server';
const server = serve();
const shots: [string, string, [number, number]][] = [
  ['kitchen', 'Kitchen', [1280, 800]],
  ['lower-kitchen', 'Lower kitchen', [1280, 800]],
  ['sitting', 'Lower sitting room', [1280, 800]],
  ['bath', 'Lower bathroom', [1280, 800]],
  ['kitchen-phone', 'Kitchen', [390, 844]],
];
for (const [name, room, [width, height]] of shots) {
  test(name, async ({ page }) => {
    await page.setViewportSize({ width, height });
    const id = bundle.rooms.find((known: { name: string }) => known.name === room)?.id;
    await page.goto(`${server.get().url}${auditPath}/room/${id}`);
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: `/tmp/look-${name}.png` });
  });
}
