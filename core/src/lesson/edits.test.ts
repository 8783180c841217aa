import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { arbitraryLesson } from '../testing/arbitraryLesson.ts';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { printLesson } from '../notation/print.ts';
import { EMPTY_LESSON, linesOf, type Lesson } from './document.ts';
import { lessonSchema } from './schema.ts';
import {
  appendToPhase,
  lastOfPhase,
  allItems,
  appendItems,
  blockOf,
  findItem,
  insertAfter,
  keepIds,
  moveBefore,
  prependItems,
  removeItem,
  replaceItem,
  unwrapRepeat,
  withNewIds,
  wrapInRepeat,
} from './edits.ts';
import { flipLesson, mirrorItem, mirrorLesson } from './mirror.ts';
import { inOtherArena } from './otherArena.ts';

const idsOf = (lesson: Lesson): string[] =>
  lesson.items.flatMap((item) =>
    item.kind === 'repeat' ? [item.id, ...item.items.map((i) => i.id)] : [item.id],
  );

const lessonOf = (text: string, prefix: string): Lesson => {
  let n = 0;
  return parseLesson(text, () => `${prefix}${++n}`).lesson;
};

describe('the end of a phase', () => {
  const { lesson } = parseLesson(
    'phase warm-up\ngo large\nphase work\nA trot working\nrepeat 2 {\nC circle left 20\n}\nphase cool-down\nA walk free\n',
  );
  const [added] = parseLesson('E halt\n').lesson.items;
  const text = (names: Parameters<typeof appendToPhase>[1]) =>
    printLesson(appendToPhase(lesson, names, [added!])).split('\n');

  test('is behind its last item, also behind a repeat, and before the next phase', () => {
    const lines = text(['work', 'peak']);
    expect(lines.indexOf('E halt')).toBe(lines.indexOf('phase cool-down') - 1);
    expect(text(['warm-up']).indexOf('E halt')).toBe(2);
  });

  test('without such a phase it is the end of the lesson', () => {
    expect(text(['stretch']).findLast(Boolean)).toBe('E halt');
    expect(lastOfPhase(lesson, ['stretch'])).toBeNull();
    expect(lastOfPhase(EMPTY_LESSON, ['work'])).toBeNull();
  });
});

describe('edits answer a new document and leave the old one as it was', () => {
  const lesson = lessonOf('A trot working\nrepeat 2 {\nC circle left 20\nE halt\n}\n', 'a');
  const before = JSON.stringify(lesson);

  test('an item is replaced, also inside a repeat', () => {
    const inner = linesOf(lesson.items)[1]!;
    const edited = replaceItem(lesson, inner.id, () => []);
    expect(printLesson(edited)).toBe('A trot working\nrepeat 2 {\n  E halt\n}\n');
    expect(replaceItem(lesson, 'nobody', () => [])).toEqual(lesson);
    expect(JSON.stringify(lesson)).toBe(before);
  });

  test('items are put at the end and at the beginning', () => {
    const [line] = lessonOf('B walk', 'b').items;
    expect(printLesson(appendItems(EMPTY_LESSON, [line!]))).toBe('B walk\n');
    expect(printLesson(prependItems(lesson, [line!])).startsWith('B walk\nA trot')).toBe(true);
  });
});

