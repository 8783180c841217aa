import { expect, test, type Page } from '@playwright/test';
import { editor, isSaved } from '../desk.ts';
import { BookServer } from '../server.ts';

/** A sheet is written, learned, marked by two judges on two devices without the book, counted out, and planned from. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open('--demo');
});
test.afterAll(() => server.remove());

const SHEET = `test "Hollow Lane First" for stage 2
arena 20x40
enter A trot working
box 1 "entry" -- straight, square halt
X halt 4 s, salute, proceed trot working
C track left
box 2 "circle" -- round
E circle left 20
box 3 x2 "stretch" -- reaches for the hand
A circle left 20, stretch, retake at three-quarter
collective "rider" x2
errors points 2 4 out
`;

const mark = (page: Page, value: string) =>
  page
    .getByRole('group', { name: 'Marks' })
    .getByRole('button', { name: value, exact: true })
    .click();
const next = (page: Page) => page.getByRole('button', { name: /Next/ }).click();

test('from the sheet to the result, and from the result to a lesson', async ({ page, browser }) => {
  await page.goto(`${server.url}/tests`);
  await page.getByLabel('A sheet as a file').setInputFiles({
    name: 'first.cbk',
    mimeType: 'text/plain',
    buffer: Buffer.from(SHEET),
  });
  // At the desk a box is a line like any other: by its fields, and by the palette.
  await expect(editor(page)).toContainText('box 1 "entry"');
  await page.locator('.cm-line', { hasText: 'box 2' }).click();
  await page.getByLabel('title').fill('large circle');
  await page.getByLabel('title').press('Enter');
  await expect(editor(page)).toContainText('box 2 "large circle"');
  await page.getByRole('button', { name: 'Marks' }).click();
  await page.getByRole('menuitem', { name: /collective mark/ }).click();
  await expect(editor(page)).toContainText('collective "general impression"');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(editor(page)).not.toContainText('general impression');
  await expect(editor(page)).toContainText('box 2 "large circle"');
  await isSaved(page);
  await page.getByRole('link', { name: 'As a test' }).click();

  // What it asks, and of whom it is too much.
  await expect(page.getByRole('heading', { name: 'Hollow Lane First' })).toBeVisible();
  const boxes = page.getByRole('region', { name: 'Boxes' }).getByRole('listitem');
  await expect(boxes.filter({ hasText: 'large circle' })).toContainText('shows suppleness');
  await page.getByLabel('Ready for it?').selectOption({ label: 'Tansy' });
  await expect(boxes.filter({ hasText: 'large circle' })).toContainText(/expected \d\.\d ± \d\.\d/);

  // Learned: a wrong letter is said, the right one shown; the day is counted.
  await page.getByRole('link', { name: 'Learn it' }).click();
  await page.getByRole('button', { name: 'X', exact: true }).click();
  await expect(page.getByText('✓ Yes.')).toBeVisible();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'B', exact: true }).click();
  await expect(page.getByText('✕ Not at B, at E.')).toBeVisible();
  await expect(page.getByText('1 of 2 right')).toBeVisible();
  // Drawn with a finger: from K to F along A is no circle at E.
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Draw it' }).click();
  const sand = (await page.getByRole('img', { name: /Draw here/ }).boundingBox())!;
  const at = (x: number, y: number) => [sand.x + x * sand.width, sand.y + y * sand.height] as const;
  await page.mouse.move(...at(0.2, 0.25));
  await page.mouse.down();
  await page.mouse.move(...at(0.5, 0.3), { steps: 5 });
  await page.mouse.move(...at(0.8, 0.75), { steps: 5 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(page.getByText(/^✕ It /)).toBeVisible();
  await expect(page.getByText('1 of 3 right')).toBeVisible();
  // Read along: the words are there, and gone from memory.
  await page.getByRole('button', { name: 'Read along' }).click();
  await expect(page.getByText('X, halt, salute, proceed working trot')).toBeVisible();
  await page.getByRole('button', { name: 'From memory' }).click();
  await expect(page.getByText('X, halt, salute, proceed working trot')).toHaveCSS('opacity', '0');
  await page.getByRole('link', { name: 'Back to the sheet' }).click();

  // Called: at this horse's tempo, the clock set right at the letter.
  await page.getByRole('link', { name: 'Call it' }).click();
  await page.getByLabel(/^Horse/).selectOption({ label: 'Tansy' });
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('button', { name: 'go', exact: true }).click();
  await page.getByRole('button', { name: 'at X' }).click();
  await expect(page.getByRole('region', { name: 'Read', exact: true })).toContainText(
    'C, track left',
  );
  await page.getByRole('button', { name: 'finish' }).click();
  await page.getByRole('link', { name: 'Back to the sheet' }).click();

  // Marked by two, each on an own device; the first without the book.
  await page.getByRole('button', { name: 'Mark a ride' }).click();
  await page.getByRole('dialog').getByLabel('Horse').selectOption({ label: 'Tansy' });
  await page.getByLabel('E', { exact: true }).check();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page).toHaveURL(/\/mark$/);
  const other = await (await browser.newContext({ locale: 'en-GB' })).newPage();
  await other.goto(page.url());
  await other.getByRole('group', { name: 'Judge' }).getByRole('button', { name: 'E' }).click();

  await page.context().setOffline(true);
  await mark(page, '6.5');
  await page.getByLabel('Remark').fill('lt ');
  await expect(page.getByLabel('Remark')).toHaveValue('lost the tempo ');
  await next(page);
  await mark(page, '5.5');
  await next(page);
  // By keys as well: seven, and a half on top.
  await page.keyboard.press('7');
  await page.keyboard.press('.');
  await next(page);
  await mark(page, '7');
  await page.getByRole('button', { name: 'Error of course' }).click();
  // Thought better of.
  await page.getByRole('list', { name: 'All marks' }).getByRole('button', { name: /^2 / }).click();
  await mark(page, '6');
  await expect(page.getByText('Kept on this device until the book answers')).toBeVisible();

  for (const value of ['6', '6', '7', '6.5']) {
    await mark(other, value);
    await expect(other.getByText('In the book')).toBeVisible();
    if (value !== '6.5') await next(other);
  }
  await page.context().setOffline(false);
  await expect(page.getByText('In the book')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('link', { name: 'See the result' }).click();

  // C: 6.5 + 6 + 2·7.5 + 2·7 = 41.5; E: 6 + 6 + 14 + 13 = 39; each less 2 for the error, of 60.
  await expect(page.getByText('63.750 %', { exact: true })).toBeVisible();
  await expect(page.getByText('C 65.833 % · E 61.667 %')).toBeVisible();
  await page.getByText('1 mark corrected').click();
  await expect(page.getByText(/C, box 2: was 5\.5/)).toBeVisible();

  // The points that are missing lead to a lesson.
  const points = page.getByRole('listitem').filter({ hasText: 'large circle' });
  await points.getByRole('link', { name: 'Plan for it' }).click();
  await expect(page).toHaveURL(/\/plan\?aim=/);
  await expect(page.getByRole('main').getByRole('status')).toHaveText('', { timeout: 30_000 });
  await expect(page.getByText('the aim').first()).toBeVisible();

  // And the whole ride to one whose last part is a part of the test.
  await page.goBack();
  await page.getByRole('link', { name: 'Plan a lesson from it' }).click();
  await expect(page).toHaveURL(/\/plan\?ride=/);
  const parts = page.getByRole('region', { name: 'From the test' });
  await expect(parts).toContainText('rehearsal', { timeout: 30_000 });
  // It is planned to its end.
  await expect(page.getByRole('main').getByRole('status')).toHaveText('', { timeout: 30_000 });
  await parts.getByRole('button', { name: 'leave out' }).last().click();
  await expect(parts.getByRole('button', { name: 'put back' })).toBeVisible();
});

test('a test is called: the caller follows the rider, notes an error, and the ride is marked', async ({
  page,
}) => {
  const sheets = await server.get<{ id: string; title: string }[]>('lessons?sheets=1');
  const { id } = sheets.find((s) => s.title === 'Larkfield Two')!;
  await page.goto(`${server.url}/tests/${id}`);
  await page.getByLabel('Ready for it?').selectOption({ label: 'Tansy' });
  await page.getByRole('link', { name: 'Call it' }).click();
  await page.getByLabel('Behind it').selectOption({ label: 'Bollard' });
  await expect(page.getByText(/lengths? between them/)).toBeVisible();
  await page.getByLabel('Behind it').selectOption({ label: 'no second horse' });
  await page.getByRole('button', { name: 'Begin' }).click();
  const read = page.getByRole('region', { name: 'Read', exact: true });
  await expect(read).toContainText('X, halt, salute, proceed working trot');
  await page.getByRole('button', { name: 'go', exact: true }).click();
  await page.getByRole('button', { name: 'at X' }).click();
  // The halt is ridden: what comes next is read.
  await expect(read).toContainText('C, track right');
  await page.getByRole('button', { name: 'wait', exact: true }).click();
  await page.getByRole('button', { name: 'error', exact: true }).click();
  await expect(page.getByText('1 error of course')).toBeVisible();
  // Opened again in the middle it goes on.
  await page.reload();
  await expect(read).toContainText('C, track right');
  await expect(page.getByText('1 error of course')).toBeVisible();
  await page.getByRole('button', { name: 'finish' }).click();
  await page.getByRole('button', { name: 'Mark this ride' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Begin' }).click();
  await expect(page).toHaveURL(/\/mark$/);
  await expect(page.getByText(/1 error/).first()).toBeVisible();
});
