import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Rider } from '@canter-book/core/book/records';
import { parseLesson } from '@canter-book/core/notation/parse';
import { compileRide } from '@canter-book/core/ride/compile';
import { OUR_SHEETS } from '@canter-book/core/sheet/ours';
import { sheetOf } from '@canter-book/core/sheet/sheet';
import type { Plan } from '@canter-book/core/planner/plan';
import type { PlannedSet } from '@canter-book/core/planner/reasons';
import type { PlanRequest } from '@canter-book/core/planner/request';
import { FakeServer, renderIn, someHorse } from '../../testing/render.tsx';
import type { Failed } from './usePlan.ts';

const asked: PlanRequest[] = [];
let answer: (request: PlanRequest) => Promise<Plan | Failed>;
const stopped = jest.fn();
jest.unstable_mockModule('../../workers/planner.ts', () => ({
  planInWorker(request: PlanRequest, progress: (doing: string) => void) {
    asked.push(request);
    progress('Choosing the exercises');
    const planned = answer(request).then((made) => ('why' in made ? made : { plan: made }));
    return { plan: planned, stop: stopped };
  },
}));
const { default: PlanPage } = await import('./PlanPage.tsx');

const horse = someHorse();
const set = (more: Partial<PlannedSet>): PlannedSet => ({
  exercise: 'trot-circle',
  name: 'Circle in trot',
  rung: 1,
  rungName: '20 m',
  phase: 'work',
  minutes: 4,
  left: 2,
  right: 2,
  rein: 'left',
  status: 'improving',
  level: { scale: 'rhythm', rein: 'left', mean: 5.2, sd: 0.5 },
  why: 'For rhythm: developing.',
  takes: 'The first thing asked today.',
  gives: null,
  moveOnWhen: 'Strides in each quarter: four alike.',
  leaveWhen: 'A second round as even as the first.',
  repair: 'Rising trot, go large',
  cautions: [],
  alternatives: [
    { exercise: 'trot-large', name: 'Rising trot, go large', rung: 1, costs: 0.4 },
    { exercise: 'trot-diagonals', name: 'Trot across the school', rung: 1, costs: 0 },
  ],
  ...more,
});
const LESSON =
  'lesson "For today"\nstart A walk medium left\nphase work 10 min\n# set trot-circle 1: Circle in trot, 20 m\nC trot working, circle left 20\n';
const plan = (more: Partial<Plan> = {}): Plan => ({
  lesson: LESSON,
  aim: null,
  otherAims: [],
  sets: [set({})],
  leftOut: [{ exercise: 'travers', name: 'Travers', why: 'It belongs to stage 4.' }],
  objective: 3,
  gap: 0.004,
  notes: [],
  ...more,
});
let riders: Rider[] = [];
const RIDE = '0190a0b0-0000-7000-8000-000000000555';
/** Larkfield Two, ridden well but for the circle to the right and the loop. */
const marked = () => {
  const sheet = OUR_SHEETS.find((s) => s.name === 'Larkfield Two')!;
  const { lesson } = parseLesson(sheet.text);
  const { boxes, collectives } = sheetOf(lesson, compileRide(lesson));
  const mark = (n: number) => (n === 2 ? 4 : n === 5 ? 5 : 7);
  return {
    id: RIDE,
    revision: 1,
    horseId: horse.id,
    riderId: null,
    lessonId: null,
    document: lesson,
    date: '2026-11-20',
    kind: 'practice',
    place: '',
    judges: [
      {
        at: 'C',
        marks: Object.fromEntries(boxes.map((b) => [b.number, mark(b.number)])),
        collectives: Object.fromEntries(collectives.map((c) => [c.name, 7])),
        remarks: {},
      },
    ],
    errors: 0,
    target: 7,
    notes: '',
    corrections: [],
  };
};
const open = (path = `/horses/${horse.id}/plan`) => {
  const server = new FakeServer({
    [`/api/rides/${RIDE}`]: marked(),
    [`/api/horses/${horse.id}`]: horse,
    [`/api/horses/${horse.id}/readings`]: { readings: [], biases: {} },
    [`/api/horses/${horse.id}/done`]: [],
    '/api/exercises': [],
    '/api/riders': riders,
  });
  renderIn(<PlanPage />, undefined, path, '/horses/:id/plan');
  return server;
};

beforeEach(() => {
  asked.length = 0;
  stopped.mockClear();
  localStorage.clear();
  riders = [];
  answer = () => Promise.resolve(plan());
});
afterEach(cleanup);

