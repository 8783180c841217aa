import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { findExercise } from '../exercises/catalogue.ts';
import { CATALOGUE, shelfWith } from '../exercises/shelf.ts';
import { linesOf, type Lesson } from '../lesson/document.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import type { TryObservation } from '../observations/observation.ts';
import { SCALES } from '../scales.ts';
import { compileRide } from '../ride/compile.ts';
import { highsSolver, type HighsRuntime } from './highs.ts';
import { doneIn } from './history.ts';
import { setsIn } from './marks.ts';
import { planLesson } from './plan.ts';
import { horseFileSchema, profileOfFile, wishesSchema } from './request.ts';
import { offersFor, swapIn, swapsIn } from './swap.ts';

/** A planned lesson of each of these horses. */
const planned = new Map<number, Lesson>();
const horseOf = (stage: number) =>
  horseFileSchema.parse({
    name: 'Bramble',
    stage,
    levels: Object.fromEntries(
      SCALES.map((s) => [s, { left: { mean: 6.5, sd: 0.5 }, right: { mean: 6.2, sd: 0.5 } }]),
    ),
  });
beforeAll(async () => {
  const solve = highsSolver((await highsLoader()) as unknown as HighsRuntime);
  const wishes = wishesSchema.parse({
    minutes: 45,
    arena: { widthM: 20, lengthM: 60 },
    date: '2026-06-15',
  });
  for (const stage of [2, 5]) {
    const plan = await planLesson({ horse: horseOf(stage), wishes }, solve);
    planned.set(stage, parseLesson(plan.lesson).lesson);
  }
});

let made = 0;
const newId = () => `new${made++}`;
const tryOf = (itemId: string, result: 'good' | 'lost'): TryObservation => ({
  id: newId(),
  sessionId: 's',
  at: '2026-06-15T15:00:00Z',
  kind: 'try',
  itemId,
  text: 'it',
  rein: 'left',
  gait: 'trot',
  result,
  held: 4,
});
const tries = (itemId: string, ...results: ('good' | 'lost')[]) =>
  results.map((result) => tryOf(itemId, result));

describe('what is offered at the ringside', () => {
  const { lesson } = parseLesson(
    '# set shoulder-in 1: Shoulder-in\nK-H shoulder-in\nM-F shoulder-in\n# set trot-circle 1: Circle\nC circle left 20\n',
  );
  const [first, second, circle] = linesOf(lesson.items).map((l) => l.id);
  const horse = profileOfFile(horseOf(5));
  const offers = (...all: TryObservation[]) =>
    offersFor(lesson, first!, all, horse, CATALOGUE).map((o) => [o.because, o.exercise.id, o.rung]);

  test('the next step after three that held, in a row and in this set', () => {
    const good = tries(first!, 'good', 'good');
    expect(offers(...good)).toEqual([]);
    expect(offers(...good, ...tries(second!, 'good'))).toEqual([['held', 'shoulder-in', 1]]);
    expect(offers(...good, ...tries(first!, 'lost', 'good'))).toEqual([]);
    expect(offers(...good, ...tries(circle!, 'good'), ...tries(first!, 'good'))).toEqual([]);
    const last = findExercise('shoulder-in')!.rungs.length;
    const text = printLesson(lesson).replace('shoulder-in 1', `shoulder-in ${last}`);
    const top = parseLesson(text).lesson;
    expect(offersFor(top, first!, tries(first!, 'good', 'good', 'good'), horse, CATALOGUE)).toEqual(
      [],
    );
  });

  test('of one’s own exercises as well', () => {
    const mine = {
      ...findExercise('trot-circle')!,
      id: 'my-circle',
      name: 'Mine',
      parent: 'trot-large',
    };
    const own = parseLesson('# set my-circle 1: Mine\nC circle left 20\n').lesson;
    const [line] = linesOf(own.items);
    const shelf = shelfWith([mine]);
    const offered = (...results: ('good' | 'lost')[]) =>
      offersFor(own, line!.id, tries(line!.id, ...results), horse, shelf);
    const [next] = offered('good', 'good', 'good');
    expect([next!.exercise.name, next!.rung]).toEqual(['Mine', 1]);
    expect(offered('lost', 'lost')[0]!.exercise.id).toBe('trot-large');
    const { lesson: after } = swapIn(own, line!.id, next!, horse, newId)!;
    expect(printLesson(after)).toContain('# instead of my-circle 1: Mine');
  });

  test('after two that were lost, what comes before it by name; nothing outside a set', () => {
    const { parent, repair } = findExercise('shoulder-in')!;
    const expected = [parent, repair].filter((id) => id !== null).map((id) => ['lost', id, 0]);
    expect(offers(...tries(first!, 'good', 'lost', 'lost'))).toEqual(expected);
    expect(offers(...tries(first!, 'lost'))).toEqual([]);
    const bare = parseLesson('K-H shoulder-in\n').lesson;
    const [line] = linesOf(bare.items);
    expect(offersFor(bare, line!.id, tries(line!.id, 'lost', 'lost'), horse, CATALOGUE)).toEqual(
      [],
    );
  });
});

