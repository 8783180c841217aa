import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Appointment } from '@canter-book/core/calendar/appointment';
import { NEW_TIMETABLE } from '@canter-book/core/calendar/newTimetable';
import { standingsOf } from '@canter-book/core/progress/standing';
import { FakeServer, renderIn, someHorse, type Call } from '../../testing/render.tsx';
import Today from '../today/Today.tsx';
import { Notices } from '../../app/Notices.tsx';
import Settings from './Settings.tsx';

const uuid = (n: number) => `0190a0b0-0000-7000-8000-${String(n).padStart(12, '0')}`;
const DAY = '2026-06-17';
const marram = someHorse({ riderIds: [uuid(20)] });
const sorrel = someHorse({ id: uuid(2), name: 'Sorrel' });
const ines = {
  id: uuid(20),
  revision: 1,
  name: 'Ines Calloway',
  notes: '',
  theme: '',
  stage: null,
};
const some = (n: number, more: Partial<Appointment> = {}): Appointment => ({
  id: uuid(100 + n),
  revision: 1,
  title: '',
  horseId: marram.id,
  riderId: ines.id,
  instructor: '',
  arena: 'Sail loft',
  lessonId: null,
  date: DAY,
  start: '10:00',
  minutes: 45,
  zone: 'Europe/Dublin',
  repeat: null,
  cancelled: [],
  moved: [],
  notes: '',
  ...more,
});
const weekly = { everyWeeks: 1, weekdays: [2], until: null };
const row = (horseId: string, more: object = {}) => ({
  horseId,
  lastDate: '2026-06-10',
  lastMinutes: 40,
  homework: '',
  next: null,
  standings: standingsOf([], 0),
  verdicts: {},
  programme: null,
  ...more,
});

/** Only the date is set. */
const REAL = [
  'hrtime',
  'nextTick',
  'performance',
  'queueMicrotask',
  'requestAnimationFrame',
  'cancelAnimationFrame',
  'requestIdleCallback',
  'cancelIdleCallback',
  'setImmediate',
  'clearImmediate',
  'setInterval',
  'clearInterval',
  'setTimeout',
  'clearTimeout',
] as const;

