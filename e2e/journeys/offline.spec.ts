import { expect, test } from '@playwright/test';
import { editor, toText } from '../desk.ts';
import { BookServer, demoIds } from '../server.ts';

/** A lesson at phone width: the server stops in the middle, and nothing is lost. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open('--demo');
});
test.afterAll(() => server.remove());

test.use({ viewport: { width: 390, height: 844 } });

interface Seen {
  kind: string;
  result?: string;
  held?: number;
}

test('goes on without the server, also over a reload, and delivers later', async ({ page }) => {
  const { horse } = await demoIds(server, 'Kelpwick');
  await page.goto(`${server.url}/ringside?horse=${horse}`);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page.getByTestId('delivery')).toContainText('in the book');
  const session = new URL(page.url()).pathname.split('/').pop()!;
  const good = page.getByRole('button', { name: /^good/ });
  const next = page.getByRole('button', { name: 'next', exact: true });
  await next.click();
  await next.click();
  await good.click();
  await expect(page.getByTestId('delivery')).toContainText('in the book');

  // The app keeps itself on the device in the background after its first page.
  await page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);
  await server.stop();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: /Tap along/ }).click();
  await good.click();
  await page.getByRole('button', { name: /^lost/ }).click();
  await expect(page.getByTestId('delivery')).toContainText('kept here, 2 to send');
  await next.click();

  // The page is opened anew without a server: the app comes from the device, and so does the lesson.
  await page.reload();
  await expect(page.getByText('2 of 3 good')).toBeVisible();
  await good.click();
  await page.getByRole('button', { name: 'finish' }).click();
  for (const scale of ['rhythm', 'contact']) {
    await page.getByRole('button', { name: `${scale}, left rein: more` }).click();
  }
  await page.getByRole('button', { name: 'Save the lesson' }).click();
  await expect(page.getByText(/4 tries and 2 marks/)).toBeVisible();
  // Three tries, two marks, and the session itself.
  await expect(page.getByTestId('delivery')).toContainText('kept here, 6 to send');

  await server.start();
  await expect(page.getByTestId('delivery')).toContainText('in the book', { timeout: 20_000 });
  const seen = await server.get<Seen[]>(`sessions/${session}/observations`);
  const tries = seen.filter((o) => o.kind === 'try').map((o) => `${o.result} ${o.held}`);
  expect(tries).toEqual(['good 0', 'good 4', 'lost 0', 'good 0']);
  expect(seen.filter((o) => o.kind === 'mark')).toHaveLength(2);
  const stored = await server.get<{ minutes: number | null; endedAt: string | null }>(
    `sessions/${session}`,
  );
  expect(stored.endedAt).not.toBeNull();
});

test('the desk keeps what is typed while the server is gone', async ({ page }) => {
  const { lesson } = await demoIds(server, 'Skipjack');
  await page.goto(`${server.url}/desk/${lesson}`);
  await expect(page.getByRole('heading', { name: /Past the gate/ })).toBeVisible();
  await toText(page);
  await server.stop();
  await editor(page).press('Control+End');
  await page.keyboard.type('A halt 4 s -- and praise');
  await expect(page.locator('[data-state="offline"]')).toBeVisible();
  await server.start();
  await expect(page.locator('[data-state="saved"]')).toBeVisible({ timeout: 20_000 });
  await page.reload();
  await toText(page);
  await editor(page).press('Control+End');
  await expect(editor(page)).toContainText('and praise');
});

test('what is saved on one device appears on the others, and who else is there is said', async ({
  page,
  context,
}) => {
  const { lesson } = await demoIds(server, 'Tansy');
  const other = await context.newPage();
  for (const tab of [page, other]) await tab.goto(`${server.url}/desk/${lesson}`);
  await expect(page.getByText('also open: the machine of the book')).toBeVisible();
  await (await toText(page)).press('Control+End');
  await page.keyboard.type('A halt 4 s -- and breathe');
  await expect(other.getByText('saved on another device just now')).toBeVisible({
    timeout: 10_000,
  });
  await (await toText(other)).press('Control+End');
  await expect(editor(other)).toContainText('and breathe');
  // The server goes and comes: what was missed is asked for.
  await other.goto(`${server.url}/horses`);
  await expect(other.getByText('Tansy', { exact: true })).toBeVisible();
  await expect(page.getByText('also open')).toHaveCount(0);
  await server.stop();
  await server.start();
  const horses = await server.get<{ id: string; name: string }[]>('horses');
  const tansy = horses.find((h) => h.name === 'Tansy')!;
  const url = `${server.url}/api/horses/${tansy.id}`;
  const answer = await page.request.put(url, { data: { ...tansy, name: 'Tansy the bold' } });
  expect(answer.status()).toBe(200);
  await expect(other.getByText('Tansy the bold')).toBeVisible({ timeout: 15_000 });
});

test('two tabs on one lesson: nothing is overwritten, both versions are shown', async ({
  page,
  context,
}) => {
  const { lesson } = await demoIds(server, 'Samphire');
  const other = await context.newPage();
  // It hears nothing of the first, and packs no lessons for the ringside: else it would show what that one saves.
  for (const path of ['**/api/live*', '**/api/lessons?*'])
    await other.route(path, (route) => route.abort());
  for (const tab of [page, other]) await tab.goto(`${server.url}/desk/${lesson}`);
  await expect(other.getByRole('heading', { name: /same tempo/ })).toBeVisible();
  // Both are laid out before either changes: a desk opened later would begin with what was saved.
  for (const tab of [page, other]) await toText(tab);
  await editor(page).press('Control+End');
  await page.keyboard.type('A halt 4 s');
  await expect(page.locator('[data-state="saved"]')).toContainText('revision 2');
  await editor(other).press('Control+End');
  await other.keyboard.type('C halt 5 s');
  const dialog = other.getByRole('dialog');
  await expect(dialog).toContainText('A halt 4 s');
  await expect(dialog).toContainText('C halt 5 s');
  await dialog.getByRole('button', { name: 'Keep this one' }).click();
  await expect(other.locator('[data-state="saved"]')).toContainText('revision 3');
  expect((await server.get<{ revision: number }>(`lessons/${lesson}`)).revision).toBe(3);
});
