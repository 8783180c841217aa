import { expect, test } from '@playwright/test';
import { printLesson } from '@canter-book/core/notation/print';
import { editor, isSaved, openLesson, textInBook } from '../desk.ts';
import { BookServer } from '../server.ts';

/** An instructor works the desk without touching the mouse. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open();
});
test.afterAll(() => server.remove());

test('a lesson is laid out, ordered, ridden and changed by keys only', async ({ page }) => {
  await openLesson(page, server.url, 'lesson "By keys"\n');
  const { keyboard } = page;
  const text = () => textInBook(page, (d) => printLesson(d as never));

  // Completion knows the words, and the letters that can be reached from here.
  await editor(page).focus();
  await keyboard.press('Control+End');
  await keyboard.type('A trot working\nA centre ');
  // A hand that rests before the new line: what is offered then must not take the Enter.
  await keyboard.type('line\n', { delay: 200 });
  await keyboard.press('Control+Space');
  const options = page.locator('.cm-tooltip-autocomplete li');
  await expect(options.first()).toHaveText('Ahere');
  await expect(options.nth(1)).toHaveText('D6 m on');
  await keyboard.press('Escape');
  await keyboard.type('X halt 4 s\n');

  // The palette: open, choose, and press the letters.
  const palette = page.getByRole('toolbar', { name: 'Lay into the lesson' });
  await palette.getByRole('button', { name: 'Lines', exact: true }).focus();
  await keyboard.press('Enter');
  await keyboard.type('track left');
  await keyboard.press('Enter');
  await expect(page.getByText('at which letter?')).toBeVisible();
  await keyboard.press('c');
  expect(await text()).toBe(
    'lesson "By keys"\nA trot working\nA centre line\nX halt 4 s\nC track left\n',
  );

  // The list: down with Alt, out with Delete; the fields of the line below.
  await palette.getByRole('button', { name: 'Circles', exact: true }).focus();
  await keyboard.press('Enter');
  await keyboard.press('Enter');
  await keyboard.press('e');
  expect(await text()).toContain('C track left\nE circle left 20\n');
  await page.getByRole('tab', { name: 'List' }).focus();
  await keyboard.press('Enter');
  const rows = page.getByRole('list', { name: 'Movements' });
  await rows.getByRole('button', { name: /^X halt/ }).focus();
  await keyboard.press('Delete');
  expect(await text()).not.toContain('halt');
  await rows.getByRole('button', { name: /^E circle/ }).focus();
  await keyboard.press('Enter');
  await page.locator('[data-handle="size"]').focus();
  await keyboard.press('ArrowRight');
  expect(await text()).toContain('E circle left 18\n');
  await rows.getByRole('button', { name: /^E circle/ }).focus();
  await keyboard.press('Alt+ArrowUp');
  expect(await text()).toContain('A centre line\nE circle left 18\nC track left\n');
  await keyboard.press('Control+z');

  // The help sheet, the player, and the way back.
  await page.getByRole('heading', { level: 1 }).click();
  await keyboard.press('?');
  await expect(page.getByRole('heading', { name: 'In the text' })).toBeVisible();
  await keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'In the text' })).toBeHidden();
  await keyboard.press('ArrowRight');
  await expect(page.getByTestId('clock')).not.toHaveText(/^0:00/);
  await keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(page.getByTestId('call-line')).toContainText('now');
  await keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Ride it' })).toBeVisible();
});

test('on a narrow page the text below the arena is laid out when the keyboard comes to it', async ({
  page,
}) => {
  await openLesson(page, server.url, 'lesson "Narrow"\nA trot working\n');
  await isSaved(page);
  await page.setViewportSize({ width: 390, height: 500 });
  await page.reload();
  await expect(page.getByText('A trot working').first()).toBeAttached();
  await expect(editor(page)).toHaveCount(0);
  await page
    .getByRole('tab', { name: 'Text' })
    .evaluate((tab) => tab.focus({ preventScroll: true }));
  await page.keyboard.press('Tab');
  await expect(editor(page)).toBeFocused();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('C circle left 20\n');
  expect(await textInBook(page, (d) => printLesson(d as never))).toContain('C circle left 20');
});
