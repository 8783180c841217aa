import { expect, test, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import { v7 } from 'uuid';
import { CATALOGUE } from '@canter-book/core/exercises/shelf';
import { parseLesson } from '@canter-book/core/notation/parse';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { daysLater, mondayOf } from '@canter-book/core/progress/days';
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

type Outcome = 'good' | 'lost';

/** The lesson days of the weeks from one day to another, as they were planned. */
const lessonDays = ({ plan }: ProgrammeRecord, from: string, to: string): string[] =>
  plan.weeks
    .flatMap((w) => w.days)
    .filter((d) => d.kind === 'lesson' && d.date >= from && d.date <= to)
    .map((d) => d.date);

/** A lesson for the step of that day: what its gate asks for, tried on both reins, and its scale marked. */
async function taught(
  page: Page,
  horseId: string,
  record: ProgrammeRecord,
  date: string,
  outcome: Outcome,
) {
  const step = record.plan.steps.findLast((s) => s.from <= date)!;
  const { exercise, rung } = step.gate.show!;
  const { lesson } = parseLesson(
    `lesson "Tried"\nphase work 10 min\n# set ${exercise} ${rung + 1}: ${CATALOGUE.nameOf(exercise)}\nC trot working, circle left 20\n`,
  );
  const line = lesson.items.find((item) => item.kind === 'line')!;
  const at = (minute: number) =>
    new Date(Date.parse(`${date}T10:00:00Z`) + minute * 60_000).toISOString();
  const session = {
    id: v7(),
    revision: 0,
    horseId,
    riderId: null,
    lessonId: null,
    document: lesson,
    date,
    startedAt: at(0),
    endedAt: at(40),
    minutes: 40,
    notes: '',
    homework: '',
  };
  await put(page, 'sessions', session);
  const observations = (['left', 'right'] as const).flatMap((rein) => [
    ...Array.from({ length: 2 }, (_, i) => ({
      id: v7(),
      sessionId: session.id,
      at: at(10 + i),
      kind: 'try',
      itemId: line.id,
      text: 'C circle left 20',
      rein,
      gait: 'trot',
      result: outcome,
      held: 8,
    })),
    {
      id: v7(),
      sessionId: session.id,
      at: at(39),
      kind: 'mark',
      scale: step.theme,
      rein,
      value: Math.min(10, Math.max(1, step.gate.least + (outcome === 'good' ? 1 : -2))),
    },
  ]);
  const answer = await page.request.post(`${server.url}/api/observations`, {
    data: { observations },
  });
  expect(answer.status(), await answer.text()).toBe(201);
  return session.id;
}

test('a goal becomes weeks; a good fortnight moves on, a bad one stays, and both say why', async ({
  page,
}) => {
  const { horse } = await demoIds(server, 'Kelpwick');
  const monday = mondayOf(daysLater(today(), 7));
  const on = (date: string) => page.clock.setFixedTime(new Date(`${date}T18:00:00`));
  await on(monday);
  await page.goto(`${server.url}/horses/${horse}/programme`);
  await page.getByRole('button', { name: 'Plan the weeks' }).click();
  await page.getByRole('button', { name: 'Save these weeks' }).click({ timeout: 30_000 });
  await expect(page.getByText('The programme is saved.')).toBeVisible();
  const first = await programmeOf(horse);
  expect(first.plan.weeks.length).toBe(12);

  // Lesson after lesson as planned, and all its tries good: looking back on the last one, the next theme comes at once.
  const after = page.getByRole('region', { name: 'The weeks ahead' });
  const [one, two] = first.plan.steps;
  const weeks = Math.min(2, one!.weeks - 1);
  const good = lessonDays(first, monday, daysLater(monday, 7 * weeks - 1));
  expect(good.length).toBeGreaterThan(1);
  let last = '';
  for (const date of good) last = await taught(page, horse, first, date, 'good');
  await on(good.at(-1)!);
  await page.goto(`${server.url}/debrief/${last}`);
  await expect(after).toContainText(`the gate for ${one!.theme} is open`, { timeout: 30_000 });
  // Nothing moves by itself.
  expect((await programmeOf(horse)).moved).toHaveLength(0);
  await after.getByRole('button', { name: 'Save the new weeks' }).click();
  await expect(after).toContainText('They stay as planned.', { timeout: 30_000 });
  const second = await programmeOf(horse);
  const next = second.plan.steps.find((s) => s.from > good.at(-1)!)!;
  expect(next.theme).toBe(two!.theme);
  expect(next.from < two!.from).toBe(true);

  // In the next fortnight nothing comes off: the gate asks for less, and the theme stays.
  const bad = lessonDays(second, next.from, daysLater(next.from, 13));
  for (const date of bad) last = await taught(page, horse, second, date, 'lost');
  await on(bad.at(-1)!);
  await page.goto(`${server.url}/debrief/${last}`);
  const lost = `The gate for ${next.theme} asks for`;
  await expect(after).toContainText(lost, { timeout: 30_000 });
  await expect(after).toContainText('it was lost in the last lesson');
  await after.getByRole('link', { name: 'To the weeks' }).click();
  await page
    .getByRole('region', { name: 'What changes' })
    .getByRole('button', { name: 'Save the new weeks' })
    .click({ timeout: 30_000 });
  const log = page.locator('section', {
    has: page.getByRole('heading', { name: 'What has changed' }),
  });
  await expect(log).toContainText(lost);
  await expect(log).toContainText(`the gate for ${one!.theme} is open`);
  const third = await programmeOf(horse);
  const stayed = third.plan.steps.find((s) => s.from === next.from)!;
  expect(stayed.theme).toBe(next.theme);
  expect(stayed.gate.show).not.toEqual(next.gate.show);
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
