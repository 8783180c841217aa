import { describe, expect, test } from '@jest/globals';
import { printLesson } from '@canter-book/core/notation/print';
import { copyOf, recordOf } from './lessonRecord.ts';

let n = 0;
const newId = () => `0190a0b0-0000-7000-8000-${String(++n).padStart(12, '0')}`;
const TEXT = 'lesson "Soft corners"\nA trot working\nC circle left 20\n';

describe('a record of a lesson', () => {
  test('has the title of its text, and ids of its own', () => {
    const record = recordOf(TEXT, null, newId);
    expect(record).toMatchObject({ revision: 0, title: 'Soft corners', horseId: null, tags: [] });
    const ids = [record.id, ...record.document.items.map((i) => i.id)];
    expect(new Set(ids).size).toBe(ids.length);
    expect(printLesson(record.document)).toContain('C circle left 20');
  });

  test('a text that cannot be read is kept to the letter', () => {
    const record = recordOf('A trt working\n', 'h', newId);
    expect(record.title).toBe('');
    expect(printLesson(record.document)).toContain('A trt working');
  });

  test('a copy says so in its title and in its text, and is nobody’s old record', () => {
    const record = recordOf(TEXT, 'h', newId);
    const copy = copyOf(TEXT, 'h', newId);
    expect(copy.title).toBe('Soft corners, copy');
    expect(printLesson(copy.document)).toContain('lesson "Soft corners, copy"');
    expect(copy.id).not.toBe(record.id);
    expect(copyOf('A trot working\n', null, newId).title).toBe('Lesson, copy');
  });

  test('a title as long as may be stays within its length', () => {
    const long = copyOf(`lesson "${'x'.repeat(118)}"\nA trot working\n`, null, newId);
    expect(long.title).toHaveLength(120);
  });
});
