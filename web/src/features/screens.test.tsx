import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import type { Observation } from '@canter-book/core/observations/observation';
import { dayOf } from '@canter-book/core/progress/days';
import { standingsOf } from '@canter-book/core/progress/standing';
import { FakeServer, renderIn, someHorse, type Call } from '../testing/render.tsx';
import Debrief from './debrief/Debrief.tsx';
import { SESSIONS_A_PAGE } from '../api/sessions.ts';
import { pastDate } from '../app/dates.ts';
import Debriefs from './debrief/Debriefs.tsx';
import HorsePage from './horses/HorsePage.tsx';
import ProgressIndex from './progress/ProgressIndex.tsx';
import RingsideStart from './ringside/RingsideStart.tsx';
import Today from './today/Today.tsx';

afterEach(cleanup);

const horse = someHorse({ theme: 'One tempo', hollowSide: 'left' });
const S = '0190a0b0-0000-7000-8000-0000000000aa';
const session = {
  id: S,
  revision: 1,
  horseId: horse.id,
  riderId: null,
  lessonId: null,
  document: null,
  date: '2026-01-05',
  startedAt: '2026-01-05T15:00:00Z',
  // Within the day in which it can be corrected.
  endedAt: new Date(Date.now() - 3_600_000).toISOString(),
  minutes: 40,
  notes: 'windy',
  homework: 'Look up',
};
const mark = (id: string, scale: string, rein: string, value: number, corrects?: string) =>
  ({
    id,
    sessionId: S,
    at: '2026-01-05T15:40:00Z',
    kind: 'mark',
    scale,
    rein,
    value,
    ...(corrects && { corrects }),
  }) as Observation;
const aTry = (id: string, result: string, held: number) =>
  ({
    id,
    sessionId: S,
    at: '2026-01-05T15:10:00Z',
    kind: 'try',
    itemId: 'i',
    text: 'C circle left 20',
    rein: 'left',
    gait: 'trot',
    result,
    held,
  }) as Observation;

const book = () =>
  new FakeServer({
    '/api/health': { ok: true, demo: null },
    '/api/horses': [horse],
    [`/api/horses/${horse.id}`]: horse,
    [`/api/horses/${horse.id}/readings`]: {
      biases: {},
      readings: [
        { day: dayOf('2026-01-05'), scale: 'contact', rein: 'left', value: 5, variance: 0.5 },
      ],
    },
    '/api/riders': [],
    '/api/lessons': [],
    '/api/sessions': [{ ...session, tries: 3, good: 2 }],
    [`/api/sessions/${S}`]: session,
    [`/api/sessions/${S}/observations`]: [
      mark('m1', 'contact', 'left', 5),
      mark('m2', 'contact', 'left', 6, 'm1'),
      aTry('t1', 'good', 7),
      aTry('t2', 'lost', 2),
    ],
    '/api/yard': [
      {
        horseId: horse.id,
        lastDate: '2026-01-05',
        lastMinutes: 40,
        homework: 'Look up',
        next: { scale: 'contact', rein: 'left', mean: 5.2 },
        standings: standingsOf(
          [{ day: dayOf('2026-01-05'), scale: 'contact', rein: 'left', value: 5 }],
          dayOf('2026-01-06'),
        ),
        verdicts: { 'contact/left': 'set back' },
      },
    ],
    'POST /api/observations': { stored: 1 },
    [`PUT /api/sessions/${S}`]: ({ body }: Call) => body,
  });

describe('Today', () => {
  test('shows what each horse waits for, and the way to its lesson', async () => {
    book();
    renderIn(<Today />);
    await screen.findByRole('link', { name: 'Marram' });
    expect(screen.getByText(/Contact/).textContent).toContain('left');
    screen.getByText('5.2');
    screen.getByText('Look up');
    expect(screen.getByRole('link', { name: 'Teach' }).getAttribute('href')).toBe(
      `/ringside?horse=${horse.id}`,
    );
  });
});

describe('the page of a horse', () => {
  test('has its theme, its straps, its last sessions and its homework', async () => {
    book();
    renderIn(<HorsePage />, undefined, `/horses/${horse.id}`, '/horses/:id');
    await screen.findByText('One tempo');
    screen.getByText(/hollow on the left/);
    await screen.findByRole('img', { name: /contact, left rein: about 5/ });
    screen.getByRole('img', { name: 'rhythm, right rein: no marks yet' });
    await screen.findByText(/2 of 3 good/);
    screen.getByText('Look up');
  });
});

