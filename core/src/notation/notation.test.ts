import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Item, Lesson } from '../lesson/document.ts';
import { lessonSchema } from '../lesson/schema.ts';
import { keepIds } from '../lesson/edits.ts';
import { arbitraryLesson } from '../testing/arbitraryLesson.ts';
import { SHEETS, findingsOf } from '../testing/lessons.ts';
import { sentenceOf } from '../review/messages/messages.ts';
import { storableText } from '../storable.ts';
import { parseLesson } from './parse.ts';
import { printLesson } from './print.ts';

const withoutIds = (items: readonly Item[]): unknown[] =>
  items.map((item) =>
    item.kind === 'repeat'
      ? { ...item, id: '', items: withoutIds(item.items) }
      : { ...item, id: '' },
  );
const bare = (lesson: Lesson) => ({ ...lesson, items: withoutIds(lesson.items) });

describe('text and document', () => {
  test('every document comes back from its text, comments and all', () => {
    fc.assert(
      fc.property(arbitraryLesson, (lesson) => {
        const parsed = parseLesson(printLesson(lesson));
        expect(parsed.faults).toEqual([]);
        expect(bare(parsed.lesson)).toEqual(bare(lesson));
      }),
      { numRuns: 500, seed: 1 },
    );
  });

  test('every document passes the schema, also through JSON', () => {
    fc.assert(
      fc.property(arbitraryLesson, (lesson) => {
        expect(lessonSchema.parse(JSON.parse(JSON.stringify(lesson)))).toEqual(lesson);
      }),
      { numRuns: 100, seed: 2 },
    );
  });

  test.each(Object.entries(SHEETS))('the %s sheet prints as it is written', (_name, text) => {
    expect(printLesson(parseLesson(text).lesson)).toBe(text);
  });

  test('spelling is free: case, units, word order, other words for the same', () => {
    const text =
      'e CIRCLE Left 20 m x 2, Working Trot\nA center line\nK/A volte right 8\nb medium canter right\n';
    const { lesson, faults } = parseLesson(text);
    expect(faults).toEqual([]);
    expect(printLesson(lesson)).toBe(
      'E circle left 20 x2, trot working\nA centre line\nK/A circle right 8\nB canter medium right\n',
    );
  });

  test('never throws, and keeps every line, whatever is typed', () => {
    const scrap = fc.constantFrom(
      'A',
      'circle',
      'left',
      '20',
      'x2',
      'x0',
      'repeat',
      '{',
      '}',
      '3',
      ',',
      '--',
      '#',
      '"',
      'phase',
      'for',
      'at',
      'min',
      'H-X-F',
      'A..',
      '/',
      'lesson',
      'arena',
      '20x60',
      '99999',
      '-',
      'ä',
      '\t',
      'then',
    );
    const line = fc.array(scrap, { maxLength: 8 }).map((parts) => parts.join(' '));
    fc.assert(
      fc.property(
        fc.oneof(
          fc.array(line, { maxLength: 12 }).map((l) => l.join('\n')),
          fc.string({ unit: 'binary', maxLength: 200 }),
        ),
        (text) => {
          const { lesson, faults } = parseLesson(text);
          const printed = printLesson(lesson);
          const again = parseLesson(printed);
          expect(printLesson(again.lesson)).toBe(printed);
          if (faults.length > 0) expect(lesson.items.length + faults.length).toBeGreaterThan(0);
          for (const raw of text.split(/\r\n|\r|\n/)) {
            // What no database stores is not kept.
            const words = storableText(raw.trim());
            if (
              faults.some((f) => text.split(/\r\n|\r|\n/)[f.line - 1] === raw) &&
              words &&
              lesson.items.some((i) => i.kind === 'unread')
            ) {
              expect(printed).toContain(words.slice(0, 20));
            }
          }
        },
      ),
      { numRuns: 1000, seed: 3 },
    );
  });
});

describe('mistakes in the text', () => {
  test('all are reported, each with its line, column and the nearest word', () => {
    const text = [
      'lesson Loosen',
      'arena 20x60',
      'phse warm-up',
      'A crcle left 20',
      'C circle lft 20',
      'E circle left',
      'B trot wrking, halt',
      'repeat 3 {',
      'K walk working',
    ].join('\n');
    const { faults } = parseLesson(text);
    const brief = faults.map((f) => [f.code, f.line, f.column, 'nearest' in f ? f.nearest : null]);
    expect(brief).toEqual([
      ['bad-header', 1, 1, null],
      ['unknown-word', 3, 1, 'phase'],
      ['unknown-word', 4, 3, 'circle'],
      ['unexpected', 5, 10, 'left'],
      ['unexpected', 6, 14, null],
      ['unexpected', 7, 8, 'working'],
      ['unexpected', 9, 8, null],
      ['repeat-unclosed', 8, 1, null],
    ]);
  });

  test.each([
    ['}', 'bracket-unopened'],
    ['lesson "a"\nlesson "b"', 'said-twice'],
    ['repeat 2 {\n'.repeat(5) + '}\n'.repeat(4), 'repeat-too-deep'],
    ['A trot working\n'.repeat(901), 'too-long'],
    [`A trot working -- ${'softly '.repeat(60)}`, 'note-unfit'],
    ['A trot working -- "on the # line"', 'note-unfit'],
    [`A ${'trot working, '.repeat(12)}halt`, 'too-many-at-once'],
    [`A trot working # ${'softly '.repeat(150)}`, 'line-too-long'],
    ['phase lunch', 'unexpected'],
    ['corners wide', 'bad-header'],
    ['start A gallop', 'bad-header'],
  ])('%j', (text, code) => {
    expect(parseLesson(text).faults.map((f) => f.code)).toContain(code);
  });

  const comment = `# ${'softly '.repeat(100)}`;
  test.each([
    [`A trot working ${comment}`],
    [`${comment}\nA trot working\n${comment}`],
    [`lesson "By the book" ${comment}`],
    [`repeat 2 {\n${'A trot working\n'.repeat(400)}}`],
    [`A circle left 20 -- ${'x'.repeat(1500)}`],
    [`box 1 -- ${comment}`],
    ['A trot working\n'.repeat(1200)],
  ])('however much is written, the book takes the lesson: %.40j', (text) => {
    const { lesson } = parseLesson(text);
    expect(lessonSchema.safeParse(lesson).error).toBeUndefined();
    expect(parseLesson(printLesson(lesson)).lesson).toEqual(lesson);
  });

  test('every one has a sentence that says what and what to do', () => {
    const text =
      'lesson x\nA crcle\nC circle lft 20\nlesson "a"\nlesson "b"\n}\nrepeat 2 {\nE loop 5\nA centre line';
    for (const finding of findingsOf(text)) {
      const { what, why } = sentenceOf(finding);
      expect(what).toMatch(/^.{10,}[.?]$/);
      expect(why.length).toBeGreaterThan(10);
    }
  });
});

test('ids stay with their lines over an edit', () => {
  const before = parseLesson('A trot working\nC circle left 20\nE halt\n', idsFrom('a')).lesson;
  const after = parseLesson(
    'A trot working\nB walk medium\nC circle left 15\nE halt\n',
    idsFrom('b'),
  ).lesson;
  expect(keepIds(before, after).items.map((i) => i.id)).toEqual(['a1', 'a2', 'b3', 'a3']);
});

function idsFrom(prefix: string): () => string {
  let n = 0;
  return () => `${prefix}${++n}`;
}
