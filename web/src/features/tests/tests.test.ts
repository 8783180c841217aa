import { describe, expect, test } from '@jest/globals';
import { parseLesson } from '@canter-book/core/notation/parse';
import type { MarkedRide, RideJudge } from '@canter-book/core/sheet/markedRide';
import { codesIn, codesText, expanded } from './codes.ts';
import { answered, keepMemory, nextBox, NOTHING, readMemory } from './memory.ts';
import { sheetOfDocument } from './resultOf.ts';
import { runningOf } from './running.ts';

const document = parseLesson(`test "Ours"
enter A trot working
box 1 "entry"
X halt 4 s, proceed trot working
C track left
box 2 x2 "circle"
E circle left 20
collective "rider" x2
errors points 2 4 out
`).lesson;
const sheet = sheetOfDocument(document);
const judge = (more: Partial<RideJudge> = {}): RideJudge => ({
  at: 'C',
  marks: {},
  collectives: {},
  remarks: {},
  ...more,
});
const ride = (more: Partial<MarkedRide> = {}): MarkedRide => ({
  id: '0197a000-0000-7000-8000-000000000001',
  revision: 1,
  horseId: '0197a000-0000-7000-8000-000000000002',
  riderId: null,
  lessonId: null,
  document,
  date: '2026-06-15',
  kind: 'practice',
  place: '',
  judges: [judge()],
  errors: 0,
  target: 7,
  notes: '',
  corrections: [],
  ...more,
});

describe('remarks by codes', () => {
  const codes = codesIn('lt lost the tempo\n\nns  not straight\nnonsense');

  test('are written out where they stand alone, and only there', () => {
    expect(codes.map((c) => c.code)).toEqual(['lt', 'ns']);
    expect(expanded('lt, then better', codes)).toBe('lost the tempo, then better');
    expect(expanded('NS lt', codes)).toBe('not straight lost the tempo');
    expect(expanded('felt halts', codes)).toBe('felt halts');
    expect(codesIn(codesText(codes))).toEqual(codes);
  });
});

describe('the total that runs along', () => {
  test('counts what was marked, and says what the rest needs', () => {
    const half = judge({ marks: { 1: 6, 2: 7.5 } });
    // 6 + 2·7.5 = 21 of 30; to 70 % of 50 points 14 are missing, over a mark that counts twice: 7.
    expect(runningOf(sheet, ride(), half)).toEqual({
      given: 2,
      all: 3,
      points: 21,
      percent: 70,
      needed: 7,
    });
    // Two points for an error: 16 are missing now.
    const one = runningOf(sheet, ride({ errors: 1 }), half);
    expect([one.points, one.needed]).toEqual([19, 8]);
    expect(runningOf(sheet, ride(), judge())).toMatchObject({ given: 0, percent: null });
  });
});

describe('what a rider remembers', () => {
  const at = (minutes: number) => new Date(Date.UTC(2026, 5, 15, 10, minutes));
  const boxes = [1, 2, 3];

  test('what was missed comes back before what was known', () => {
    let memory = answered(NOTHING, 1, true, at(0));
    memory = answered(memory, 2, false, at(1));
    expect(nextBox(memory, boxes, at(1))).toBe(3);
    memory = answered(memory, 3, true, at(2));
    expect(nextBox(memory, boxes, at(2))).not.toBe(1);
    expect(nextBox(memory, boxes, at(4))).toBe(2);
    expect(memory.days).toEqual({ '2026-06-15': { asked: 3, right: 2 } });
  });

  test('each box knows the days on which it was asked; the last asking of a day counts', () => {
    const day = (d: number) => new Date(Date.UTC(2026, 5, d, 10));
    let memory = answered(NOTHING, 2, false, day(1));
    memory = answered(memory, 2, true, day(1));
    memory = answered(memory, 2, false, day(3));
    expect(memory.boxes).toEqual({ 2: { '2026-06-01': true, '2026-06-03': false } });
    for (let d = 1; d <= 40; d++)
      memory = answered(memory, 2, true, new Date(Date.UTC(2026, 6, d)));
    expect(Object.keys(memory.boxes[2]!)).toHaveLength(30);
    expect(Object.keys(memory.boxes[2]!).at(-1)).toBe('2026-08-09');
    keepMemory('sheet', memory);
    expect(readMemory('sheet').boxes).toEqual(memory.boxes);
    // What an earlier version kept knows no days.
    localStorage.setItem('canter-book-learn-old', '{"cards":{},"days":{}}');
    expect(readMemory('old')).toEqual(NOTHING);
  });

  test('what is known again and again is asked ever more seldom', () => {
    let memory = NOTHING;
    let now = at(0);
    const gaps: number[] = [];
    for (let i = 0; i < 5; i++) {
      memory = answered(memory, 1, true, now);
      const due = memory.cards[1]!.due;
      gaps.push(due.getTime() - now.getTime());
      now = due;
    }
    expect(gaps).toEqual([...gaps].sort((a, b) => a - b));
    expect(gaps.at(-1)!).toBeGreaterThan(24 * 3_600_000);
  });
});
