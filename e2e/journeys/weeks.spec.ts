import { expect, test, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import { v7 } from 'uuid';
import { CATALOGUE } from '@canter-book/core/exercises/shelf';
import { parseLesson } from '@canter-book/core/notation/parse';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { BookServer, demoIds } from '../server.ts';

/** A goal becomes weeks, which move by what happens and say why; the day’s sheet, its clashes, and its calendar. */

let server: BookServer;
test.beforeAll(async () => {
  server = await BookServer.open('--demo');
});
test.afterAll(() => server.remove());

const today = () => new Date().toISOString().slice(0, 10);
const put = async <T extends { id: string }>(page: Page, path: string, data: T) => {
  const answer = await page.request.put(`${server.url}/api/${path}/${data.id}`, { data });
  expect(answer.status(), await answer.text()).toBe(200);
};
const programmeOf = async (horse: string): Promise<ProgrammeRecord> =>
  (await server.get<ProgrammeRecord[]>(`programmes?horseId=${horse}`))[0]!;

/** A lesson in which the exercise of a gate was tried on both reins. */
async function taught(page: Page, horseId: string, { plan }: ProgrammeRecord, good: boolean) {
  const { show } = plan.steps[0]!.gate;
  const rung = show!.rung + 1;
  const { lesson } = parseLesson(
    `lesson "Tried"\nphase work 10 min\n# set ${show!.exercise} ${rung}: ${CATALOGUE.nameOf(show!.exercise)}\nC trot working, circle left 20\n`,
  );
  const line = lesson.items.find((item) => item.kind === 'line')!;
  const session = {
    id: v7(),
    revision: 0,
    horseId,
    riderId: null,
    lessonId: null,
    document: lesson,
    date: today(),
    startedAt: new Date(Date.now() - 3_600_000).toISOString(),
    endedAt: new Date(Date.now() - 600_000).toISOString(),
    minutes: 40,
    notes: '',
    homework: '',
  };
  await put(page, 'sessions', session);
  const observations = (['left', 'right'] as const).flatMap((rein) =>
    Array.from({ length: 4 }, (_, i) => ({
      id: v7(),
      sessionId: session.id,
      at: new Date(Date.now() - 3_000_000 + i * 1000).toISOString(),
      kind: 'try',
      itemId: line.id,
      text: 'C circle left 20',
      rein,
      gait: 'trot',
      result: good ? 'good' : 'lost',
      held: 8,
    })),
  );
  const answer = await page.request.post(`${server.url}/api/observations`, {
    data: { observations },
  });
  expect(answer.status()).toBe(201);
}

test('a goal becomes weeks; a good fortnight moves on, a bad one stays, and both say why', async ({
  page,
}) => {
  const { horse } = await demoIds(server, 'Kelpwick');
  await page.goto(`${server.url}/horses/${horse}/programme`);
  await page.getByRole('button', { name: 'Plan the weeks' }).click();
  await page.getByRole('button', { name: 'Save these weeks' }).click({ timeout: 30_000 });
  await expect(page.getByText('The programme is saved.')).toBeVisible();
  const first = await programmeOf(horse);
  expect(first.plan.weeks.length).toBe(12);

  // All its tries were good: the gate is open, and the next theme comes at once.
  await taught(page, horse, first, true);
  await page.reload();
  const moves = page.getByRole('region', { name: 'What moves' });
  await expect(moves).toContainText(`the gate for ${first.plan.steps[0]!.theme} is open`, {
    timeout: 30_000,
  });
  await moves.getByRole('button', { name: 'Save the new weeks' }).click();
  await expect(page.getByRole('heading', { name: 'What has moved' })).toBeVisible();
  await expect(moves).toHaveCount(0, { timeout: 30_000 });

  // As if the first step had been planned to end with this week, and then all was lost.
  const second = await programmeOf(horse);
  const [step, ...others] = first.plan.steps;
  await put(page, 'programmes', {
    ...second,
    plan: { ...first.plan, steps: [{ ...step!, weeks: 1 }, ...others], weeks: second.plan.weeks },
  });
  await taught(page, horse, first, false);
  await page.reload();
  await expect(moves).toContainText('is not open yet', { timeout: 30_000 });
  // Nothing has moved by itself.
  expect((await programmeOf(horse)).moved).toHaveLength(1);
});

test('a lesson is put in, a clash is said at once, and what is taught belongs to its hour', async ({
  page,
}) => {
  await page.goto(server.url);
  const day = page.getByRole('list', { name: 'The day' });
  await expect(day.getByRole('listitem').filter({ hasText: 'Bollard' })).toBeVisible();
  await page.getByRole('button', { name: 'New', exact: true }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Horse').selectOption({ label: 'Bollard' });
  await form.getByLabel('Begins').fill('10:30');
  await expect(form.getByRole('alert')).toContainText('Bollard is already in a lesson at 10:15');
  await form.getByLabel('Horse').selectOption({ label: 'Samphire' });
  await form.getByLabel('Begins').fill('12:30');
  await expect(form.getByRole('alert')).toHaveCount(0);
  await form.getByRole('button', { name: 'Add' }).click();
  const samphire = day.getByRole('listitem').filter({ hasText: 'Samphire' });
  await expect(samphire).toBeVisible();

  const bollard = day.getByRole('listitem').filter({ hasText: 'Bollard' });
  await bollard.getByRole('link', { name: 'Teach' }).click();
  await expect(page.getByLabel('Horse')).toHaveValue(/.+/);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page.getByRole('button', { name: 'finish' })).toBeVisible();
  const { horse } = await demoIds(server, 'Bollard');
  await expect
    .poll(async () => {
      const [session] = await server.get<{ appointmentId?: string }[]>(
        `sessions?horseId=${horse}&limit=1`,
      );
      return session?.appointmentId;
    })
    .toBeTruthy();
});

test('a week is rearranged by hand: dragged to another hour, and taken back', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${server.url}/?view=week`);
  const tansy = page.getByRole('button', { name: /^Tansy, .*15:00/ }).last();
  await tansy.scrollIntoViewIfNeeded();
  const box = (await tansy.boundingBox())!;
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x - 150, box.y + 20, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('status').filter({ hasText: 'Tansy' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Tansy, .*13:\d\d/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Tansy, .*13:\d\d/ })).toHaveCount(0);
});

test('a secret address is read by another program', async ({ page }) => {
  await page.goto(`${server.url}/timetable`);
  await page.getByLabel('Link for').selectOption({ label: 'Rowan Ashdown, instructor' });
  await page.getByRole('button', { name: 'Create a link' }).click();
  const address = await page.getByRole('textbox', { name: 'Link for Rowan Ashdown' }).inputValue();
  const answer = await page.request.get(address);
  expect(answer.headers()['content-type']).toContain('text/calendar');
  const calendar = new ICAL.Component(ICAL.parse(await answer.text()));
  const events = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
  const bollard = events.filter((e) => e.summary.startsWith('Bollard'));
  expect(bollard.length).toBeGreaterThan(100);
  expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
  const start = bollard.find((e) => e.startDate.toJSDate().toISOString().startsWith(today()));
  expect(start!.duration.toSeconds()).toBe(40 * 60);
  expect(start!.location).toBe('Sail loft');
});
