import { expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { pooled } from '../progress/evidence.ts';
import type { MarkedRide } from './markedRide.ts';
import { OUR_SHEETS } from './ours.ts';
import { evidenceOfRide } from './rideEvidence.ts';

const rideOf = (text: string, marks: Record<string, number>): MarkedRide =>
  ({
    document: parseLesson(text).lesson,
    judges: [{ at: 'C', marks, collectives: {}, remarks: {} }],
  }) as unknown as MarkedRide;

test('a box speaks for the scales it shows, on the rein it is ridden on', () => {
  const text = `test "T"
start A trot left
box 1
B circle left 20 x2
box 2
E half circle left 10 return H
box 3
B circle right 20 x2
`;
  const found = evidenceOfRide(rideOf(text, { 1: 8, 2: 7, 3: 5 }));
  const of = (scale: string, rein: string) =>
    found.find((e) => e.scale === scale && e.rein === rein)?.mean;
  expect(of('suppleness', 'left')!).toBeGreaterThan(7.4);
  expect(of('suppleness', 'right')!).toBeLessThan(6);
  expect(of('collection', 'left')).toBeUndefined();
});

test('a whole test is one reading a scale and rein, less sure than a mark', () => {
  const text = OUR_SHEETS[3]!.text;
  const marks = Object.fromEntries(Array.from({ length: 15 }, (_, i) => [i + 1, 6.5]));
  const found = evidenceOfRide(rideOf(text, marks));
  for (const e of found) expect(e.mean).toBeCloseTo(6.5, 9);
  // 1.2² of the measure and 0.6² of the day's mood.
  for (const reading of pooled(found)) expect(reading.variance).toBeCloseTo(1.8, 9);
  expect(evidenceOfRide(rideOf(text, {}))).toEqual([]);
});
