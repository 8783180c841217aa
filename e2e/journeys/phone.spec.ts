import { expect, test } from '@playwright/test';
import { isAccessible } from '../access.ts';
import { NAME, Yard } from '../phones.ts';
import { demoIds } from '../server.ts';

/** A phone on the yard's network. */

let yard: Yard;
test.beforeAll(async () => {
  yard = await Yard.open();
});
test.afterAll(() => yard.close());

test('a phone learns to trust the book, is paired, teaches without a network, and is removed', async ({
  page,
}) => {
  const { server } = yard;
  await page.goto(`${server.url}/phones`);
  await page.getByLabel('Whose phone').fill('Rowan Ashdown');
  await page.getByRole('button', { name: 'Show the code' }).click();
  const square = page.getByRole('img', { name: 'The code for the phone' });
  const begin = (await square.getAttribute('data-code'))!;
  expect(begin).toMatch(new RegExp(`^http://${NAME}:${server.port}/trust#.{22}$`));

  // A phone that knows nothing of the book.
  const stranger = await yard.phone();
  await stranger.clock.setFixedTime(new Date('2021-03-03T10:00:00Z'));
  await stranger.goto(begin);
  await expect(stranger.getByText('The clock of this phone says 3 March 2021')).toBeVisible();
  await stranger.clock.setFixedTime(new Date());
  await stranger.reload();
  await expect(stranger.getByText('does not trust the book yet')).toBeVisible();
  await expect(stranger.goto(`https://${NAME}:${server.httpsPort}/`)).rejects.toThrow(/CERT/);

  yard.trust();
  const own = await yard.phone();
  await own.goto(begin);
  await expect(own.getByText('This phone trusts the book ✓')).toBeVisible();
  await own.getByRole('link', { name: 'Go on to the book' }).click();
  await expect(
    own.getByText('This phone is paired with the book, for Rowan Ashdown.'),
  ).toBeVisible();
  expect(own.url()).toBe(`https://${NAME}:${server.httpsPort}/pair`);
  expect(await own.evaluate(() => isSecureContext)).toBe(true);
  await expect(page.getByText('Rowan Ashdown’s phone is paired')).toBeVisible({ timeout: 10_000 });

  // What the ringside needs: the lesson goes on without the server and over a reload, and is delivered once.
  const { horse } = await demoIds(server, 'Kelpwick');
  await own.goto(`https://${NAME}:${server.httpsPort}/ringside?horse=${horse}`);
  await own.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(own.getByTestId('delivery')).toContainText('in the book');
  const session = new URL(own.url()).pathname.split('/').pop()!;
  await own.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);
  expect(await own.evaluate(() => 'wakeLock' in navigator)).toBe(true);
  await server.stop();
  await own.getByRole('button', { name: /^good/ }).click();
  await expect(own.getByTestId('delivery')).toContainText('kept here, 1 to send');
  await own.reload();
  await own.getByRole('button', { name: /^good/ }).click();
  await server.start();
  await expect(own.getByTestId('delivery')).toContainText('in the book', { timeout: 30_000 });
  const seen = await server.get<{ kind: string }[]>(`sessions/${session}/observations`);
  expect(seen.filter((o) => o.kind === 'try')).toHaveLength(2);

  // Removed while it is away: what is still on it is kept aside, and taken by the owner.
  await own.context().setOffline(true);
  await own.getByRole('button', { name: /^lost/ }).click();
  await own.getByRole('button', { name: 'finish' }).click();
  await own.getByRole('button', { name: 'rhythm, left rein: more' }).click();
  await own.getByRole('button', { name: 'Save the lesson' }).click();
  await expect(own.getByTestId('delivery')).toContainText('kept here, 3 to send');
  await page.goto(`${server.url}/phones`);
  await page.getByRole('button', { name: 'Remove' }).click();
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(page.getByText('The phone is removed.')).toBeVisible();
  await own.context().setOffline(false);
  // All of it leaves the phone: what was seen, the marks, and the session as it ended.
  await expect(page.getByText('2 observations')).toBeVisible({ timeout: 30_000 });
  await expect(own.getByTestId('delivery')).toContainText('in the book');
  expect(await server.get<unknown[]>(`sessions/${session}/observations`)).toHaveLength(2);
  await page.getByRole('button', { name: 'Take it into the book' }).click();
  await expect(page.getByText('All of it is in the book.')).toBeVisible();
  expect(await server.get<unknown[]>(`sessions/${session}/observations`)).toHaveLength(4);
  expect(await server.get(`sessions/${session}`)).toMatchObject({ endedAt: expect.any(String) });
  await own.goto(`https://${NAME}:${server.httpsPort}/pair`);
  await expect(own.getByText('This phone was removed from the book.')).toBeVisible();
});

test('a rider’s phone has one page, and the answer to the homework comes back into the book', async ({
  page,
}) => {
  const { server } = yard;
  await page.goto(`${server.url}/phones`);
  await page.getByRole('button', { name: 'rider', exact: true }).click();
  const riders = await server.get<{ id: string; name: string }[]>('riders');
  const horses = await server.get<{ id: string; name: string; riderIds: string[] }[]>('horses');
  const bollard = horses.find((h) => h.name === 'Bollard')!;
  const rider = riders.find((r) => bollard.riderIds.includes(r.id))!;
  await page.getByLabel('Whose phone').selectOption({ label: rider.name });
  await page.getByRole('button', { name: 'Show the code' }).click();
  const square = page.getByRole('img', { name: 'The code for the phone' });
  const code = (await square.getAttribute('data-code'))!.split('#')[1]!;

  yard.trust();
  const own = await yard.phone();
  const { book } = yard;
  // Whatever it opens, it has to be paired first.
  await own.goto(`${book}/horses`);
  await expect(own.getByText('This phone is not paired yet.')).toBeVisible();
  await own.goto(`${book}/pair#${code}`);
  await own.reload();
  await expect(own.getByText(`is paired with the book, for ${rider.name}`)).toBeVisible();
  await own.goto(`${book}/horses`);
  await expect(own).toHaveURL(`${book}/mine`);
  const card = own.getByRole('region', { name: 'Bollard' });
  await expect(card.getByText(/^Homework of/)).toBeVisible();
  await isAccessible(own, 'the page of a rider');
  await card.getByRole('button', { name: 'done', exact: true }).click();
  await card.getByLabel('What did you feel?').fill('he waits for me');
  await card.getByRole('button', { name: 'Send it' }).click();
  await expect(card.getByText('“he waits for me”')).toBeVisible();

  const { session } = await demoIds(server, 'Bollard');
  await page.goto(`${server.url}/debrief/${session}`);
  await expect(
    page.getByText(`${rider.name} on the homework: done, “he waits for me”`),
  ).toBeVisible();
});