describe('a lesson proposed', () => {
  test('offers two others for each set, with what they cost', async () => {
    open();
    fireEvent.click(await screen.findByRole('button', { name: /Circle in trot/ }));
    // 0.4 of the 3 that the whole is worth.
    expect(screen.getByRole('button', { name: /go large \(the lesson is worth 13 % less\)/ }));
    fireEvent.click(screen.getByRole('button', { name: /across the school \(as good\)/ }));
    await waitFor(() =>
      expect(asked.at(-1)!.wishes).toMatchObject({
        mustHave: ['trot-diagonals'],
        notToday: ['trot-circle'],
      }),
    );
  });

  test('says what the day is for; another aim is one click', async () => {
    const aim = (exercise: string, name: string) => ({
      exercise,
      name,
      rungName: '20 m',
      purpose: 'Even strides.',
    });
    answer = async () =>
      plan({ aim: aim('trot-circle', 'Circle in trot'), otherAims: [aim('travers', 'Travers')] });
    open();
    await screen.findByRole('heading', { name: 'Circle in trot, 20 m' });
    const strip = screen.getByRole('list', { name: 'The sets in their order' });
    expect(within(strip).getByRole('link').textContent).toContain('the aim');
    await within(strip).findByRole('img', { name: 'Circle in trot, drawn' });
    fireEvent.click(within(strip).getByRole('link'));
    screen.getByText('Good looks like');
    fireEvent.click(screen.getByRole('button', { name: 'Travers' }));
    await waitFor(() => expect(asked.at(-1)!.wishes.aim).toBe('travers'));
  });

  test('gets shorter when they come late, down to a quarter of an hour', async () => {
    open();
    const less = await screen.findByRole<HTMLButtonElement>('button', { name: '20 minutes less' });
    fireEvent.click(less);
    await waitFor(() => expect(asked.at(-1)!.wishes.minutes).toBe(25));
    expect(screen.getByRole('button', { name: '25' }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(less);
    await waitFor(() => expect(asked.at(-1)!.wishes.minutes).toBe(15));
    expect(less.disabled).toBe(true);
  });

  test('asks no more than the rider can, and takes the rider along to the ringside', async () => {
    const [ines, pia] = ['1', '2'].map((n) => ({
      id: `0190a0b0-0000-7000-8000-00000000010${n}`,
      revision: 1,
      name: n === '1' ? 'Ines' : 'Pia',
      notes: '',
      theme: '',
      stage: n === '1' ? null : (2 as const),
    }));
    riders = [ines!, pia!];
    open();
    await screen.findByRole('button', { name: /Circle in trot/ });
    expect(asked.at(-1)!.horse.riderStage).toBeUndefined();
    fireEvent.change(screen.getByLabelText(/^Rider/), { target: { value: pia!.id } });
    await waitFor(() => expect(asked.at(-1)!.horse.riderStage).toBe(2));
    screen.getByText('Nothing beyond stage 2 is asked.');
  });

  test('is made at once from what the book knows, with its reasons', async () => {
    open();
    await screen.findByRole('button', { name: /Circle in trot/ });
    expect(asked[0]).toMatchObject({
      horse: { name: horse.name, stage: horse.stage },
      wishes: { minutes: 45, arena: { widthM: 20, lengthM: 60 }, mood: 'as usual', kept: [] },
    });
    screen.getByText('For rhythm: developing.');
    screen.getByText(/within 0.4 % of the best choice/);
    fireEvent.click(screen.getByRole('button', { name: /Circle in trot/ }));
    screen.getByText('A second round as even as the first.');
    screen.getByRole('link', { name: 'All about it' });
  });

  test('from a marked ride: what trains its weakest boxes, those boxes, and a rehearsal; each can be left out', async () => {
    open(`/horses/${horse.id}/plan?ride=${RIDE}`);
    const parts = await screen.findByRole('region', { name: 'From the test' });
    const items = () => within(parts).getAllByRole('listitem');
    expect(items()[0]!.textContent).toContain('Box 2, circle');
    expect(items().at(-1)!.textContent).toContain('rehearsal');
    const wishes = () => asked.at(-1)!.wishes;
    // The test's own arena, the exercises that train the boxes, and the parts as they stand.
    expect(wishes()).toMatchObject({ arena: { lengthM: 40 } });
    expect(wishes().mustHave).toContain(wishes().aim);
    expect(wishes().kept).toHaveLength(items().length);
    expect(wishes().kept.every((k) => k.last)).toBe(true);
    expect(wishes().kept[0]!.text).toContain('B circle right 20');
    // What is kept of a test is not called changed by hand.
    expect(screen.queryByText(/Kept as you changed/)).toBeNull();
    const all = items().length;
    fireEvent.click(within(items().at(-1)!).getByRole('button', { name: 'leave out' }));
    await waitFor(() => expect(wishes().kept).toHaveLength(all - 1));
    fireEvent.click(screen.getByRole('button', { name: '20 × 60' }));
    await waitFor(() => expect(wishes().kept).toHaveLength(0));
    expect(parts.textContent).toContain('The test is for 20 × 40 m');
  });

  test('the air of the day says whether it is hot, until tomorrow; what cannot be is said', async () => {
    open();
    await screen.findByRole('button', { name: /Circle in trot/ });
    const type = (label: RegExp, value: string) =>
      fireEvent.change(screen.getByLabelText(label), { target: { value } });
    type(/Temperature/, '33');
    type(/Humidity/, '70');
    screen.getByText(/too hot to work/);
    await waitFor(() => expect(asked.at(-1)!.wishes.hot).toBe(true));
    cleanup();
    open();
    await screen.findByRole('button', { name: /Circle in trot/ });
    expect(asked.at(-1)!.wishes.hot).toBe(true);
    // A cold, wet day is not hot.
    type(/Temperature/, '9,5');
    type(/Humidity/, '100');
    screen.getByText(/no need to shorten/);
    await waitFor(() => expect(asked.at(-1)!.wishes.hot).toBe(false));
    type(/Humidity/, '140');
    expect(screen.getByRole('alert').textContent).toContain('humidity from 0 to 100 %');
  });

  test('each wish plans anew; length and arena are remembered, the mood is not', async () => {
    open();
    await screen.findByRole('button', { name: /Circle in trot/ });
    fireEvent.click(screen.getByRole('button', { name: '20' }));
    fireEvent.click(screen.getByRole('button', { name: '20 × 40' }));
    fireEvent.click(screen.getByRole('button', { name: 'fresh' }));
    fireEvent.click(screen.getByLabelText('It is hot'));
    fireEvent.click(screen.getByLabelText('poles'));
    await waitFor(() =>
      expect(asked.at(-1)).toMatchObject({
        horse: { equipment: ['poles'] },
        wishes: { minutes: 20, arena: { lengthM: 40 }, mood: 'fresh', hot: true },
      }),
    );
    cleanup();
    open();
    await screen.findByRole('button', { name: /Circle in trot/ });
    expect(asked.at(-1)).toMatchObject({ wishes: { minutes: 20, mood: 'as usual', hot: false } });
  });

  test('pinned, sent away, swapped: each is a wish that can be taken back', async () => {
    open();
    fireEvent.click(await screen.findByRole('button', { name: /Circle in trot/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Must be in it' }));
    await waitFor(() => expect(asked.at(-1)!.wishes.mustHave).toEqual(['trot-circle']));
    fireEvent.click(screen.getByRole('button', { name: /Instead: Trot across the school/ }));
    await waitFor(() =>
      expect(asked.at(-1)!.wishes).toMatchObject({
        mustHave: ['trot-diagonals'],
        notToday: ['trot-circle'],
      }),
    );
    const wishes = within(screen.getByRole('complementary', { name: 'Today' }));
    fireEvent.click(wishes.getByRole('button', { name: 'Take back: Circle in trot' }));
    await waitFor(() => expect(asked.at(-1)!.wishes.notToday).toEqual([]));
  });

  test('while it is being made it says so and can be stopped', async () => {
    answer = () => new Promise(() => {});
    open();
    await screen.findByText(/Choosing the exercises/);
    fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
    await waitFor(() => expect(screen.queryByText(/Choosing/)).toBeNull());
    expect(stopped).toHaveBeenCalled();
  });

  test('one that cannot be made says why and what would work, and what cannot be kept is named', async () => {
    answer = () =>
      Promise.resolve({
        why: 'There is no lesson for Marram with 45 minutes.',
        waysOut: [{ label: 'Make it 60 minutes', change: { minutes: 60 } }],
      });
    open();
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('There is no lesson for Marram with 45 minutes.');
    answer = () => Promise.resolve(plan({ notes: ['“Travers” cannot be in it: stage 4.'] }));
    fireEvent.click(within(alert).getByRole('button', { name: 'Make it 60 minutes' }));
    await waitFor(() => expect(asked.at(-1)!.wishes.minutes).toBe(60));
    await screen.findByText(/Travers” cannot be in it/);
    screen.getByText('It belongs to stage 4.');
    answer = () => Promise.reject(new Error('wasm went away'));
    fireEvent.click(screen.getByRole('button', { name: '30' }));
    expect((await screen.findByRole('alert')).textContent).toContain('broke off. Try it again');
  });

  test('taken to the desk it is a lesson of the book', async () => {
    const server = open();
    await screen.findByRole('button', { name: /Circle in trot/ });
    server.answers['PUT *'] = {};
    fireEvent.click(screen.getByRole('button', { name: 'Open at the desk' }));
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({
      title: 'For today',
      horseId: horse.id,
      revision: 0,
    });
  });
});
