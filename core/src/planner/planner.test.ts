import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import highsLoader from 'highs';
import { EXERCISES, findExercise } from '../exercises/catalogue.ts';
import { CATALOGUE } from '../exercises/shelf.ts';
import type { Restriction } from '../gaits/restriction.ts';
import { STAGE_NUMBERS } from '../gaits/stage.ts';
import { APPROACHES } from '../lesson/terms.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { SCALES } from '../scales.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide } from '../ride/compile.ts';
import { candidatesOf, type Candidate } from './candidates.ts';
import { highsSolver, type HighsRuntime } from './highs.ts';
import { doneIn } from './history.ts';
import { keeps, type IntegerProgramme, type Solve } from './integer.ts';
import { keptIn } from './kept.ts';
import { setsIn } from './marks.ts';
import {
  place,
  type Ground,
  type Placeable,
  type Placing,
  type Spot,
  type WayEnd,
} from './placement.ts';
import { NoLesson } from './noLesson.ts';
import { planLesson, waysOut, type Plan } from './plan.ts';
import { readinessOf } from './readiness.ts';
import {
  horseFileSchema,
  profileOfFile,
  wishesSchema,
  type Done,
  type PlanRequest,
} from './request.ts';
import { programmeOf, select } from './selection.ts';
import { frameOf } from './timing.ts';
import { isRelated, nearnessOf } from './thread.ts';
import { tomorrowOf } from './tomorrow.ts';
import { trackOf } from './track.ts';

let solve: Solve;
/** The same with next to no core, so that its last step has work to do. */
let solveCoreless: Solve;
beforeAll(async () => {
  const highs = (await highsLoader()) as unknown as HighsRuntime;
  solve = highsSolver(highs);
  solveCoreless = highsSolver(highs, 1);
});

const level = (mean: number, sd = 0.5) => ({
  left: { mean, sd },
  right: { mean, sd },
});
/** A horse with the same level on every scale, or one that grows less from scale to scale. */
const levels = (mean: number, falls = 0) =>
  Object.fromEntries(SCALES.map((s, i) => [s, level(mean - falls * i)]));
const request = (horse: object, wishes: object = {}): PlanRequest => ({
  horse: horseFileSchema.parse({ name: 'Bramble', stage: 4, ...horse }),
  wishes: wishesSchema.parse({
    minutes: 45,
    arena: { widthM: 20, lengthM: 60 },
    date: '2026-06-15',
    ...wishes,
  }),
});
const plan = (horse: object, wishes: object = {}) => planLesson(request(horse, wishes), solve);
/** What a vet may say of the weeks around the day of the plans. */
const saidByTheVet = (what: Restriction['what']): Restriction => ({
  what,
  saidBy: 'the vet',
  from: '2026-06-01',
  until: '2026-06-30',
});
const ids = (p: Plan) => p.sets.map((s) => s.exercise);

/** Every 0/1 answer tried out. Source: exhaustive search. */
function bruteForce({ objective, constraints }: IntegerProgramme): number {
  const names = [
    ...new Set([...objective, ...constraints.flatMap((c) => c.terms)].map(([v]) => v)),
  ];
  let best = -Infinity;
  for (let mask = 0; mask < 1 << names.length; mask++) {
    const chosen = new Set(names.filter((_, i) => mask & (1 << i)));
    if (!keeps({ objective, constraints }, chosen)) continue;
    best = Math.max(
      best,
      objective.reduce((s, [v, f]) => s + (chosen.has(v) ? f : 0), 0),
    );
  }
  return best;
}

/** The best of all lessons from some candidates, each with 0 … 3 steps of minutes on either rein. */
function bestLesson(few: readonly Candidate[], programme: IntegerProgramme): number {
  const steps = (c: Candidate, rein: string, n: number) =>
    Array.from({ length: n - 1 }, (_, i) => `${c.id}_${rein}_${i + 2}`);
  const ways = (c: Candidate): string[][] => [
    [],
    ...[1, 2, 3].flatMap((l) =>
      [1, 2, 3].map((r) => [c.id, ...steps(c, 'left', l), ...steps(c, 'right', r)]),
    ),
  ];
  const worth = new Map(programme.objective);
  // A variable that costs something stands for one rule that is broken.
  const broken = (lesson: ReadonlySet<string>) =>
    programme.constraints.flatMap(({ terms, limit, sense }) => {
      const soft = terms.filter(([v]) => (worth.get(v) ?? 0) < 0);
      const [, step = 1] = soft[0] ?? [];
      const sum = terms.reduce((s, [v, f]) => s + (lesson.has(v) ? f : 0), 0);
      const missing = sense === '<=' ? sum - limit : limit - sum;
      // As many as make up for what is missing, each for one step.
      return soft.slice(0, Math.max(0, Math.ceil(missing / Math.abs(step) - 1e-9))).map(([v]) => v);
    });
  const lessons = few.reduce<string[][]>(
    (sofar, c) => sofar.flatMap((lesson) => ways(c).map((way) => [...lesson, ...way])),
    [[]],
  );
  return lessons.reduce((best, lesson) => {
    const chosen = new Set([...lesson, ...broken(new Set(lesson))]);
    if (!keeps(programme, chosen)) return best;
    return Math.max(
      best,
      [...chosen].reduce((sum, v) => sum + (worth.get(v) ?? 0), 0),
    );
  }, -Infinity);
}

