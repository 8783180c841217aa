import { daysLater, mondayOf, weekdayOf } from '../progress/days.ts';
import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import highsLoader from 'highs';
import { CATALOGUE } from '../exercises/shelf.ts';
import { inForce } from '../gaits/restriction.ts';
import { STAGE_NUMBERS } from '../gaits/stage.ts';
import { SCALES, type Scale } from '../scales.ts';
import { highsSolver, type HighsRuntime } from '../planner/highs.ts';
import type { Solve } from '../planner/integer.ts';
import { horseFileSchema, type HorseFile } from '../planner/request.ts';
import { DAYS, loadOfAll } from './days.ts';
import { readGate, type Gate } from './gate.ts';
import { chooseWeeks, GROWTH, LEAST_RUN, LIGHT, MOST_RUN } from './model.ts';
import { levelsNow, movedBetween } from './moved.ts';
import { planProgramme } from './programme.ts';
import type { Programme } from './types.ts';
import { programmeWishesSchema, type ProgrammeRequest } from './request.ts';
import { factSaid, movedSaid, unmetSaid } from './said.ts';
import { weekRules, type Shape } from './shapes.ts';
import { themesOf, type WeekTheme } from './themes.ts';
import { targetsOf } from './goal.ts';

/** The rules of the weeks, each worked out again from what was planned. */

let solve: Solve;
beforeAll(async () => {
  solve = highsSolver((await highsLoader()) as unknown as HighsRuntime);
});

const TODAY = '2026-06-17';
const wishes = (more: object) =>
  programmeWishesSchema.parse({ date: TODAY, goal: { kind: 'keep going' }, ...more });
const levels = (means: readonly number[], sd = 0.4) =>
  Object.fromEntries(
    SCALES.map((scale, i) => [
      scale,
      { left: { mean: means[i]!, sd }, right: { mean: means[i]! + 0.3, sd } },
    ]),
  );
const MARRAM = horseFileSchema.parse({
  name: 'Marram',
  stage: 3,
  levels: levels([6.8, 5.9, 5.2, 5, 4.6, 4]),
  equipment: ['poles'],
});

async function made(request: ProgrammeRequest): Promise<Programme> {
  const planned = await planProgramme(request, solve);
  if (!('programme' in planned)) throw new Error(planned.why);
  return planned.programme;
}

const anyRequest: fc.Arbitrary<ProgrammeRequest> = fc
  .record({
    stage: fc.constantFrom(...STAGE_NUMBERS),
    age: fc.option(fc.integer({ min: 3, max: 18 }), { nil: undefined }),
    fitness: fc.constantFrom('unfit' as const, 'usual' as const, 'fit' as const),
    means: fc.array(
      fc.integer({ min: 30, max: 85 }).map((n) => n / 10),
      { minLength: 6, maxLength: 6 },
    ),
    poles: fc.boolean(),
    ridden: fc.array(fc.constantFrom(0, 20, 45, 60), { minLength: 7, maxLength: 7 }),
    arena: fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }),
    lately: fc.option(
      fc.record({
        days: fc.integer({ min: 0, max: 6 }),
        minutes: fc.integer({ min: 15, max: 45 }),
      }),
      { nil: undefined },
    ),
    weeks: fc.integer({ min: 2, max: 16 }),
    dateIn: fc.option(fc.integer({ min: 8, max: 100 }), { nil: null }),
    day: fc.integer({ min: 0, max: 6 }),
    lame: fc.boolean(),
  })
  .map((a) => {
    const date = daysLater('2026-06-15', a.day);
    const goal =
      a.dateIn === null
        ? { kind: 'keep going' }
        : { kind: 'test', title: 'Summer sheet', percent: 65, date: daysLater(date, a.dateIn) };
    const vet = {
      what: { kind: 'no gait', gait: 'trot' },
      saidBy: 'the vet',
      from: date,
      until: daysLater(date, 9),
    };
    return {
      horse: horseFileSchema.parse({
        name: 'Marram',
        stage: a.stage,
        fitness: a.fitness,
        levels: levels(a.means),
        equipment: a.poles ? ['poles'] : [],
        ...(a.age !== undefined && { age: a.age }),
        ...(a.lame && { limits: { dated: [vet] } }),
      }),
      wishes: programmeWishesSchema.parse({
        date,
        goal,
        weeks: a.weeks,
        availability: { minutes: a.ridden, arena: a.arena },
        ...(a.lately && { lately: a.lately }),
      }),
    };
  });

