import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { arenaText } from '../exercises/sites.ts';
import { CATALOGUE } from '../exercises/shelf.ts';
import { arenaOf } from '../lesson/arenaOf.ts';
import { linesOf } from '../lesson/document.ts';
import { parseLesson } from '../notation/parse.ts';
import { SCALES } from '../scales.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide, horseAtPoint } from '../ride/compile.ts';
import { OUR_SHEETS } from '../sheet/ours.ts';
import { sheetOf } from '../sheet/sheet.ts';
import { fromTest, rideOfKept } from './fromTest.ts';
import { highsSolver, type HighsRuntime } from './highs.ts';
import type { Solve } from './integer.ts';
import { planLesson } from './plan.ts';
import { horseFileSchema, profileOfFile, wishesSchema } from './request.ts';

let solve: Solve;
beforeAll(async () => {
  solve = highsSolver((await highsLoader()) as unknown as HighsRuntime);
});

/** A sheet, and a horse that is sure on what its stage asks. */
function known({ text }: (typeof OUR_SHEETS)[number]) {
  const { lesson } = parseLesson(text);
  const stage = lesson.title!.test!.stage!;
  const level = (i: number) => ({ mean: 5 + stage / 2 - 0.4 * i, sd: 0.5 });
  const file = horseFileSchema.parse({
    name: 'Tansy',
    stage,
    age: 9,
    levels: Object.fromEntries(SCALES.map((s, i) => [s, { left: level(i), right: level(i) }])),
  });
  return { lesson, file, horse: profileOfFile(file), sheet: sheetOf(lesson, compileRide(lesson)) };
}

describe.each(OUR_SHEETS)('a lesson from $name', (sheet) => {
  const { lesson, file, horse, sheet: read } = known(sheet);
  const arena = arenaOf(lesson);
  const lines = (text: string) => text.split('\n').filter((l) => !l.startsWith('#'));
  const ofTest = new Set(read.boxes.flatMap((b) => b.lines));

  test('every box can be ridden out of the test: as it stands there, from the track to the track', () => {
    for (const { number } of read.boxes) {
      const { parts } = fromTest(lesson, horse, [number], CATALOGUE, 45);
      const rehearsal = parts.find((p) => p.what === 'rehearsal')!;
      expect(rehearsal.boxes).toContain(number);
      // A part of the test, never the whole of it.
      expect(rehearsal.boxes.length).toBeLessThanOrEqual(read.boxes.length * 0.4);
      for (const { what, boxes, kept } of parts) {
        expect(boxes).toContain(number);
        // Its lines are those of the test, but for the way in and out, and what belongs to the judge.
        const strange = lines(kept.text).filter((l) => !ofTest.has(l));
        expect(strange.length).toBeLessThanOrEqual(what === 'ask' ? 4 : 5);
        const ride = rideOfKept(kept, arena, horse);
        expect(ride.faults).toEqual([]);
        expect(ride.totals.seconds).toBeLessThan(220);
        const goes = parseLesson(
          `${arenaText(arena)}\nstart ${kept.from.at} trot working ${kept.from.rein}\n${kept.text}`,
        );
        expect(['walk', 'trot']).toContain(
          horseAtPoint(goes.lesson, 'end', horse).rider.riding.gait,
        );
        expect(kept.text).not.toMatch(/salute|leave/);
      }
    }
  });

  test('rides the boxes last, the rehearsal at the end, and nothing of the plan speaks against it', async () => {
    const n = read.boxes.length;
    const weakest = [Math.ceil(n / 2), n, 2];
    const test = fromTest(lesson, horse, weakest, CATALOGUE, 45);
    expect(test.parts.at(-1)!.what).toBe('rehearsal');
    expect(new Set(test.parts.map((p) => p.boxes.join())).size).toBe(test.parts.length);
    const plan = await planLesson(
      {
        horse: file,
        wishes: wishesSchema.parse({
          minutes: 45,
          arena,
          date: '2026-11-27',
          ...(test.aim && { aim: test.aim }),
          mustHave: test.mustHave,
          kept: test.parts.map((p) => p.kept),
        }),
      },
      solve,
    );
    const { lesson: planned, faults } = parseLesson(plan.lesson);
    expect(faults).toEqual([]);
    const ride = compileRide(planned, horse);
    expect(ride.faults).toEqual([]);
    const above = reviewLesson(planned, ride).filter((f) => f.level !== 'hint');
    // Asked and rehearsed at one letter is what a test is; it is no drill of the plan's making.
    expect(above.map((f) => f.code).filter((c) => c !== 'transition-drilled')).toEqual([]);
    // The work ends with them, in their order.
    const work = plan.lesson.slice(plan.lesson.indexOf('phase work'));
    const at = test.parts.map(({ boxes }) => work.indexOf(`# box ${boxes.join(', ')} of the test`));
    expect([...at].sort((a, b) => a - b)).toEqual(at);
    expect(at[0]).toBeGreaterThan(0);
    const sets = [...work.matchAll(/^# set /gm)].map((m) => m.index);
    for (const set of sets.filter((s) => s < work.indexOf('phase stretch')))
      expect(set).toBeLessThan(at[0]!);
    expect(linesOf(planned.items).length).toBeGreaterThan(10);
  });
});

test('fewer minutes, fewer boxes; a horse that is not there yet gets the exercises alone', () => {
  const { lesson, horse } = known(OUR_SHEETS.find((s) => s.name === 'Quillwater Seven')!);
  const asks = (minutes: number) =>
    fromTest(lesson, horse, [4, 9, 17], CATALOGUE, minutes).parts.filter((p) => p.what === 'ask');
  expect(asks(60).length).toBeGreaterThan(asks(20).length);
  const green = { ...horse, stage: 3 as const };
  const { aim, parts } = fromTest(lesson, green, [4], CATALOGUE, 45);
  expect(aim).not.toBeNull();
  expect(parts).toEqual([]);
});
