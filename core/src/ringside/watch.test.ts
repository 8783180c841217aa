import { describe, expect, test } from '@jest/globals';
import { observationSchema, type Observation } from '../observations/observation.ts';
import { adviceWords } from './adviceWords.ts';
import { watch } from './watch.ts';

const S = '0190a0b0-0000-7000-8000-0000000000aa';
let n = 0;
const seen = (kind: string, o: object = {}): Observation =>
  observationSchema.parse({
    id: `0190a0b0-0000-7000-8000-${String(++n).padStart(12, '0')}`,
    sessionId: S,
    at: '2026-05-01T10:00:00Z',
    kind,
    ...o,
  });
const place = { rein: 'left', gait: 'trot' };
const tried = (result: 'good' | 'lost', held = 0, itemId = 'i1') =>
  seen('try', { ...place, itemId, text: 'C circle left 20', result, held });
const sign = (word: string) => seen('sign', { ...place, sign: word });
const head = (position: string) => seen('head', { ...place, position });
const aid = (answer: string) => seen('aid', { ...place, answer });
const codes = (observations: Observation[], collectedBoutS: number | null = 20) =>
  watch(observations, { collectedBoutS }).map((a) => a.code);

describe('the watch at the ringside', () => {
  test('is silent while it goes well', () => {
    expect(codes([])).toEqual([]);
    expect(codes([tried('good', 5), tried('lost', 2), tried('good', 6)])).toEqual([]);
    expect(codes([seen('contact', { ...place, left: 5, right: 3, when: 'during' })])).toEqual([]);
  });

  test('two lost tries in a row of one line say leave, of two lines do not', () => {
    expect(codes([tried('lost'), tried('lost')])).toEqual(['lost-twice']);
    expect(codes([tried('lost'), tried('good'), tried('lost')])).toEqual([]);
    expect(codes([tried('lost', 0, 'i1'), tried('lost', 0, 'i2')])).toEqual([]);
    // Said once: after something else it is silent again.
    expect(codes([tried('lost'), tried('lost'), sign('snort')])).toEqual([]);
  });

  test('strides that hold less and less say leave while it is good', () => {
    expect(codes([tried('good', 9), tried('good', 7), tried('good', 4)])).toEqual(['fading']);
    expect(codes([tried('good', 9), tried('good', 9), tried('good', 4)])).toEqual([]);
  });

  test('above five in either hand, and only above', () => {
    const hand = (left: number, right: number) =>
      codes([seen('contact', { ...place, left, right, when: 'during' })]);
    expect(hand(5.5, 2)).toEqual(['too-heavy']);
    expect(hand(2, 6)).toEqual(['too-heavy']);
    expect(hand(5, 5)).toEqual([]);
  });

  test('behind the vertical twice, but not while the answer to the leg is corrected', () => {
    expect(codes([head('behind')])).toEqual([]);
    expect(codes([head('behind'), head('behind')])).toEqual(['behind']);
    expect(codes([head('behind'), head('at'), head('behind')])).toEqual([]);
    expect(codes([aid('late'), head('behind'), head('behind')])).toEqual([]);
    expect(codes([aid('at once'), head('behind'), head('behind')])).toEqual(['behind']);
  });

  test('a bout longer than the horse’s limit', () => {
    const bout = (seconds: number) => [seen('bout', { ...place, seconds })];
    expect(codes(bout(20))).toEqual([]);
    expect(codes(bout(21))).toEqual(['bout-over']);
    expect(codes(bout(21), null)).toEqual([]);
  });

  test('tension in three tries in a row', () => {
    const tense = [tried('good'), sign('grinding')];
    expect(codes([...tense, ...tense])).toEqual([]);
    expect(codes([...tense, ...tense, ...tense])).toEqual(['tension']);
    expect(codes([...tense, tried('good'), sign('snort'), ...tense, ...tense])).toEqual([]);
  });

  test('uneven beats: a plain pace first, then the vet', () => {
    expect(codes([seen('uneven', { ...place, persists: false })])).toEqual(['beats-uneven']);
    expect(codes([seen('uneven', { ...place, persists: true })])).toEqual(['vet']);
  });

  test('whatever it says, it never asks for force', () => {
    const all = [
      watch([seen('uneven', { ...place, persists: true })], { collectedBoutS: 20 }),
      watch([seen('uneven', { ...place, persists: false })], { collectedBoutS: 20 }),
      watch([tried('lost'), tried('lost')], { collectedBoutS: 20 }),
      watch([seen('bout', { ...place, seconds: 40 })], { collectedBoutS: 20 }),
      watch([head('behind'), head('behind')], { collectedBoutS: 20 }),
    ].flat();
    expect(all).toHaveLength(5);
    for (const advice of all) {
      const { what, then } = adviceWords(advice);
      expect(`${what} ${then}`).not.toMatch(/whip|harder|force|punish|insist/i);
      expect(what.length).toBeLessThan(70);
    }
  });
});
