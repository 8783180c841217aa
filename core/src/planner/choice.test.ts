import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import highsLoader from 'highs';
import { chainOf } from '../exercises/catalogue.ts';
import type { PlannedPhase } from '../exercises/exercise.ts';
import { STAGE_NUMBERS } from '../gaits/stage.ts';
import { SCALES } from '../scales.ts';
import { WARM_UP_CHECKS } from '../observations/words.ts';
import { candidatesOf, type Candidate } from './candidates.ts';
import { highsSolver, type HighsRuntime } from './highs.ts';
import type { IntegerProgramme, Solve } from './integer.ts';
import { collectedBoutS, horseFileSchema, wishesSchema, type PlanRequest } from './request.ts';
import { programmeOf, select, type Chosen } from './selection.ts';
import { frameOf } from './timing.ts';

/** The rules of the choice, each worked out again from what was chosen; and the bound that is told. */

let highs: HighsRuntime;
let solve: Solve;
beforeAll(async () => {
  highs = (await highsLoader()) as unknown as HighsRuntime;
  solve = highsSolver(highs);
});

const OPTIONS = { gap: 0.01, seconds: 20, seed: 1 };
const anyLevel = fc.option(
  fc.record({
    mean: fc.integer({ min: 30, max: 90 }).map((n) => n / 10),
    sd: fc.constantFrom(0.3, 1),
  }),
  { nil: null, freq: 8 },
);
const anyRequest: fc.Arbitrary<PlanRequest> = fc
  .record({
    stage: fc.constantFrom(...STAGE_NUMBERS),
    age: fc.option(fc.integer({ min: 3, max: 18 }), { nil: undefined }),
    hollowSide: fc.constantFrom('left' as const, 'right' as const, null),
    fitness: fc.constantFrom('unfit' as const, 'usual' as const, 'fit' as const),
    levels: fc.array(fc.record({ left: anyLevel, right: anyLevel }), {
      minLength: SCALES.length,
      maxLength: SCALES.length,
    }),
    minutes: fc.integer({ min: 20, max: 60 }),
    hot: fc.boolean(),
  })
  .map(({ levels, minutes, hot, age, ...horse }) => ({
    horse: horseFileSchema.parse({
      ...horse,
      ...(age !== undefined && { age }),
      name: 'Marram',
      levels: Object.fromEntries(SCALES.map((s, i) => [s, levels[i]])),
    }),
    wishes: wishesSchema.parse({
      minutes,
      hot,
      arena: { widthM: 20, lengthM: 60 },
      date: '2026-06-15',
    }),
  }));

const total = (list: readonly Chosen[], of: (c: Candidate, minutes: number) => number): number =>
  list.reduce(
    (sum, { candidate, minutes }) => sum + of(candidate, minutes.left + minutes.right),
    0,
  );
const most = <T>(list: readonly T[], key: (one: T) => unknown): number => {
  const counts = new Map<unknown, number>();
  for (const one of list) counts.set(key(one), (counts.get(key(one)) ?? 0) + 1);
  return Math.max(0, ...counts.values());
};

