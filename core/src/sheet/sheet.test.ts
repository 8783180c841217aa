import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ANY_HORSE } from '../gaits/horse.ts';
import type { Stage } from '../gaits/stage.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { compileRide } from '../ride/compile.ts';
import { findingsOf } from '../testing/lessons.ts';
import { isMark, markFaults, markFaultSentence, marksSchema, type Marks } from './marks.ts';
import { OUR_SHEETS } from './ours.ts';
import { scoreOf } from './score.ts';
import { sheetOf, type Sheet } from './sheet.ts';

const read = (text: string): Sheet => {
  const { lesson } = parseLesson(text);
  return sheetOf(lesson, compileRide(lesson));
};

const SHEET = `test "Ours" for stage 3
enter A trot working
box 1 "entry" -- straight
X halt 4 s, salute, proceed trot working
C track left
box 2 x2 "circle"
E circle left 20
collective "paces"
collective "rider" x2
errors points 2 4 out
`;

const marks = (more: Partial<Marks> = {}): Marks =>
  marksSchema.parse({
    judges: [{ at: 'C', marks: { 1: 6.5, 2: 7 }, collectives: { paces: 7, rider: 6 } }],
    ...more,
  });

describe('a sheet', () => {
  test('has its boxes with their lines, coefficients and times, one after the other', () => {
    const sheet = read(SHEET);
    expect([sheet.title, sheet.stage, sheet.possible]).toEqual(['Ours', 3, 60]);
    expect(sheet.boxes.map((b) => [b.number, b.title, b.coefficient, b.directive])).toEqual([
      [1, 'entry', 1, 'straight'],
      [2, 'circle', 2, null],
    ]);
    expect(sheet.boxes[0]!.lines).toEqual([
      'X halt 4 s, salute, proceed trot working',
      'C track left',
    ]);
    const [one, two] = sheet.boxes;
    expect(one!.startsAtS).toBe(0);
    expect(two!.startsAtS).toBeCloseTo(one!.seconds, 6);
    expect(one!.seconds + two!.seconds).toBeCloseTo(sheet.seconds, 6);
    expect(one!.metres + two!.metres).toBeCloseTo(sheet.metres, 6);
  });

  test('without boxes each line is one; errors cost the usual when nothing is said', () => {
    const sheet = read('test "Plain"\nenter A trot\nC track left\nE circle left 20\nA halt');
    expect(sheet.boxes.map((b) => b.lines)).toEqual([
      ['C track left'],
      ['E circle left 20'],
      ['A halt'],
    ]);
    expect([sheet.possible, sheet.stage, sheet.errors.costs]).toEqual([30, null, [2, 4]]);
  });

  test.each(OUR_SHEETS.map((s) => [s.name, s] as const))(
    '%s is ridden at its stage with nothing to say but hints, and comes back as text',
    (_, { text }) => {
      const parsed = parseLesson(text);
      const stage = parsed.lesson.title!.test!.stage as Stage;
      expect(parsed.faults).toEqual([]);
      const loud = findingsOf(text, { ...ANY_HORSE, stage }).filter((f) => f.level !== 'hint');
      expect(loud.map((f) => f.code)).toEqual([]);
      expect(parseLesson(printLesson(parsed.lesson)).lesson).toEqual(parsed.lesson);
      const { boxes, collectives } = read(text);
      expect(boxes.length).toBeGreaterThanOrEqual(9);
      expect(collectives.length).toBeGreaterThanOrEqual(3);
      expect(boxes.every((b) => b.seconds > 0 && b.directive)).toBe(true);
    },
  );

  test('the beginners’ sheets in the small arena take as long as people say', () => {
    // Common practice: a 20 × 40 beginners' test takes 4 to 5½ minutes; with the way out up to 6.
    for (const { text } of OUR_SHEETS.filter((s) => s.text.includes('20x40'))) {
      expect(read(text).seconds).toBeGreaterThan(4 * 60);
      expect(read(text).seconds).toBeLessThan(6 * 60);
    }
  });
});

