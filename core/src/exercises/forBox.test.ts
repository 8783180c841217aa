import { expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { sheetOf } from '../sheet/sheet.ts';
import { EXERCISES } from './catalogue.ts';
import { exerciseForBox } from './forBox.ts';

const trains = (lines: string, stage: 2 | 3 | 4 | 6 | 8): string | undefined => {
  const { lesson } = parseLesson(`test "T"\nstart A trot left\nbox 1\n${lines}`);
  const ride = compileRide(lesson);
  const [box] = sheetOf(lesson, ride).boxes;
  return exerciseForBox(box!, lesson, ride, stage, EXERCISES)?.id;
};

test.each([
  ['F-M shoulder-in', 4, 'shoulder-in'],
  ['F-M trot medium', 4, 'medium-trot'],
  ['F-M trot extended', 8, 'extended-trot'],
  ['K half circle left 10 return E', 4, 'half-circle-return'],
  ['B halt 4 s, rein back 4, proceed walk medium', 4, 'rein-back'],
  ['A canter\nH-X-F change rein, flying change at X', 6, 'single-change'],
  ['A walk medium, centre line\nX walk pirouette left 180', 6, 'walk-pirouette-half'],
  ['H-X-F walk free, long rein\nF walk medium, retake', 3, 'walk-overtrack'],
] as const)('%s at stage %i is trained by %s', (lines, stage, exercise) => {
  expect(trains(lines, stage)).toBe(exercise);
});

test('never by something of a later stage', () => {
  expect(trains('F-M shoulder-in', 2)).not.toBe('shoulder-in');
});