describe('the rules of the choice', () => {
  test('hold over random horses, worked out from what was chosen', async () => {
    await fc.assert(
      fc.asyncProperty(anyRequest, async (request) => {
        const { horse } = request;
        const frame = frameOf(request);
        const { candidates } = candidatesOf(request);
        const { chosen } = await select(candidates, request, frame, solve, OPTIONS);
        const part = (phase: PlannedPhase) => chosen.filter((c) => c.candidate.phase === phase);

        // Minutes of each part, and a round on both reins of everything.
        const lengths = {
          'warm-up': frame.warmUpMin,
          work: frame.workMin,
          stretch: frame.stretchMin,
        };
        for (const [phase, minutes] of Object.entries(lengths)) {
          expect(total(part(phase as PlannedPhase), (_, m) => m)).toBeLessThanOrEqual(minutes);
        }
        for (const { candidate, minutes } of chosen) {
          expect(minutes.left).toBeGreaterThanOrEqual(candidate.leastMin);
          expect(minutes.right).toBeGreaterThanOrEqual(candidate.leastMin);
        }
        expect(part('stretch').length).toBeLessThanOrEqual(1);

        // Each exercise once, two of a chain in a part, one new thing.
        expect(most(chosen, (c) => c.candidate.exercise.id)).toBeLessThanOrEqual(1);
        const inPart = (c: Chosen) =>
          `${chainOf(c.candidate.exercise.id)!.id}/${c.candidate.phase}`;
        expect(most(chosen, inPart)).toBeLessThanOrEqual(2);
        const isNew = (c: Chosen) => c.candidate.readiness.status === 'new';
        expect(chosen.filter(isNew).length).toBeLessThanOrEqual(1);
        expect(chosen.some((c) => c.candidate.readiness.status === 'not yet')).toBe(false);

        // The hollow side no less, the sound one never under a third; without one, neither.
        const [left, right] = [
          chosen.reduce((sum, c) => sum + c.minutes.left, 0),
          chosen.reduce((sum, c) => sum + c.minutes.right, 0),
        ];
        if (horse.hollowSide === 'left') expect(left).toBeGreaterThanOrEqual(right);
        if (horse.hollowSide === 'right') expect(right).toBeGreaterThanOrEqual(left);
        expect(3 * Math.min(left, right)).toBeGreaterThanOrEqual(left + right);

        // What the horse may be asked.
        const load = total(chosen, (c, m) => c.exercise.load * m);
        expect(load).toBeLessThanOrEqual(frame.mostLoad);
        const collected = total(chosen, (c, m) => c.exercise.collectedS * m);
        expect(collected).toBeLessThanOrEqual(4 * collectedBoutS(horse));
        if (horse.age !== undefined && horse.age <= 3) expect(collected).toBe(0);

        // Three of a change of canter at each of two letters that lie alike, less one to spare.
        const departs = chosen.flatMap(({ candidate: c }) =>
          c.asked.filter((a) => /trot>working canter@/.test(a.what)).map((a) => ({ c, a })),
        );
        for (const lies of new Set(departs.map(({ a }) => a.what))) {
          const own = departs.filter(({ a }) => a.what === lies);
          // Once on each rein at the least.
          if (own.length > 1)
            expect(own.reduce((sum, { a }) => sum + 2 * a.times, 0)).toBeLessThanOrEqual(
              own[0]!.a.most,
            );
        }

        // What is not yet confirmed has a part of it on the same day, where it has parts to be had.
        for (const { candidate } of chosen) {
          if (candidate.readiness.status === 'confirmed') continue;
          const parts = candidate.exercise.parts.filter((id) =>
            candidates.some((c) => c.exercise.id === id),
          );
          if (parts.length === 0) continue;
          expect(chosen.some((c) => parts.includes(c.candidate.exercise.id))).toBe(true);
        }
      }),
      { numRuns: 40, seed: 111 },
    );
  }, 120_000);

  test('what the warm-up leaves out of its checklist is named, and nothing else', async () => {
    await fc.assert(
      fc.asyncProperty(anyRequest, async (request) => {
        const { candidates } = candidatesOf(request);
        const { chosen, unchecked } = await select(
          candidates,
          request,
          frameOf(request),
          solve,
          OPTIONS,
        );
        const asked = new Set(
          chosen
            .filter((c) => c.candidate.phase === 'warm-up')
            .flatMap((c) => c.candidate.exercise.checks),
        );
        const could = new Set(
          candidates.filter((c) => c.phase === 'warm-up').flatMap((c) => c.exercise.checks),
        );
        expect(unchecked).toEqual(WARM_UP_CHECKS.filter((c) => could.has(c) && !asked.has(c)));
      }),
      { numRuns: 25, seed: 112 },
    );
  }, 120_000);

  test('more time is never worth less, a stricter limit never more', async () => {
    await fc.assert(
      fc.asyncProperty(anyRequest, async (request) => {
        // A longer lesson wants more canter: that is a rule of its own.
        const candidates = candidatesOf(request).candidates.filter(
          (c) => !c.exercise.gaits.includes('canter'),
        );
        const frame = frameOf(request);
        const exact = { ...OPTIONS, gap: 0 };
        const worth = async (f: typeof frame) =>
          (await solve(programmeOf(candidates, request, f), exact)).objective;
        const usual = await worth(frame);
        expect(await worth({ ...frame, workMin: frame.workMin + 2 })).toBeGreaterThanOrEqual(
          usual - 1e-6,
        );
        expect(
          await worth({ ...frame, mostLoad: Math.round(frame.mostLoad * 0.7) }),
        ).toBeLessThanOrEqual(usual + 1e-6);
      }),
      { numRuns: 6, seed: 113 },
    );
  }, 120_000);
});

