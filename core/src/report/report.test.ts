import { describe, expect, test } from '@jest/globals';
import { XMLParser } from 'fast-xml-parser';
import { CATALOGUE } from '../exercises/shelf.ts';
import { programmeSvg, reportSvg } from '../formats/reportSvg.ts';
import type { Observation } from '../observations/observation.ts';
import { horseSchema } from '../book/records.ts';
import { SCALES } from '../scales.ts';
import { dailyLoads, loadsOf } from '../programme/load.ts';
import { loadOfAll } from '../programme/days.ts';
import { dayOf, daysLater, weekFrom } from '../progress/days.ts';
import { periodSaid, reportOf } from './report.ts';

const [FROM, TO] = ['2026-06-01', '2026-06-28'] as const;
const horse = horseSchema.parse({
  id: '0190a0b0-0000-7000-8000-000000000001',
  revision: 1,
  name: 'Marram',
  kind: 'dun mare',
  bornYear: 2015,
  heightCm: 158,
  stage: 4,
  approach: 'steady-hand',
  hollowSide: 'left',
  theme: '',
  notes: '',
  riderIds: [],
  measured: [],
  limits: {},
});
/** Contact on the left rises, straightness on the right falls, the rest holds. */
const readings = SCALES.flatMap((scale) =>
  (['left', 'right'] as const).flatMap((rein) =>
    Array.from({ length: 20 }, (_, n) => {
      const change =
        scale === 'contact' && rein === 'left'
          ? 0.1
          : scale === 'straightness' && rein === 'right'
            ? -0.1
            : 0;
      return {
        scale,
        rein,
        day: dayOf(FROM) - 10 + 2 * n,
        value: 6.4 + change * (n - 5),
        variance: 0.1,
      };
    }),
  ),
);
const aTry = (date: string, text: string, held: number, result: 'good' | 'lost' = 'good') => ({
  date,
  seen: {
    id: 'x',
    sessionId: 'y',
    at: `${date}T15:00:00Z`,
    kind: 'try',
    itemId: 'i',
    text,
    rein: 'left',
    gait: 'trot',
    result,
    held,
  } as Observation,
});
const input = {
  horse,
  readings,
  sessions: [
    { date: '2026-06-24', minutes: 45, homework: 'Look up' },
    { date: '2026-06-10', minutes: 40, homework: '' },
    { date: '2026-05-10', minutes: 40, homework: '' },
  ],
  tries: [
    aTry('2026-06-10', 'C circle left 20', 12),
    aTry('2026-06-24', 'C circle left 20', 18),
    aTry('2026-06-24', 'K-H shoulder-in', 9),
    aTry('2026-06-24', 'A trot medium', 30, 'lost'),
    aTry('2026-05-10', 'B circle left 10', 40),
  ],
  done: [{ date: '2026-06-24', exercise: 'shoulder-in', rung: 1, good: 6, lost: 2 }],
  programme: null,
  levels: {},
  shelf: CATALOGUE,
  ahead: [],
  from: FROM,
  to: TO,
};

describe('a report', () => {
  test('says what was done, what has risen, what needs care, and what is next', () => {
    const report = reportOf(input);
    const said = report.words.join(' ');
    expect(said).toContain('Marram had 2 lessons, 1 h 25 min in the saddle.');
    expect(said).toContain('Most of all on shoulder-in: 6 of 8 tries were good.');
    expect(said).toMatch(/What has risen: contact on the left rein \(\d\.\d to \d\.\d\)\./);
    expect(said).toMatch(/What needs care: straightness on the right rein/);
    expect(report.next.join(' ')).toMatch(/Straightness on the right rein comes first/);
    expect(report.next.join(' ')).toContain('Homework: Look up');
    expect(report.load).toEqual({ lessons: 2, minutes: 85, aWeek: 21 });
    expect(periodSaid(report)).toBe('1 to 28 June');
  });

  test('names the good tries that held longest, each line once, in words', () => {
    const { best } = reportOf(input);
    expect(best.map((b) => b.held)).toEqual([18, 9]);
    expect(best[0]!.said).toContain('circle left, 20 metres');
  });

  test('of a time without a lesson says so', () => {
    const quiet = reportOf({ ...input, from: '2026-01-01', to: '2026-01-31' });
    expect(quiet.words).toEqual(['Marram had no lesson in this time.']);
    expect(quiet.best).toEqual([]);
  });
});

const week = (monday: string) => {
  const days = weekFrom(monday).map((date, d) => ({
    date,
    kind: d % 2 ? ('lesson' as const) : ('rest' as const),
    minutes: d % 2 ? 40 : 0,
  }));
  return { monday, theme: 'contact' as const, days, load: loadOfAll(days) };
};

test('both are pages of their own: well-formed, all of it inside the paper', () => {
  const report = reportSvg(
    reportOf({ ...input, horse: { ...horse, name: 'Marram & <Co>' } }),
    'Quillwater',
  );
  const weeks = Array.from({ length: 26 }, (_, w) => week(daysLater('2026-06-01', 7 * w)));
  const gates = [{ from: '2026-06-01', says: 'Contact at 6 on both reins' }];
  const sheet = programmeSvg({ horse: 'Marram', goal: 'Ready for stage 5.', weeks, gates });
  for (const page of [report, sheet]) {
    expect(() => new XMLParser({ ignoreAttributes: false }).parse(page, true)).not.toThrow();
    for (const [, y] of page.matchAll(/ y="([\d.]+)"/g)) expect(Number(y)).toBeLessThan(297);
  }
  expect(report).toContain('Marram &amp; &lt;Co&gt;');
});

test('load adds up minutes by effort, and only a jump is a caution', () => {
  const today = '2026-06-28';
  const plan = {
    begunOn: FROM,
    madeOn: FROM,
    weeks: [0, 7, 14, 21].map((d) => week(daysLater(FROM, d))),
    steps: [],
    levels: {},
  };
  const every = (days: readonly number[], minutes: number) =>
    days.map((d) => ({ date: daysLater(FROM, d), minutes }));
  const steady = every([1, 3, 5, 8, 10, 12, 15, 17, 19, 22, 24, 26], 40);
  const even = loadsOf({ done: [], plan }, steady, today);
  expect(even).toMatchObject({
    planned7: 600,
    planned28: 2400,
    done7: 600,
    done28: 2400,
    jump: null,
  });
  const more = loadsOf({ done: [], plan }, [...steady, ...every([21, 23, 25, 27], 40)], today);
  expect(more.jump).toBeCloseTo(1400 / (3200 / 4), 6);
  // What was entered for a day counts, unless the book has a lesson of that day.
  const done = [
    { date: daysLater(FROM, 27), kind: 'hack' as const, minutes: 40 },
    { date: daysLater(FROM, 26), kind: 'hack' as const, minutes: 40 },
  ];
  expect(loadsOf({ done, plan }, steady, today).done7).toBe(680);

  const span = { from: daysLater(today, -1), to: daysLater(today, 1), today };
  expect(dailyLoads({ done, plan }, steady, span).map((d) => [d.planned, d.done])).toEqual([
    [200, 200],
    [0, 80],
    [0, null],
  ]);
  const all = { from: FROM, to: today, today };
  const byDay = dailyLoads({ done, plan }, steady, all);
  expect(byDay.reduce((sum, d) => sum + d.planned, 0)).toBe(even.planned28);
});
