import { describe, expect, test } from '@jest/globals';
import { ANY_HORSE } from '../gaits/horse.ts';
import type { Stage } from '../gaits/horse.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { compileRide } from '../ride/compile.ts';
import { SHEETS, codesOf, findingsOf } from '../testing/lessons.ts';
import { sentenceOf } from './messages/messages.ts';
import { reviewLesson } from './review.ts';

const stage = (n: Stage) => ({ ...ANY_HORSE, stage: n });

/** Each rule on both sides of its threshold: a text that is just right, and one that is just not. */
const SIDES: readonly [rule: string, fits: string, fails: string, stage?: Stage][] = [
  ['figure-leaves-arena', 'E circle left 20', 'K circle left 20'],
  ['figure-leaves-arena', 'B circle left 10', 'start A walk medium right\nB circle left 10'],
  ['circle-too-small', 'A trot working\nB circle left 15', 'A trot working\nB circle left 14', 2],
  [
    'circle-too-small',
    'A canter\nB circle left 12',
    'A trot working, circle left 10, canter at half',
    4,
  ],
  ['wrong-lead', 'A counter-canter\nC circle left 20', 'A canter right\nC circle left 20'],
  [
    'wrong-lead',
    'A canter\nH-X-F change rein, flying change at X\nA circle right 20',
    'A canter\nH-X-F change rein\nA circle right 20',
  ],
  [
    'transition-drilled',
    `${'A trot working\nE walk medium\n'.repeat(3)}go large`,
    `${'A trot working\nE walk medium\n'.repeat(4)}go large`,
  ],
  [
    'warm-up-missing',
    'go large for 5 min\nA trot working\ngo large for 8 min',
    'go large for 4 min\nA trot working\ngo large for 8 min',
  ],
  [
    'warm-up-missing',
    'phase loosening\nA trot working\ngo large for 11 min',
    'phase work\nA trot working\ngo large for 11 min',
  ],
  [
    'walk-at-end-missing',
    'A trot working\ngo large for 8 min\nA walk free\ngo large for 5 min',
    'A trot working\ngo large for 8 min\nA walk free\ngo large for 4 min',
  ],
  [
    'reins-uneven',
    'go large for 8 min\nH-X-F change rein\ngo large for 5 min',
    'go large for 11 min\nH-X-F change rein\ngo large for 5 min',
  ],
];

describe('each rule', () => {
  test.each(SIDES)(
    '%s is silent where it fits and speaks where it does not',
    (rule, fits, fails, n = 4) => {
      expect(codesOf(fits, stage(n))).not.toContain(rule);
      expect(codesOf(fails, stage(n))).toContain(rule);
    },
  );

  test('says what, why and where', () => {
    for (const [rule, , fails, n = 4] of SIDES) {
      const found = findingsOf(fails, stage(n)).find((f) => f.code === rule)!;
      const { what, why } = sentenceOf(found);
      expect(what).toMatch(/^.{10,}[.?]$/);
      expect(why).toMatch(/^.{10,}\.$/);
      expect(found.itemId === null || found.line! >= 1).toBe(true);
    }
  });
});

test('one spoilt line of a good lesson is found, and nothing else', () => {
  const spoil = (from: string, to: string) => codesOf(SHEETS.lesson.replace(from, to));
  expect(codesOf(SHEETS.lesson)).toEqual([]);
  expect(spoil('C circle left 20 x2', 'C circle right 20 x2')).toEqual(['figure-leaves-arena']);
  expect(spoil('B circle right 20', 'B circle right 8')).toEqual(['circle-too-small']);
  expect(
    spoil('go large for 5 min', 'go large for 1 min').filter((c) => c !== 'pace-resumed'),
  ).toEqual([]);
  expect(spoil('phase cool-down 6 min\nC walk free, long rein\ngo large for 5 min\n', '')).toEqual([
    'walk-at-end-missing',
  ]);
  expect(spoil('phase warm-up 12 min', 'phase work')).toEqual(['warm-up-missing']);
});

test('a fix makes its rule silent, and brings no new error', () => {
  const texts = SIDES.map(([, , fails]) => fails);
  for (const text of texts) {
    const parsed = parseLesson(text);
    const horse = stage(4);
    const before = reviewLesson(parsed.lesson, compileRide(parsed.lesson, horse), parsed);
    for (const finding of before.filter((f) => f.fix)) {
      const mended = printLesson(finding.fix!.apply(parsed.lesson));
      const after = findingsOf(mended, horse);
      expect(after.map((f) => `${f.code}@${f.line}`)).not.toContain(
        `${finding.code}@${finding.line}`,
      );
      const errors = (list: typeof before) => list.filter((f) => f.level === 'error').length;
      expect(errors(after)).toBeLessThanOrEqual(errors(before));
    }
  }
});
