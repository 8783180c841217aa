import { expect, test, type Page } from '@playwright/test';
import { BookServer } from '../server.ts';

/**
 * An instructor with an empty book enters a horse, writes a lesson, sees it ridden, mends a slip,
 * teaches it, marks it, and sees the progress; and all of it is there after a restart.
 */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open();
});
test.afterAll(() => server.remove());

const editor = (page: Page) => page.getByRole('textbox', { name: 'The lesson in shorthand' });
const saved = (page: Page) => page.locator('[data-state="saved"]');

test('from an empty book to a horse’s first progress, over a restart', async ({ page }) => {
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));

  await page.goto(server.url);
  await expect(page).toHaveTitle(/Today/);
  await expect(page.getByText('The book is empty.')).toBeVisible();

  // The horse: a mistake is said beside its field, and nothing entered is lost.
  await page.getByRole('link', { name: 'Enter the first horse' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Marram');
  await page.getByLabel(/Height/).fill('20');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Enter a height between 70 and 210 cm')).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Marram');
  await page.getByLabel(/Height/).fill('150');
  await page.getByLabel(/Stage/).selectOption('2');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name: 'Marram', exact: true })).toBeVisible();
  await expect(page.getByText('No marks yet.')).toBeVisible();

  // The lesson: text in, drawing out.
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByRole('main').getByLabel('Horse').selectOption({ label: 'Marram' });
  await page.getByRole('button', { name: 'Write a lesson' }).first().click();
  await page.getByRole('button', { name: /An empty frame/ }).click();
  await expect(page.getByLabel('Horse of this lesson').locator('option:checked')).toHaveText(
    'Marram',
  );
  await editor(page).press('Control+a');
  await page.keyboard.insertText(
    [
      'lesson "Marram’s first"',
      'arena 20x40',
      'horse "Marram"',
      'start A walk medium left',
      'phase warm-up 6 min',
      'go large for 5 min',
      'phase work 6 min',
      'A trot working',
      'C crcle left 20',
      'E circle left 10',
      'F-X-H change rein',
      'go large x2',
      'C circle right 20, stretch',
      'M-X-K change rein',
      'A circle left 20',
      'phase cool-down 5 min',
      'A walk free, long rein',
      'go large for 5 min',
    ].join('\n'),
  );
  await expect(page.getByRole('heading', { name: 'Marram’s first' })).toBeVisible();

  // Slips at their lines: a misspelt word, and a circle too small for the stage.
  const slips = page.getByRole('note');
  await expect(slips.filter({ hasText: 'Did you mean “circle”?' })).toBeVisible();
  await expect(slips.filter({ hasText: '10 m is small for stage 2 in trot' })).toBeVisible();
  await page.getByRole('button', { name: 'Make it 15 m' }).click();
  await expect(editor(page)).toContainText('E circle left 15');

  // Undo takes the mended slip back, redo brings it again.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(editor(page)).toContainText('E circle left 10');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(editor(page)).toContainText('E circle left 15');
  await expect(editor(page)).toContainText('crcle');
  // The slips have come to rest: nothing moves under the hand.
  await expect(slips.filter({ hasText: '10 m is small' })).toHaveCount(0);

  // The misspelt word is mended by its slip.
  await page.getByRole('button', { name: 'Write “circle”' }).click();
  await expect(editor(page)).toContainText('C circle left 20');
  await expect(page.getByText('No slips: it can be ridden as it stands.')).toBeVisible();

  // The play head rides it.
  const horse = page.getByTestId('horse').locator('path');
  const before = await horse.getAttribute('d');
  await page.getByRole('button', { name: '8×' }).click();
  await page.getByRole('button', { name: 'Ride it' }).click();
  await expect.poll(() => horse.getAttribute('d')).not.toBe(before);
  await expect
    .poll(async () => await page.getByTestId('clock').textContent())
    .toMatch(/^0:0?[4-9]|^0:[1-9]/);
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(saved(page)).toBeVisible();

  // Teach it, mark it.
  await page.getByRole('link', { name: 'Take to the ringside' }).click();
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await page.getByRole('button', { name: 'next', exact: true }).click();
  await page.getByRole('button', { name: 'next', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('C circle left 20');
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: /Tap along/ }).click();
  await page.getByRole('button', { name: /^good/ }).click();
  await page.getByRole('button', { name: /^lost/ }).click();
  await expect(page.getByText('1 of 2 good')).toBeVisible();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByText('1 of 1 good')).toBeVisible();
  await page.getByRole('button', { name: 'finish' }).click();
  await page.getByRole('button', { name: 'rhythm, left rein: more' }).click();
  await page.getByRole('button', { name: 'rhythm, left rein: more' }).click();
  await page.getByRole('spinbutton', { name: 'rhythm, right rein' }).press('ArrowUp');
  await page.getByRole('button', { name: 'Save the lesson' }).click();
  await expect(page.getByTestId('delivery')).toContainText('in the book');

  // The debrief: a mark corrected, a note, one homework.
  await page.getByRole('link', { name: 'Debrief' }).click();
  await expect(page.getByRole('row', { name: /^C circle left 20/ })).toContainText('5');
  await page.getByRole('button', { name: 'contact, left rein: more' }).click();
  await expect(page.getByRole('spinbutton', { name: 'contact, left rein' })).toHaveAttribute(
    'aria-valuenow',
    '6',
  );
  await page.getByLabel('Homework').fill('Ten straight strides after each corner');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('✓ saved')).toBeVisible();

  // Killed without warning, and started again: it is all still there.
  await server.stop('SIGKILL');
  await server.start();
  await page.goto(`${server.url}/horses`);
  await page.getByRole('link', { name: /Marram/ }).click();
  await expect(page.getByRole('img', { name: /rhythm, left rein: about 6\.\d/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /contact, left rein: about 5\.\d/ })).toBeVisible();
  await expect(page.getByText('Ten straight strides after each corner')).toBeVisible();
  await page.getByRole('link', { name: 'Progress' }).first().click();
  await page.goto(page.url().includes('/progress/') ? page.url() : `${server.url}/progress`);
  await page.getByRole('link', { name: /Marram/ }).click();
  await expect(
    page.getByRole('img', { name: /rhythm over time; now left 6\.\d, right 5\.\d/ }),
  ).toBeVisible();
  await page.goto(`${server.url}/desk`);
  await page.getByRole('link', { name: /Marram’s first/ }).click();
  await expect(editor(page)).toContainText('E circle left 15');
  expect(faults).toEqual([]);
});
