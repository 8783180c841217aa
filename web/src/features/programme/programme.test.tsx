import { afterEach, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import highsLoader from 'highs';
import { SCALES } from '@canter-book/core/scales';
import { highsSolver, type HighsRuntime } from '@canter-book/core/planner/highs';
import type { Solve } from '@canter-book/core/planner/integer';
import { planProgramme } from '@canter-book/core/programme/programme';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import type { ProgrammeRequest } from '@canter-book/core/programme/request';
import { daysLater, dayOf, mondayOf } from '@canter-book/core/progress/days';
import { today } from '../../app/dates.ts';
import { FakeServer, renderIn, someHorse, type Call } from '../../testing/render.tsx';

let solve: Solve;
beforeAll(async () => {
  solve = highsSolver((await highsLoader()) as unknown as HighsRuntime);
});
// Planned for real, without a worker.
jest.unstable_mockModule('../../workers/planner.ts', () => ({
  programmeInWorker: (request: ProgrammeRequest) => ({
    plan: planProgramme(request, solve),
    stop: () => {},
  }),
  ready: () => {},
}));
const { default: ProgrammePage } = await import('./ProgrammePage.tsx');
const { default: WeeksAfter } = await import('./WeeksAfter.tsx');
const { default: RiderWeeks } = await import('./RiderWeeks.tsx');

afterEach(cleanup);

const horse = someHorse();
/** Twelve weeks of marks: rhythm is there, the rest follows the scales. */
const readings = SCALES.flatMap((scale, i) =>
  (['left', 'right'] as const).flatMap((rein) =>
    Array.from({ length: 24 }, (_, n) => ({
      day: dayOf(today()) - 84 + 3 * n,
      scale,
      rein,
      value: 7 - 0.7 * i + (n % 2 ? 0.2 : -0.2),
      variance: 0.3,
    })),
  ),
);

function serve(programmes: ProgrammeRecord[]) {
  let kept = programmes;
  return new FakeServer({
    [`/api/horses/${horse.id}`]: horse,
    [`/api/horses/${horse.id}/readings`]: { biases: {}, readings },
    [`/api/horses/${horse.id}/done`]: [],
    '/api/programmes': () => kept,
    '/api/exercises': [],
    '/api/appointments': [],
    '/api/riders': [],
    '/api/sessions': [],
    '*': ({ method, body }: Call) => {
      if (method === 'PUT') kept = [{ ...(body as ProgrammeRecord), revision: kept.length + 1 }];
      return kept[0];
    },
  });
}

function open(programmes: ProgrammeRecord[] = []) {
  const server = serve(programmes);
  renderIn(<ProgrammePage />, undefined, `/horses/${horse.id}/programme`, '/horses/:id/programme');
  return server;
}
const saved = (server: FakeServer) => server.sent('PUT').map((c) => c.body as ProgrammeRecord);

/** As the page itself keeps it, from a first visit. */
async function firstProgramme(): Promise<ProgrammeRecord> {
  const server = open();
  fireEvent.click(await screen.findByRole('button', { name: 'Plan the weeks' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Save these weeks' }));
  await waitFor(() => expect(saved(server)).toHaveLength(1));
  cleanup();
  return { ...saved(server)[0]!, revision: 1 };
}

describe('the weeks of a horse', () => {
  test('are proposed for a goal, and hold once they are kept', async () => {
    const server = open();
    fireEvent.change(await screen.findByLabelText('Goal'), {
      target: { value: 'level' },
    });
    fireEvent.click(screen.getByRole('button', { name: 'Plan the weeks' }));
    const weeks = await screen.findByRole('region', { name: 'The weeks' });
    expect(within(weeks).getAllByRole('button', { name: /^Week of/ })).toHaveLength(13);
    screen.getByRole('heading', { name: /^The goal/ });
    screen.getByRole('heading', { name: 'Gates' });
    fireEvent.click(screen.getByRole('button', { name: 'Save these weeks' }));
    await waitFor(() => expect(saved(server)).toHaveLength(1));
    const [record] = saved(server);
    expect(record).toMatchObject({ horseId: horse.id, goal: { kind: 'level', scale: 'contact' } });
    expect(record!.plan.weeks).toHaveLength(13);
    expect(record!.plan.weeks[0]!.monday).toBe(mondayOf(today()));
    expect(record!.plan.levels.rhythm?.left).toBeGreaterThan(6);
  }, 60_000);

  test('that were kept stay as they are when nothing has happened', async () => {
    open([await firstProgramme()]);
    await screen.findByRole('region', { name: 'The weeks' });
    expect(screen.queryByRole('region', { name: 'What changes' })).toBeNull();
  }, 60_000);

  test('move when a gate is due and shut: it is said, and kept only when it is let hold', async () => {
    const first = await firstProgramme();
    // As if it had been planned some weeks ago, and the first theme were to end this week.
    const back = 7 * (first.plan.steps[0]!.weeks - 1);
    const earlier = <T extends object>(x: T): T =>
      JSON.parse(JSON.stringify(x).replaceAll(/\d{4}-\d\d-\d\d/g, (d) => daysLater(d, -back))) as T;
    const server = open([{ ...first, plan: earlier(first.plan) }]);
    const moves = await screen.findByRole('region', { name: 'What changes' });
    expect(moves.textContent).toMatch(/the gate for \w+ is not open yet/);
    expect(saved(server)).toHaveLength(0);
    fireEvent.click(within(moves).getByRole('button', { name: 'Save the new weeks' }));
    await waitFor(() => expect(saved(server)).toHaveLength(1));
    const [record] = saved(server);
    expect(record!.moved[0]!.said.join(' ')).toMatch(/is not open yet/);
    expect(record!.plan.weeks[0]!.monday).toBe(mondayOf(daysLater(today(), -back)));
    await screen.findByRole('heading', { name: 'What has changed' });
  }, 60_000);

  test('are planned again after a lesson, where it is looked back on', async () => {
    const first = await firstProgramme();
    const server = serve([first]);
    renderIn(<WeeksAfter record={first} rider={null} />);
    const after = await screen.findByRole('region', { name: 'The weeks ahead' });
    await waitFor(() => expect(after.textContent).toContain('They stay as planned.'));
    cleanup();
    // Every try of what the gate asks was good: the next theme comes at once.
    const { theme, gate, weeks } = first.plan.steps[0]!;
    expect(weeks).toBeGreaterThan(1);
    const level = { day: dayOf(today()), scale: theme, value: 9, variance: 0.01 };
    const reins = ['left', 'right'] as const;
    server.answers[`/api/horses/${horse.id}/readings`] = {
      biases: {},
      readings: [...readings, ...reins.map((rein) => ({ ...level, rein }))],
    };
    server.answers[`/api/horses/${horse.id}/done`] = gate.show && [
      {
        date: today(),
        ...gate.show,
        good: 8,
        lost: 0,
        tries: Array.from({ length: 8 }, (_, i) => ({ rein: reins[i % 2], good: true })),
      },
    ];
    renderIn(<WeeksAfter record={first} rider={null} />);
    const button = await screen.findByRole('button', { name: 'Save the new weeks' });
    expect(screen.getByRole('region', { name: 'The weeks ahead' }).textContent).toContain(
      `the gate for ${theme} is open`,
    );
    expect(saved(server)).toHaveLength(0);
    fireEvent.click(button);
    await waitFor(() => expect(saved(server)).toHaveLength(1));
    expect(saved(server)[0]!.moved[0]!.said.join(' ')).toContain('is open');
  }, 60_000);

  test('a day that is fixed stays, the rest is planned around it, and all can be left as it was', async () => {
    open([await firstProgramme()]);
    const weeks = await screen.findByRole('region', { name: 'The weeks' });
    fireEvent.click(within(weeks).getAllByRole('button', { name: /^Week of/ })[2]!);
    const tuesday = daysLater(mondayOf(today()), 15);
    const day = await screen.findByLabelText(/^Tuesday, .*: what is done$/);
    fireEvent.change(day, { target: { value: 'rest' } });
    const moves = await screen.findByRole('region', { name: 'What changes' });
    await waitFor(() =>
      expect(moves.textContent).toMatch(/rest instead of .*, as you fixed it|With your change/),
    );
    within(weeks).getByRole('button', {
      name: new RegExp(`${Number(tuesday.slice(8))} .*: rest, fixed`),
    });
    fireEvent.click(within(moves).getByRole('button', { name: 'Discard my change' }));
    await waitFor(() => expect(screen.queryByRole('region', { name: 'What changes' })).toBeNull());
  }, 60_000);
});

test('a rider sees the days of two weeks: lessons, what the programmes want, homework', async () => {
  const monday = mondayOf(today());
  const rider = {
    id: '0190a0b0-0000-7000-8000-0000000000ee',
    revision: 1,
    name: 'Ines Calloway',
    notes: '',
    theme: '',
    stage: null,
  };
  const hers = { ...horse, riderIds: [rider.id] };
  const days = Array.from({ length: 7 }, (_, d) => ({
    date: daysLater(monday, d),
    kind: d === 2 ? 'hack' : 'rest',
    minutes: d === 2 ? 40 : 0,
  }));
  const lesson = {
    id: '0190a0b0-0000-7000-8000-0000000000ef',
    revision: 1,
    title: '',
    horseId: hers.id,
    riderId: rider.id,
    instructor: '',
    arena: 'Slipway',
    lessonId: null,
    date: daysLater(monday, 1),
    start: '10:15',
    minutes: 45,
    zone: 'Europe/Dublin',
    repeat: null,
    cancelled: [],
    moved: [],
    notes: '',
  };
  new FakeServer({
    '/api/riders': [rider],
    '/api/horses': [
      hers,
      someHorse({ id: '0190a0b0-0000-7000-8000-0000000000f0', name: 'Sorrel' }),
    ],
    '/api/programmes': [
      { horseId: hers.id, plan: { weeks: [{ monday, theme: 'contact', days, load: 80 }] } },
    ],
    '/api/yard': [
      { horseId: hers.id, homework: 'Look up', standings: {}, verdicts: {}, programme: null },
    ],
    '/api/appointments': [lesson],
    '/api/busy': [],
    '/api/timetable': { arenas: [], instructors: [] },
  });
  renderIn(<RiderWeeks />, undefined, `/riders/${rider.id}`, '/riders/:id');
  await screen.findByRole('heading', { name: 'The weeks of Ines Calloway' });
  await screen.findByText('Marram: Look up');
  const rows = screen.getAllByRole('listitem');
  expect(rows).toHaveLength(14);
  await waitFor(() => expect(rows[1]!.textContent).toContain('10:15 Marram, 45 min, Slipway'));
  await waitFor(() => expect(rows[2]!.textContent).toContain('Marram: hack or stretch 40 min'));
  expect(screen.queryByText(/Sorrel/)).toBeNull();
});
