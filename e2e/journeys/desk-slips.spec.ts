import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { printLesson } from '@canter-book/core/notation/print';
import { editor, isSaved, isSettled, openLesson, textInBook } from '../desk.ts';
import { BookServer } from '../server.ts';

/** An instructor mends a lesson full of slips, goes back and forth in it, and takes it out on paper. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open();
});
test.afterAll(() => server.remove());

const BROKEN = `lesson "Full of slips"
arena 20x60
phase work 9 min
A trot working
C crcle left 20
K circle left 20
E circle left 8
B circle left 20 x9
poles 3 spaced 4 at E
A canter left
B halt 4 s, rein back 12
A trot collected
`;

test('every slip with a fix is mended by its button, then all is undone and done again', async ({
  page,
}) => {
  await openLesson(page, server.url, BROKEN);
  const text = () => textInBook(page, (d) => printLesson(d as never));
  const before = await text();
  const status = page.getByText(/^Slips: |^✓ No slips/);
  const errors = async () =>
    Number(/(\d+) that cannot be ridden/.exec((await status.textContent()) ?? '')?.[1] ?? 0);
  await expect(status).toBeVisible();
  // A slip's first button is its fix, unless it only lets the slip stand.
  const fixes = page.locator('.cb-slip-foot button').filter({ hasNotText: 'Let it stand' });
  let mended = 0;
  for (; mended < 40; mended++) {
    await isSettled(page);
    if ((await fixes.count()) === 0) break;
    const [was, slip] = [await errors(), fixes.first()];
    const label = await slip.textContent();
    await slip.click();
    await isSettled(page);
    expect({ label, errors: (await errors()) <= was }).toEqual({ label, errors: true });
  }
  expect(mended).toBeGreaterThan(3);
  expect(mended).toBeLessThan(40);
  const after = await text();
  expect(after).not.toBe(before);

  // What remains is let stand with a reason, which goes with the text.
  const stand = page.getByRole('button', { name: 'Let it stand' }).first();
  if (await stand.isVisible()) {
    await stand.click();
    await page.getByLabel('Why may it stand?').first().fill('short of time');
    await page.keyboard.press('Enter');
    await expect(page.getByText('1 let stand')).toBeVisible();
    expect(await text()).toMatch(/# allowed [a-z-]+: short of time/);
  }
  const done = await text();
  const [undo, redo] = ['Undo', 'Redo'].map((name) => page.getByRole('button', { name }));
  while (await undo!.isEnabled()) await undo!.click();
  expect(await text()).toBe(before);
  while (await redo!.isEnabled()) await redo!.click();
  expect(await text()).toBe(done);
});

test('from empty to a lesson and all the way back', async ({ page }) => {
  await openLesson(page, server.url, '');
  await editor(page).focus();
  for (const line of ['A trot working', 'C circle left 20', 'E halt 4 s']) {
    await page.keyboard.type(`${line}\n`);
    // Keys that follow at once are one step of the history.
    await page.waitForTimeout(600);
  }
  const undo = page.getByRole('button', { name: 'Undo' });
  while (await undo.isEnabled()) await undo.click();
  expect(await textInBook(page, (d) => printLesson(d as never))).toBe('');
  const redo = page.getByRole('button', { name: 'Redo' });
  while (await redo.isEnabled()) await redo.click();
  await expect(editor(page)).toContainText('E halt 4 s');
});

test('the page is saved as a PDF that says what the lesson says, and versions are compared', async ({
  page,
}) => {
  await openLesson(
    page,
    server.url,
    'lesson "On paper"\narena 20x60\nphase work 12 min\nA trot working\nC circle left 20 x2 -- let the neck go\npoles 3 spaced 1.3 at E\nH-X-F change rein\n',
  );
  const menu = async (name: string) => {
    await page.getByRole('button', { name: 'Lesson', exact: true }).click();
    await page.getByRole('menuitem', { name }).click();
  };
  const download = page.waitForEvent('download', { timeout: 60_000 });
  await menu('Save as PDF');
  const file = await download;
  expect(file.suggestedFilename()).toBe('On-paper.pdf');
  const document = await getDocument({
    data: new Uint8Array(readFileSync((await file.path())!)),
    verbosity: 0,
  }).promise;
  expect(document.numPages).toBe(1);
  const { items } = await (await document.getPage(1)).getTextContent();
  const said = items.map((item) => ('str' in item ? item.str : '')).join(' ');
  for (const words of [
    'On paper',
    'work, 12 min',
    'C circle left 20 x2',
    'let the neck go',
    'H-X-F change rein',
    '3 poles at E',
  ]) {
    expect(said).toContain(words);
  }

  // Another sitting is another version; the first one can be brought back.
  await isSaved(page);
  await menu('Earlier versions');
  const sheet = page.getByRole('dialog', { name: 'Earlier versions' });
  await expect(sheet.getByText('It is the same as the lesson on the desk.')).toBeVisible();
  await page.keyboard.press('Escape');
  await editor(page).focus();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('A halt');
  // The version of this sitting follows the text, so compare before it is saved again.
  await page.route('**/api/lessons/*/versions', async (route) => {
    const answer = await route.fetch();
    const versions = (await answer.json()) as { savedAt: string; document: { items: unknown[] } }[];
    const [now] = versions;
    const old = { ...now!, document: { ...now!.document, items: now!.document.items.slice(0, 3) } };
    await route.fulfill({ json: [now, { ...old, savedAt: '2026-01-05T10:00:00.000Z' }] });
  });
  await isSaved(page);
  await menu('Earlier versions');
  await sheet.getByRole('button', { name: /5 Jan/ }).click();
  await expect(sheet.getByText('+ A halt')).toBeVisible();
  await sheet.getByRole('button', { name: 'Bring that version back' }).click();
  await expect(editor(page)).not.toContainText('A halt');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(editor(page)).toContainText('A halt');
});
