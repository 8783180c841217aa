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
  await expect(pill(page)).toContainText('1 to send');
  await page.unroute('**/api/**');
  await page.goto(`${server.url}/tests`);
  await expect.poll(() => textOf(lesson), { timeout: 20_000 }).toContain('let him breathe');
  await expect(pill(page)).toBeHidden();
});

/** From here on, and until it is given back, no request of the page is answered. */
async function withoutNetwork(page: Page): Promise<() => Promise<void>> {
  const cut = '**/api/**';
  await page.route(cut, (route) => route.abort());
  return () => page.unroute(cut);
}
const pill = (page: Page) => page.getByTestId('delivery');

test('marks given without a network are counted on every page, and sent from another after a reload', async ({
  page,
}) => {
  const [sheet] = await server.get<Stored[]>('lessons?sheets=1');
  await page.goto(`${server.url}/tests/${sheet!.id}`);
  await page.getByRole('button', { name: 'Mark a ride' }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page).toHaveURL(/\/mark$/);
  const ride = new URL(page.url()).pathname.split('/').at(-2)!;
  await expect(page.getByText('In the book')).toBeVisible();
  const giveBack = await withoutNetwork(page);
  await page.getByRole('button', { name: '6.5', exact: true }).click();
  await expect(page.getByText('Kept on this device until the book answers')).toBeVisible();
  // Made anew without the book, it is marked on.
  await page.reload();
  await expect(page.getByRole('list', { name: 'All marks' })).toContainText('6.5');
  await page.getByRole('link', { name: 'Horses', exact: true }).click();
  await expect(page).toHaveURL(/\/horses$/);
  await expect(pill(page)).toContainText('1 to send');
  await giveBack();
  await page.goto(`${server.url}/debrief`);
  const stored = () => server.get<{ judges: unknown }>(`rides/${ride}`);
  await expect.poll(async () => JSON.stringify((await stored()).judges)).toContain('6.5');
  await expect(pill(page)).toBeHidden();
});

test('a try the device refused to keep once is there after a reload', async ({ page }) => {
  await page.addInitScript(() => {
    const { put } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.put = function (value: unknown, key?: IDBValidKey) {
      if (sessionStorage.getItem('refuse') !== 'once') return put.call(this, value, key);
      sessionStorage.removeItem('refuse');
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  const { horse } = await demoIds(server, 'Bollard');
  await page.goto(`${server.url}/ringside?horse=${horse}`);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(pill(page)).toContainText('in the book');
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'next', exact: true }).click();
  const giveBack = await withoutNetwork(page);
  await page.evaluate(() => sessionStorage.setItem('refuse', 'once'));
  await page.getByRole('button', { name: /^good/ }).click();
  await page.getByRole('button', { name: /^lost/ }).click();
  await expect(pill(page)).toContainText('kept here, 2 to send');
  await giveBack();
  const session = new URL(page.url()).pathname.split('/').pop()!;
  await page.reload();
  const seen = () => server.get<{ result?: string }[]>(`sessions/${session}/observations`);
  await expect
    .poll(async () => (await seen()).map(({ result }) => result))
    .toEqual(['good', 'lost']);
  await expect(pill(page)).toContainText('in the book');
});

test('a lesson in two tabs without a network, a line in each: both are there after a reload', async ({
  page,
  context,
}) => {
  const { lesson } = await demoIds(server, 'Bollard');
  const other = await context.newPage();
  const tabs = [page, other] as const;
  for (const tab of tabs) {
    await tab.goto(`${server.url}/desk/${lesson}`);
    await editor(tab).press('Control+End');
  }
  const giveBack = await Promise.all(tabs.map(withoutNetwork));
  await page.keyboard.type('A halt 6 s -- from here');
  await other.keyboard.type('C halt 7 s -- from there');
  for (const tab of tabs)
    await expect(tab.locator('[data-state="offline"]')).toContainText('kept on this device');
  await other.close();
  await giveBack[0]!();
  await page.goto(`${server.url}/debrief`);
  // One goes to the book; the other waits for somebody to choose.
  await expect(pill(page)).toContainText('1 not taken', { timeout: 20_000 });
  await pill(page).click();
  await page.getByRole('dialog').getByRole('link').click();
  const choice = page.getByRole('dialog', { name: 'This lesson was saved in another place too.' });
  await expect(choice).toContainText('from here');
  await expect(choice).toContainText('from there');
  await choice.getByRole('button', { name: 'Keep this one' }).click();
  await expect(page.locator('[data-state="saved"]')).toBeVisible();
  await expect(pill(page)).toBeHidden();
});

test('a form works without a network: an event is shown, counted, and in the book later', async ({
  page,
}) => {
  const { horse } = await demoIds(server, 'Skipjack');
  await page.goto(`${server.url}/horses/${horse}`);
  await page.getByRole('button', { name: 'Note an event' }).click();
  const giveBack = await withoutNetwork(page);
  await page.getByLabel('What happened').fill('New saddle');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText('New saddle')).toBeVisible();
  await expect(pill(page)).toContainText('1 to send');
  await giveBack();
  await page.goto(`${server.url}/tests`);
  const events = async () =>
    JSON.stringify((await server.get<{ events: unknown }>(`horses/${horse}`)).events);
  await expect.poll(events, { timeout: 20_000 }).toContain('New saddle');
  await expect(pill(page)).toBeHidden();
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