beforeEach(() => {
  // The page of the tests has no height.
  Element.prototype.scrollIntoView = () => {};
  jest.useFakeTimers({
    doNotFake: [...REAL],
    now: new Date(`${DAY}T09:30:00`),
  });
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

function open(appointments: Appointment[], more: Record<string, unknown> = {}, at = '/') {
  const server = new FakeServer({
    '/api/health': { ok: true, demo: null },
    '/api/horses': [marram, sorrel],
    '/api/riders': [ines],
    '/api/lessons': [
      {
        id: uuid(7),
        revision: 1,
        title: 'One tempo',
        horseId: marram.id,
        tags: [],
        template: false,
        sheet: false,
        updatedAt: '2026-06-10T08:00:00Z',
      },
    ],
    '/api/sessions': [],
    '/api/appointments': appointments,
    '/api/timetable': { ...NEW_TIMETABLE, arenas: [{ name: 'Sail loft', place: '', most: 1 }] },
    '/api/busy': [],
    '/api/programmes': [],
    '/api/yard': [row(marram.id), row(sorrel.id)],
    ...Object.fromEntries(
      appointments.map((a) => [`PUT /api/appointments/${a.id}`, ({ body }: Call) => body]),
    ),
    ...more,
  });
  renderIn(<Today />, undefined, at);
  return server;
}
const strip = async (name: string) =>
  within(await screen.findByRole('list', { name: 'The day' })).findByRole('listitem', {
    name: (_, element) => element.textContent?.includes(name) ?? false,
  });

describe('the day’s sheet', () => {
  test('has each lesson at its hour, what is next, and who waits', async () => {
    open([
      some(1),
      some(2, { horseId: null, riderId: null, title: 'Farrier', start: '08:00', arena: '' }),
    ]);
    const day = await screen.findByRole('list', { name: 'The day' });
    await waitFor(() => expect(within(day).getAllByRole('listitem')).toHaveLength(2));
    const [farrier, lesson] = within(day).getAllByRole('listitem');
    expect(farrier!.textContent).toContain('Farrier');
    await waitFor(() => expect(lesson!.textContent).toContain('One tempo'));
    const teach = within(lesson!).getByRole('link', { name: 'Teach' });
    expect(teach.getAttribute('href')).toContain(`appointment=${uuid(101)}`);
    expect(teach.getAttribute('href')).toContain(`rider=${ines.id}`);
    expect((await screen.findByRole('region', { name: 'Next' })).textContent).toContain(
      'Marram, in 30 min',
    );
    const aside = screen.getByRole('complementary');
    await within(aside).findByRole('link', { name: /Sorrel/ });
    expect(within(aside).queryByRole('link', { name: /Marram/ })).toBeNull();
  });

  test.each([
    ['00:05', 'New at 08:00', false],
    ['06:40', 'New at 06:00', true],
  ])('looked at by %s begins with the day: %s', async (time, first, hasLine) => {
    jest.setSystemTime(new Date(`${DAY}T${time}:00`));
    open([some(1)]);
    await strip('Marram');
    expect(screen.getAllByLabelText(/^New at/)[0]!.ariaLabel).toBe(first);
    expect(screen.queryAllByText(time)).toHaveLength(hasLine ? 1 : 0);
  });

  test('comes in one piece: nothing is drawn before it can be named, and then nothing moves', async () => {
    let answer = (_riders: unknown[]) => {};
    const riders = new Promise((told) => (answer = told));
    open([some(1)], { '/api/riders': () => riders });
    expect((await screen.findByText(/Looking up the day/)).textContent).toContain('…');
    // All else is there by now, the rows of the week too.
    await screen.findByRole('button', { name: /17 June, 0 min/ });
    expect(screen.queryByRole('list', { name: 'The day' })).toBeNull();
    expect(screen.queryByRole('complementary')).toBeNull();
    answer([ines]);
    const lesson = await strip('Marram');
    expect(lesson.textContent).toContain('Ines · 45 min');
    expect(screen.queryByText(/Looking up the day/)).toBeNull();
    await screen.findByRole('complementary');
  });

  test.each([
    ['opens where the next lesson is', false],
    ['stays where it is once somebody has touched it', true],
  ])('%s', async (_what, touched) => {
    const goTo = jest.spyOn(Element.prototype, 'scrollIntoView');
    let answer = (_riders: unknown[]) => {};
    open([some(1)], { '/api/riders': () => new Promise((told) => (answer = told)) });
    await screen.findByRole('button', { name: /17 June, 0 min/ });
    if (touched) fireEvent.pointerDown(screen.getByRole('button', { name: 'New' }));
    answer([ines]);
    await strip('Marram');
    expect(goTo.mock.calls.length > 0).toBe(!touched);
  });

  test('a lesson that was taught leads to its debrief; one that was not recorded says so', async () => {
    const session = {
      id: uuid(9),
      revision: 1,
      horseId: marram.id,
      riderId: null,
      lessonId: null,
      date: DAY,
      startedAt: `${DAY}T07:00:00Z`,
      endedAt: `${DAY}T07:40:00Z`,
      minutes: 40,
      notes: '',
      homework: '',
      appointmentId: uuid(101),
      tries: 3,
      good: 2,
      marks: 0,
    };
    open([some(1, { start: '08:00' }), some(2, { horseId: sorrel.id, start: '07:00' })], {
      '/api/sessions': [session],
    });
    await screen.findByText(/ridden 40 min · marks still open/);
    expect(screen.getByRole('link', { name: 'Debrief' }).getAttribute('href')).toBe(
      `/debrief/${uuid(9)}`,
    );
    screen.getByText(/not recorded yet/);
    await screen.findByRole('link', { name: /Marram, marks of 08:00/ });
  });

  test('a lesson moves by the arrow keys, once, and comes back', async () => {
    const lesson = some(1, { repeat: weekly });
    const server = open([lesson]);
    fireEvent.keyDown(await screen.findByRole('button', { name: /^Move Marram/ }), {
      key: 'ArrowDown',
    });
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({
      start: '10:00',
      moved: [{ date: DAY, toDate: DAY, start: '10:15', minutes: 45, arena: 'Sail loft' }],
    });
  });

  test('without a timetable the horses stand in the order in which they wait', async () => {
    open([]);
    await screen.findByText(/Nothing is scheduled for this day/);
    await screen.findByRole('link', { name: 'Sorrel' });
  });
});

describe('an appointment', () => {
  const openForm = async () => {
    fireEvent.click(await screen.findByRole('button', { name: 'New' }));
    await screen.findByRole('dialog');
  };
  const choose = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });

  test('says at once what it clashes with, and a free time is one tap away', async () => {
    const server = open([some(1)], { '*': ({ body }: Call) => body });
    await openForm();
    choose('Horse', sorrel.id);
    choose('Arena', 'Sail loft');
    choose('Begins', '10:15');
    const warning = await screen.findByRole('alert');
    expect(warning.textContent).toContain('Sail loft is taken.');
    fireEvent.click(within(warning).getByRole('button', { name: '10:45' }));
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({
      horseId: sorrel.id,
      start: '10:45',
      date: DAY,
      repeat: null,
    });
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  test('without a horse says what is missing, and keeps what was entered', async () => {
    const server = open([some(1)]);
    await openForm();
    choose('Notes', 'bring the cones');
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
    await screen.findAllByText(/choose a horse, or say what it is/);
    expect(screen.getByLabelText<HTMLTextAreaElement>('Notes').value).toBe('bring the cones');
    expect(server.sent('PUT')).toHaveLength(0);
  });

  test('that comes every week is left out once, with its reason', async () => {
    const server = open([some(1, { repeat: weekly })]);
    fireEvent.click(within(await strip('Marram')).getByRole('button', { name: /^10:00/ }));
    await screen.findByRole('dialog');
    choose('Not held: the reason', 'lame');
    fireEvent.click(screen.getByRole('button', { name: 'Cancel this one' }));
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({ cancelled: [{ date: DAY, why: 'lame' }] });
  });

  describe('that comes every week', () => {
    const old = some(1, { repeat: weekly, date: '2026-06-03' });
    async function openStrip() {
      let { revision } = old;
      const next = ({ body }: Call) => ({ ...(body as Appointment), revision: ++revision });
      const server = open([old], {
        [`PUT /api/appointments/${old.id}`]: next,
        // What is split off has a name of its own.
        '*': ({ method, body }: Call) => {
          if (method !== 'PUT') throw new TypeError('no network');
          return body;
        },
      });
      renderIn(<Notices above={false} />);
      const sent = () => server.sent('PUT').map((c) => c.body as Appointment);
      return { on: within(await strip('Marram')), sent };
    }

    test('is cancelled at one tap, its later ones at one more, and comes back as it was', async () => {
      const { on, sent } = await openStrip();
      fireEvent.click(on.getByRole('button', { name: 'Cancel Marram, 10:00' }));
      fireEvent.click(await screen.findByRole('button', { name: 'Later ones too' }));
      await waitFor(() => expect(sent()).toHaveLength(2));
      expect(sent()[0]).toMatchObject({ cancelled: [{ date: DAY, why: 'cancelled' }] });
      expect(sent()[1]).toMatchObject({
        revision: 2,
        cancelled: [],
        repeat: { until: '2026-06-16' },
      });
      fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
      await waitFor(() => expect(sent()).toHaveLength(3));
      expect(sent()[2]).toMatchObject({ revision: 3, cancelled: [], repeat: weekly });
    });

    test('is moved in one go, and its later ones at one tap', async () => {
      const { on, sent } = await openStrip();
      fireEvent.keyDown(on.getByRole('button', { name: /^Move Marram/ }), { key: 'ArrowDown' });
      fireEvent.click(await screen.findByRole('button', { name: 'Later ones too' }));
      await waitFor(() => expect(sent()).toHaveLength(3));
      const [once, before, after] = sent();
      expect(once!.moved).toMatchObject([{ date: DAY, start: '10:15' }]);
      expect(before).toMatchObject({ revision: 2, moved: [], repeat: { until: '2026-06-16' } });
      expect(after).toMatchObject({ date: DAY, start: '10:15', moved: [], repeat: weekly });
    });
  });

  test('says why it is cancelled, where a reason was given', async () => {
    open([
      some(1, { cancelled: [{ date: DAY, why: 'cancelled' }] }),
      some(2, { horseId: sorrel.id, start: '12:00', cancelled: [{ date: DAY, why: 'lame' }] }),
    ]);
    expect((await strip('Sorrel')).textContent).toContain('cancelled: lame');
    expect((await strip('Marram')).textContent).not.toContain('cancelled:');
  });

  test('is changed from a day on: what was before ends, the rest goes on elsewhere', async () => {
    const old = some(1, { repeat: weekly, date: '2026-06-03' });
    const server = open([old], { '*': ({ body }: Call) => body });
    fireEvent.click(within(await strip('Marram')).getByRole('button', { name: /^10:00/ }));
    fireEvent.click(await screen.findByRole('button', { name: 'this and later ones' }));
    choose('Begins', '16:00');
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(2));
    const [before, after] = server.sent('PUT').map((c) => c.body as Appointment);
    expect(before).toMatchObject({ id: old.id, start: '10:00', repeat: { until: '2026-06-16' } });
    expect(after).toMatchObject({ start: '16:00', date: DAY, repeat: weekly });
    expect(after!.id).not.toBe(old.id);
  });
});

test('the week has a lane a day, the month a stroke a lesson', async () => {
  open([some(1, { repeat: weekly })], {}, '/?view=week');
  const lanes = await screen.findByRole('list', { name: 'The days of the week' });
  const lesson = await within(lanes).findByRole('button', {
    name: /^Marram, Wednesday, 17 June, 10:00/,
  });
  fireEvent.keyDown(lesson, { key: 'ArrowDown' });
  cleanup();
  open([some(1, { repeat: weekly })], {}, '/?view=month');
  await screen.findByRole('button', { name: 'Wednesday, 24 June: 1 set' });
  screen.getByRole('button', { name: 'Thursday, 25 June: 0 set' });
});

describe('the timetable of the yard', () => {
  test('arenas and instructors are saved; empty rows are not kept', async () => {
    const server = new FakeServer({
      '/api/timetable': NEW_TIMETABLE,
      '/api/busy': [],
      '/api/riders': [],
      'PUT /api/timetable': ({ body }: Call) => body,
    });
    renderIn(<Settings />);
    fireEvent.click(await screen.findByRole('button', { name: 'Add an arena' }));
    fireEvent.change(screen.getByLabelText('Arena 1, name'), { target: { value: 'Slipway' } });
    fireEvent.click(screen.getByRole('button', { name: 'Add an instructor' }));
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({
      arenas: [{ name: 'Slipway', place: '', most: 4 }],
      instructors: [],
    });
  });

  test('a secret address is made for a person, and gone at a tap', async () => {
    const timetable = { ...NEW_TIMETABLE, instructors: ['Rowan Ashdown'] };
    const server = new FakeServer({
      '/api/timetable': timetable,
      '/api/busy': [],
      '/api/riders': [],
      'PUT /api/timetable': ({ body }: Call) => (server.answers['/api/timetable'] = body),
    });
    renderIn(<Settings />);
    fireEvent.change(await screen.findByLabelText('Link for'), {
      target: { value: 'i/Rowan Ashdown' },
    });
    fireEvent.click(screen.getByRole('button', { name: 'Create a link' }));
    const address = await screen.findByLabelText<HTMLInputElement>('Link for Rowan Ashdown');
    expect(address.value).toMatch(/\/api\/calendar\/feeds\/[0-9a-f]{32}\.ics$/);
    fireEvent.click(screen.getByRole('button', { name: 'Delete the link for Rowan Ashdown' }));
    await waitFor(() => expect(screen.queryByLabelText('Link for Rowan Ashdown')).toBeNull());
  });

  test('a link that is made, or another device, takes nothing away that was entered', async () => {
    let stands = { ...NEW_TIMETABLE, instructors: ['Rowan Ashdown'] };
    const server = new FakeServer({
      '/api/timetable': () => stands,
      '/api/busy': [],
      '/api/riders': [],
      'PUT /api/timetable': ({ body }: Call) => {
        const sent = body as typeof stands;
        if (sent.revision !== stands.revision)
          return { status: 409, title: 'Saved elsewhere', detail: 'd', current: stands };
        return (stands = { ...sent, revision: sent.revision + 1 });
      },
    });
    renderIn(<Settings />);
    fireEvent.click(await screen.findByRole('button', { name: 'Add an arena' }));
    const arena = () => screen.getByLabelText<HTMLInputElement>('Arena 1, name');
    fireEvent.change(arena(), { target: { value: 'Slipway' } });
    // Somebody has saved another instructor, and this page has not heard of it.
    stands = { ...stands, revision: 7, instructors: ['Rowan Ashdown', 'Mo Tide'] };
    fireEvent.change(screen.getByLabelText('Link for'), { target: { value: 'i/Rowan Ashdown' } });
    fireEvent.click(screen.getByRole('button', { name: 'Create a link' }));
    await screen.findByLabelText('Link for Rowan Ashdown');
    expect(arena().value).toBe('Slipway');
    await screen.findByDisplayValue('Mo Tide');
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(stands.arenas).toHaveLength(1));
    expect(stands).toMatchObject({
      arenas: [{ name: 'Slipway' }],
      instructors: ['Rowan Ashdown', 'Mo Tide'],
      feeds: [{ instructor: 'Rowan Ashdown' }],
    });
    expect(screen.queryByText(/changed on another device/)).toBeNull();
    expect(server.sent('PUT').length).toBeGreaterThan(2);
  });

  test('a link that could not be deleted is not said to be dead', async () => {
    const feed = { token: 'a'.repeat(32), instructor: 'Rowan Ashdown', riderId: null };
    new FakeServer({
      '/api/timetable': { ...NEW_TIMETABLE, feeds: [feed] },
      '/api/busy': [],
      '/api/riders': [],
      'PUT /api/timetable': { status: 507, title: 'The disk is full', detail: 'Make room on it.' },
    });
    renderIn(<Settings />);
    const gone = { name: 'Delete the link for Rowan Ashdown' };
    fireEvent.click(await screen.findByRole('button', gone));
    expect((await screen.findByRole('alert')).textContent).toContain('Make room on it.');
    screen.getByLabelText('Link for Rowan Ashdown');
    expect(screen.queryByText('The link no longer works.')).toBeNull();
  });
});