function keepsItsRules({ horse, wishes: w }: ProgrammeRequest, { weeks, gap }: Programme) {
  expect(gap).toBeLessThanOrEqual(0.02);
  const rules = weekRules(horse);
  const days = weeks.flatMap((week) => week.days).filter((d) => d.date >= w.date);
  for (const [i, day] of days.entries()) {
    const weekday = weekdayOf(day.date);
    const kind = DAYS[day.kind];
    if (kind.hard && i > 0) expect(DAYS[days[i - 1]!.kind].hard).toBe(false);
    if (day.kind === 'goal') continue;
    if (kind.ridden) expect(day.minutes).toBeLessThanOrEqual(w.availability.minutes[weekday]!);
    if (kind.arena) expect(w.availability.arena[weekday]).toBe(true);
    if (inForce(horse.limits.dated, day.date).length > 0)
      expect(['hack', 'rest']).toContain(day.kind);
  }
  for (const [i, week] of weeks.entries()) {
    expect(week.load).toBeCloseTo(loadOfAll(week.days));
    if (week.monday < w.date) continue;
    const rests = week.days.filter((d) => d.kind === 'rest').length;
    expect(rests).toBeGreaterThanOrEqual(1);
    expect(rests >= 2 || week.days.some((d) => DAYS[d.kind].light)).toBe(true);
    expect(7 - rests - week.days.filter((d) => d.kind === 'goal').length).toBeLessThanOrEqual(
      rules.mostDays,
    );
    const before = weeks[i - 1];
    const around = loadOfAll(week.days.filter((d) => d.kind !== 'goal'));
    if (before && before.monday >= w.date)
      expect(around).toBeLessThanOrEqual(before.load * GROWTH + 1e-6);
  }
  const runs: { theme: Scale; weeks: number }[] = [];
  for (const { theme } of weeks) {
    if (runs.at(-1)?.theme === theme) runs.at(-1)!.weeks++;
    else runs.push({ theme, weeks: 1 });
  }
  const themes = themesOf(targetsOf(w.goal, horse, CATALOGUE), horse);
  for (const [i, run] of runs.entries()) {
    if (weeks.length > 1) expect(run.weeks).toBeGreaterThanOrEqual(LEAST_RUN);
    if (themes.length > 1) expect(run.weeks).toBeLessThanOrEqual(MOST_RUN);
    const lower = themes.slice(
      0,
      themes.findIndex((t) => t.scale === run.theme),
    );
    for (const { scale, there } of lower) {
      if (there < 0.5) expect(runs.slice(0, i).map((r) => r.theme)).toContain(scale);
    }
  }
}

