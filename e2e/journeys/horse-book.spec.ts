import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { BookServer, demoIds } from '../server.ts';

/** The horse book: a whole lesson without a network, a table with bad rows, and five years of one horse. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open('--demo');
});
test.afterAll(() => server.remove());

interface Seen {
  kind: string;
  id: string;
}

/** Run in the page: whether the device has what a lesson begins with. */
async function isKitPacked(): Promise<boolean> {
  const name = 'keyval-store';
  // To open it would make it.
  if (!(await indexedDB.databases()).some((known) => known.name === name)) return false;
  return new Promise((told) => {
    const open = indexedDB.open(name);
    open.onsuccess = () => {
      const kit = open.result.transaction('keyval').objectStore('keyval').get('ringside-kit');
      kit.onsuccess = () => {
        open.result.close();
        told(kit.result !== undefined);
      };
    };
  });
}

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('a lesson is begun, taught, killed, reopened and finished without the server', async ({
    page,
  }) => {
    const { horse } = await demoIds(server, 'Skipjack');
    await page.goto(`${server.url}/ringside`);
    await page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);
    // The kit of horses and lessons is packed a moment after the app has opened.
    await expect.poll(() => page.evaluate(isKitPacked), { timeout: 30_000 }).toBe(true);
    await server.stop();

    await page.goto(`${server.url}/ringside?horse=${horse}`);
    await expect(page.getByText('The server does not answer.')).toBeVisible();
    await page.getByRole('button', { name: 'Begin the lesson' }).click();
    const next = page.getByRole('button', { name: 'next', exact: true });
    await next.click();
    await next.click();
    await page.getByRole('button', { name: /^good/ }).click();
    const note = page.getByRole('button', { name: 'note', exact: true });
    await note.click();
    await page.getByRole('button', { name: 'lightest aid' }).click();
    await page.getByRole('button', { name: 'at once', exact: true }).click();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('✓ lightest aid: at once')).toBeVisible();

    // Tapped tempo: the beat under the thumb.
    await note.click();
    await page.getByRole('button', { name: 'tempo', exact: true }).click();
    const pad = page.getByTestId('tempo');
    for (let i = 0; i < 7; i++) {
      await pad.click();
      await page.waitForTimeout(250);
    }
    await expect(page.getByText(/a minute, ±/)).toBeVisible();
    await page.getByRole('button', { name: 'Save' }).click();

    // The tab is gone, and comes back from the device.
    const url = page.url();
    const session = new URL(url).pathname.split('/').pop()!;
    const context = page.context();
    await page.close();
    const again = await context.newPage();
    await again.goto(url);
    await expect(again.getByText(/✓ tempo \d+ a minute/)).toBeVisible();
    await again.getByRole('button', { name: 'undo' }).click();
    await expect(again.getByText('✓ lightest aid: at once')).toBeVisible();
    await again.getByRole('button', { name: /^lost/ }).click();
    await again.getByRole('button', { name: /^lost/ }).click();
    await expect(again.getByText('Lost twice: leave it now.')).toBeVisible();
    await again.getByRole('button', { name: 'understood' }).click();
    await again.getByRole('button', { name: 'finish' }).click();
    await again.getByRole('button', { name: 'rhythm, left rein: more' }).click();
    await again.getByRole('button', { name: 'Save the lesson' }).click();
    await expect(again.getByText(/3 tries and 1 mark, and 1 reading/)).toBeVisible();

    await server.start();
    await expect(again.getByTestId('delivery')).toContainText('in the book', { timeout: 30_000 });
    const seen = await server.get<Seen[]>(`sessions/${session}/observations`);
    const kinds = seen.map((o) => o.kind).sort();
    expect(kinds).toEqual(['aid', 'mark', 'tempo', 'try', 'try', 'try', 'withdrawn']);
    expect(new Set(seen.map((o) => o.id)).size).toBe(seen.length);
    await again.getByRole('link', { name: 'Debrief' }).click();
    await expect(again.getByText('lightest aid: at once').last()).toBeVisible();
  });
});

