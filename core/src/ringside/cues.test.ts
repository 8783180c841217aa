import { describe, expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { SHEETS } from '../testing/lessons.ts';
import { CALL_LEAD_S, cuesOf, momentAt } from './cues.ts';

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
    const moment = momentAt(ride, cues, next.callAtS - 10);
    expect(moment.now!.text).toBe('go large x2');
    expect(moment.next).toBe(next);
    expect(moment.secondsToCall).toBeCloseTo(10, 6);
    // Medium walk: 1.73 m/s in strides of 1.87 m, two steps each.
    expect(moment.countsToCall).toBeCloseTo((10 * 1.73 * 2) / 1.87, 6);
  });

  test('end with the lesson, and stand ready before it', () => {
    expect(momentAt(ride, cues, ride.totals.seconds)).toMatchObject({ next: null, over: true });
    expect(momentAt(ride, [], 0)).toMatchObject({ now: null, next: null });
  });
});
