import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { CATALOGUE } from '../exercises/shelf.ts';
import { EXERCISES } from '../exercises/catalogue.ts';
import { parseLesson } from '../notation/parse.ts';
import { SCALES } from '../scales.ts';
import { focusSaid, HABITS, HABIT_SAID, readFocus, serves, type Focus } from './focus.ts';
import { highsSolver, type HighsRuntime } from './highs.ts';
import type { Solve } from './integer.ts';
import { planLesson } from './plan.ts';
import { horseFileSchema, wishesSchema } from './request.ts';

let solve: Solve;
beforeAll(async () => {
  solve = highsSolver((await highsLoader()) as unknown as HighsRuntime);
});

const plan = (focus: Focus, stage = 4) =>
  planLesson(
    {
      horse: horseFileSchema.parse({
        name: 'Marram',
        stage,
        levels: Object.fromEntries(
          SCALES.map((s, i) => [
            s,
            {
              left: { mean: 3 + stage - 0.6 * i, sd: 0.5 },
              right: { mean: 3 + stage - 0.6 * i, sd: 0.5 },
            },
          ]),
        ),
      }),
      wishes: wishesSchema.parse({
        minutes: 45,
        arena: { widthM: 20, lengthM: 60 },
        date: '2026-11-27',
        focus,
      }),
    },
    solve,
  );

describe('a day that is for something other than an exercise', () => {
  test.each<Focus>([
    { scale: 'contact', rein: 'left' },
    { scale: 'straightness', rein: 'right' },
    { habit: 'looksDown' },
    { habit: 'bothEnds' },
  ])('%o: its aim is work for it, and the plan says so', async (focus) => {
    const { aim, lesson, sets } = await plan(focus);
    expect(serves(CATALOGUE.find(aim!.exercise)!, focus)).toBe(true);
    expect(aim!.for).toBe(focusSaid(focus));
    expect(parseLesson(lesson).lesson.title!.text).toContain(focusSaid(focus));
    expect(sets.some((s) => s.exercise === aim!.exercise && s.phase === 'work')).toBe(true);
  });

  test('a young horse may have one as well; what it is not ready for is said', async () => {
    const { aim } = await plan({ scale: 'rhythm', rein: 'left' }, 2);
    expect(serves(CATALOGUE.find(aim!.exercise)!, { scale: 'rhythm', rein: 'left' })).toBe(true);
    const { notes } = await plan({ scale: 'collection', rein: 'left' }, 1);
    expect(notes.join(' ')).toContain(
      'Nothing this horse is ready for is work for collection on the left rein',
    );
  });
});

test('every scale and every habit has work on the shelf', () => {
  for (const scale of SCALES)
    expect(EXERCISES.filter((e) => serves(e, { scale, rein: 'left' })).length).toBeGreaterThan(4);
  for (const habit of HABITS)
    expect(EXERCISES.filter((e) => serves(e, { habit })).length).toBeGreaterThan(2);
});

test('is typed as it is said', () => {
  for (const scale of SCALES) expect(readFocus(`${scale} right`)).toEqual({ scale, rein: 'right' });
  for (const habit of HABITS) expect(readFocus(`rider ${HABIT_SAID[habit]}`)).toEqual({ habit });
  for (const other of ['shoulder-in', 'contact', 'contact up', 'rider', ''])
    expect(readFocus(other)).toBeNull();
});