const EXACT = { gap: 0, seconds: 20, seed: 1 };

describe('the choice', () => {
  // Source: exhaustive search.
  test('is as good as trying everything, on random small programmes', async () => {
    const number = fc.integer({ min: -9, max: 9 });
    const names = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
    const row = fc.record({
      name: fc.constant('row'),
      terms: fc
        .array(number, { minLength: 7, maxLength: 7 })
        .map((fs) => fs.map((f, i) => [names[i]!, f] as const).filter(([, f]) => f !== 0)),
      sense: fc.constantFrom('<=' as const, '>=' as const),
      limit: number,
    });
    await fc.assert(
      fc.asyncProperty(
        fc.array(number, { minLength: 7, maxLength: 7 }),
        fc.array(row, { maxLength: 5 }),
        async (worth, constraints) => {
          const programme = {
            objective: worth.map((f, i) => [names[i]!, f] as const),
            constraints,
          };
          const best = bruteForce(programme);
          for (const by of [solve, solveCoreless]) {
            const answer = await by(programme, EXACT);
            if (best === -Infinity) expect(answer.status).toBe('infeasible');
            else {
              expect(keeps(programme, answer.chosen)).toBe(true);
              expect(answer.objective).toBeCloseTo(best, 6);
              expect(answer.bound).toBeGreaterThanOrEqual(best - 1e-6);
            }
          }
        },
      ),
      { numRuns: 60, seed: 91 },
    );
  });

  // Source: exhaustive search over the minutes of each exercise on each rein.
  test('is as good as trying every small lesson', async () => {
    const asked = (hollowSide: 'left' | 'right' | null, minutes: number, mustHave: string[]) =>
      request({ stage: 6, hollowSide, levels: levels(6, 0.8) }, { minutes, mustHave });
    const all = candidatesOf(asked(null, 30, [])).candidates;
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(fc.nat(all.length - 1), { minLength: 1, maxLength: 4 }),
        fc.constantFrom('left', 'right', null),
        fc.integer({ min: 18, max: 45 }),
        fc.boolean(),
        async (picked, hollow, minutes, pins) => {
          const few = picked.map((i) => all[i]!);
          const wish = asked(hollow, minutes, pins ? few.map((c) => c.exercise.id) : []);
          const programme = programmeOf(few, wish, frameOf(wish));
          const best = bestLesson(few, programme);
          for (const by of [solve, solveCoreless]) {
            expect((await by(programme, EXACT)).objective).toBeCloseTo(best, 5);
            const near = await by(programme, { ...EXACT, gap: 0.05 });
            // The gap is a share of what was found.
            const share = 0.05 * Math.abs(near.objective);
            expect(near.objective).toBeGreaterThanOrEqual(best - share - 1e-6);
            expect(near.bound).toBeGreaterThanOrEqual(best - 1e-6);
          }
        },
      ),
      { numRuns: 25, seed: 92 },
    );
  }, 60_000);

  test('keeps every rule of the model, and says how far it may be from the best', async () => {
    const asked = request({ stage: 6, hollowSide: 'right', levels: levels(7, 0.2) });
    const { candidates } = candidatesOf(asked);
    const chosen = await select(candidates, asked, frameOf(asked), solve, { ...EXACT, gap: 0.01 });
    expect(chosen.gap).toBeLessThanOrEqual(0.01 + 1e-9);
    const minutes = (rein: 'left' | 'right') =>
      chosen.chosen.reduce((sum, c) => sum + c.minutes[rein], 0);
    expect(minutes('right')).toBeGreaterThanOrEqual(minutes('left'));
    expect(minutes('left') * 3).toBeGreaterThanOrEqual(minutes('left') + minutes('right'));
    const status = chosen.chosen.map((c) => c.candidate.readiness.status);
    expect(status).toContain('confirmed');
    expect(status).toContain('improving');
    expect(status.filter((s) => s === 'new').length).toBeLessThanOrEqual(1);
  });
});