describe('a programme', () => {
  test('keeps every rule, for any horse, rider and arena', async () => {
    await fc.assert(
      fc.asyncProperty(anyRequest, async (request) => {
        const programme = await made(request);
        keepsItsRules(request, programme);
        for (const fact of programme.weeks.flatMap((w) => w.facts))
          expect(factSaid(fact)).toMatch(/^[A-Z].*\.$/);
        for (const unmet of programme.unmet) expect(unmetSaid(unmet)).toMatch(/^[A-Z].*\.$/);
      }),
      { numRuns: 40, seed: 20260617 },
    );
  }, 120_000);

  test('is the same whenever it is asked for', async () => {
    const request = { horse: MARRAM, wishes: wishes({ weeks: 12 }) };
    expect(await made(request)).toEqual(await made(request));
  });

  test('has its last week light, the eve quiet and the day itself in it', async () => {
    const goal = { kind: 'test', title: 'Summer sheet', percent: 64, date: '2026-08-15' };
    const { weeks } = await made({ horse: MARRAM, wishes: wishes({ goal }) });
    const [before, last] = weeks.slice(-2);
    expect(last!.days.find((d) => d.date === '2026-08-15')!.kind).toBe('goal');
    expect(DAYS[last!.days.find((d) => d.date === '2026-08-14')!.kind].hard).toBe(false);
    const around = loadOfAll(last!.days.filter((d) => d.kind !== 'goal'));
    expect(around).toBeLessThanOrEqual(before!.load * LIGHT + 1e-6);
  });

  test('what is fixed by hand stays, and the rest is planned around it', async () => {
    const monday = '2026-07-06';
    const days = [{ date: '2026-07-07', kind: 'rest' as const }];
    const themes = [{ monday, theme: 'straightness' as const }];
    const { weeks } = await made({ horse: MARRAM, wishes: wishes({ days, themes, weeks: 8 }) });
    const week = weeks.find((w) => w.monday === monday)!;
    expect(week.theme).toBe('straightness');
    expect(week.days[1]!.kind).toBe('rest');
  });

  test('lessons fall on the days that have one in the timetable', async () => {
    const lessons = Array.from({ length: 8 }, (_, w) => daysLater('2026-06-15', 7 * w)).flatMap(
      (monday) => [daysLater(monday, 2), daysLater(monday, 6)],
    );
    const { weeks } = await made({ horse: MARRAM, wishes: wishes({ lessons, weeks: 8 }) });
    for (const { days } of weeks.slice(1)) {
      expect([days[2]!.kind, days[6]!.kind]).toEqual(['lesson', 'lesson']);
    }
  });

  test('two days that cannot both be kept are said, with a way out', async () => {
    const days = ['2026-07-05', '2026-07-06'].map((date) => ({ date, kind: 'lesson' as const }));
    const planned = await planProgramme({ horse: MARRAM, wishes: wishes({ days }) }, solve);
    expect(planned).toMatchObject({ why: expect.stringContaining('cannot all be kept') });
    expect('waysOut' in planned && planned.waysOut).toContain('Release the days you fixed.');
  });

  test('says what is out of reach, and what could be had instead', async () => {
    const goal = { kind: 'level', scale: 'contact', least: 8, date: '2026-08-01' };
    const { unmet } = await made({ horse: MARRAM, wishes: wishes({ goal }) });
    const said = unmet.map(unmetSaid).join(' ');
    expect(said).toMatch(
      /Contact at 8 on both reins is unlikely, under 5 %: 5\.\d is as likely as not/,
    );
    const nothing = horseFileSchema.parse({ name: 'Marram', stage: 3 });
    const unknown = await made({ horse: nothing, wishes: wishes({ goal }) });
    expect(unknown.unmet.map((u) => u.code)).toContain('cannot know');
  });
});

/** A week as it matters to its neighbours. */
const shape = (load: number, worth: number, more: Partial<Shape> = {}): Shape => ({
  kinds: ['rest', 'lesson', 'rest', 'lesson', 'rest', 'hack', 'rest'],
  minutes: [0, 30, 0, 30, 0, 30, 0],
  load,
  worth,
  hardFirst: false,
  hardLast: false,
  ...more,
});

