import { writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { BookServer, demoIds } from '../server.ts';

/** A lesson is proposed, changed by wishes, taken to the ringside; planned anew around a hand's change; and the shelf. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open('--demo');
});
test.afterAll(() => server.remove());

test('from Today to a lesson that is ready for the ringside in three actions', async ({ page }) => {
  await page.goto(server.url);
  const row = page.getByRole('listitem').filter({ hasText: 'Bollard' });
  await row.getByRole('link', { name: 'Propose' }).click();
  await expect(page.getByRole('heading', { name: 'A lesson for Bollard' })).toBeVisible();
  await page.getByRole('button', { name: 'Take to the ringside' }).click();
  await expect(page).toHaveURL(/ringside/);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page.getByRole('button', { name: 'finish' })).toBeVisible();
});

test('wishes change the plan, and what is changed by hand stays when it is planned anew', async ({
  page,
}) => {
  const { horse } = await demoIds(server, 'Bollard');
  await page.goto(`${server.url}/horses/${horse}/plan`);
  const work = page.getByRole('region', { name: 'Work' });
  const names = () => work.getByRole('button', { expanded: false }).allTextContents();
  await expect(work).toBeVisible({ timeout: 30_000 });
  const [first] = await names();
  await work.getByRole('button', { expanded: false }).first().click();
  await expect(work.getByText(/Move on when|Stop when/)).toBeVisible();
  await work.getByRole('button', { name: 'Not today' }).click();
  await expect(work.getByText(first!.trim(), { exact: true })).toHaveCount(0, { timeout: 30_000 });
  await expect(page.getByText('Not today, as you said.')).toBeAttached();

  await page.getByRole('button', { name: '30', exact: true }).click();
  await expect(page.getByRole('main').getByRole('status')).toHaveText('', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Open at the desk' }).click();
  const editor = page.getByRole('textbox', { name: 'The lesson in shorthand' });
  await expect(editor).toContainText('phase warm-up');
  await expect(page.locator('.cb-error')).toHaveCount(0);

  // The reasons stand beside the line; a line is changed by hand.
  const line = page.locator('.cm-line', { hasText: /; (secure|still being learned)/ }).first();
  await line.click();
  await expect(page.getByRole('complementary', { name: 'Why it is there' })).toBeVisible();
  // Twice: a long line is folded.
  for (const key of ['Home', 'Home', 'Shift+End', 'Shift+End']) await page.keyboard.press(key);
  await page.keyboard.insertText('B circle left 13');
  await page.getByRole('button', { name: 'Lesson', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Plan it again' }).click();
  await expect(page.getByText('Kept as you changed it: one part')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('main').getByRole('status')).toHaveText('', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Open at the desk' }).click();
  await expect(editor).toContainText('phase warm-up');
  const { document } = await server.get<{ document: object }>(
    `lessons/${page.url().split('/').at(-1)}`,
  );
  const text = JSON.stringify(document);
  expect(text).toContain('"diameterM":13');
});

test('a lesson asks no more than its rider can, and takes the rider along', async ({ page }) => {
  const { horse } = await demoIds(server, 'Kelpwick');
  await page.goto(`${server.url}/horses/${horse}/plan`);
  const quiet = () =>
    expect(page.getByRole('main').getByRole('status')).toHaveText('', { timeout: 30_000 });
  await expect(page.getByRole('region', { name: 'Work' })).toBeVisible({ timeout: 30_000 });
  await page.getByLabel('Rider').selectOption({ label: 'Pia Undershaw' });
  await expect(page.getByText('Nothing beyond stage 2 is asked.')).toBeVisible();
  await quiet();
  await expect(page.getByText(/the rider is at stage 2/).first()).toBeAttached();
  // They came late: what is left is shorter, and the rider goes along to the ringside.
  await page.getByRole('button', { name: '20 minutes less' }).click();
  await quiet();
  await page.getByRole('button', { name: 'Take to the ringside' }).click();
  await expect(page.getByLabel('Rider')).toHaveValue(/.+/);
  const rider = page.getByLabel('Rider').locator('option:checked');
  await expect(rider).toHaveText('Pia Undershaw');
});

test('the shelf is searched, shows what a horse is ready for, and takes an exercise of one’s own', async ({
  page,
}) => {
  const { horse } = await demoIds(server, 'Tansy');
  await page.goto(`${server.url}/shelf?horse=${horse}`);
  await expect(page.getByText(/169 of 169 exercises/)).toBeVisible();
  await page.getByLabel('ready for it').check();
  await expect(page.getByText(/169 of 169 exercises/)).toHaveCount(0);
  await page.getByLabel('ready for it').uncheck();
  await page
    .getByPlaceholder('circle, leans, contact')
    .fill('half pirouette in canter out on a straight line');
  await expect(page.getByText('1 of 169 exercises')).toBeVisible();
  await page.getByRole('link', { name: /not yet: .*Half pirouette in canter/ }).click();
  await expect(page.getByText('Seat and weight')).toBeVisible();
  await page.getByRole('button', { name: '◑ right' }).click();
  await expect(page.locator('pre')).toContainText('canter pirouette right 180');

  await page.goto(`${server.url}/shelf/trot-circle`);
  await page.getByRole('button', { name: 'Make my own from it' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Circle with a halt');
  const shorthand = page.getByLabel(/Shorthand/);
  await shorthand.fill('{at} trot working, circle left 30');
  await expect(page.getByText(/wider than the arena|does not fit|30/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  await shorthand.fill('{at} trot working, circle left {size}');
  await expect(page.getByText('✓ It can be ridden at every letter')).toBeVisible();
  // A rung more on its ladder; leaving before it is kept is asked about.
  await page.getByText('The ladder').click();
  await page.getByRole('button', { name: 'Add a harder step' }).click();
  await page.getByLabel('Step 5', { exact: true }).fill('10 m');
  await page.getByLabel('{size} in step 5').fill('10');
  await page.getByLabel('From stage, step 5').selectOption('5');
  await expect(page.getByText('✓ It can be ridden at every letter')).toBeVisible();
  await page.getByRole('link', { name: 'Horses' }).click();
  await page.getByRole('button', { name: 'Stay' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: '10 m' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Circle with a halt' })).toBeVisible();
  await page.goto(`${server.url}/shelf`);
  await expect(page.getByText(/170 of 170 exercises/)).toBeVisible();

  // Out to a file and in again: what is there already is not taken twice.
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save mine as a file' }).click();
  const file = await (await saved).path();
  await page.getByLabel('Exercises as a file').setInputFiles(file);
  await expect(page.getByText(/is on the shelf already/)).toBeVisible();
  const broken = test.info().outputPath('broken.json');
  writeFileSync(broken, '{"exercises":[{"id":"x"}]}');
  await page.getByLabel('Exercises as a file').setInputFiles(broken);
  await expect(page.getByText(/exercise 1, name/)).toBeVisible();
});

test('what the vet forbids is kept to, and at the ringside an easier exercise takes over', async ({
  page,
}) => {
  const { horse } = await demoIds(server, 'Kelpwick');
  await page.goto(`${server.url}/horses/${horse}/edit`);
  await page.getByRole('button', { name: 'Add a limit for a time' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  const said = 'The vet: no canter until further notice.';
  await expect(page.getByText(`▲ ${said}`)).toBeVisible();
  await page.getByRole('link', { name: 'Propose a lesson' }).click();
  await expect(page.getByText(said, { exact: true })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Take to the ringside' }).click();
  await expect(page.getByText(`▲ ${said}`)).toBeVisible();
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page).toHaveURL(/ringside\/.+/);

  const offer = page.getByRole('alert', { name: 'What could be ridden instead' });
  const lost = page.getByRole('button', { name: /^lost/ });
  for (let i = 0; i < 30 && (await offer.count()) === 0; i++) {
    await page.getByRole('button', { name: 'next', exact: true }).click();
    await lost.click();
    await lost.click();
    // What is offered is worked out when its code is there.
    if (i === 0) await page.waitForLoadState('networkidle');
  }
  await offer.getByRole('button', { name: 'ride it now' }).click();
  await expect(page.getByRole('button', { name: 'back to the plan' })).toBeVisible();
  const [, id] = /ringside\/([^/?]+)/.exec(page.url())!;
  const taught = async () => JSON.stringify(await server.get(`sessions/${id}`));
  await expect.poll(taught).toContain('instead of');
  expect(await taught()).not.toContain('"form":"canter"');
});