describe('moving', () => {
  const text =
    'phase warm-up\nA trot working\nC circle left 20\nphase work\nrepeat 2 {\n  E halt\n  B halt\n}\nphase cool-down\nA walk free\n';
  const lesson = lessonOf(text, 'a');
  const idAt = (n: number) => allItems(lesson.items)[n]!.id;
  const moved = (from: number, to: number | null) =>
    printLesson(moveBefore(lesson, idAt(from), to === null ? null : idAt(to)))
      .trim()
      .split('\n');

  test('a line goes alone, also into a repeat and out of it', () => {
    expect(moved(2, 1).slice(1, 3)).toEqual(['C circle left 20', 'A trot working']);
    expect(moved(1, 5).slice(3, 5)).toEqual(['repeat 2 {', '  A trot working']);
    expect(moved(6, 1).slice(1, 2)).toEqual(['B halt']);
    expect(moved(1, null).at(-1)).toBe('A trot working');
  });

  test('a phase takes its lines along', () => {
    expect(blockOf(lesson.items, idAt(3)).map((i) => i.kind)).toEqual(['phase', 'repeat']);
    expect(moved(7, 0).slice(0, 3)).toEqual(['phase cool-down', 'A walk free', 'phase warm-up']);
    expect(moved(0, null).slice(-3)).toEqual([
      'phase warm-up',
      'A trot working',
      'C circle left 20',
    ]);
  });

  test('before itself, into itself, or what is not there: nothing moves', () => {
    expect(moveBefore(lesson, idAt(4), idAt(5))).toBe(lesson);
    expect(moveBefore(lesson, idAt(0), idAt(1))).toBe(lesson);
    expect(moveBefore(lesson, 'nobody', null)).toBe(lesson);
  });

  test('loses nothing and makes nothing', () => {
    fc.assert(
      fc.property(arbitraryLesson, fc.nat(), fc.nat(), (random, from, to) => {
        const given = lessonOf(printLesson(random), 'a');
        const all = allItems(given.items);
        if (all.length === 0) return;
        const target = all[to % (all.length + 1)]?.id ?? null;
        const after = moveBefore(given, all[from % all.length]!.id, target);
        const ids = (l: Lesson) =>
          allItems(l.items)
            .map((i) => i.id)
            .sort();
        expect(ids(after)).toEqual(ids(given));
      }),
      { numRuns: 300, seed: 35 },
    );
  });

  test('a line is put in a repeat, and the repeat taken away again', () => {
    const wrapped = wrapInRepeat(lesson, idAt(1), 3, 'r1');
    expect(printLesson(wrapped)).toContain('repeat 3 {\n  A trot working\n}\n');
    expect(unwrapRepeat(wrapped, 'r1')).toEqual(lesson);
    expect(unwrapRepeat(lesson, idAt(1))).toEqual(lesson);
  });

  test('a copy has ids of its own, and is put in or taken out where it is said', () => {
    let n = 0;
    const copy = withNewIds(findItem(lesson.items, idAt(4))!, () => `n${++n}`);
    const more = insertAfter(lesson, idAt(4), [copy]);
    expect(allItems(more.items)).toHaveLength(allItems(lesson.items).length + 3);
    expect(new Set(allItems(more.items).map((i) => i.id)).size).toBe(allItems(more.items).length);
    expect(removeItem(more, copy.id)).toEqual(lesson);
  });
});

describe('ids over an edit of the text', () => {
  test.each([
    ['nothing changed', 'A\nB\nC\n', 'A\nB\nC\n', ['a1', 'a2', 'a3']],
    ['a line put in', 'A\nB\n', 'A\nX\nB\n', ['a1', 'b2', 'a2']],
    ['a line taken out', 'A\nX\nB\n', 'A\nB\n', ['a1', 'a3']],
    ['a line changed', 'A\nX\nB\n', 'A\nG\nB\n', ['a1', 'a2', 'a3']],
    ['all new', '', 'A\nB\n', ['b1', 'b2']],
    [
      'within a repeat',
      'repeat 2 {\nA\nB\n}\n',
      'repeat 3 {\nA\nX\nB\n}\n',
      ['a1', 'a2', 'b3', 'a3'],
    ],
  ])('%s', (_what, old, fresh, ids) => {
    expect(idsOf(keepIds(lessonOf(old, 'a'), lessonOf(fresh, 'b')))).toEqual(ids);
  });

  test('are never given twice, and the words stay those of the new text', () => {
    fc.assert(
      fc.property(arbitraryLesson, arbitraryLesson, (old, fresh) => {
        const renamed = lessonOf(printLesson(old), 'a');
        const kept = keepIds(renamed, lessonOf(printLesson(fresh), 'b'));
        const ids = idsOf(kept);
        expect(new Set(ids).size).toBe(ids.length);
        expect(printLesson(kept)).toBe(printLesson(fresh));
      }),
      { numRuns: 200, seed: 31 },
    );
  });
});

describe('the mirror', () => {
  test('swaps left and right, and each letter for the one across', () => {
    const text =
      'arena 20x60\nstart A walk medium left\nK-H loop 5\nV-I half-pass right\nE half circle left 10 return H\ncone P\n';
    const image = printLesson(mirrorLesson(parseLesson(text).lesson));
    expect(image).toBe(
      'arena 20x60\nstart A walk medium right\nF-M loop 5\nP-I half-pass left\nB half circle right 10 return M\ncone V\n',
    );
  });

  test('seen twice it is the lesson again', () => {
    fc.assert(
      fc.property(arbitraryLesson, (lesson) => {
        expect(mirrorLesson(mirrorLesson(lesson))).toEqual(lesson);
      }),
      { numRuns: 200, seed: 32 },
    );
  });
});

