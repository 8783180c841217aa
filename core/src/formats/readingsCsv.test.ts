import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import type { Observation } from '../observations/observation.ts';
import { SIGNS } from '../observations/words.ts';
import { guessMapping, readRow } from './cells.ts';
import { READING_FIELDS, READING_KINDS, READINGS_TABLE, readingCells } from './readingsCsv.ts';

const context = { horses: [{ id: 'h1', name: 'Marram' }], riders: [] };
const ids = {
  id: '01890000-0000-7000-8000-000000000001',
  sessionId: '01890000-0000-7000-8000-000000000002',
  at: '2026-03-01T12:00:00.000Z',
};
const one = <T extends string>(...words: readonly T[]) => fc.constantFrom(...words);
const rein = one('left', 'right');
const halves = fc.integer({ min: 0, max: 20 }).map((n) => n / 2);
const whole = fc.integer({ min: 0, max: 90 });
const place = { rein, gait: one('walk', 'trot', 'canter') };
const seen = (kind: string, shape: Record<string, fc.Arbitrary<unknown>>) =>
  fc.record({ kind: fc.constant(kind), ...shape });

const reading = fc.oneof(
  seen('contact', {
    ...place,
    left: halves,
    right: halves,
    when: one('before', 'during', 'after'),
  }),
  seen('tempo', {
    ...place,
    perMinute: fc.integer({ min: 400, max: 1100 }).map((n) => n / 10),
    scatter: fc.integer({ min: 0, max: 200 }).map((n) => n / 1000),
    driftPercent: fc.integer({ min: -50, max: 50 }),
  }),
  seen('halt', { rein, square: fc.constant(true), seconds: whole }),
  seen('halt', {
    rein,
    square: fc.constant(false),
    leg: one('LF', 'RF', 'LH', 'RH'),
    seconds: whole,
  }),
  fc.record({ ...place, right: fc.boolean(), prompt: fc.boolean() }).map((o) => ({
    ...o,
    kind: 'depart',
    lead: o.rein,
    prompt: o.right && o.prompt,
  })),
  seen('change', { to: rein, quality: one('clean', 'late', 'missed') }),
  seen('drift', { ...place, part: one('haunches', 'shoulders'), side: rein }),
  seen('stretch', {
    ...place,
    taken: one('yes', 'partly', 'no'),
    form: one('rounded', 'reaching'),
  }),
  seen('sign', { ...place, sign: one(...SIGNS) }),
  seen('head', { ...place, position: one('before', 'at', 'behind') }),
  seen('aid', { ...place, answer: one('at once', 'at once but tense', 'late', 'reminder') }),
  seen('release', { ...place, when: one('before', 'with', 'after') }),
  seen('overtrack', { rein, hooves: fc.integer({ min: -4, max: 6 }) }),
  seen('plain', { ...place, value: halves, when: one('before', 'after') }),
  seen('bout', { ...place, seconds: whole }),
);

describe('a table of readings', () => {
  // Source: RFC 4180; written and read back by another library.
  test('every kind of reading comes back as it was', () => {
    const kinds = new Set<string>();
    fc.assert(
      fc.property(reading, (body) => {
        kinds.add(body.kind);
        const o = { ...ids, ...body } as unknown as Observation;
        const csv = Papa.unparse([[...READING_FIELDS], readingCells('2026-03-01', 'Marram', o)!]);
        const [headings, cells] = Papa.parse<string[]>(csv).data;
        const read = readRow(
          READINGS_TABLE,
          cells!,
          guessMapping(READINGS_TABLE, headings!),
          context,
        );
        expect(read).toEqual({ row: { date: '2026-03-01', horseId: 'h1', seen: body } });
      }),
      { numRuns: 400, seed: 82 },
    );
    expect([...kinds].sort()).toEqual([...READING_KINDS].sort());
  });

  test('marks, tries and notes are no readings', () => {
    const note = { ...ids, kind: 'note', text: 'quiet' } as const;
    expect(readingCells('2026-03-01', 'Marram', note)).toBeNull();
  });

  test.each([
    [['2026-03-01', 'Marram', 'weather', 'left', 'trot', '1', ''], 'reading', 'write one of'],
    [['2026-03-01', 'Marram', 'contact', 'both', 'trot', '1 / 2', ''], 'rein', 'left or right'],
    [['2026-03-01', 'Marram', 'contact', 'left', 'gallop', '1 / 2', ''], 'gait', 'walk, trot'],
    [['2026-03-01', 'Marram', 'contact', 'left', 'trot', '11 / 2', ''], 'value', '0–10 in halves'],
    [['2026-03-01', 'Marram', 'contact', 'left', 'trot', '3', ''], 'value', 'left / right'],
    [['2026-03-01', 'Marram', 'tempo', 'left', 'trot', '78', ''], 'value', 'scatter'],
    [['2026-03-01', 'Marram', 'depart', 'left', 'canter', 'soon', ''], 'value', 'wrong lead'],
    [['2026-03-01', 'Nobody', 'head', 'left', 'trot', 'at', ''], 'horse', 'no horse'],
    [['1.13.2026', 'Marram', 'head', 'left', 'trot', 'at', ''], 'date', 'write the day'],
  ])('%j says what is wrong', (cells, field, why) => {
    const mapping = guessMapping(READINGS_TABLE, READING_FIELDS);
    const read = readRow(READINGS_TABLE, cells, mapping, context);
    expect(read).toEqual({ faults: [expect.objectContaining({ field })] });
    expect('faults' in read && read.faults[0]!.why).toContain(why);
  });

  test('people write decimal commas and their own headings', () => {
    const mapping = guessMapping(READINGS_TABLE, [
      'Day',
      'Horse name',
      'What',
      'Rein',
      'Gait',
      'Value',
      'More',
    ]);
    expect(mapping).toEqual(READING_FIELDS);
    const cells = ['1.3.2026', 'marram', 'Contact', 'Left', 'Trot', '2,5 / 3', 'After'];
    expect(readRow(READINGS_TABLE, cells, mapping, context)).toMatchObject({
      row: { seen: { left: 2.5, right: 3, when: 'after' } },
    });
  });
});
