import { expect, type Locator, type Page } from '@playwright/test';

/** The desk as a person uses it: shared by the journeys. */

export const editor = (page: Page): Locator =>
  page.getByRole('textbox', { name: 'The lesson in shorthand' });

/** Down to the text, which on a phone lies below the arena and is laid out on the way to it. */
export async function toText(page: Page): Promise<Locator> {
  await page.getByRole('tab', { name: 'Text' }).scrollIntoViewIfNeeded();
  await expect(editor(page)).toBeVisible();
  return editor(page);
}

export const isSaved = (page: Page) =>
  expect(page.locator('[data-state="saved"]')).toBeVisible({ timeout: 15_000 });

/** The desk has followed what was done, and its slips are those of the lesson as it is. */
export const isSettled = (page: Page) =>
  expect(page.locator('[data-settled="true"]')).toBeVisible();

/** Opens a lesson from a file, as one that was shared. */
export async function openLesson(page: Page, url: string, text: string): Promise<void> {
  await page.goto(`${url}/desk`);
  await page.getByLabel('A lesson as a file').setInputFiles({
    name: 'shared.cbk',
    mimeType: 'text/plain',
    buffer: Buffer.from(text),
  });
  await expect(editor(page)).toBeVisible();
}

/** The whole text as the book has it: the editor on the screen holds only the lines in sight. */
export async function textInBook(page: Page, format: (document: unknown) => string) {
  await isSaved(page);
  const id = page.url().split('/').at(-1)!;
  const answer = await page.request.get(`${new URL(page.url()).origin}/api/lessons/${id}`);
  return format((await answer.json()).document);
}
