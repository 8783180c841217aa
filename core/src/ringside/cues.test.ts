import { describe, expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { SHEETS } from '../testing/lessons.ts';
import { rideJson } from '../formats/rideJson.ts';
import { CALL_LEAD_S, cuesOf, cuesAt, waiting, type Cue } from './cues.ts';

describe('cues', () => {
  const { lesson } = parseLesson(SHEETS.lesson);
  const ride = compileRide(lesson);
  const cues = cuesOf(ride, lesson);

  test('come in order, one for each thing that is said, finished before its letter', () => {
    expect(cues.map((c) => c.text).slice(0, 4)).toEqual([
      'go large x2',
      'A trot working',
      'C circle left 20 x2',
      'H-X-F change rein',
    ]);
    // Common practice: the words are finished 1.5–3 s before the letter.
    expect(CALL_LEAD_S).toBeGreaterThanOrEqual(1.5);
    expect(CALL_LEAD_S).toBeLessThanOrEqual(3);
    cues.slice(1).forEach((cue, i) => {
      expect(cue.atS).toBeGreaterThanOrEqual(cues[i]!.atS);
      expect(cue.callAtS).toBeCloseTo(cue.atS - CALL_LEAD_S, 9);
    });
  });

  test('carry the note of their line', () => {
    expect(cues.find((c) => c.text.startsWith('C circle'))!.note).toBe(
      'let her look, keep the beat',
    );
  });

  test('count down to the next call in seconds and in steps of the present pace', () => {
    const next = cues[1]!;
    const moment = cuesAt(ride, cues, next.callAtS - 10);
    expect(moment.now!.text).toBe('go large x2');
    expect(moment.next).toBe(next);
    expect(moment.secondsToCall).toBeCloseTo(10, 6);
    // Medium walk: 1.73 m/s in strides of 1.87 m, two steps each.
    expect(moment.countsToCall).toBeCloseTo((10 * 1.73 * 2) / 1.87, 6);
  });

  test('end with the lesson, and stand ready before it', () => {
    expect(cuesAt(ride, cues, ride.totals.seconds)).toMatchObject({ next: null, over: true });
    expect(cuesAt(ride, [], 0)).toMatchObject({ now: null, next: null });
  });
});

describe('a condition', () => {
  const text = 'A trot\nE circle left 10 until back max 3\nK-A shoulder-fore until lost\nA walk';
  const { lesson } = parseLesson(text);
  const cues = cuesOf(compileRide(lesson), lesson);
  const [, circle, line, walk] = cues as [Cue, Cue, Cue, Cue];

  test('waits for the tap, and goes on after its most rounds', () => {
    const round = circle.until!.extraS / 2;
    expect(circle.until!.what).toBe('back');
    expect(waiting(cues, 0, circle.atS + 1)).toBe(circle.atS + 1);
    for (const late of [0, 1, round, 2 * round]) {
      expect(waiting(cues, 0, circle.endsAtS + late)).toBeCloseTo(circle.endsAtS, 0);
    }
    expect(waiting(cues, 0, circle.endsAtS + 2 * round + 3)).toBeCloseTo(circle.endsAtS + 3, 6);
  });

  test('a line ends at its end; what the hand has passed waits no more', () => {
    expect(line.until!.extraS).toBe(0);
    expect(waiting(cues, circle.endsAtS, walk.atS + 5)).toBe(walk.atS + 5);
  });

  test('stands in the JSON with its most rounds', () => {
    const parsed = parseLesson('E circle left 10 until back\nE circle left 10 until lost max 5');
    const { movements } = rideJson(compileRide(parsed.lesson), [], parsed.spans);
    expect(movements.flatMap((m) => ('until' in m ? [m.until] : []))).toEqual([
      { what: 'back', max: 3 },
      { what: 'lost', max: 5 },
    ]);
  });

  test('what is not one is said', () => {
    for (const wrong of [
      'E circle left 10 until',
      'E circle left 10 until soft',
      'E circle left 10 until back max 0',
    ]) {
      expect(parseLesson(wrong).faults.map((f) => f.code)).toEqual(['unexpected']);
    }
  });
});
