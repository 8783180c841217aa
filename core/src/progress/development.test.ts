import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { observationSchema, type Observation } from '../observations/observation.ts';
import { compared, developmentOf, sideDifference } from './development.ts';
import { biasOf, evidenceOf, MEASURES, pooled, summarised, type DayEvidence } from './evidence.ts';
import { packed, readingsOf, unpacked } from './readings.ts';
import { snapshotOf, standingsFrom } from './snapshot.ts';
import { standingsOf, type DatedMark } from './standing.ts';

const S = '0190a0b0-0000-7000-8000-0000000000aa';
let n = 0;
const id = () => `0190a0b0-0000-7000-8000-${String(++n).padStart(12, '0')}`;
const place = { rein: 'left', gait: 'trot' } as const;
const seen = (o: object): Observation =>
  observationSchema.parse({ id: id(), sessionId: S, at: '2026-05-01T10:00:00Z', ...o });

/** A bad one and a good one of each measure: the good one must say more. */
const PAIRS: Readonly<Record<string, readonly [object, object]>> = {
  mark: [
    { scale: 'rhythm', rein: 'left', value: 3 },
    { scale: 'rhythm', rein: 'left', value: 8 },
  ],
  tempo: [
    { ...place, tapsMs: [0, 1, 2, 3, 4], perMinute: 78, scatter: 0.09, driftPercent: 0 },
    { ...place, tapsMs: [0, 1, 2, 3, 4], perMinute: 78, scatter: 0.02, driftPercent: 0 },
  ],
  contact: [
    { ...place, left: 6, right: 4, when: 'during' },
    { ...place, left: 2, right: 2, when: 'during' },
  ],
  stretch: [
    { ...place, taken: 'no' },
    { ...place, taken: 'yes', form: 'reaching' },
  ],
  sign: [
    { ...place, sign: 'grinding' },
    { ...place, sign: 'snort' },
  ],
  head: [
    { ...place, position: 'behind' },
    { ...place, position: 'at' },
  ],
  aid: [
    { ...place, answer: 'reminder' },
    { ...place, answer: 'at once' },
  ],
  halt: [
    { rein: 'left', square: false, leg: 'LH', seconds: 1 },
    { rein: 'left', square: true, seconds: 4 },
  ],
  drift: [
    { ...place, part: 'haunches', side: 'right' },
    { ...place, part: 'shoulders', side: 'left' },
  ],
  depart: [
    { ...place, lead: 'left', right: false, prompt: false },
    { ...place, lead: 'left', right: true, prompt: true },
  ],
  change: [
    { to: 'left', quality: 'missed' },
    { to: 'left', quality: 'clean' },
  ],
  interval: [
    { ...place, of: 'collect', asked: 10, soft: 10, held: [2, 0] },
    { ...place, of: 'collect', asked: 10, soft: 10, held: [10, 9] },
  ],
  overtrack: [
    { rein: 'left', hooves: -2 },
    { rein: 'left', hooves: 2 },
  ],
};