test('small programmes are as good as the best of all there are', async () => {
  const anyShape = fc.record({
    load: fc.integer({ min: 5, max: 12 }),
    worth: fc.integer({ min: 1, max: 20 }),
    first: fc.boolean(),
    last: fc.boolean(),
  });
  const themes: WeekTheme[] = (['rhythm', 'contact'] as const).map((scale, i) => ({
    scale,
    least: 6,
    weight: 1,
    rein: 'left',
    mean: 5,
    sd: 1,
    there: 0.9,
    weekWorth: (k) => (i === 0 ? 0.8 : 0.7) * 0.6 ** k,
  }));
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.array(anyShape, { minLength: 2, maxLength: 3 }), { minLength: 4, maxLength: 4 }),
      async (all) => {
        const weeks = all.map((shapes) => ({
          // One that always fits, so that there is an answer.
          shapes: [
            shape(1, 0),
            ...shapes.map((s) => shape(s.load, s.worth, { hardFirst: s.first, hardLast: s.last })),
          ],
          theme: null,
          not: null,
          was: null,
          underWay: false,
        }));
        const input = {
          themes,
          weeks,
          loadBefore: 8,
          firstShare: 1,
          had: new Map(),
          run: null,
          hardBefore: false,
          lightLast: false,
        };
        const answer = (await chooseWeeks(input, solve, { gap: 0, seconds: 20, seed: 1 }))!;
        let best = -Infinity;
        const visit = (chosen: Shape[], runs: Scale[]): void => {
          const w = chosen.length;
          if (w === weeks.length) {
            best = Math.max(best, worthOf(chosen, runs));
            return;
          }
          const before = chosen.at(-1);
          for (const s of weeks[w]!.shapes) {
            if (s.load > GROWTH * (before?.load ?? 8) + 1e-9 || (before?.hardLast && s.hardFirst))
              continue;
            for (const { scale } of themes) visit([...chosen, s], [...runs, scale]);
          }
        };
        const worthOf = (chosen: readonly Shape[], runs: readonly Scale[]): number => {
          const lengths = runs
            .join(' ')
            .match(/(\w+)( \1)*/g)!
            .map((run) => run.split(' ').length);
          if (lengths.some((n) => n < LEAST_RUN)) return -Infinity;
          const weeksOf = (scale: Scale) => runs.filter((r) => r === scale).length;
          const themed = themes.reduce(
            (sum, t) =>
              sum +
              Array.from({ length: weeksOf(t.scale) }, (_, k) => 12 * t.weekWorth(k)).reduce(
                (a, b) => a + b,
                0,
              ),
            0,
          );
          return chosen.reduce((sum, s) => sum + s.worth, themed) - 1.5 * lengths.length;
        };
        visit([], []);
        expect(answer.objective).toBeCloseTo(best, 6);
        expect(worthOf(answer.shapes, answer.themes)).toBeCloseTo(best, 6);
      },
    ),
    { numRuns: 25, seed: 7 },
  );
}, 60_000);

describe('a gate', () => {
  const gate: Gate = {
    scale: 'straightness',
    least: 6,
    show: { exercise: 'shoulder-in', rung: 1 },
  };
  const tried = (left: string, right: string, mean: number): HorseFile =>
    horseFileSchema.parse({
      name: 'Marram',
      stage: 5,
      levels: levels([7, 7, 7, 7, mean, 5]),
      done: [
        {
          date: '2026-06-10',
          exercise: 'shoulder-in',
          rung: 1,
          good: [...left, ...right].filter((c) => c === 'g').length,
          lost: [...left, ...right].filter((c) => c === 'l').length,
          tries: [
            ...[...left].map((c) => ({ rein: 'left', good: c === 'g' })),
            ...[...right].map((c) => ({ rein: 'right', good: c === 'g' })),
          ],
        },
      ],
    });

  test.each([
    ['open', 'lggg', 'gglg', 6.1],
    ['open', 'llllggg', 'ggg', 6],
    ['nearly', 'lggg', 'llgg', 6.2],
    ['nearly', 'gggg', 'gggg', 5.7],
    ['not yet', 'gggg', 'llll', 6.5],
    ['not yet', 'gggg', 'gggg', 5],
    ['not yet', 'gggl', 'gg', 4],
  ])('is %s with %s on the left, %s on the right, the level at %d', (state, left, right, mean) => {
    expect(readGate(gate, tried(left, right, mean)).state).toBe(state);
  });
});

