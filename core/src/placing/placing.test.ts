import { describe, expect, test } from '@jest/globals';
import type { LessonLine } from '../lesson/document.ts';
import { insertAfter } from '../lesson/edits.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide, rideFrom, horseAtPoint } from '../ride/compile.ts';
import { ALL_EXAMPLES, textOf } from '../testing/examples.ts';
import { placesFor, reachableLetters } from './places.ts';
import { handlesOf, variantsOf, CIRCLE_SIZES_M } from './handles.ts';
import { PALETTE } from './palette.ts';

const lessonOf = (text: string) => parseLesson(text).lesson;
const choices = PALETTE.flatMap((group) => group.choices);
const named = (name: string) => choices.find((c) => c.name === name)!;
const lettersFor = (name: string, text: string) =>
  placesFor(named(name), horseAtPoint(lessonOf(text), 'end')).map((c) => c.letters.join('-'));

test('across the school is a diagonal, or from E to B: not a corner cut off', () => {
  const choice = PALETTE.flatMap((g) => g.choices).find((c) => c.name === 'across the school')!;
  const { lesson } = parseLesson('A trot working\n');
  const letters = placesFor(choice, horseAtPoint(lesson, 'end')).map((c) => c.letters.join('-'));
  expect(letters).toEqual(expect.arrayContaining(['H-F', 'E-B', 'H-B']));
  for (const short of ['H-M', 'M-H', 'K-F', 'F-K']) expect(letters).not.toContain(short);
  const ride = compileRide(parseLesson('A trot working\nH-M change rein\n').lesson);
  expect(ride.faults.map((f) => f.fault.code)).toContain('wrong-place');
});

describe('a line ridden from where the horse stands', () => {
  test.each(ALL_EXAMPLES.map(([id, example]) => [id, textOf(example)] as const))(
    'is the line as the whole lesson rides it: %s',
    (_id, text) => {
      const lesson = lessonOf(text);
      const last = lesson.items.at(-1)!;
      const whole = compileRide(lesson);
      const alone = rideFrom(horseAtPoint(lesson, { before: last.id }), [last]);
      const own = whole.movements.filter(
        (m) => m.itemId === last.id && m.text !== 'to the end of the line',
      );
      const metres = own.reduce((sum, m) => sum + m.metres, 0);
      // The blend into the line belongs to both; by itself the line begins without one.
      expect(Math.abs(alone.totals.metres - metres)).toBeLessThan(8);
      expect(alone.movements.map((m) => m.text)).toEqual(own.map((m) => m.text));
    },
  );

  test('inside a repeat it is the first round', () => {
    const lesson = lessonOf(
      'A trot working\nrepeat 3 {\nC circle left 20\nH-K loop 5\n}\nA halt\n',
    );
    const repeat = lesson.items[1]!;
    const inner = repeat.kind === 'repeat' ? repeat.items : [];
    const before = horseAtPoint(lesson, { before: inner[1]!.id });
    expect(before.rider.at).toEqual(horseAtPoint(lesson, { after: inner[0]!.id }).rider.at);
    expect(before.rider.at.y).toBeCloseTo(59.5, 6);
    expect(horseAtPoint(lesson, { after: repeat.id }).rider.at.y).toBeCloseTo(6, 6);
  });
});

describe('letters that can be reached', () => {
  test('on the track: all of the track; on the centre line: those of it, and the track behind its end', () => {
    expect(
      reachableLetters(horseAtPoint(lessonOf(''), 'end'))
        .sort()
        .join(''),
    ).toBe('ABCEFHKMPRSV');
    const up = reachableLetters(horseAtPoint(lessonOf('A centre line\nX halt\n'), 'end'));
    expect(up).toEqual(expect.arrayContaining(['X', 'I', 'G', 'C', 'H', 'M']));
    expect(up).not.toContain('D');
  });
});

