import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { SCALES } from '../scales.ts';
import { guessMapping as guess, readRow, type Mapping, type RowContext } from './cells.ts';
import { FIELDS, SESSIONS_TABLE, sessionCells, type Field } from './sessionsCsv.ts';

const guessMapping = (headings: readonly string[]) => guess(SESSIONS_TABLE, headings);
const readSessionRow = (cells: readonly string[], mapping: Mapping<Field>, context: RowContext) =>
  readRow(SESSIONS_TABLE, cells, mapping, context);

const context = {
  horses: [
    { id: 'h1', name: 'Marram' },
    { id: 'h2', name: 'Bollard' },
  ],
  riders: [{ id: 'r1', name: 'Ines Calloway' }],
};

describe('a table of sessions', () => {
  const mark = fc.record({
    scale: fc.constantFrom(...SCALES),
    rein: fc.constantFrom('left' as const, 'right' as const),
    value: fc.integer({ min: 0, max: 20 }).map((n) => n / 2),
  });
  const session = fc.record({
    date: fc
      .integer({ min: 10_000, max: 30_000 })
      .map((d) => new Date(d * 86_400_000).toISOString().slice(0, 10)),
    horse: fc.constantFrom('Marram', 'Bollard'),
    rider: fc.constantFrom('', 'Ines Calloway'),
    minutes: fc.option(fc.integer({ min: 0, max: 600 })),
    notes: fc.string({ maxLength: 80 }).map((s) => s.trim()),
    homework: fc.string({ maxLength: 80 }).map((s) => s.trim()),
    marks: fc.uniqueArray(mark, { selector: (m) => `${m.scale}/${m.rein}`, maxLength: 12 }),
  });

  // Source: RFC 4180; written and read back by another library.
  test('comes back as it was, through the quotes and commas of the file', () => {
    fc.assert(
      fc.property(fc.array(session, { minLength: 1, maxLength: 5 }), (sessions) => {
        const csv = Papa.unparse([[...FIELDS], ...sessions.map(sessionCells)], { newline: '\r\n' });
        const [headings, ...rows] = Papa.parse<string[]>(csv).data;
        const mapping = guessMapping(headings!);
        expect(mapping).toEqual(FIELDS);
        rows.forEach((cells, i) => {
          const read = readSessionRow(cells, mapping, context);
          const { horse, rider, marks, ...rest } = sessions[i]!;
          expect(read).toMatchObject({ row: rest });
          if (!('row' in read)) return;
          expect(read.row.horseId).toBe(horse === 'Marram' ? 'h1' : 'h2');
          expect(read.row.riderId).toBe(rider ? 'r1' : null);
          expect(read.row.marks).toHaveLength(marks.length);
          for (const m of marks) expect(read.row.marks).toContainEqual(m);
        });
      }),
      { numRuns: 100, seed: 81 },
    );
  });

  test('headings are understood as people write them, each field once', () => {
    expect(
      guessMapping(['Day', 'Horse name', 'Min', 'Contact L', 'contact (right)', 'Weather', 'DATE']),
    ).toEqual(['date', 'horse', 'minutes', 'contact left', 'contact right', null, null]);
  });

  test('every fault of a row is told, with the cell and what to do', () => {
    const mapping = guessMapping(['date', 'horse', 'rider', 'minutes', 'rhythm left']);
    const read = readSessionRow(
      ['31.2.2026', 'Nobody', 'Somebody', '900', '6.3'],
      mapping,
      context,
    );
    expect('faults' in read && read.faults.map((f) => [f.field, f.value])).toEqual([
      ['date', '31.2.2026'],
      ['horse', 'Nobody'],
      ['rider', 'Somebody'],
      ['minutes', '900'],
      ['rhythm left', '6.3'],
    ]);
    const good = readSessionRow(['31.5.2026', 'marram', '', '45,5', '6,5'], mapping, context);
    expect(good).toMatchObject({
      row: {
        date: '2026-05-31',
        minutes: 45.5,
        marks: [{ scale: 'rhythm', rein: 'left', value: 6.5 }],
      },
    });
    const short = readSessionRow(['2026-05-31', 'Marram'], mapping, context);
    expect(short).toMatchObject({ row: { minutes: null, marks: [] } });
  });
});
