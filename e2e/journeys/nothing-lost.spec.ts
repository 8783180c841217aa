import { expect, test, type Page } from '@playwright/test';
import { BookServer, demoIds } from '../server.ts';

/** What a person enters is there afterwards, or can be taken back: between pages, lessons, sessions and files. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open('--demo');
});
test.afterAll(() => server.remove());

const editor = (page: Page) => page.getByRole('textbox', { name: 'The lesson in shorthand' });
interface Stored {
  id: string;
  title: string;
  revision: number;
  document: unknown;
}
const textOf = async (id: string) => JSON.stringify(await server.get<Stored>(`lessons/${id}`));

test('from one lesson to its copy: each keeps its own text', async ({ page }) => {
  const { lesson } = await demoIds(server, 'Tansy');
  const before = await textOf(lesson);
  await page.goto(`${server.url}/desk/${lesson}`);
  const named = (name: string) => page.getByRole('heading', { level: 1, name, exact: true });
  await expect(named('Loosen, then straighten')).toBeVisible();
  await page.getByRole('button', { name: 'Lesson', exact: true }).click();
  await page.getByRole('menuitem', { name: /copy/i }).click();
  await expect(named('Loosen, then straighten, copy')).toBeVisible();
  await editor(page).press('Control+End');
  await page.keyboard.type('A halt 7 s');
  await expect(page.locator('[data-state="saved"]')).toContainText('revision 2');
  expect(await textOf(lesson)).toBe(before);
  await page.goBack();
  await expect(named('Loosen, then straighten')).toBeVisible();
  await expect(editor(page)).not.toContainText('halt 7 s');
});

test('typed and left at once, it is taught as it was typed', async ({ page }) => {
  const { lesson } = await demoIds(server, 'Kelpwick');
  await page.goto(`${server.url}/desk/${lesson}`);
  await expect(page.getByRole('heading', { name: 'A depart that waits' })).toBeVisible();
  await editor(page).press('Control+End');
  await page.keyboard.type('A halt 9 s -- and praise');
  await page.getByRole('link', { name: 'Take to the ringside' }).click();
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page.getByRole('button', { name: 'next', exact: true })).toBeVisible();
  expect(await textOf(lesson)).toContain('and praise');
  const [session] = await server.get<Stored[]>('sessions?limit=1');
  expect(JSON.stringify(await server.get(`sessions/${session!.id}`))).toContain('and praise');
});

test('typed without a network and left, it is counted, and sent from another page after a reload', async ({
  page,
}) => {
  const { lesson } = await demoIds(server, 'Samphire');
  await page.goto(`${server.url}/desk/${lesson}`);
  await editor(page).press('Control+End');
  await page.route('**/api/**', (route) => route.abort());
  await page.keyboard.type('A halt 8 s -- let him breathe');
  await expect(page.locator('[data-state="offline"]')).toContainText('kept on this device');
  await page.getByRole('link', { name: 'Horses' }).click();
  await expect(page).toHaveURL(/\/horses$/);
  await expect(page.getByTestId('delivery')).toContainText('1 to send');
  await page.unroute('**/api/**');
  await page.goto(`${server.url}/tests`);
  await expect.poll(() => textOf(lesson), { timeout: 20_000 }).toContain('let him breathe');
  await expect(page.getByTestId('delivery')).toBeHidden();
});

test('a horse half entered is not lost by a tab', async ({ page }) => {
  await page.goto(`${server.url}/horses`);
  await page.getByRole('link', { name: 'Enter a horse' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Fescue');
  await page.getByRole('link', { name: 'Today' }).click();
  const asked = page.getByRole('dialog');
  await expect(asked).toContainText('not saved yet');
  await asked.getByRole('button', { name: 'Stay' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Fescue');
  // Nor by going back, nor by closing the page.
  await page.evaluate(() => history.back());
  await expect(asked).toContainText('not saved yet');
  await asked.getByRole('button', { name: 'Stay' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Fescue');
  expect(new URL(page.url()).pathname).toBe('/horses/new');
  const closes = () =>
    page.evaluate(() => dispatchEvent(new Event('beforeunload', { cancelable: true })));
  expect(await closes()).toBe(false);
  await page.getByLabel('Born in').fill('2060');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/Enter a year from 1980/)).toBeVisible();
  await page.getByRole('link', { name: 'Today' }).click();
  await asked.getByRole('button', { name: 'Leave' }).click();
  await expect(page).toHaveTitle(/Today/);
});

test('a lesson begun by mistake is discarded, and a second one asks first', async ({ page }) => {
  const { horse } = await demoIds(server, 'Skipjack');
  const homework = async () =>
    (await server.get<{ horseId: string; homework: string }[]>('yard?date=2199-01-01')).find(
      (row) => row.horseId === horse,
    )!.homework;
  const before = await homework();
  expect(before).not.toBe('');
  await page.goto(`${server.url}/ringside?horse=${horse}`);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page.getByTestId('delivery')).toContainText('in the book');
  expect(await homework()).toBe('');

  await page.goto(`${server.url}/ringside?horse=${horse}`);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page.getByRole('dialog')).toContainText('already has a lesson under way');
  await page.getByRole('button', { name: 'Go on with it' }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Discard this lesson' }).click();
  await expect(page.getByText('The lesson of Skipjack is discarded.')).toBeVisible();
  await expect.poll(homework).toBe(before);
});

test('a session is deleted with its marks, and brought back', async ({ page }) => {
  const { horse, session } = await demoIds(server, 'Samphire');
  const readings = async () =>
    (await server.get<{ readings: unknown[] }>(`horses/${horse}/readings`)).readings.length;
  const before = await readings();
  await page.goto(`${server.url}/debrief/${session}`);
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(page).toHaveURL(/\/debrief$/);
  expect(await readings()).toBeLessThan(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(readings).toBe(before);
});

test('a table taken twice is in the book once, and leaves it as a whole', async ({ page }) => {
  const { horse } = await demoIds(server, 'Bollard');
  const count = async () =>
    (await server.get<unknown[]>(`sessions?horseId=${horse}&limit=1000`)).length;
  const before = await count();
  const csv =
    'date,horse,minutes,rhythm left\n2020-01-05,Bollard,30,6\n2020-01-06,Bollard,30,6.5\n';
  const file = { name: 'winter.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) };
  const take = async () => {
    await page.goto(`${server.url}/book`);
    await page.getByLabel('A table of sessions').setInputFiles(file);
    await page.getByRole('button', { name: 'Import 2 sessions' }).click();
  };
  await take();
  await expect(page.getByText('✓ 2 sessions imported.')).toBeVisible();
  await take();
  await expect(page.getByText('✓ 0 sessions imported. 2 already in the book.')).toBeVisible();
  expect(await count()).toBe(before + 2);
  await page.getByRole('button', { name: 'Undo import' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Undo import' }).click();
  await expect.poll(count).toBe(before);
});

test('one conflict does not block the phone: marks arrive, homework stays', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const { horse } = await demoIds(server, 'Tansy');
  await page.goto(`${server.url}/ringside?horse=${horse}`);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page.getByTestId('delivery')).toContainText('in the book');
  const id = new URL(page.url()).pathname.split('/').pop()!;
  const begun = await server.get<Stored>(`sessions/${id}`);
  await fetch(`${server.url}/api/sessions/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ ...begun, homework: 'Two quiet halts' }),
  });
  await page.getByRole('button', { name: 'finish' }).click();
  await page.getByRole('button', { name: 'rhythm, left rein: more' }).click();
  await page.getByRole('button', { name: 'Save the lesson' }).click();
  await expect(page.getByTestId('delivery')).toContainText('in the book');
  expect(await server.get(`sessions/${id}`)).toMatchObject({
    homework: 'Two quiet halts',
    endedAt: expect.any(String),
  });
  expect(await server.get<unknown[]>(`sessions/${id}/observations`)).toHaveLength(1);
});