describe('a score', () => {
  test('worked by hand: coefficients, two judges, an error, the gain to a target', () => {
    // C: 6.5 + 2·7 + 7 + 2·6 = 39.5; E: 5 + 2·6 + 6.5 + 2·7 = 37.5; each less 2 for the first error.
    const judges = [
      { at: 'C', marks: { 1: 6.5, 2: 7 }, collectives: { paces: 7, rider: 6 } },
      { at: 'E', marks: { 1: 5, 2: 6 }, collectives: { paces: 6.5, rider: 7 } },
    ];
    const score = scoreOf(read(SHEET), marks({ judges, errors: 1, target: 7 }));
    expect(score.judges).toEqual([
      { at: 'C', points: 37.5, percent: 62.5 },
      { at: 'E', points: 35.5, percent: 59.167 },
    ]);
    expect([score.points, score.possible, score.percent]).toEqual([36.5, 60, 60.833]);
    expect(score.boxes.map((b) => [b.mean, b.points, b.spread])).toEqual([
      [5.75, 5.75, 1.5],
      [6.5, 13, 1],
    ]);
    expect(score.gains).toEqual([
      { number: 1, gain: 1.25 },
      { number: 2, gain: 1 },
    ]);
    // Two errors cost 2 + 4, a third one ends it.
    expect(scoreOf(read(SHEET), marks({ errors: 2 })).points).toBe(39.5 - 6);
    expect(scoreOf(read(SHEET), marks({ errors: 2 })).eliminated).toBe(false);
    expect(scoreOf(read(SHEET), marks({ errors: 3 })).eliminated).toBe(true);
  });

  test('errors in percent come off the percentage', () => {
    const sheet = read(SHEET.replace('points 2 4', 'percent 0.5 1'));
    const score = scoreOf(sheet, marks({ errors: 2 }));
    expect(score.points).toBe(39.5);
    expect(score.percent).toBe(64.333);
  });

  test('what is wrong with marks is said: who, which box, and what marks are', () => {
    const sheet = read(SHEET);
    const said = (judges: unknown, errors = 0) =>
      markFaults(sheet, marksSchema.parse({ judges, errors })).map(markFaultSentence);
    const good = { at: 'C', marks: { 1: 6.5, 2: 7 }, collectives: { paces: 7, rider: 6 } };
    expect(said([good])).toEqual([]);
    expect(said([{ ...good, marks: { 1: 6.3 } }])).toEqual([
      'The judge at C gave no mark for box 2.',
      'The judge at C gave 6.3 for box 1: marks go from 0 to 10 in halves.',
    ]);
    expect(said([{ ...good, marks: { 1: 11, 2: -1, 7: 5 } }])).toHaveLength(3);
    expect(said([good, good])).toEqual(['The judge at C is there twice: keep one of the two.']);
    expect(said([{ ...good, collectives: { paces: 7 } }])).toEqual([
      'The judge at C gave no mark for “rider”.',
    ]);
    expect(said([good], 3)).toEqual([]);
    expect(said([good], 4)).toEqual(['The ride ended at error 3: 4 errors cannot be entered.']);
    expect([6, 6.5, 0, 10].every(isMark)).toBe(true);
    expect([6.3, 10.5, -0.5, NaN].some(isMark)).toBe(false);
  });

  test('stays between nothing and all; a better mark is never worth less', () => {
    const sheet = read(OUR_SHEETS[2]!.text);
    const mark = fc.integer({ min: 0, max: 20 }).map((n) => n / 2);
    const judge = fc.record({
      at: fc.constantFrom('C', 'E', 'B'),
      marks: fc.record(Object.fromEntries(sheet.boxes.map((b) => [b.number, mark]))),
      collectives: fc.record(Object.fromEntries(sheet.collectives.map((c) => [c.name, mark]))),
    });
    fc.assert(
      fc.property(
        fc.array(judge, { minLength: 1, maxLength: 3 }),
        fc.integer({ min: 0, max: 2 }),
        fc.nat(sheet.boxes.length - 1),
        (judges, errors, which) => {
          const given = { judges, errors, target: 7 } as Marks;
          const score = scoreOf(sheet, given);
          expect(score.percent).toBeGreaterThanOrEqual(0);
          expect(score.percent).toBeLessThanOrEqual(100);
          const number = String(sheet.boxes[which]!.number);
          const better = judges.map((j) => ({ ...j, marks: { ...j.marks, [number]: 10 } }));
          const more = scoreOf(sheet, { ...given, judges: better });
          expect(more.percent).toBeGreaterThanOrEqual(score.percent);
          const gains = score.gains.map((g) => g.gain);
          expect(gains).toEqual([...gains].sort((a, b) => b - a));
        },
      ),
      { numRuns: 60 },
    );
  });
});
