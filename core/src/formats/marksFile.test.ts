import { describe, expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { withJudges, type MarkedRide } from '../sheet/markedRide.ts';
import { sheetOf } from '../sheet/sheet.ts';
import { marksJson, marksRows, readMarks } from './marksFile.ts';

const document = parseLesson(`test "Ours"
enter A trot working
box 1 "entry"
X halt 4 s, proceed trot working
C track left
box 2 x2 "circle"
E circle left 20
collective "rider"
`).lesson;
const sheet = sheetOf(document, compileRide(document));
const ride: MarkedRide = {
  id: '0197a000-0000-7000-8000-000000000001',
  revision: 1,
  horseId: '0197a000-0000-7000-8000-000000000002',
  riderId: null,
  lessonId: null,
  document,
  date: '2026-06-15',
  kind: 'show',
  place: 'Larkfield',
  judges: [
    {
      at: 'C',
      marks: { 1: 6.5, 2: 7 },
      collectives: { rider: 6 },
      remarks: { 1: '=not straight' },
    },
    { at: 'E', marks: { 1: 6, 2: 7.5 }, collectives: { rider: 6.5 }, remarks: {} },
  ],
  errors: 0,
  target: 7,
  notes: '',
  corrections: [],
};

describe('marks as a table', () => {
  test('out and in again they are the same', () => {
    const { judges, faults } = readMarks(sheet, marksRows(sheet, ride));
    expect(faults).toEqual([]);
    expect(judges).toEqual(ride.judges);
    expect(withJudges(ride, judges, new Date()).judges).toEqual(ride.judges);
    expect(withJudges(ride, judges, new Date()).corrections).toEqual([]);
  });

  test('what cannot be taken is kept aside, and the rest is read', () => {
    const { judges, faults } = readMarks(sheet, [
      ['Number', 'Name', 'C', 'H'],
      ['1', '', '6,5', '6.3'],
      ['1', '', '7', '7'],
      ['9', '', '7', ''],
      ['', 'rider', '11', '7'],
      ['', '', '', ''],
      ['2', '', '8', 'seven'],
    ]);
    expect(judges.map((j) => [j.at, j.marks, j.collectives])).toEqual([
      ['C', { 1: 6.5, 2: 8 }, {}],
      ['H', {}, { rider: 7 }],
    ]);
    expect(faults.map((f) => `${f.row}: ${f.why}`)).toEqual([
      '2: H gave “6.3”: marks go from 0 to 10 in halves',
      '3: there are two rows for box 1',
      '4: this sheet has no box 9',
      '5: C gave “11”: marks go from 0 to 10 in halves',
      '7: H gave “seven”: marks go from 0 to 10 in halves',
    ]);
    expect(readMarks(sheet, [['a', 'b']]).faults[0]!.why).toContain('number');
    expect(readMarks(sheet, [['number', 'C', 'C']]).faults[0]!.why).toContain('two columns');
  });

  test('a mark that is given anew is kept as history', () => {
    const now = new Date('2026-06-15T10:00:00Z');
    const given = { at: 'C', marks: { 1: 7 }, collectives: {}, remarks: { 2: 'better' } };
    const taken = withJudges(ride, [given], now);
    expect(taken.judges[0]).toMatchObject({
      marks: { 1: 7, 2: 7 },
      remarks: { 1: '=not straight', 2: 'better' },
    });
    expect(taken.corrections).toEqual([{ at: now.toISOString(), judge: 'C', of: '1', was: 6.5 }]);
  });

  test('as JSON it is what the command line counts, with the score', () => {
    const json = JSON.parse(marksJson(sheet, ride));
    expect(json.score.percent).toBeGreaterThan(60);
    const missing = { ...ride, judges: [{ ...ride.judges[0]!, marks: {} }] };
    expect(JSON.parse(marksJson(sheet, missing)).score).toBeUndefined();
  });
});
