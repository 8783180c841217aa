import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { FORM_IDS } from '../lesson/forms.ts';
import { allItems } from '../lesson/edits.ts';
import { lessonOfRow, REFERENCE } from './reference.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide } from '../ride/compile.ts';
import { shorthandPage } from './shorthandPage.ts';

const rows = REFERENCE.flatMap((g) => g.rows);

describe('the reference of the shorthand', () => {
  test.each(rows.map((row) => [row.line, row] as const))('%s is read and ridden', (_, row) => {
    const parsed = lessonOfRow(row);
    const ride = compileRide(parsed.lesson);
    expect(parsed.faults).toEqual([]);
    expect(ride.faults.map((f) => f.fault)).toEqual([]);
    const findings = reviewLesson(parsed.lesson, ride, parsed);
    expect(findings.filter((f) => f.level === 'error')).toEqual([]);
  });

  test('has every form there is', () => {
    const used = rows.flatMap((row) =>
      allItems(lessonOfRow(row).lesson.items).flatMap((item) =>
        item.kind === 'line' ? item.instructions.map((i) => i.form) : [],
      ),
    );
    expect(FORM_IDS.filter((id) => !used.includes(id))).toEqual([]);
  });

  test('is what stands in docs/shorthand.md: `npm run shorthand` writes it anew', () => {
    const docs = new URL('../../../docs/', import.meta.url);
    const { markdown, pictures } = shorthandPage();
    expect(readFileSync(new URL('shorthand.md', docs), 'utf8')).toBe(markdown);
    expect(readdirSync(new URL('shorthand/', docs)).sort()).toEqual([...pictures.keys()].sort());
    for (const [name, svg] of pictures) {
      expect(readFileSync(new URL(`shorthand/${name}`, docs), 'utf8')).toBe(svg);
    }
  });
});
