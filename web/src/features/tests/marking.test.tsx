import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { parseLesson } from '@canter-book/core/notation/parse';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import { Notices } from '../../app/Notices.tsx';
import { FakeServer, renderIn, someHorse, type Call } from '../../testing/render.tsx';
import Result from './Result.tsx';
import Scribe from './Scribe.tsx';

/** A ride is marked, counted out, and put right. */

const ID = '0197a000-0000-7000-8000-000000000001';
const horse = someHorse();
const first: MarkedRide = {
  id: ID,
  revision: 1,
  horseId: horse.id,
  riderId: null,
  lessonId: null,
  document: parseLesson(`test "Two letters" for stage 2
arena 20x40
enter A trot working
box 1 "entry" -- straight, square halt
X halt 4 s, salute, proceed trot working
C track left
box 2 x2 "circle"
E circle left 20
collective "rider"
errors points 2 4 out
`).lesson,
  date: '2026-06-15',
  kind: 'practice',
  place: '',
  judges: [
    { at: 'C', marks: {}, collectives: {}, remarks: {} },
    { at: 'E', marks: {}, collectives: {}, remarks: {} },
  ],
  errors: 0,
  target: 7,
  notes: '',
  corrections: [],
};

let stands: MarkedRide | null;
let server: FakeServer;
beforeEach(() => {
  sessionStorage.clear();
  stands = first;
  server = new FakeServer({
    '/api/horses': [horse],
    '/api/riders': [],
    '/api/rides': () => (stands ? [stands] : []),
    [`GET /api/rides/${ID}`]: () => stands ?? { status: 404, title: 'Gone', detail: 'No ride.' },
    [`PUT /api/rides/${ID}`]: ({ body }: Call) =>
      (stands = { ...(body as MarkedRide), revision: (stands?.revision ?? 0) + 1 }),
    [`DELETE /api/rides/${ID}`]: () => (stands = null),
  });
});
afterEach(cleanup);

const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('the page of a scribe', () => {
  const open = async (at = 'entry') => {
    renderIn(<Scribe />, undefined, `/tests/rides/${ID}/mark`, '/tests/rides/:id/mark');
    await screen.findByRole('heading', { name: at });
  };
  const marks = () => stands!.judges.map((judge) => judge.marks);

  test('a tap is a mark, a key as well; a slip is no correction, a change of mind is', async () => {
    await open();
    press('6');
    fireEvent.keyDown(window, { key: '.' });
    expect(screen.getAllByText('6.5', { selector: 'output' })).toHaveLength(1);
    press('Next ▸');
    fireEvent.keyDown(window, { key: '7' });
    await waitFor(() => expect(marks()).toEqual([{ 1: 6.5, 2: 7 }, {}]));
    expect(stands!.corrections).toEqual([]);
    await screen.findByText('In the book');
    // Back at the first, and thought better of.
    fireEvent.keyDown(window, { key: 'ArrowLeft' });
    press('5');
    await waitFor(() => expect(stands!.corrections).toMatchObject([{ of: '1', was: 6.5 }]));
    // Tapped once more it is taken away.
    press('5');
    await waitFor(() => expect(marks()[0]).toEqual({ 2: 7 }));
  });

  test('the page keeps whose sheet it writes, also when it is made anew', async () => {
    await open();
    fireEvent.click(within(screen.getByRole('group', { name: 'Judge' })).getByText('E'));
    press('8');
    await waitFor(() => expect(marks()).toEqual([{}, { 1: 8 }]));
    cleanup();
    // At the next box that judge has to mark.
    await open('circle');
    expect(screen.getByRole('button', { name: 'E' }).getAttribute('aria-pressed')).toBe('true');
    // One who sits at B after all.
    fireEvent.change(screen.getByLabelText('Add a judge'), { target: { value: 'B' } });
    await waitFor(() => expect(stands!.judges.map(({ at }) => at)).toEqual(['C', 'E', 'B']));
  });

  test('errors of course are counted, taken back, and end the test', async () => {
    await open();
    for (let n = 0; n < 3; n++) press('Error of course');
    expect((await screen.findByRole('alert')).textContent).toContain('Eliminated at error 3');
    press('Take one back');
    await waitFor(() => expect(stands!.errors).toBe(2));
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('what the book refuses is said, and stays on the page', async () => {
    server.answers[`PUT /api/rides/${ID}`] = { status: 400, title: 'No', detail: 'Too late.' };
    await open();
    press('6');
    expect((await screen.findByRole('alert')).textContent).toContain(
      'The book does not take it: Too late. It is kept on this device.',
    );
    expect(screen.getAllByText('6.0', { selector: 'output' })).toHaveLength(1);
  });

  test('a ride that is gone is said to be', async () => {
    stands = null;
    renderIn(<Scribe />, undefined, `/tests/rides/${ID}/mark`, '/tests/rides/:id/mark');
    await screen.findByText(/no such ride/i);
  });
});

describe('the result', () => {
  const marked = (): MarkedRide => ({
    ...first,
    judges: [{ at: 'C', marks: { 1: 6.5, 2: 7 }, collectives: { rider: 7.5 }, remarks: {} }],
    errors: 1,
  });
  const open = () => {
    const at = `/tests/rides/${ID}`;
    return renderIn(
      <>
        <Result />
        <Notices above={false} />
      </>,
      undefined,
      at,
      '/tests/rides/:id',
    );
  };

  test('is counted out: 6.5 + 2·7 + 7.5 less 2 for the error, of 40', async () => {
    stands = marked();
    open();
    await screen.findByText('65.000 %');
    screen.getByText(/26 of 40 points, 1 error of course taken off/);
  });

  test('what is missing is said, with the way back to it', async () => {
    open();
    await screen.findByText('Not finished yet.');
    expect(screen.getByRole('link', { name: 'Go on marking' }).getAttribute('href')).toBe(
      `/tests/rides/${ID}/mark`,
    );
  });

  test('the mark to aim at is kept with the ride', async () => {
    stands = marked();
    open();
    fireEvent.click(await screen.findByRole('button', { name: /aim at.*: more/i }));
    await waitFor(() => expect(stands!.target).toBe(7.5));
  });
});