describe('evidence', () => {
  test.each(MEASURES.map((m) => [m.kind, m] as const))(
    '%s says more when it is better, within 0 to 10, and is traced to what was seen',
    (kind, measure) => {
      const [bad, good] = PAIRS[kind]!.map((o) => seen({ kind, ...o }));
      const [low, high] = [bad!, good!].map((o) => evidenceOf([o]));
      expect(measure.says.length).toBeGreaterThan(10);
      for (const e of [...low!, ...high!]) {
        expect(e.rein).toBe('left');
        expect(e.value).toBeGreaterThanOrEqual(0);
        expect(e.value).toBeLessThanOrEqual(10);
        expect(e.variance).toBeGreaterThanOrEqual(0.75 ** 2);
      }
      expect(high![0]!.from).toBe(good!.id);
      if (kind !== 'drift') expect(high![0]!.value).toBeGreaterThan(low![0]!.value + 2);
    },
  );

  test('what was corrected or taken back says nothing', () => {
    const first = seen({ kind: 'aid', ...place, answer: 'reminder' });
    const better = seen({ kind: 'aid', ...place, answer: 'at once', corrects: first.id });
    expect(evidenceOf([first, better]).map((e) => e.from)).toEqual([better.id]);
    const back = seen({ kind: 'withdrawn', corrects: better.id });
    expect(evidenceOf([first, better, back])).toEqual([]);
  });

  test('a mark outweighs a crowd of readings, and more kinds of evidence are surer than one', () => {
    const mark = seen({ kind: 'mark', scale: 'impulsion', rein: 'left', value: 7 });
    const aids = Array.from({ length: 40 }, () => seen({ kind: 'aid', ...place, answer: 'late' }));
    const [one] = pooled(summarised([mark]));
    const [crowd] = pooled(summarised(aids));
    const [both] = pooled(summarised([mark, ...aids]));
    expect(crowd!.variance).toBeGreaterThan(0.3);
    expect(both!.variance).toBeLessThan(one!.variance);
    expect(both!.value).toBeGreaterThan(5);
    expect(both!.value).toBeLessThan(7);
  });

  test('measures are calibrated by the marks of the same session, the more pairs the more', () => {
    const day = (mark: number, aid: number): DayEvidence[] => [
      { scale: 'impulsion', rein: 'left', kind: 'mark', mean: mark, count: 1 },
      { scale: 'impulsion', rein: 'left', kind: 'aid', mean: aid, count: 3 },
    ];
    const few = biasOf([day(6, 7.5)]);
    const many = biasOf(Array.from({ length: 60 }, () => day(6, 7.5)));
    expect(few.aid!.mean).toBeCloseTo(1.5 / 7, 6);
    expect(many.aid!.mean).toBeCloseTo((1.5 * 60) / 66, 6);
    const [reading] = pooled([day(6, 7.5)[1]!], many);
    expect(reading!.value).toBeCloseTo(7.5 - many.aid!.mean, 6);
    expect(biasOf([[day(6, 7.5)[1]!]])).toEqual({});
  });
});

describe('the course of a scale', () => {
  const series = (values: readonly number[], everyDays = 4): DatedMark[] =>
    values.map((value, i) => ({
      scale: 'rhythm',
      rein: 'left',
      day: 1000 + i * everyDays,
      value,
      variance: 0.25,
    }));
  const wobble = (i: number) => [0.2, -0.3, 0.1, -0.1, 0.3, -0.2][i % 6]!;
  const verdict = (values: readonly number[]) =>
    developmentOf(series(values), 'rhythm', 'left', 1000 + (values.length - 1) * 4).verdict;
  const twenty = Array.from({ length: 20 }, (_, i) => i);

  test('says what the data carry, and no more', () => {
    expect(verdict([5, 6, 7])).toBe('not enough seen');
    expect(verdict(twenty.map((i) => 5 + 0.06 * i + wobble(i)))).toBe('improving');
    expect(verdict(twenty.map((i) => 7 - 0.06 * i + wobble(i)))).toBe('slipping');
    expect(verdict(twenty.map((i) => 6 + wobble(i)))).toBe('steady');
    expect(verdict(twenty.map((i) => (i < 12 ? 7 : 5) + wobble(i)))).toBe('set back');
    expect(verdict(twenty.map((i) => (i < 6 ? 7 : i < 13 ? 5 : 6.8) + wobble(i)))).toBe(
      'recovering',
    );
    // Ten wild marks say nothing either way.
    expect(verdict([2, 9, 4, 8, 3, 7, 9, 2, 6, 4])).toBe('not enough seen');
  });

  test('a set-back is dated to the session it began with', () => {
    const values = twenty.map((i) => (i < 12 ? 7 : 5) + wobble(i));
    const { turns } = developmentOf(series(values), 'rhythm', 'left', 1080);
    expect(turns).toHaveLength(1);
    expect(turns[0]!.day).toBe(1000 + 12 * 4);
    expect(turns[0]!.by).toBeCloseTo(-2, 0);
  });

  test('looks only at its window, and at what was known on the day', () => {
    const values = [
      ...Array(20).fill(2),
      ...[...twenty, 0, 1, 2].map((i) => 6 + wobble(i)),
    ] as number[];
    expect(verdict(values)).not.toBe('improving');
    const { sessions } = developmentOf(series(values), 'rhythm', 'left', 1000);
    expect(sessions).toBe(1);
  });

  test('a difference of the reins is said only when it is sure', () => {
    const rein = (side: 'left' | 'right', value: number, count: number): DatedMark[] =>
      Array.from({ length: count }, (_, i) => ({
        scale: 'straightness',
        rein: side,
        day: 1000 + i,
        value,
      }));
    const at = (l: number, r: number, count: number) =>
      sideDifference([...rein('left', l, count), ...rein('right', r, count)], 'straightness', 1010);
    expect(at(5, 7, 10)).toMatchObject({ weaker: 'left' });
    expect(at(7, 5, 10)).toMatchObject({ weaker: 'right' });
    expect(at(5.5, 6, 1)!.weaker).toBeNull();
    expect(sideDifference(rein('left', 5, 3), 'straightness', 1010)).toBeNull();
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 }), (l, r) => {
        const [one, other] = [at(l / 2, r / 2, 4)!, at(r / 2, l / 2, 4)!];
        expect(one.mean).toBeCloseTo(-other.mean, 9);
        expect(one.sd).toBeCloseTo(other.sd, 9);
      }),
      { numRuns: 50, seed: 64 },
    );
  });

  test('two periods are compared with their uncertainty', () => {
    const values = twenty.map((i) => (i < 10 ? 5 : 6) + wobble(i));
    const found = compared(series(values), [1000, 1036], [1040, 1076])!;
    expect(found.difference).toBeCloseTo(1, 0);
    // Ten readings of variance 0.25 on each side.
    expect(found.sd).toBeCloseTo(Math.sqrt(0.25 / 10 + 0.25 / 10), 6);
    expect(compared(series(values), [0, 10], [1040, 1076])).toBeNull();
  });
});