describe('the bound that is told', () => {
  /** Knapsacks with rows of all kinds: too large for trying everything, and not solved by their first step. */
  const anyProgramme: fc.Arbitrary<IntegerProgramme> = fc
    .record({
      worth: fc.array(fc.integer({ min: 5, max: 60 }), { minLength: 30, maxLength: 60 }),
      weights: fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 120, maxLength: 120 }),
      share: fc.integer({ min: 15, max: 60 }),
    })
    .map(({ worth, weights, share }) => {
      const names = worth.map((_, i) => `x${i}`);
      const row = (from: number) => names.map((n, i) => [n, weights[from + i]!] as const);
      const limit = (from: number) =>
        Math.floor((row(from).reduce((sum, [, w]) => sum + w, 0) * share) / 100);
      const pairs = names.slice(0, -1).filter((_, i) => i % 3 === 0);
      return {
        objective: names.map((n, i) => [n, worth[i]!] as const),
        constraints: [
          { name: 'weight', terms: row(0), sense: '<=' as const, limit: limit(0) },
          { name: 'room', terms: row(60), sense: '<=' as const, limit: limit(60) },
          ...pairs.map((n, i) => ({
            name: 'one of two',
            terms: [[n, 1] as const, [names[names.indexOf(n) + 1]!, 1] as const],
            sense: '<=' as const,
            limit: 1 + (i % 2),
          })),
        ],
      };
    });

  // Source: the same solver without a gap; weak duality.
  test('is above the best there is, and within the gap of what is given', async () => {
    await fc.assert(
      fc.asyncProperty(
        anyProgramme,
        fc.constantFrom(1, 10, 1000),
        fc.constantFrom(0.001, 0.01, 0.1),
        async (programme, core, gap) => {
          const best = (await highsSolver(highs, 1000)(programme, { ...OPTIONS, gap: 0 }))
            .objective;
          const near = await highsSolver(highs, core)(programme, { ...OPTIONS, gap });
          expect(near.status).toBe('optimal');
          expect(near.bound).toBeGreaterThanOrEqual(best - 1e-6);
          expect(near.objective).toBeLessThanOrEqual(best + 1e-6);
          expect(near.objective).toBeGreaterThanOrEqual(best * (1 - gap) - 1e-6);
          expect(near.bound - near.objective).toBeLessThanOrEqual(gap * near.objective + 1e-6);
        },
      ),
      { numRuns: 60, seed: 114 },
    );
  }, 60_000);

  test('the same programme gets the same answer, whatever was solved before', async () => {
    const [one, other] = fc.sample(anyProgramme, { numRuns: 2, seed: 115 });
    const first = await solve(one!, OPTIONS);
    await solve(other!, OPTIONS);
    expect([...(await solve(one!, OPTIONS)).chosen]).toEqual([...first.chosen]);
  });
});
