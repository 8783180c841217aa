import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { EXERCISES, findExercise } from '@canter-book/core/exercises/catalogue';
import { CHAINS } from '@canter-book/core/exercises/chains/table';
import { levelsOf } from '@canter-book/core/exercises/graph';
import { horseFileSchema } from '@canter-book/core/planner/request';
import { FakeServer, renderIn, someHorse } from '../../testing/render.tsx';
import ExercisePage from './ExercisePage.tsx';
import { ALL, bestRung, matches } from './filters.ts';
import Shelf from './Shelf.tsx';

afterEach(cleanup);

const horse = someHorse();
const answers = {
  '/api/horses': [horse],
  [`/api/horses/${horse.id}`]: horse,
  [`/api/horses/${horse.id}/readings`]: { readings: [], biases: {} },
  [`/api/horses/${horse.id}/done`]: [],
  '/api/exercises': [],
};

describe('the filters', () => {
  test('every one leaves only what it says', () => {
    const found = (change: object) =>
      EXERCISES.filter((e) => matches(e, { ...ALL, ...change }, null));
    expect(found({})).toHaveLength(EXERCISES.length);
    expect(found({ words: 'leans' }).every((e) => JSON.stringify(e).includes('eans'))).toBe(true);
    expect(found({ gait: 'canter' }).every((e) => e.gaits.includes('canter'))).toBe(true);
    expect(found({ stage: 2 }).every((e) => e.stage <= 2)).toBe(true);
    expect(found({ equipment: 'none' }).every((e) => e.equipment.length === 0)).toBe(true);
    expect(found({ scale: 'contact' }).length).toBeGreaterThanOrEqual(12);
    const short = found({ minutes: 1 });
    expect(short.length).toBeGreaterThan(20);
    expect(short.length).toBeLessThan(found({ minutes: 2 }).length);
    expect(found({ ready: true })).toEqual([]);
    expect(found({ words: 'no such thing' })).toEqual([]);
  });

  test('the best rung is the hardest one the horse is furthest with', () => {
    const file = horseFileSchema.parse({ name: 'A', stage: 8 });
    const circle = findExercise('trot-circle')!;
    expect(bestRung(file, circle).status).toBe('confirmed');
    expect(bestRung(file, circle).rung).toBeGreaterThan(0);
  });
});

describe('the shelf', () => {
  test('shows every chain; a horse marks what it is ready for', async () => {
    new FakeServer(answers);
    renderIn(<Shelf />);
    await screen.findByText(`${EXERCISES.length} of ${EXERCISES.length} exercises`);
    for (const chain of CHAINS) screen.getByRole('heading', { name: chain.name });
    // Each strap leads from what comes before to what follows.
    expect(CHAINS.every((c) => levelsOf(c.exercises) !== null)).toBe(true);
    await screen.findByRole('option', { name: horse.name });
    fireEvent.change(screen.getByLabelText('For'), { target: { value: horse.id } });
    expect((await screen.findAllByText('not yet:', { exact: false })).length).toBeGreaterThan(20);
    fireEvent.click(screen.getByLabelText('ready for it'));
    expect(screen.queryByText('not yet: ', { exact: true })).toBeNull();
  });

  test('nothing found says what to do', async () => {
    new FakeServer(answers);
    renderIn(<Shelf />);
    fireEvent.change(await screen.findByPlaceholderText('circle, leans, contact'), {
      target: { value: 'zebra' },
    });
    fireEvent.click(screen.getByRole('button', { name: 'Show all' }));
    screen.getByText(`${EXERCISES.length} of ${EXERCISES.length} exercises`);
  });
});

describe('an exercise', () => {
  const open = (id: string) => renderIn(<ExercisePage />, undefined, `/shelf/${id}`, '/shelf/:id');

  test('has its aids, faults and repair, and is drawn on either rein', () => {
    new FakeServer(answers);
    open('shoulder-in');
    screen.getByText('Seat and weight');
    screen.getByText('Neck bent more than the body');
    fireEvent.click(screen.getByRole('button', { name: 'half a side in trot' }));
    fireEvent.click(screen.getByRole('button', { name: '◑ right' }));
    expect(document.querySelector('pre')?.textContent).toContain('K-E shoulder-in');
    fireEvent.click(screen.getByRole('button', { name: 'Ride it' }));
    screen.getByRole('button', { name: 'Stop' });
  });

  test('that is not on the shelf says so', async () => {
    new FakeServer(answers);
    open('nothing');
    await screen.findByText(/no exercise of this name/);
  });
});