describe('what the palette offers', () => {
  const start = 'A trot working\n';
  test.each(choices.map((c) => [c.name, c] as const))('%s', (_name, choice) => {
    // Somewhere in a lesson each of them can go: on the track, up the centre line, or in canter.
    const begun = [
      start,
      'A walk medium\n',
      'A trot collected\nA centre line\nD trot collected\n',
      'A canter collected left\nB-X canter collected\n',
      'A canter collected left\n',
    ];
    const found = begun.flatMap((text) => {
      const lesson = lessonOf(text);
      return placesFor(choice, horseAtPoint(lesson, 'end')).map((c) => ({ lesson, c }));
    });
    expect(found.length).toBeGreaterThan(0);
    for (const { lesson, c } of found.slice(0, 12)) {
      // Put in, it reads back as the same line and breaks nothing.
      const edited = insertAfter(lesson, null, [c.item]);
      const text = printLesson(edited);
      const again = parseLesson(text);
      const errors = reviewLesson(again.lesson, compileRide(again.lesson), again).filter(
        (f) =>
          f.level === 'error' && f.code !== 'course-not-continued' && f.code !== 'arena-too-small',
      );
      expect({ text, errors: errors.map((e) => e.code) }).toEqual({ text, errors: [] });
    }
  });

  test('only where it can go', () => {
    // A 20 m circle needs 10 m of track before and after it.
    expect(lettersFor('circle', start).sort().join('')).toBe('ABCEPRSV');
    // On the left rein the right side is ridden from F to M.
    expect(lettersFor('across the school', start)).toEqual(
      expect.arrayContaining(['F-H', 'F-E', 'B-H', 'H-F', 'E-F']),
    );
    expect(lettersFor('across the school', start)).not.toContain('F-M');
    expect(lettersFor('across the school', start)).not.toContain('M-K');
    expect(lettersFor('shoulder-in', start)).toContain('F-M');
    expect(lettersFor('shoulder-in', start)).not.toContain('M-F');
  });

  test('a long diagonal is written through X, and a half-pass goes to its own side', () => {
    const says = (name: string, text: string, letters: string) => {
      const from = horseAtPoint(lessonOf(text), 'end');
      const found = placesFor(named(name), from).find((c) => c.letters.join('-') === letters)!;
      return printLesson({ version: 1, items: [found.item] }).trim();
    };
    expect(says('across the school', start, 'F-H')).toBe('F-X-H change rein');
    expect(says('across the school', start, 'F-E')).toBe('F-E change rein');
    expect(says('half-pass', `A trot collected\nA centre line\n`, 'D-B')).toBe(
      'D-B half-pass right',
    );
    expect(says('leg-yield', `A trot working\nA centre line\n`, 'D-S')).toBe('D-S leg-yield left');
  });

  test('a phase asks for no letter, and a cone for any', () => {
    expect(lettersFor('work', start)).toEqual(['']);
    expect(lettersFor('cone', start)).toHaveLength(17);
  });
});

describe('a line in the hand', () => {
  const lesson = lessonOf(
    'A trot working\nC circle left 20\nH-K loop 5\nF-X-H change rein\nB half circle right 10 return M\n',
  );
  const line = (n: number) => lesson.items[n] as LessonLine;
  const before = (n: number) => horseAtPoint(lesson, { before: lesson.items[n]!.id });

  test('a circle is moved by its letter and sized by its far side', () => {
    const handles = handlesOf(line(1), before(1));
    expect(handles.map((h) => h.kind)).toEqual(['start', 'size']);
    expect(handles[1]!.at.x).toBeCloseTo(0, 6);
    expect(handles[1]!.at.y).toBeCloseTo(40.5, 6);
    const sizes = variantsOf(line(1), 'size', before(1));
    expect(sizes.map((v) => v.value)).toEqual([...CIRCLE_SIZES_M]);
    // At a corner letter no large circle fits.
    const moved = variantsOf(line(1), 'start', before(1)).map((v) => v.value);
    expect(moved).toEqual(expect.arrayContaining(['A', 'B', 'C', 'E']));
    expect(moved).not.toContain('H');
  });

  test('a route is taken by either end', () => {
    expect(handlesOf(line(2), before(2)).map((h) => h.kind)).toEqual(['start', 'end']);
    const ends = variantsOf(line(2), 'end', before(2)).map((v) => v.value);
    expect(ends).toEqual(expect.arrayContaining(['E', 'V', 'K']));
    expect(ends).not.toContain('F');
    const back = variantsOf(line(4), 'end', before(4)).map((v) => v.value);
    expect(back).toContain('M');
  });

  test('each variant is the same line but for what was taken', () => {
    for (const variant of variantsOf(line(3), 'end', before(3))) {
      expect({ ...variant.line, place: null }).toEqual({ ...line(3), place: null });
    }
  });
});