describe('as the weeks go by', () => {
  const start = { horse: MARRAM, wishes: wishes({ date: '2026-06-15', weeks: 10 }) };
  const goOn = (first: Programme, date: string, horse: HorseFile): ProgrammeRequest => {
    const [step, ...later] = first.steps.map(({ reading: _, ...kept }) => kept);
    const before = first.weeks.filter((w) => w.monday <= date).map(({ facts: _, ...week }) => week);
    return {
      horse,
      wishes: wishes({
        date,
        weeks: 8,
        before,
        kept: first.weeks.map(({ facts: _, ...week }) => week),
        step: step!,
        steps: later,
      }),
    };
  };
  const moves = (was: Programme, is: Programme, request: ProgrammeRequest) =>
    movedBetween({ weeks: was.weeks, levels: levelsNow(MARRAM) }, is, request).map(movedSaid);

  test('an open gate moves on at once, and it is said', async () => {
    const first = await made(start);
    const { gate } = first.steps[0]!;
    const better = {
      ...MARRAM,
      levels: levels([6.8, 6.6, 5.2, 5, 4.6, 4]),
      done: [
        {
          date: '2026-06-16',
          exercise: gate.show!.exercise,
          rung: gate.show!.rung,
          good: 8,
          lost: 0,
          tries: (['left', 'right'] as const).flatMap((rein) =>
            Array.from({ length: 4 }, () => ({ rein, good: true })),
          ),
        },
      ],
    };
    const request = goOn(first, '2026-06-19', horseFileSchema.parse(better));
    const next = await made(request);
    expect(first.weeks[1]!.theme).toBe(first.steps[0]!.theme);
    expect(next.weeks[1]!.theme).not.toBe(first.steps[0]!.theme);
    expect(moves(first, next, request).join(' ')).toMatch(/the gate for suppleness is open/);
    // What was to come afterwards comes sooner, with the gates it was planned with.
    expect(next.steps[1]!.theme).toBe(first.steps[1]!.theme);
    expect(next.steps[1]!.gate).toEqual(first.steps[1]!.gate);
    expect(next.steps[1]!.from < first.steps[1]!.from).toBe(true);
  });

  test('a gate that is due and shut stretches the theme, and it is said', async () => {
    const first = await made(start);
    const { weeks, theme } = first.steps[0]!;
    const last = first.weeks[weeks - 1]!.monday;
    const request = goOn(first, daysLater(last, 5), MARRAM);
    const next = await made(request);
    expect(next.weeks[1]!.theme).toBe(theme);
    expect(next.weeks[1]!.facts.map((f) => f.code)).toContain('stretched');
    expect(moves(first, next, request).join(' ')).toMatch(/is not open yet/);
  });

  test('nothing new moves nothing', async () => {
    const first = await made(start);
    const request = goOn(first, '2026-06-15', MARRAM);
    const same = { ...request, wishes: { ...request.wishes, weeks: 10 } };
    expect(moves(first, await made(same), same)).toEqual([]);
  });

  test('what was lost asks an easier step', async () => {
    const first = await made(start);
    const { show } = first.steps[0]!.gate;
    const lost = { date: '2026-06-20', ...show!, good: 0, lost: 4 };
    const horse = horseFileSchema.parse({ ...MARRAM, done: [lost] });
    const request = goOn(first, '2026-06-22', horse);
    const next = await made(request);
    expect(next.steps[0]!.gate.show).not.toEqual(show);
    expect(moves(first, next, request).join(' ')).toMatch(
      /The gate for suppleness asks for “.*” instead of “.*”: it was lost in the last lesson/,
    );
    // Worked out again without another try, it is not easier still.
    const again = goOn(next, '2026-06-23', horse);
    expect(moves(next, await made(again), again).join(' ')).not.toContain('asks for');
  });
});

test('a week begins on its Monday', () => {
  expect(mondayOf('2026-06-17')).toBe('2026-06-15');
  expect(mondayOf('2026-06-15')).toBe('2026-06-15');
  expect(mondayOf('2026-06-21')).toBe('2026-06-15');
});