describe('the placement', () => {
  const arena = { widthM: 20, lengthM: 60, insetM: 0 };
  const track = trackOf(arena);
  const spot = (rein: 'left' | 'right', at: string, to: string): Spot => ({
    rein,
    at,
    entry: track.letter(at),
    exit: track.letter(to),
    text: `${at} to ${to}`,
  });
  const changes = [spot('left', 'H', 'F'), spot('left', 'F', 'H'), spot('right', 'M', 'K')];
  const ground: Ground = { track, reinChanges: changes, taste: () => 0 };
  const letters = ['A', 'F', 'B', 'M', 'C', 'H', 'E', 'K'];
  const anySpot = fc.record({
    rein: fc.constantFrom('left' as const, 'right' as const),
    at: fc.constantFrom(...letters),
    to: fc.constantFrom(...letters),
  });
  const set = fc
    .record({
      spots: fc.array(anySpot, { minLength: 1, maxLength: 2 }),
      rounds: fc.record({ left: fc.constantFrom(1, 2), right: fc.constantFrom(1) }),
    })
    .map(({ spots, rounds }) => ({
      rounds,
      spots: [
        ...spots.map((s) => spot(s.rein, s.at, s.to)),
        spot('left', 'B', 'B'),
        spot('right', 'E', 'E'),
      ],
    }));

  /** Every order, first rein and spot tried out. Source: exhaustive search. */
  function everyWay(sets: readonly Placeable[], from: WayEnd): number {
    if (sets.length === 0) return 0;
    let best = Infinity;
    for (const s of sets) {
      if (s.after.some((id) => sets.some((o) => o.id === id))) continue;
      const rest = sets.filter((o) => o !== s);
      for (const first of ['left', 'right'] as const) {
        const second = first === 'left' ? 'right' : 'left';
        const reins = [
          ...Array(s.rounds[first]).fill(first),
          ...Array(s.rounds[second]).fill(second),
        ];
        const walk = (i: number, at: WayEnd, cost: number): void => {
          if (i === reins.length) {
            best = Math.min(best, cost + everyWay(rest, at));
            return;
          }
          for (const next of s.spots.filter((x) => x.rein === reins[i])) {
            const way =
              at.rein === next.rein
                ? track.wayM(at.rein, at.place, next.entry)
                : Math.min(
                    ...changes
                      .filter((c) => c.rein === at.rein)
                      .map(
                        (c) =>
                          track.wayM(at.rein, at.place, c.entry) +
                          track.wayM(next.rein, c.exit, next.entry),
                      ),
                  );
            const worn = at.at === next.at ? 45 : 0;
            walk(i + 1, { rein: next.rein, place: next.exit, at: next.at }, cost + way + worn);
          }
        };
        walk(0, from, 0);
      }
    }
    return best;
  }

  test('is as short as the best of all orders, reins and letters', () => {
    fc.assert(
      fc.property(fc.array(set, { minLength: 1, maxLength: 3 }), fc.boolean(), (found, chained) => {
        const sets = found.map((s, i): Placeable => ({
          ...s,
          id: `s${i}`,
          after: chained && i > 0 ? [`s${i - 1}`] : [],
        }));
        const from: WayEnd = { rein: 'left', place: track.letter('A'), at: 'A' };
        const placed: Placing = place(sets, from, ground);
        expect(placed.cost).toBeCloseTo(everyWay(sets, from), 6);
        const ridden = placed.steps.filter((s) => s.set !== null);
        for (const s of sets) {
          expect(ridden.filter((r) => r.set === s.id)).toHaveLength(s.rounds.left + s.rounds.right);
        }
      }),
      { numRuns: 60, seed: 93 },
    );
  });

  test('sets that wait for one another are our mistake', () => {
    const base = {
      rounds: { left: 1, right: 1 },
      spots: [spot('left', 'B', 'B'), spot('right', 'E', 'E')],
    };
    const ring = [
      { ...base, id: 'a', after: ['b'] },
      { ...base, id: 'b', after: ['a'] },
    ];
    expect(() => place(ring, { rein: 'left', place: 0, at: 'A' }, ground)).toThrow(
      'wait for one another',
    );
  });
});

describe('readiness', () => {
  const of = (horse: object, id: string, rung = 0) =>
    readinessOf(request(horse).horse, findExercise(id)!, rung);

  test('a harder rung is never surer than an easier one, a better horse never less ready', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...EXERCISES),
        fc.constantFrom(...STAGE_NUMBERS),
        fc.integer({ min: 20, max: 90 }),
        (e, stage, tenths) => {
          const at = (mean: number, rung: number) =>
            of({ stage, equipment: ['poles', 'barrel'], levels: levels(mean / 10) }, e.id, rung);
          e.rungs.forEach((_, i) => {
            const now = at(tenths, i);
            if (i > 0)
              expect(now.probability).toBeLessThanOrEqual(at(tenths, i - 1).probability + 1e-9);
            expect(at(tenths + 8, i).probability).toBeGreaterThanOrEqual(now.probability - 1e-9);
            expect(now.because.endsWith('.')).toBe(true);
            expect(now.status === 'confirmed' || now.wouldChange.length > 0).toBe(true);
          });
        },
      ),
      { numRuns: 150, seed: 94 },
    );
  });

  test('stage, age, equipment and rider shut the door, and say so', () => {
    expect(of({ stage: 3 }, 'shoulder-in')).toMatchObject({ status: 'not yet', probability: 0 });
    expect(of({ stage: 3 }, 'shoulder-in').because).toContain('stage 4');
    expect(of({ levels: levels(8) }, 'trot-poles').because).toContain('needs poles');
    expect(of({ stage: 4, age: 3, levels: levels(9) }, 'ten-ten-trot').because).toContain(
      'collected',
    );
    expect(of({ stage: 6, riderStage: 3, levels: levels(9) }, 'travers').because).toContain(
      'rider',
    );
  });

  test('good tries of late confirm a rung that the marks alone would not', () => {
    const done = [{ date: '2026-06-10', exercise: 'shoulder-fore', rung: 0, good: 4, lost: 1 }];
    const marks = { levels: levels(5.2) };
    expect(of(marks, 'shoulder-fore').status).not.toBe('confirmed');
    expect(of({ ...marks, done }, 'shoulder-fore').status).toBe('confirmed');
    const lost = [{ ...done[0], good: 1, lost: 6 }];
    expect(of({ ...marks, done: lost }, 'shoulder-fore').status).not.toBe('confirmed');
  });
});