test('a table of sessions: columns are guessed and changed, bad rows are kept aside', async ({
  page,
}) => {
  await page.goto(`${server.url}/book`);
  const csv = [
    'Day,Horse,Min,Contact L,Comment',
    '2024-02-01,Tansy,40,5.5,"soft, then better"',
    '31.2.2024,Tansy,40,6,no such day',
    '2024-02-03,Nobody,35,6,no such horse',
    '2024-02-04,Bollard,35,6.3,no such mark',
    '5.2.2024,Bollard,30,7,good',
  ].join('\r\n');
  await page
    .getByLabel('A table of sessions')
    .setInputFiles({ name: 'old.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByText('2 of 5 rows can be imported.')).toBeVisible();
  await expect(page.getByText('line 3: date “31.2.2024”')).toBeVisible();
  // Left out, the marks are no fault any more.
  await page.getByLabel('What “Contact L” is').selectOption('');
  await expect(page.getByText('3 of 5 rows can be imported.')).toBeVisible();
  await page.getByLabel('What “Contact L” is').selectOption('contact left');
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save these rows as a file to correct' }).click();
  const aside = readFileSync((await (await saving).path())!, 'utf8');
  expect(aside.split('\r\n')).toHaveLength(4);
  expect(aside).toContain('write a mark from 0 to 10 in halves');
  await page.getByRole('button', { name: 'Import 2 sessions' }).click();
  await expect(page.getByText('✓ 2 sessions imported.')).toBeVisible();
  const { horse } = await demoIds(server, 'Bollard');
  const { readings } = await server.get<{ readings: { value: number }[] }>(
    `horses/${horse}/readings`,
  );
  expect(readings[0]!.value).toBeCloseTo(7, 6);
});

test('five years of one horse are looked at, reported and taken elsewhere', async ({ page }) => {
  const { horse } = await demoIds(server, 'Kelpwick');
  const pad = (n: number, width: number) => String(n).padStart(width, '0');
  for (let part = 0; part < 10; part++) {
    const sessions = Array.from({ length: 100 }, (_, i) => {
      const n = part * 100 + i;
      const date = new Date(Date.UTC(2021, 6, 1) + n * 1.8 * 86_400_000).toISOString();
      return {
        id: `0190a0b0-0000-7000-8000-${pad(n, 12)}`,
        revision: 1,
        horseId: horse,
        riderId: null,
        lessonId: null,
        document: null,
        date: date.slice(0, 10),
        startedAt: date,
        endedAt: date,
        minutes: 40,
        notes: '',
        homework: '',
      };
    });
    const observations = sessions.flatMap((s, i) =>
      ['rhythm', 'contact'].flatMap((scale, k) =>
        ['left', 'right'].map((rein, r) => ({
          id: `0190a0b0-0000-7000-9000-${pad((part * 100 + i) * 4 + k * 2 + r, 12)}`,
          sessionId: s.id,
          at: s.startedAt,
          kind: 'mark',
          scale,
          rein,
          value: 5 + ((i + k) % 5) / 2,
        })),
      ),
    );
    const sent = await page.request.post(`${server.url}/api/book/sessions`, {
      data: { sessions, observations },
    });
    expect(sent.status()).toBe(201);
  }
  await page.goto(`${server.url}/progress/${horse}`);
  await expect(page.getByRole('img', { name: /^rhythm over time/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'The last twelve weeks' })).toBeVisible();
  await expect(page.getByText(/improving|steady|slipping|not enough seen/).first()).toBeVisible();
  const saving = page.waitForEvent('download', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Report (PDF)' }).click();
  expect((await saving).suggestedFilename()).toBe('Kelpwick-progress.pdf');

  // The whole book out, and looked at again: nothing new, and whole.
  await page.goto(`${server.url}/book`);
  const out = page.waitForEvent('download', { timeout: 60_000 });
  await page.getByRole('link', { name: 'Export the whole book' }).click();
  const file = (await (await out).path())!;
  await page.getByLabel('A book file').setInputFiles({
    name: 'book.jsonl',
    mimeType: 'application/x-ndjson',
    buffer: readFileSync(file),
  });
  await expect(page.getByText('✓ The file is complete.')).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByRole('button', { name: 'Import it' })).toBeDisabled();
});
