import { expect, test, type Page } from '@playwright/test';
import { isAccessible } from '../access.ts';
import { openQuietly } from '../quiet.ts';
import { BookServer, demoIds } from '../server.ts';

/** Every view: a title, a heading, no serious fault of access, no sideways scrolling, no fault of the program. */

// Many pages, none in the way of another; what is kept for a place without a network is not looked at here.
test.describe.configure({ mode: 'parallel' });
test.use({ serviceWorkers: 'block' });

let server: BookServer;
let empty: BookServer;
test.beforeAll(async () => {
  [server, empty] = [await BookServer.open('--demo', '--phones'), await BookServer.open()];
});
test.afterAll(async () => {
  await server.remove();
  await empty.remove();
});

const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];

async function check(page: Page, path: string) {
  await expect(page.getByRole('heading').first(), path).toBeVisible();
  await expect(page, path).toHaveTitle(/Canter Book/);
  await checkAccess(page, path);
}

async function checkAccess(page: Page, path: string) {
  await isAccessible(page, path);
  const over = await page.evaluate(() => {
    const open = document.getElementById('page');
    return {
      window: document.documentElement.scrollWidth - window.innerWidth,
      page: (open?.scrollWidth ?? 0) - (open?.clientWidth ?? 0),
    };
  });
  expect(over.window, `${path} scrolls sideways`).toBeLessThanOrEqual(0);
  // A chart is drawn in whole pixels.
  expect(over.page, `${path} scrolls sideways`).toBeLessThanOrEqual(1);
}

/** Whatever the program says went wrong, but for what is asked for and not there. */
function faultsOf(page: Page): string[] {
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().includes('404')) faults.push(message.text());
  });
  return faults;
}

async function checkAll(page: Page, paths: readonly string[]) {
  for (const path of paths) {
    await openQuietly(page, server.url + path);
    await check(page, path);
  }
}

for (const viewport of SIZES) {
  test(`the timetable, the weeks, the report and the phones at ${viewport.width} px`, async ({
    page,
  }) => {
    const faults = faultsOf(page);
    await page.setViewportSize(viewport);
    const { horse } = await demoIds(server, 'Tansy');
    const [rider] = await server.get<{ id: string }[]>('riders');
    await checkAll(page, [
      '/?view=week',
      '/?view=month',
      '/timetable',
      `/horses/${horse}/report`,
      `/riders/${rider!.id}`,
      '/pair',
      '/phones',
    ]);
    await page.getByLabel('Whose phone').fill('Rowan Ashdown');
    await page.getByRole('button', { name: 'Show the code' }).click();
    await expect(page.getByRole('img', { name: 'The code for the phone' })).toBeVisible();
    await checkAccess(page, 'a code for a phone');
    await checkAll(page, [`/horses/${horse}/programme`]);
    await expect(page.getByRole('heading', { name: 'Gates' })).toBeVisible({ timeout: 30_000 });
    await checkAccess(page, 'the weeks, planned');
    await page.goto(server.url);
    await page.getByRole('button', { name: 'New', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'A new appointment' })).toBeVisible();
    await checkAccess(page, 'a new appointment');
    expect(faults).toEqual([]);
  });

  test(`the horses, the shelf and the desk at ${viewport.width} px`, async ({ page }) => {
    const faults = faultsOf(page);
    await page.setViewportSize(viewport);
    const { horse, lesson } = await demoIds(server, 'Tansy');
    await checkAll(page, [
      '/',
      '/horses',
      '/horses/new',
      `/horses/${horse}`,
      `/horses/${horse}/edit`,
      `/horses/${horse}/plan`,
      `/shelf?horse=${horse}`,
      '/shelf/shoulder-in',
      '/shelf/new?from=trot-circle',
      '/desk',
      `/desk/${lesson}`,
      '/help',
      '/nowhere',
      '/horses/0190a0b0-0000-7000-8000-000000000000',
    ]);
    expect(faults).toEqual([]);
  });

  test(`the tests and the rides at ${viewport.width} px`, async ({ page }) => {
    const faults = faultsOf(page);
    await page.setViewportSize(viewport);
    const { horse } = await demoIds(server, 'Tansy');
    const [ride] = await server.get<{ id: string; lessonId: string }[]>(`rides?horseId=${horse}`);
    await checkAll(page, [
      '/tests',
      `/tests/${ride!.lessonId}`,
      `/tests/${ride!.lessonId}/learn`,
      `/tests/${ride!.lessonId}/learn?way=draw`,
      `/tests/${ride!.lessonId}/learn?way=read`,
      `/tests/${ride!.lessonId}/call`,
      `/tests/rides/${ride!.id}`,
      `/tests/rides/${ride!.id}/mark`,
    ]);
    expect(faults).toEqual([]);
  });

  test(`the ringside, the debrief and progress at ${viewport.width} px`, async ({ page }) => {
    const faults = faultsOf(page);
    await page.setViewportSize(viewport);
    const { horse, session } = await demoIds(server, 'Tansy');
    await checkAll(page, [
      `/ringside?horse=${horse}`,
      '/debrief',
      `/debrief/${session}`,
      '/progress',
      `/progress/${horse}`,
      '/book',
    ]);
    await page.goto(`${server.url}/ringside?horse=${horse}`);
    await page.getByRole('button', { name: 'Begin the lesson' }).click();
    await check(page, 'ringside, ready');
    await page.getByRole('button', { name: 'next', exact: true }).click();
    await check(page, 'ringside, under way');
    const small = await page
      .locator('button')
      .evaluateAll(
        (all) =>
          all
            .map((b) => b.getBoundingClientRect())
            .filter((r) => r.width > 0 && (r.height < 56 || r.width < 56)).length,
      );
    expect(small, 'targets under 56 px at the ringside').toBe(0);
    await page.getByRole('button', { name: 'finish' }).click();
    await check(page, 'ringside, marks');
    expect(faults).toEqual([]);
  });
}

