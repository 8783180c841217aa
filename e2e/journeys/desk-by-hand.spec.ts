import { expect, test, type Page } from '@playwright/test';
import { printLesson } from '@canter-book/core/notation/print';
import { openLesson, textInBook } from '../desk.ts';
import { BookServer } from '../server.ts';

/** An instructor builds a whole lesson with the mouse alone, and changes it by dragging. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open();
});
test.afterAll(() => server.remove());

const text = (page: Page) => textInBook(page, (d) => printLesson(d as never));

/** Takes something from the palette and clicks its letters. */
async function lay(page: Page, group: string, name: string, ...letters: string[]) {
  const palette = page.getByRole('toolbar', { name: 'Lay into the lesson' });
  await palette.getByRole('button', { name: group, exact: true }).click();
  await page.getByRole('menuitem', { name: new RegExp(`^${name}`) }).click();
  for (const [i, letter] of letters.entries()) {
    const target = page.getByRole('button', { name: `${name} ${i ? 'to' : 'at'} ${letter}` });
    await target.click();
  }
}

const selected = (page: Page) => page.getByRole('region', { name: 'Selected line' });

test('a lesson is built by the mouse only', async ({ page }) => {
  await openLesson(page, server.url, '');
  await page.getByRole('tab', { name: 'List' }).click();
  await expect(page.getByText('Nothing is ridden yet.')).toBeVisible();

  await lay(page, 'Phase', 'warm-up');
  await lay(page, 'Lines', 'go large', 'A');
  await lay(page, 'Paces', 'trot working', 'A');
  await lay(page, 'Circles', 'circle', 'C');
  await selected(page).getByLabel('times').fill('2');
  await lay(page, 'Change rein', 'across the school', 'H', 'F');
  await lay(page, 'Circles', 'circle', 'B');
  await lay(page, 'Lines', 'loop', 'K', 'H');
  await lay(page, 'Phase', 'work');
  await lay(page, 'Lines', 'centre line', 'A');
  await selected(page).getByRole('button', { name: 'Put it in a repeat' }).click();
  await lay(page, 'Sideways', 'leg-yield', 'D', 'M');
  await lay(page, 'Halts', 'walk break');
  expect(await text(page)).toBe(
    [
      'phase warm-up 10 min',
      'A go large',
      'A trot working',
      'C circle left 20 x2',
      'H-X-F change rein',
      'B circle right 20',
      'K-H loop 5',
      'phase work 12 min',
      'repeat 2 {',
      '  A centre line',
      '  D-M leg-yield right',
      '}',
      '',
    ].join('\n'),
  );
});

test('a circle is sized by its grip, moved to another letter, and a line is dragged in list and strip', async ({
  page,
}) => {
  await openLesson(
    page,
    server.url,
    'phase warm-up\nA trot working\nC circle left 20\nphase work\nH-K loop 5\nF-M shoulder-in\n',
  );
  await page.getByRole('tab', { name: 'List' }).click();
  const row = (name: string) => page.getByRole('list', { name: 'Movements' }).getByText(name);
  await row('C circle left 20').click();

  // The far side of the circle, half the way towards C.
  const drag = async (handle: string, by: { x: number; y: number }) => {
    const box = (await page.locator(`[data-handle="${handle}"]`).boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + by.x / 2, y + by.y / 2, { steps: 4 });
    await page.mouse.move(x + by.x, y + by.y, { steps: 4 });
    await page.mouse.up();
  };
  const metre = (await page.locator('[data-ground]').boundingBox())!.width / 60;
  await drag('size', { x: 8 * metre, y: 0 });
  expect(await text(page)).toContain('C circle left 12\n');

  // From C to the letter E, half the arena back and to the far side.
  await drag('start', { x: -30 * metre, y: -10 * metre });
  expect(await text(page)).toContain('E circle left 12\n');
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await text(page)).toContain('C circle left 12\n');

  // The end of a loop.
  await row('H-K loop 5').click();
  await drag('end', { x: 12 * metre, y: 0 });
  expect(await text(page)).toContain('H-V loop 5\n');

  // In the list: shoulder-in before the loop.
  const grip = page.getByRole('button', { name: 'Move F-M shoulder-in' });
  const to = (await page.getByRole('button', { name: 'Move H-V loop 5' }).boundingBox())!;
  const from = (await grip.boundingBox())!;
  await page.mouse.move(from.x + 8, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 8, from.y - 6, { steps: 3 });
  await page.mouse.move(to.x + 8, to.y + 4, { steps: 6 });
  await page.mouse.up();
  expect(await text(page)).toContain('phase work\nF-M shoulder-in\nH-V loop 5\n');

  // On the strip: the whole work phase to the front.
  const strip = page.getByTestId('movable-bars');
  const phase = (await strip.getByTitle('work', { exact: true }).boundingBox())!;
  const whole = (await strip.boundingBox())!;
  await page.mouse.move(phase.x + 10, phase.y + 8);
  await page.mouse.down();
  await page.mouse.move(phase.x - 30, phase.y + 8, { steps: 4 });
  await page.mouse.move(whole.x + 10, phase.y + 8, { steps: 8 });
  await page.mouse.up();
  expect(await text(page)).toMatch(/^phase work\nF-M shoulder-in\nH-V loop 5\nphase warm-up\n/);

  // The other rein, the mirror, the other end, the other arena: one action each.
  const menu = async (name: string) => {
    await page.getByRole('button', { name: 'Lesson', exact: true }).click();
    await page.getByRole('menuitem', { name }).click();
  };
  await row('F-M shoulder-in').click();
  await selected(page).getByRole('button', { name: 'Repeat on the other rein' }).click();
  expect(await text(page)).toContain('F-M shoulder-in\nK-H shoulder-in\n');
  await menu('Mirror left and right');
  expect(await text(page)).toContain('K-H shoulder-in\nF-M shoulder-in\nM-P loop 5\n');
  await menu('Turn round, A for C');
  expect(await text(page)).toContain('M-F shoulder-in\nH-K shoulder-in\n');
  await menu('In an arena of 20 × 40 m');
  expect(await text(page)).toContain('arena 20x40\n');
});
