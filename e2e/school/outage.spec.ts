import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { startPostgres, type Postgres } from '../../tools/postgres.mjs';
import { BookServer, demoIds } from '../server.ts';

/** Two servers on one database, which breaks off in the middle of what is written. */

let postgres: Postgres;
let servers: BookServer[] = [];
test.beforeAll(async () => {
  postgres = await startPostgres();
  const place = { DATABASE_URL: postgres.url };
  // Both at once: one writes the demo yard, the other waits for it.
  servers = await Promise.all([0, 1].map(() => BookServer.with(place, '--demo')));
});
test.afterAll(async () => {
  for (const server of servers) await server.remove();
  postgres.stop();
});

test('nothing acknowledged is lost, and whoever waits is told so', async ({ page, browser }) => {
  const [first, second] = servers as [BookServer, BookServer];
  expect(await first.get<unknown[]>('horses')).toEqual(await second.get<unknown[]>('horses'));
  const { session, horse, lesson } = await demoIds(first, 'Kelpwick');
  await page.goto(`${first.url}/desk/${lesson}`);
  await expect(page.getByText('saved', { exact: false }).first()).toBeVisible();
  const far = await browser.newPage();
  await far.goto(`${second.url}/horses/${horse}`);
  await expect(far.getByRole('heading', { name: 'Kelpwick', exact: true })).toBeVisible();

  const acknowledged: string[] = [];
  const refused: string[] = [];
  let goesOn = true;
  const write = async (server: BookServer) => {
    while (goesOn) {
      const id = randomUUID();
      const seen = { id, sessionId: session, at: new Date().toISOString(), kind: 'note', text: id };
      const answer = await fetch(`${server.url}/api/observations`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ observations: [seen] }),
      });
      const body = (await answer.json()) as { title?: string };
      if (answer.ok) acknowledged.push(id);
      else refused.push(`${answer.status} ${answer.headers.get('content-type')} ${body.title}`);
    }
  };
  const writers = [0, 1, 2, 3, 4, 5].map((i) => write(servers[i % 2]!));
  // In the middle of it, however slow the machine is.
  await expect.poll(() => acknowledged.length, { timeout: 30_000 }).toBeGreaterThan(20);
  const before = acknowledged.length;
  postgres.crash();
  await expect.poll(() => refused.length, { timeout: 30_000 }).toBeGreaterThan(0);
  await page.goto(`${first.url}/horses`);
  await expect(page.getByText('The book is waiting for its database').first()).toBeVisible();
  postgres.bringBack();
  // It comes back by itself, on both.
  await expect(page.getByRole('link', { name: 'Kelpwick' }).first()).toBeVisible({
    timeout: 30_000,
  });
  const after = acknowledged.length;
  await expect.poll(() => acknowledged.length, { timeout: 30_000 }).toBeGreaterThan(after + 20);
  goesOn = false;
  await Promise.all(writers);

  expect(before).toBeGreaterThan(20);
  expect(refused.length).toBeGreaterThan(0);
  expect([...new Set(refused)]).toEqual([
    '503 application/problem+json; charset=utf-8 The book is waiting for its database',
  ]);
  for (const server of servers) {
    const stored = await server.get<{ id: string }[]>(`sessions/${session}/observations`);
    const ids = new Set(stored.map((o) => o.id));
    expect(acknowledged.filter((id) => !ids.has(id))).toEqual([]);
  }

  // What is saved on one server appears on the page of the other, also after the break.
  const kelpwick = await first.get<object>(`horses/${horse}`);
  await fetch(`${first.url}/api/horses/${horse}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ ...kelpwick, name: 'Kelpwick II' }),
  });
  await expect(far.getByRole('heading', { name: 'Kelpwick II', exact: true })).toBeVisible({
    timeout: 30_000,
  });
});