test('the desk and the ringside in use have no fault of access', async ({ page }) => {
  const { lesson, horse } = await demoIds(server, 'Tansy');
  await page.goto(`${server.url}/desk/${lesson}`);
  await page.locator('.cm-line', { hasText: 'K-H loop 5' }).click();
  await expect(page.getByRole('region', { name: 'Selected line' })).toContainText('K-H loop 5');
  await checkAccess(page, 'a line selected');
  await page.getByRole('tab', { name: 'List' }).click();
  await checkAccess(page, 'the list');
  await page.getByRole('button', { name: 'Circles' }).click();
  await expect(page.getByRole('menu')).toBeVisible();
  await checkAccess(page, 'a menu open');
  await page.getByRole('menuitem', { name: /^circle/ }).click();
  await checkAccess(page, 'a figure held');
  await page.goto(`${server.url}/ringside?horse=${horse}`);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await page.getByRole('button', { name: 'note', exact: true }).click();
  await checkAccess(page, 'the notes');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('the ringside fits the screen without scrolling, with a note', async ({ page }) => {
  const { horse } = await demoIds(server, 'Kelpwick');
  for (const viewport of [
    { width: 360, height: 640 },
    { width: 390, height: 844 },
    { width: 844, height: 390 },
  ]) {
    await page.setViewportSize(viewport);
    await page.goto(`${server.url}/ringside?horse=${horse}`);
    await page.getByRole('button', { name: 'Begin the lesson' }).click();
    const another = page.getByRole('button', { name: 'Begin another' });
    const next = page.getByRole('button', { name: 'next', exact: true });
    await expect(another.or(next).first()).toBeVisible();
    if (await another.isVisible()) await another.click();
    for (let i = 0; i < 12; i++) {
      await expect(next).toBeInViewport({ ratio: 1 });
      await expect(page.getByRole('button', { name: 'finish' })).toBeInViewport({ ratio: 1 });
      await expect(page.getByRole('button', { name: /^good/ })).toBeInViewport({ ratio: 1 });
      await next.click();
    }
    const over = await page.evaluate(() => {
      const main = document.querySelector('main')!;
      return [main.scrollHeight - main.clientHeight, main.scrollWidth - main.clientWidth];
    });
    expect(over, `${viewport.width} × ${viewport.height}`).toEqual([0, 0]);
  }
});

test('every view of an empty book teaches a next step', async ({ page }) => {
  for (const path of ['/', '/horses', '/desk', '/ringside', '/debrief', '/progress']) {
    await openQuietly(page, empty.url + path);
    await check(page, path);
    await expect(
      page.getByRole('heading', { level: 2, name: /empty|No |Nothing/ }).first(),
      path,
    ).toBeVisible();
  }
});

test('the evening and sunlight papers keep their contrast', async ({ page }) => {
  const { horse, lesson } = await demoIds(server, 'Bollard');
  for (const theme of ['evening', 'sunlight']) {
    await page.addInitScript((t) => localStorage.setItem('canter-book-theme', t), theme);
    for (const path of ['/', `/horses/${horse}`, `/desk/${lesson}`, `/progress/${horse}`]) {
      await openQuietly(page, server.url + path);
      await check(page, `${theme} ${path}`);
    }
  }
});