test.each([2, 5])(
  'stage %i: from every line of a plan each offer is ridden without a new fault, and the rest stays',
  (stage) => {
    const lesson = planned.get(stage)!;
    const horse = profileOfFile(horseOf(stage));
    const faults = compileRide(lesson, horse).faults.length;
    const sets = setsIn(lesson);
    let [asked, laid] = [0, 0];
    for (const { id } of linesOf(lesson.items)) {
      for (const seen of [tries(id, 'good', 'good', 'good'), tries(id, 'lost', 'lost')]) {
        for (const offer of offersFor(lesson, id, seen, horse, CATALOGUE)) {
          asked++;
          const swapped = swapIn(lesson, id, offer, horse, newId);
          if (!swapped) continue;
          laid++;
          const after = swapped.lesson;
          expect(compileRide(after, horse).faults.length).toBeLessThanOrEqual(faults);
          expect(setsIn(after).get(swapped.itemId)).toEqual({
            exercise: offer.exercise.id,
            rung: offer.rung,
          });
          expect(swapsIn(after)).toEqual([
            { planned: sets.get(id), ridden: { exercise: offer.exercise.id, rung: offer.rung } },
          ]);
          // What was tried is still known by its line, and what other sets are stays as it was.
          expect(doneIn('2026-06-15', after, seen)).toContainEqual(
            expect.objectContaining(sets.get(id)!),
          );
          const others = linesOf(lesson.items).filter((l) => sets.get(l.id) !== sets.get(id));
          const left = new Set(linesOf(after.items).map((l) => l.id));
          expect(others.every((l) => left.has(l.id))).toBe(true);
          expect(printLesson(parseLesson(printLesson(after)).lesson)).toBe(printLesson(after));
        }
      }
    }
    expect(asked).toBeGreaterThan(20);
    expect(laid / asked).toBeGreaterThan(0.85);
  },
);

test('what the horse may not be asked now is not offered', () => {
  const lesson = planned.get(5)!;
  const horse = profileOfFile({
    ...horseOf(5),
    limits: {
      dated: [
        {
          what: { kind: 'no gait', gait: 'trot' },
          saidBy: 'the vet',
          from: '2026-06-01',
          until: null,
        },
      ],
    },
  });
  for (const { id } of linesOf(lesson.items)) {
    for (const offer of offersFor(lesson, id, tries(id, 'lost', 'lost'), horse, CATALOGUE)) {
      const swapped = swapIn(lesson, id, offer, horse, newId);
      const own = swapped && linesOf(swapped.lesson.items).filter((l) => l.id.startsWith('new'));
      expect(JSON.stringify(own ?? '')).not.toMatch(/"form":"(trot|canter)/);
    }
  }
});
