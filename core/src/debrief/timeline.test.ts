import { expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { observationSchema } from '../observations/observation.ts';
import type { Session } from '../book/records.ts';
import { timelineOf } from './timeline.ts';

const { lesson } = parseLesson('A trot working\nC circle left 20\nE halt 4 s\n');
const session = {
  id: 's',
  document: lesson,
  startedAt: '2026-05-01T10:00:00.000Z',
} as unknown as Session;
let n = 0;
const seen = (seconds: number, o: object) =>
  observationSchema.parse({
    id: `0190a0b0-0000-7000-8000-${String(++n).padStart(12, '0')}`,
    sessionId: '0190a0b0-0000-7000-8000-0000000000aa',
    at: new Date(Date.parse(session.startedAt) + seconds * 1000).toISOString(),
    ...o,
  });
const place = { rein: 'left', gait: 'trot' };
const circle = lesson.items[1]!.id;

test('planned lines come in their order, with what was seen in each; the rest at its time', () => {
  const rows = timelineOf(session, [
    seen(40, { kind: 'contact', ...place, itemId: circle, left: 2, right: 2, when: 'during' }),
    seen(50, {
      kind: 'try',
      ...place,
      itemId: circle,
      text: 'C circle left 20',
      result: 'good',
      held: 4,
    }),
    seen(5, { kind: 'note', text: 'windy' }),
    seen(60, { kind: 'mark', scale: 'rhythm', rein: 'left', value: 6 }),
  ]);
  expect(rows.map((r) => r.text || r.seen[0]!.said)).toEqual([
    'A trot working',
    'windy',
    'C circle left 20',
    'E halt 4 s',
  ]);
  const ridden = rows.find((r) => r.itemId === circle)!;
  expect(ridden.riddenS).toBe(40);
  expect(ridden.plannedS).toBeGreaterThan(10);
  expect(ridden.seen.map((s) => s.atS)).toEqual([40, 50]);
  expect(rows.at(-1)!.riddenS).toBeNull();
});

test('without a plan it is what was seen, in its order', () => {
  const free = { ...session, document: null } as Session;
  const rows = timelineOf(free, [
    seen(5, { kind: 'felt', text: 'light' }),
    seen(9, { kind: 'try', ...place, itemId: 'free', text: 'spiral', result: 'lost', held: 0 }),
  ]);
  expect(rows.map((r) => r.seen[0]!.said)).toEqual(['the rider felt: light', 'lost: spiral']);
  expect(timelineOf(free, [])).toEqual([]);
});