describe('the other end and other arenas', () => {
  const LONG =
    'arena 20x60\nstart A walk medium left\nC circle left 20\nK-V shoulder-in\nF-X-H change rein\nE/S canter left\nK-H loop 5\nR circle left 10\n';

  test('A for C on the same rein, and twice it is the lesson again', () => {
    expect(printLesson(flipLesson(parseLesson(LONG).lesson))).toBe(
      'arena 20x60\nstart C walk medium left\nA circle left 20\nM-R shoulder-in\nH-X-F change rein\nB/P canter left\nM-F loop 5\nV circle left 10\n',
    );
    fc.assert(
      fc.property(arbitraryLesson, (lesson) => {
        expect(flipLesson(flipLesson(lesson))).toEqual(lesson);
      }),
      { numRuns: 200, seed: 33 },
    );
  });

  test('the picture is turned by half a turn', () => {
    const ride = compileRide(parseLesson(LONG).lesson);
    const turned = compileRide(flipLesson(parseLesson(LONG).lesson));
    expect(turned.totals.metres).toBeCloseTo(ride.totals.metres, 6);
    for (let m = 0; m < ride.totals.metres; m += 7) {
      const [a, b] = [ride.path.at(m), turned.path.at(m)];
      expect(b.x).toBeCloseTo(-a.x, 6);
      expect(b.y).toBeCloseTo(60 - a.y, 6);
    }
  });

  test('one line on the other rein', () => {
    const { lesson } = parseLesson('K-V shoulder-in left');
    const image = mirrorItem(lesson.items[0]!, { widthM: 20, lengthM: 60, insetM: 0.5 });
    expect(printLesson({ version: 1, items: [image] })).toBe('F-P shoulder-in right\n');
  });

  test('a letter the smaller arena has not becomes the nearest of its side, and two stay two', () => {
    const small = inOtherArena(parseLesson(LONG).lesson, { widthM: 20, lengthM: 40 });
    expect(printLesson(small)).toBe(
      'arena 20x40\nstart A walk medium left\nC circle left 20\nK-E shoulder-in\nF-X-H change rein\nE/H canter left\nK-H loop 5\nM circle left 10\n',
    );
  });

  test('in an arena with the same letters nothing changes but the size', () => {
    fc.assert(
      fc.property(arbitraryLesson, (random) => {
        const lesson = inOtherArena(random, { widthM: 20, lengthM: 60 });
        const wider = inOtherArena(lesson, { widthM: 25, lengthM: 60 });
        expect(wider).toEqual({ ...lesson, arena: { ...lesson.arena, widthM: 25 } });
      }),
      { numRuns: 100, seed: 34 },
    );
  });
});

describe('the schema of a lesson', () => {
  const valid: Lesson = lessonOf('lesson "a"\nA trot working -- note\n', 'a');

  test.each([
    ['another version', { ...valid, version: 2 }],
    ['a field nobody knows', { ...valid, colour: 'bay' }],
    [
      'a form nobody knows',
      { ...valid, items: [{ ...valid.items[0], instructions: [{ form: 'gallop', params: {} }] }] },
    ],
    [
      'a size that is none',
      {
        ...valid,
        items: [
          { ...valid.items[0], instructions: [{ form: 'circle', params: { diameterM: -3 } }] },
        ],
      },
    ],
    [
      'a value too many',
      {
        ...valid,
        items: [{ ...valid.items[0], instructions: [{ form: 'halt', params: { speed: 1 } }] }],
      },
    ],
    ['a note over two lines', { ...valid, items: [{ ...valid.items[0], note: 'a\nb' }] }],
    ['an arena of no width', { ...valid, arena: { widthM: 0, lengthM: 60, insetM: 0 } }],
    [
      'a pace the gait does not have',
      {
        ...valid,
        start: { how: 'start', letter: 'A', gait: 'walk', pace: 'working', rein: 'left' },
      },
    ],
  ])('refuses %s', (_what, document) => {
    expect(lessonSchema.safeParse(valid).success).toBe(true);
    expect(lessonSchema.safeParse(document).success).toBe(false);
  });
});
