import { expect, test } from '@playwright/test';
import { BookServer, demoIds } from '../server.ts';

/** A horse is measured and given its own limits: every count and the review go by them. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open('--demo');
});
test.afterAll(() => server.remove());

test('measured strides change the counts at the desk, own limits change the review', async ({
  page,
}) => {
  const { horse, lesson } = await demoIds(server, 'Samphire');
  const editor = page.getByRole('textbox', { name: 'The lesson in shorthand' });
  const circle = page.locator('.cm-line', { hasText: 'A circle right 15' });

  await page.goto(`${server.url}/desk/${lesson}`);
  await expect(circle).toContainText('46 m');
  const before = await circle.locator('.cb-figures').textContent();

  await page.goto(`${server.url}/horses/${horse}`);
  await expect(page.getByText('By height, until they are measured.')).toBeVisible();
  await page.getByRole('button', { name: 'Measure strides' }).click();
  await page.getByLabel('Strides', { exact: true }).fill('24');
  await page.getByLabel('Seconds').fill('15.5');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('2.00 m')).toBeVisible();
  await expect(page.getByText('± 0.02')).toBeVisible();

  await page.goto(`${server.url}/desk/${lesson}`);
  await expect(circle).toContainText('46 m · 23');
  expect(before).not.toContain('· 23');

  await page.goto(`${server.url}/horses/${horse}/edit`);
  await page.getByLabel(/walk break/).fill('2');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.goto(`${server.url}/desk/${lesson}`);
  await expect(editor).toBeVisible();
  await expect(page.getByText(/Slips: \d points? to consider/)).toBeVisible();
});

test('the desk speaks the whole shorthand, and undoes all the way back', async ({ page }) => {
  const { lesson } = await demoIds(server, 'Bollard');
  await page.goto(`${server.url}/desk/${lesson}`);
  const editor = page.getByRole('textbox', { name: 'The lesson in shorthand' });
  await expect(page.getByRole('heading', { name: 'Carrying, not leaning' })).toBeVisible();
  const wordsOf = async () => {
    const { document } = await server.get<{ document: object }>(`lessons/${lesson}`);
    return JSON.stringify(document, (key, value: unknown) => (key === 'id' ? undefined : value));
  };
  const first = await wordsOf();
  await editor.press('Control+a');
  const lines = [
    'lesson "All of it"',
    'arena 20x60',
    'A trot working',
    'poles 4 spaced 1.3 at E',
    'cone X',
    'F-M shoulder-in',
    'C spiral in 20 to 10 x2',
    'spiral out 10 to 20 x2 leg-yield',
    'A centre line',
    'L half-pass right to track by R',
    'H-X-F change rein',
    'A transitions trot 8 walk 4 x5',
    'B halt 4 s, rein back 4, proceed trot working',
  ];
  await page.keyboard.insertText(lines.join('\n'));
  await expect(page.getByRole('heading', { name: 'All of it' })).toBeVisible();
  await expect(page.locator('.cb-error')).toHaveCount(0);
  const drawing = page.getByRole('img', { name: /L half-pass right to track by R/ });
  await expect(drawing).toBeVisible();

  // A wrong word is marked at once, completed by its list, and right again.
  await editor.press('Control+End');
  await page.keyboard.type('\nC serpent');
  await expect(page.getByRole('option', { name: 'serpentine' })).toBeVisible();
  await page.waitForTimeout(120);
  await page.keyboard.press('Enter');
  await page.keyboard.type(' 3 to A');
  await expect(editor).toContainText('C serpentine 3 to A');
  await expect(page.locator('.cb-error')).toHaveCount(0);

  // The page to print lies in a frame of its own, and is gone after it. A browser without a window has
  // printed before it can be looked at: here it is in no hurry.
  await page.context().addInitScript(() => {
    window.print = () => {};
  });
  await page.getByRole('button', { name: 'Lesson', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Print the page' }).click();
  const frame = page.frameLocator('iframe[title="The page to print"]');
  await expect(frame.getByText('F-M shoulder-in')).toBeAttached();
  await frame
    .locator('body')
    .evaluate(() => void setTimeout(() => window.dispatchEvent(new Event('afterprint'))));
  await expect(page.locator('iframe[title="The page to print"]')).toHaveCount(0);

  const undo = page.getByRole('button', { name: 'Undo' });
  for (let i = 0; i < 40 && (await undo.isEnabled()); i++) await undo.click();
  await expect(undo).toBeDisabled();
  await expect.poll(wordsOf).toBe(first);
  const redo = page.getByRole('button', { name: 'Redo' });
  for (let i = 0; i < 40 && (await redo.isEnabled()); i++) await redo.click();
  await expect(editor).toContainText('C serpentine 3 to A');
  await expect(page.locator('[data-state="saved"]')).toBeVisible();
});

test('a lesson and a horse are removed only when it is meant', async ({ page }) => {
  await page.goto(`${server.url}/desk`);
  const lesson = page.getByRole('link', { name: /The same tempo/ });
  const remove = page.getByRole('button', { name: 'Delete The same tempo on both reins' });
  await remove.click();
  await expect(lesson).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(lesson).toBeVisible();
  await remove.click();
  await expect(lesson).toHaveCount(0);
  await page.getByText('Deleted lessons (1)').click();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(lesson).toBeVisible();

  const { horse } = await demoIds(server, 'Tansy');
  await page.goto(`${server.url}/horses/${horse}/edit`);
  // A horse with sessions cannot be deleted, only retired; and it can come back.
  await expect(page.getByRole('button', { name: 'Delete' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Retire' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Retire' }).click();
  await expect(page.getByText('4 at work, 1 retired')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('5 at work')).toBeVisible();
});

test('riders are added on the page of the horses', async ({ page }) => {
  await page.goto(`${server.url}/horses`);
  await page.getByLabel('New rider').fill('Wim Oosterlee');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByText('Wim Oosterlee')).toBeVisible();
  await expect(page.getByLabel('New rider')).toHaveValue('');
});
