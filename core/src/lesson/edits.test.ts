import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { arbitraryLesson } from '../testing/arbitraryLesson.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { EMPTY_LESSON, lessonSchema, linesOf, type Lesson } from './document.ts';
import { appendItems, keepIds, prependItems, replaceItem } from './edits.ts';
import { mirrorLesson } from './mirror.ts';

const idsOf = (lesson: Lesson): string[] =>
  lesson.items.flatMap((item) =>
    item.kind === 'repeat' ? [item.id, ...item.items.map((i) => i.id)] : [item.id],
  );

const lessonOf = (text: string, prefix: string): Lesson => {
  let n = 0;
  return parseLesson(text, () => `${prefix}${++n}`).lesson;
};

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