describe('what the book keeps ready', () => {
  const readings = fc
    .array(
      fc.record({
        gap: fc.integer({ min: 0, max: 20 }),
        value: fc.integer({ min: 0, max: 20 }).map((n) => n / 2),
        variance: fc.constantFrom(0.25, 0.5625, 2),
        scale: fc.constantFrom('rhythm' as const, 'contact' as const),
        rein: fc.constantFrom('left' as const, 'right' as const),
      }),
      { minLength: 1, maxLength: 60 },
    )
    .map((list) => {
      let day = 1000;
      return list.map(({ gap, ...rest }): DatedMark => ({ ...rest, day: (day += gap) }));
    });

  test('a snapshot says the same as all readings', () => {
    fc.assert(
      fc.property(readings, fc.integer({ min: 0, max: 60 }), (all, later) => {
        const today = all.at(-1)!.day + later;
        const [short, long] = [standingsFrom(snapshotOf(all), today), standingsOf(all, today)];
        for (const scale of ['rhythm', 'contact'] as const) {
          for (const rein of ['left', 'right'] as const) {
            const [a, b] = [short[scale][rein], long[scale][rein]];
            expect(a === null).toBe(b === null);
            if (!a || !b) continue;
            expect(a.mean).toBeCloseTo(b.mean, 9);
            expect(a.sd).toBeCloseTo(b.sd, 9);
            expect(a.monthAgo === null ? null : a.monthAgo.toFixed(6)).toBe(
              b.monthAgo === null ? null : b.monthAgo.toFixed(6),
            );
          }
        }
      }),
      { numRuns: 150, seed: 65 },
    );
  });

  test('evidence is packed and unpacked to the hundredth', () => {
    const evidence = summarised([
      seen({ kind: 'mark', scale: 'rhythm', rein: 'right', value: 6.5 }),
      seen({ kind: 'aid', ...place, answer: 'late' }),
    ]);
    expect(unpacked(packed(evidence))).toEqual(evidence);
  });

  test('old weeks become one reading each, young days stay, and the level hardly moves', () => {
    const days = Array.from({ length: 500 }, (_, i) => 1000 + 2 * i);
    const sessions = days.map((day, i) => ({
      day,
      evidence: summarised([
        seen({ kind: 'mark', scale: 'rhythm', rein: 'left', value: 5 + ((i * 7) % 5) / 2 }),
      ]),
    }));
    const { readings: thin } = readingsOf(sessions);
    const last = days.at(-1)!;
    expect(thin.filter((r) => r.day > last - 365)).toHaveLength(183);
    expect(thin.length).toBeLessThan(183 + 95);
    const whole = sessions.map(({ day, evidence }) => ({
      scale: 'rhythm' as const,
      rein: 'left' as const,
      day,
      value: evidence[0]!.mean,
    }));
    const at = (list: readonly DatedMark[]) => standingsOf(list, last).rhythm.left!;
    expect(at(thin).mean).toBeCloseTo(at(whole).mean, 2);
    expect(at(thin).sd).toBeCloseTo(at(whole).sd, 2);
  });
});