describe('the debrief', () => {
  const open = async () => {
    const server = book();
    renderIn(<Debrief />, undefined, `/debrief/${S}`, '/debrief/:id');
    await screen.findByRole('heading', { name: 'Marks' });
    return server;
  };

  test('shows the marks that stand, and the tries by movement', async () => {
    await open();
    expect(
      screen.getByRole('spinbutton', { name: 'contact, left rein' }).getAttribute('aria-valuenow'),
    ).toBe('6');
    const row = screen.getAllByRole('row', { name: /C circle left 20/ })[0]!;
    expect(row.textContent).toContain('7');
    expect(row.textContent).toContain('good');
    expect(row.textContent).toContain('lost');
  });

  test('after a day it stands as it is', async () => {
    const server = book();
    server.answers[`/api/sessions/${S}`] = { ...session, endedAt: '2026-01-05T15:40:00Z' };
    renderIn(<Debrief />, undefined, `/debrief/${S}`, '/debrief/:id');
    await screen.findByText('the day is over: it stands as it is');
    expect(screen.queryByRole('button', { name: /more$/ })).toBeNull();
    expect(screen.queryByRole('button', { name: /^Take back/ })).toBeNull();
  });

  test('a mark for one gait stands beside the one for all', async () => {
    const server = book();
    renderIn(<Debrief />, undefined, `/debrief/${S}`, '/debrief/:id');
    fireEvent.click(await screen.findByRole('button', { name: 'canter' }));
    fireEvent.click(screen.getByRole('button', { name: 'contact, left rein: more' }));
    await waitFor(() => expect(server.sent('POST')).toHaveLength(1));
    const [sent] = (server.sent('POST')[0]!.body as { observations: Observation[] }).observations;
    expect(sent).toMatchObject({ kind: 'mark', gait: 'canter', scale: 'contact' });
    expect(sent).not.toHaveProperty('corrects');
  });

  test('a mark is corrected by a new one that names the old', async () => {
    const server = await open();
    fireEvent.click(screen.getByRole('button', { name: 'contact, left rein: more' }));
    fireEvent.click(screen.getByRole('button', { name: 'rhythm, right rein: more' }));
    await waitFor(() => expect(server.sent('POST')).toHaveLength(2));
    const sent = server
      .sent('POST')
      .map((c) => (c.body as { observations: Observation[] }).observations[0]!);
    expect(sent[0]).toMatchObject({ scale: 'contact', value: 6.5, corrects: 'm2' });
    expect(sent[1]).toMatchObject({ scale: 'rhythm', rein: 'right', value: 6 });
    expect(sent[1]).not.toHaveProperty('corrects');
  });

  test('tapped quickly, each mark is on top of the one before, and stands alone', async () => {
    const server = await open();
    let answer = (): void => {};
    const answered = new Promise<void>((done) => (answer = done));
    server.answers['POST /api/observations'] = () => answered.then(() => ({ stored: 1 }));
    const contact = () => screen.getByRole('spinbutton', { name: 'contact, left rein' });
    for (const value of ['6.5', '7', '7.5']) {
      fireEvent.click(screen.getByRole('button', { name: 'contact, left rein: more' }));
      await waitFor(() => expect(contact().getAttribute('aria-valuenow')).toBe(value));
    }
    answer();
    const sent = () =>
      server
        .sent('POST')
        .flatMap(({ body }) => (body as { observations: Observation[] }).observations);
    await waitFor(() => expect(sent()).toHaveLength(3));
    const made = sent();
    expect(made.map((o) => o.kind === 'mark' && o.value)).toEqual([6.5, 7, 7.5]);
    expect(made.map((o) => o.corrects)).toEqual(['m2', made[0]!.id, made[1]!.id]);
  });

  test('a mark that could not be kept goes again, and it is said', async () => {
    const server = await open();
    server.answers['POST /api/observations'] = {
      status: 507,
      title: 'The disk is full',
      detail: 'Make room on the disk.',
    };
    fireEvent.click(screen.getByRole('button', { name: 'contact, left rein: more' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Make room on the disk.');
    const contact = screen.getByRole('spinbutton', { name: 'contact, left rein' });
    await waitFor(() => expect(contact.getAttribute('aria-valuenow')).toBe('6'));
  });

  test('notes and homework are kept with the session', async () => {
    const server = await open();
    expect(screen.getByLabelText<HTMLTextAreaElement>('Notes').value).toBe('windy');
    const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
    expect(save.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Homework'), { target: { value: 'Count to four' } });
    screen.getByText('not saved yet');
    fireEvent.click(save);
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({
      homework: 'Count to four',
      notes: 'windy',
      revision: 1,
    });
  });

  test('the list has the days with their sessions', async () => {
    book();
    renderIn(<Debriefs />);
    await screen.findByText(pastDate(session.date));
    expect((await screen.findByText('Marram')).closest('a')!.getAttribute('href')).toBe(
      `/debrief/${S}`,
    );
    expect(screen.queryByRole('button', { name: 'Earlier sessions' })).toBeNull();
  });

  test('goes back page by page to the first session', async () => {
    const server = book();
    const id = (n: number) => `0190a0b0-0000-7000-8000-${String(n).padStart(12, '0')}`;
    const page = Array.from({ length: SESSIONS_A_PAGE }, (_, i) => ({
      ...{ ...session, id: id(i), tries: 1, good: 1 },
      homework: `Lesson ${i}`,
    }));
    server.answers[`/api/sessions?limit=${SESSIONS_A_PAGE}`] = page;
    server.answers[`/api/sessions?limit=${SESSIONS_A_PAGE}&before=${page.at(-1)!.id}`] = [
      { ...session, id: id(99), date: '2025-12-01', tries: 0, good: 0, homework: 'The first' },
    ];
    renderIn(<Debriefs />);
    fireEvent.click(await screen.findByRole('button', { name: 'Earlier sessions' }));
    await screen.findByText('The first');
    screen.getByText('Monday, 1 December 2025');
    screen.getByText('Lesson 0');
    expect(screen.queryByRole('button', { name: 'Earlier sessions' })).toBeNull();
  });
});

test('progress begins with the whole yard: who needs what', async () => {
  book();
  renderIn(<ProgressIndex />);
  const link = (await screen.findByText('Marram')).closest('a')!;
  expect(link.getAttribute('href')).toBe(`/progress/${horse.id}`);
  screen.getByText('set back');
  screen.getByText(/^contact,/);
});

describe('the way to the ringside', () => {
  test('asks for a horse and its lesson, and says what is missing', async () => {
    book();
    renderIn(<RingsideStart />);
    const begin = await screen.findByRole<HTMLButtonElement>('button', {
      name: 'Begin the lesson',
    });
    expect(begin.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Horse'), { target: { value: horse.id } });
    screen.getByText(/write one at the desk/);
    expect(screen.getByText(/Before you begin/).textContent).toBe('Before you begin:');
    // Without a lesson it is a session without a plan.
    expect(begin.disabled).toBe(false);
  });
});