describe('a plan', () => {
  const anyLevel = fc.option(
    fc.record({
      mean: fc.integer({ min: 20, max: 90 }).map((n) => n / 10),
      sd: fc.constantFrom(0.3, 1),
    }),
    { freq: 8 },
  );
  const anyHorse = fc.record({
    stage: fc.constantFrom(...STAGE_NUMBERS),
    heightCm: fc.integer({ min: 125, max: 178 }),
    age: fc.option(fc.integer({ min: 3, max: 18 }), { nil: undefined }),
    hollowSide: fc.constantFrom('left' as const, 'right' as const, null),
    fitness: fc.constantFrom('unfit' as const, 'usual' as const, 'fit' as const),
    approach: fc.option(fc.constantFrom(...APPROACHES), { nil: undefined }),
    equipment: fc.constantFrom([], ['poles' as const]),
    levels: fc.record(
      Object.fromEntries(SCALES.map((s) => [s, fc.record({ left: anyLevel, right: anyLevel })])),
    ),
  });
  const anyWish = fc.record({
    minutes: fc.integer({ min: 15, max: 60 }),
    arena: fc.constantFrom({ widthM: 20, lengthM: 60 }, { widthM: 20, lengthM: 40 }),
    hot: fc.boolean(),
    mood: fc.constantFrom('as usual' as const, 'fresh' as const, 'tired' as const),
  });

  test('is always a lesson without an error or a warning', async () => {
    await fc.assert(
      fc.asyncProperty(anyHorse, anyWish, async (horse, wishes) => {
        const asked = request(horse, wishes);
        const { lesson, sets, gap } = await planLesson(asked, solve);
        const parsed = parseLesson(lesson);
        expect(printLesson(parsed.lesson)).toBe(lesson);
        const ride = compileRide(parsed.lesson, profileOfFile(asked.horse));
        const loud = reviewLesson(parsed.lesson, ride, parsed).filter((f) => f.level !== 'hint');
        expect([lesson, loud.map((f) => f.code)]).toEqual([lesson, []]);
        expect(sets.length).toBeGreaterThan(0);
        expect(gap).toBeLessThanOrEqual(0.01);
        const marked = new Set([...setsIn(parsed.lesson).values()].map((m) => m.exercise));
        expect([...marked].sort()).toEqual(sets.map((s) => s.exercise).sort());
        for (const s of sets) {
          expect(s.why.length).toBeGreaterThan(20);
          expect(s.alternatives.length).toBeLessThanOrEqual(2);
          for (const a of s.alternatives) expect(a.costs).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: 25, seed: 95 },
    );
  }, 240_000);

  test('the same input gives the same plan', async () => {
    const horse = { levels: levels(6, 0.3), hollowSide: 'left' };
    expect(await plan(horse)).toEqual(await plan(horse));
  });

  test('a horse that was set back goes to lower rungs', async () => {
    const rungsOf = (mean: number) => {
      const { horse } = request({ stage: 5, levels: levels(mean, 0.1) });
      return EXERCISES.map((e) => {
        const ready = e.rungs.map((_, i) => readinessOf(horse, e, i));
        return ready.findLastIndex((r) => r.status === 'confirmed');
      });
    };
    const [well, back] = [rungsOf(7.5), rungsOf(6)];
    expect(back.every((r, i) => r <= well[i]!)).toBe(true);
    expect(back.some((r, i) => r < well[i]!)).toBe(true);
    const hardest = (p: Plan) => Math.max(...p.sets.map((s) => findExercise(s.exercise)!.load));
    const [a, b] = [
      await plan({ stage: 5, levels: levels(7.5, 0.1) }),
      await plan({ stage: 5, levels: levels(4.6, 0.1) }),
    ];
    expect(hardest(b)).toBeLessThanOrEqual(hardest(a));
  });

  test('a three-year-old gets no collected work and a short time', async () => {
    const p = await plan({ stage: 3, age: 3, levels: levels(7) }, { minutes: 60 });
    expect(p.sets.every((s) => findExercise(s.exercise)!.collectedS === 0)).toBe(true);
    const { lesson } = parseLesson(p.lesson);
    const minutes = lesson.items.reduce(
      (m, i) => m + (i.kind === 'phase' ? (i.minutes ?? 0) : 0),
      0,
    );
    expect(minutes).toBeLessThanOrEqual(30);
    expect(p.notes.join()).toContain('30 are enough');
  });

  test('a stiff left side gets more left, the right never less than a third', async () => {
    const uneven = Object.fromEntries(
      SCALES.map((s) => [s, { left: { mean: 5, sd: 0.4 }, right: { mean: 7, sd: 0.4 } }]),
    );
    const p = await plan({ hollowSide: 'left', levels: uneven });
    const [left, right] = [
      p.sets.reduce((m, s) => m + s.left, 0),
      p.sets.reduce((m, s) => m + s.right, 0),
    ];
    expect(left).toBeGreaterThan(right);
    expect(right * 3).toBeGreaterThanOrEqual(left + right);
  });

  test.each(STAGE_NUMBERS)(
    'at stage %s every approach finds a warm-up, work and a stretch on the shelf',
    async (stage) => {
      for (const approach of APPROACHES) {
        const p = await plan({ stage, approach, levels: levels(6) });
        const inPhase = (phase: string) => p.sets.filter((s) => s.phase === phase).length;
        const found = [inPhase('warm-up') >= 2, inPhase('work') >= 2, inPhase('stretch') >= 1];
        expect([approach, ...found]).toEqual([approach, true, true, true]);
        // One point of the checklist at most is left for the work.
        expect(p.notes.filter((n) => n.startsWith('The warm-up does not ask')).length).toBeLessThan(
          2,
        );
      }
    },
  );

  test('each approach changes the warm-up', async () => {
    const warmUps = await Promise.all(
      APPROACHES.map(async (approach) => {
        const p = await plan({ approach, levels: levels(6.2, 0.1) });
        return {
          approach,
          p,
          ids: p.sets.filter((s) => s.phase === 'warm-up').map((s) => s.exercise),
        };
      }),
    );
    expect(new Set(warmUps.map((w) => w.ids.join())).size).toBe(3);
    const light = warmUps.find((w) => w.approach === 'light-rein')!;
    expect(light.ids).not.toContain('ask-and-release');
    const stretch = warmUps.find((w) => w.approach === 'stretch-first')!;
    expect(stretch.ids.some((id) => id.includes('stretch'))).toBe(true);
    expect(stretch.p.lesson).toContain('walk free, long rein, go large for 90 s');
  });

  test('no equipment, no poles; with them they may come', async () => {
    const p = await plan({ stage: 2, levels: levels(5) });
    expect(p.lesson).not.toContain('poles');
    const forced = await plan({ stage: 2, levels: levels(5) }, { mustHave: ['trot-poles'] });
    expect(forced.notes.join()).toContain('needs poles');
    const there = await plan(
      { stage: 2, levels: levels(6), equipment: ['poles'] },
      { mustHave: ['trot-poles'] },
    );
    expect(ids(there)).toContain('trot-poles');
  });

  test('what is pinned is in it, what is not for today is not, and what cannot be is named', async () => {
    const base = { stage: 5, levels: levels(7) };
    const free = await plan(base);
    const without = await plan(base, { notToday: ids(free).slice(0, 3) });
    for (const id of ids(free).slice(0, 3)) expect(ids(without)).not.toContain(id);
    expect(without.leftOut[0]!.why).toContain('as you said');
    const pinned = await plan(base, { mustHave: ['renvers', 'canter-pirouette-half'] });
    expect(ids(pinned)).toContain('renvers');
    expect(pinned.notes.join()).toContain('Half pirouette in canter');
    expect(pinned.notes.join()).toContain('stage 7');
  });

  test.each([15, 20, 30, 45, 60])('%s minutes are kept', async (minutes) => {
    const p = await plan({ stage: 6, levels: levels(6.5) }, { minutes });
    const { lesson } = parseLesson(p.lesson);
    const planned = lesson.items.reduce(
      (m, i) => m + (i.kind === 'phase' ? (i.minutes ?? 0) : 0),
      0,
    );
    expect(planned).toBeLessThanOrEqual(minutes + 1);
    expect(planned).toBeGreaterThanOrEqual(minutes - 4);
  });

  test('nothing known, and everything confirmed, both give a whole lesson', async () => {
    for (const known of [{}, levels(9)]) {
      const p = await plan({ stage: 4, levels: known });
      const phases = new Set(p.sets.map((s) => s.phase));
      expect([...phases].sort()).toEqual(['stretch', 'warm-up', 'work']);
    }
  });

  test('what was done yesterday counts less today', async () => {
    const horse = { stage: 4, levels: levels(6.4) };
    const first = await plan(horse);
    const done = first.sets.map((s) => ({
      date: '2026-06-14',
      exercise: s.exercise,
      rung: s.rung - 1,
      good: 1,
      lost: 1,
    }));
    const second = await plan({ ...horse, done });
    const again = ids(second).filter((id) => ids(first).includes(id)).length;
    expect(again).toBeLessThan(first.sets.length);
  });
});

describe('a day with an aim', () => {
  const stages = [3, 4, 5, 6, 7, 8] as const;
  const plans = new Map<number, Plan>();
  beforeAll(async () => {
    for (const stage of stages) plans.set(stage, await plan({ stage, levels: levels(6.4, 0.15) }));
  }, 120_000);

  test.each(stages)('at stage %s it is in the work, and gives the lesson its name', (stage) => {
    const { aim, sets, lesson, otherAims } = plans.get(stage)!;
    expect(sets.filter((s) => s.phase === 'work').map((s) => s.exercise)).toContain(aim!.exercise);
    const name = aim!.name.charAt(0).toLowerCase() + aim!.name.slice(1);
    expect(lesson).toContain(`lesson "Bramble: ${name}"`);
    const own = findExercise(aim!.exercise)!;
    for (const other of otherAims) {
      expect(isRelated(findExercise(other.exercise)!, own)).toBe(false);
    }
  });

  test.each(stages)(
    'at stage %s most of the work is ridden in a short arena too',
    async (stage) => {
      const asked = { arena: { widthM: 20, lengthM: 40 } };
      const { lesson } = await plan({ stage, levels: levels(5.4 + 0.3 * stage, 0.2) }, asked);
      const { phases } = compileRide(
        parseLesson(lesson).lesson,
        profileOfFile(request({ stage }).horse),
      );
      const { seconds, plannedS } = phases.find((p) => p.name === 'work')!;
      expect(seconds).toBeGreaterThanOrEqual(0.7 * plannedS!);
      expect(plannedS).toBeGreaterThan(10 * 60);
    },
  );

  // Source: a lesson is one thread, and most of its work is ridden; common practice.
  test.each(stages)('at stage %s most of the work serves it, and is ridden', (stage) => {
    const { aim, sets, lesson } = plans.get(stage)!;
    const work = sets.filter((s) => s.phase === 'work');
    expect(work.length).toBeLessThanOrEqual(6);
    const own = findExercise(aim!.exercise)!;
    const serves = work.filter((s) => nearnessOf(findExercise(s.exercise)!, own) !== 'beside');
    expect(serves.length * 3).toBeGreaterThanOrEqual(work.length * 2);
    const { phases } = compileRide(
      parseLesson(lesson).lesson,
      profileOfFile(request({ stage }).horse),
    );
    const { seconds, plannedS } = phases.find((p) => p.name === 'work')!;
    expect(seconds).toBeGreaterThanOrEqual(0.7 * plannedS!);
    for (const said of [sets.map((s) => s.why), sets.map((s) => s.takes)]) {
      expect(new Set(said).size).toBe(sets.length);
    }
  });

  test.each(stages)('at stage %s a set takes what the one before it gives', (stage) => {
    const { sets } = plans.get(stage)!;
    expect(sets[0]!.takes).toBe('The first thing asked today.');
    sets.slice(1).forEach((set, i) => {
      const before = sets[i]!;
      expect(set.takes).toContain(`“${before.name}”`);
      expect(set.takes.startsWith('Takes')).toBe(before.gives !== null);
      if (before.gives) expect(set.takes).toContain(before.gives);
    });
    expect(sets.at(-1)!.gives).toBeNull();
  });

  test('another aim is obeyed, and the work is another', async () => {
    const before = plans.get(5)!;
    const wished = before.otherAims[0]!.exercise;
    const after = await plan({ stage: 5, levels: levels(6.4, 0.15) }, { aim: wished });
    expect(after.aim!.exercise).toBe(wished);
    expect(ids(after)).not.toEqual(ids(before));
  });

  test.each(stages)(
    'at stage %s trot and canter are plain first, on each rein and lead',
    (stage) => {
      const { lesson } = parseLesson(plans.get(stage)!.lesson);
      const { horse } = request({ stage });
      const ride = compileRide(lesson, profileOfFile(horse));
      const codes = reviewLesson(lesson, ride).map((f) => f.code);
      expect(codes).not.toContain('canter-not-plain-first');
      const trots = ride.spans.filter((s) => s.gait === 'trot' && s.lengthM > 0);
      const { movements } = ride;
      const first = movements[trots[0]!.movement]!;
      expect(['go-large', 'circle', 'transition', 'track', 'change-rein']).toContain(first.kind);
      const led = (lead: 'left' | 'right') =>
        ride.spans
          .filter((s) => s.gait === 'canter' && s.riding.lead === lead)
          .reduce((sum, s) => sum + s.seconds, 0);
      expect(Math.min(led('left'), led('right'))).toBeGreaterThan(30);
    },
  );
});

describe('what was changed by hand', () => {
  const horse = { stage: 5, levels: levels(6.6), hollowSide: 'left' };
  const keptOf = (lesson: string) =>
    keptIn(parseLesson(lesson).lesson, profileOfFile(request(horse).horse));
  /** The first line of a set of the work, and the plan with it changed. */
  const changed = async (change: (line: string) => string) => {
    const first = await plan(horse);
    const work = first.sets.find((s) => s.phase === 'work')!;
    const lines = first.lesson.split('\n');
    const at = lines.findIndex((l) => l.includes(`set ${work.exercise} `)) + 1;
    lines[at] = change(lines[at]!);
    return { first, work, lesson: lines.join('\n'), line: lines[at] };
  };

  test('in a plan as it was made nothing was', async () => {
    for (const stage of [2, 5, 8]) {
      const p = await plan({ ...horse, stage });
      expect(keptOf(p.lesson)).toEqual([]);
    }
  });

  test('a note of one’s own is no change; another movement is, and stays to the letter', async () => {
    const noted = await changed((l) => `${l.replace(/ -- .*/, '')} -- ask once`);
    expect(keptOf(noted.lesson)).toEqual([]);
    const { lesson, work } = await changed(() => 'B trot working, circle left 15 x3');
    const kept = keptOf(lesson);
    expect(kept).toHaveLength(1);
    expect(kept[0]).toMatchObject({ exercise: work.exercise, phase: 'work' });
    const again = await plan(horse, { kept, minutes: 30 });
    expect(again.lesson).toContain('B trot working, circle left 15 x3');
    expect(ids(again)).not.toContain(work.exercise);
    // The rest is planned around it, in the time there is.
    expect(again.sets.length).toBeGreaterThan(1);
    expect(keptOf(again.lesson).map((k) => k.exercise)).toEqual([work.exercise]);
    // What the hand's own line breaks stays as it is; nothing more does.
    const faults = (text: string) =>
      compileRide(parseLesson(text).lesson, profileOfFile(request(horse).horse)).faults.length;
    expect(faults(again.lesson)).toBeLessThanOrEqual(faults(lesson));
  });

  test('lines of one’s own stay as well', async () => {
    const first = await plan(horse);
    const lesson = first.lesson.replace(
      'phase stretch',
      '# mine\nE trot working, circle left 13 -- for the judge’s sake\n\nphase stretch',
    );
    const kept = keptOf(lesson);
    expect(kept.map((k) => k.text).join()).toContain('E trot working, circle left 13');
    const again = await plan(horse, { kept });
    expect(again.lesson).toContain('E trot working, circle left 13 -- for the judge’s sake');
  });
});

describe('what a lesson came to', () => {
  test('tries count for the set of their line, corrections not twice', async () => {
    const p = await plan({ stage: 4, levels: levels(6) });
    const { lesson } = parseLesson(p.lesson);
    const [itemId, mark] = [...setsIn(lesson)][0]!;
    const seen = (id: string, more: object) =>
      ({
        id,
        sessionId: 's',
        at: '2026-06-15T10:00:00Z',
        kind: 'try',
        itemId,
        text: '',
        rein: 'left',
        gait: 'trot',
        held: 4,
        result: 'good',
        ...more,
      }) as never;
    const done = doneIn('2026-06-15', lesson, [
      seen('a', {}),
      seen('b', { result: 'lost' }),
      seen('c', { corrects: 'b' }),
      seen('d', { itemId: 'nowhere' }),
    ]);
    expect(done.find((d) => d.exercise === mark.exercise)).toEqual({
      date: '2026-06-15',
      exercise: mark.exercise,
      rung: mark.rung,
      good: 2,
      lost: 0,
      tries: [
        { rein: 'left', good: true },
        { rein: 'left', good: true },
      ],
    });
    expect(done.map((d) => d.exercise).sort()).toEqual(ids(p).sort());
  });
});

describe('what a horse may not be asked for a time', () => {
  const horse = (dated: Restriction[]) => ({
    stage: 5,
    levels: levels(6.5),
    equipment: ['poles'],
    limits: { dated },
  });
  const whats: [string, Restriction['what']][] = [
    ['no canter until 30 June', { kind: 'no gait', gait: 'canter' }],
    ['no trot until 30 June', { kind: 'no gait', gait: 'trot' }],
    ['no circle under 15 m until 30 June', { kind: 'circle', leastM: 15 }],
    ['no lateral work until 30 June', { kind: 'no lateral' }],
    ['no poles until 30 June', { kind: 'no poles' }],
    ['walk for the first 15 minutes until 30 June', { kind: 'walk first', minutes: 15 }],
    ['25 minutes at most until 30 June', { kind: 'minutes', most: 25 }],
  ];

  test.each(whats)('%s: kept by the plan, and quoted', async (said, what) => {
    const restriction = saidByTheVet(what);
    const asked = request(horse([restriction]));
    const made = await planLesson(asked, solve);
    expect(made.notes[0]).toBe(`The vet: ${said}.`);
    const read = parseLesson(made.lesson);
    const ride = compileRide(read.lesson, profileOfFile(asked.horse, asked.wishes.date));
    expect(ride.totals.seconds).toBeGreaterThan(20 * 60);
    // The review knows it too: it objects to what was planned without it, and not to this.
    const serious = (text: typeof read, as: typeof ride) =>
      reviewLesson(text.lesson, as, text).filter((f) => f.level !== 'hint');
    expect(serious(read, ride)).toEqual([]);
  });

  test('canter large on each lead comes first, also after a long walk', async () => {
    const walk = saidByTheVet({ kind: 'walk first', minutes: 15 });
    const { lesson, sets } = await plan(horse([walk]), { mustHave: ['counter-canter-loop'] });
    expect(sets.map((s) => s.exercise)).toContain('counter-canter-loop');
    const canters = lesson.split('\n').filter((line) => /^[A-Z] canter/.test(line));
    for (const first of canters.slice(0, 2))
      expect(first).toMatch(/^[ABCE] canter working, go large$/);
  });

  test('when it is over it is forgotten', async () => {
    const over = { ...saidByTheVet({ kind: 'no gait', gait: 'canter' }), until: '2026-06-14' };
    const after = await plan(horse([over]));
    expect(after).toEqual(await plan(horse([])));
    expect(after.lesson).toContain('canter');
    const kept = await plan(horse([{ ...over, until: null }]));
    expect(kept.notes[0]).toBe('The vet: no canter until further notice.');
    expect(kept.lesson).not.toContain('canter');
    expect(kept.leftOut.map((l) => l.why).join()).toContain('The vet: no canter');
  });
});

describe('where there is no lesson', () => {
  test('it says what was asked, what stood in the way, and what works instead', async () => {
    const asked = request(
      { name: 'Bollard', stage: 5, levels: levels(7) },
      { minutes: 45, mustHave: ['depart-from-shoulder-fore'], notToday: ['travers'] },
    );
    const failing = planLesson(asked, solve, { mends: 1 });
    await expect(failing).rejects.toThrow(NoLesson);
    const why = ((await failing.catch((e: unknown) => e)) as NoLesson).why;
    expect(why).toMatch(
      /^There is no lesson for Bollard with 45 minutes and “Depart out of shoulder-fore”\./,
    );
    expect(why).toMatch(/Each try still ended with this: [A-Z“].*\.$/);
    // Each way out was tried: there is a lesson for it.
    const ways = await waysOut(asked, solve);
    expect(ways.map((w) => w.label)).toEqual([
      'Do without “Depart out of shoulder-fore”',
      'Allow again what you left out today',
      'Make it 30 minutes',
    ]);
    expect(await waysOut(asked, solve, { mends: 0 })).toEqual([]);
  });
});

describe('what the last lesson came to', () => {
  const horse = { stage: 5, levels: levels(7) };
  const shoulderIn = (good: number, lost: number, date = '2026-06-14') => ({
    date,
    exercise: 'shoulder-in',
    rung: 0,
    good,
    lost,
  });

  test('what was lost rests in the next plan, and what it goes back to is in it', async () => {
    const { parent } = findExercise('shoulder-in')!;
    const before = await plan(horse, { mustHave: ['shoulder-in'] });
    expect(ids(before)).toContain('shoulder-in');
    const after = await plan({ ...horse, done: [shoulderIn(1, 3)] });
    expect(ids(after)).not.toContain('shoulder-in');
    const asked = request({ ...horse, done: [shoulderIn(1, 3)] });
    const worth = (r: PlanRequest) =>
      candidatesOf(r).candidates.find((c) => c.exercise.id === parent && c.phase === 'work')!.worth;
    expect(worth(asked).left).toBeGreaterThan(1.5 * worth(request(horse)).left);
    // A lesson later it is open again; what held is not held back.
    const later = { ...shoulderIn(0, 0, '2026-06-15'), exercise: parent! };
    expect(
      candidatesOf(request({ ...horse, done: [shoulderIn(1, 3), later] })).shut,
    ).not.toContainEqual(expect.objectContaining({ exercise: 'shoulder-in' }));
    const held = readinessOf(
      request({ ...horse, done: [shoulderIn(4, 1)] }).horse,
      findExercise('shoulder-in')!,
      0,
    );
    expect(held.status).toBe('confirmed');
  });

  test('is said in three sentences, what was lost first', () => {
    const done = [
      { date: '2026-06-14', exercise: 'trot-circle', rung: 0, good: 1, lost: 1 },
      shoulderIn(1, 3),
      { date: '2026-06-14', exercise: 'travers', rung: 0, good: 4, lost: 0 },
      { date: '2026-06-14', exercise: 'trot-large', rung: 0, good: 0, lost: 0 },
    ];
    const lines = tomorrowOf(done, CATALOGUE);
    const said = lines.map((line) => line.said);
    expect(said).toHaveLength(3);
    expect(said[0]).toMatch(/^Shoulder-in, .*: 1 of 4 good\. Next time “.+” first\.$/);
    expect(said[1]).toMatch(/^Travers, .*: 4 of 4 good\. The next step, .+, may be asked\.$/);
    expect(said[2]).toMatch(/^Circle in trot, .*: 1 of 2 good\. The same again\.$/);
    // What is decided instead stays in its line, and says so.
    const decided = tomorrowOf(
      done.map((d) => (d.exercise === 'shoulder-in' ? { ...d, next: 'rest' as const } : d)),
      CATALOGUE,
    );
    expect(decided.map((line) => line.exercise)).toEqual(lines.map((line) => line.exercise));
    expect(decided[0]).toMatchObject({ next: 'rest', said: expect.stringContaining('It rests') });
  });

  test('what two lessons worked on is worth less in the third', () => {
    const on = (date: string, exercise: string) => ({ ...shoulderIn(1, 1), date, exercise });
    const worth = (...done: Done[]) =>
      candidatesOf(request({ ...horse, done })).candidates.find(
        (c) => c.exercise.id === 'shoulder-fore' && c.phase === 'work',
      )!.worth.left;
    const once = worth(on('2026-06-14', 'shoulder-in'), on('2026-06-13', 'trot-circle'));
    const twice = worth(on('2026-06-14', 'shoulder-in'), on('2026-06-13', 'square-turns'));
    expect(twice).toBeCloseTo(once / 2, 6);
    // Long ago it has rested already.
    expect(worth(on('2026-06-03', 'shoulder-in'), on('2026-06-02', 'square-turns'))).toBeCloseTo(
      once,
      6,
    );
  });

  test('a decision of the instructor goes before what the tries say', () => {
    const after = (good: number, lost: number, next: Done['next']) =>
      request({ ...horse, done: [{ ...shoulderIn(good, lost), ...(next && { next }) }] });
    const status = (asked: PlanRequest, rung = 0) =>
      readinessOf(asked.horse, findExercise('shoulder-in')!, rung).status;
    expect(status(after(1, 3, undefined))).toBe('not yet');
    expect(status(after(1, 3, 'again'))).not.toBe('not yet');
    expect(status(after(1, 3, 'on'))).toBe('confirmed');
    expect(status(after(4, 0, 'back'))).toBe('not yet');
    const resting = candidatesOf(after(4, 0, 'rest'));
    expect(resting.candidates.map((c) => c.exercise.id)).not.toContain('shoulder-in');
    expect(resting.shut.find((r) => r.exercise === 'shoulder-in')!.because).toContain(
      'rests today',
    );
  });
});
