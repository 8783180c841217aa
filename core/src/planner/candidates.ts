import type { Rein } from '../arena/rein.ts';
import { chainOf, isRepair } from '../exercises/catalogue.ts';
import { plannedPhases, type Exercise, type PlannedPhase } from '../exercises/exercise.ts';
import type { Approach } from '../lesson/terms.ts';
import { SCALES, type Scale } from '../scales.ts';
import { sentence, type Restriction } from '../gaits/restriction.ts';
import { dayOf } from '../progress/days.ts';
import { serves, type Focus } from './focus.ts';
import type { Needs } from './need.ts';
import { needsOf } from './need.ts';
import { readinessOf, type Readiness } from './readiness.ts';
import { approachOf, shelfOf, type Done, type PlanRequest } from './request.ts';
import type { Difficulty } from './difficulty.ts';
import type { Repeated } from './drill.ts';
import { roundOf, type Round } from './spots.ts';
import { WAY_S } from './timing.ts';
import { restingChains, wentBackTo } from './tomorrow.ts';

/** A rung of an exercise that may stand in one phase of today's lesson, and what a minute of it is worth. */
export interface Candidate {
  readonly id: string;
  readonly exercise: Exercise;
  readonly rung: number;
  readonly phase: PlannedPhase;
  readonly readiness: Readiness;
  /** One round with the way to it, in whole minutes: less cannot be given to it. */
  readonly leastMin: number;
  readonly difficulty: Difficulty;
  /** Of each of its minutes, cantered. */
  readonly canterShare: number;
  /** Of one round, seconds. */
  readonly roundS: number;
  /** The questions a round asks at letters. */
  readonly asked: readonly Repeated[];
  /** Worth of the first minute on each rein. */
  readonly worth: Readonly<Record<Rein, number>>;
  /** It serves the aim of the day; not said where the day has none. */
  readonly inThread?: boolean;
  /** The scale that made it worth most. */
  readonly forScale: Scale;
}

/** Worth of its first minutes on both reins together. */
export const worthOf = ({ worth }: Pick<Candidate, 'worth'>): number => worth.left + worth.right;

/** Preference of each approach in the warm-up, chain by chain; 0 leaves it out. Common practice. */
const WARM_UP: Readonly<Record<Approach, Readonly<Record<string, number>>>> = {
  'steady-hand': { connection: 1.5, transitions: 1.3, stretch: 0.9 },
  'stretch-first': { stretch: 2, walk: 1.3, connection: 0.6, transitions: 0.8 },
  'light-rein': { 'body-before-rein': 2, shoulders: 1.5, stretch: 1, connection: 0 },
};

/** Being asked fully, a little above what is sure, or for the first time. Common practice. */
const WORTH_OF = { confirmed: 0.8, improving: 1.2, new: 0.9, 'not yet': 0 } as const;
/** Done this many days ago it counts half as fresh. Common practice. */
const FRESH_AGAIN_DAYS = 4;
const MOST_TIRED = 0.5;
/** Factor for work that brings back something lost in the last lesson. Common practice. */
const BRINGS_BACK = 1.8;

/** Everything that may be ridden today, and what may not, with the reason. */
export interface OnOffer {
  readonly candidates: readonly Candidate[];
  readonly shut: readonly Readiness[];
  readonly needs: Needs;
}

export function candidatesOf(request: PlanRequest): OnOffer {
  const { horse, wishes } = request;
  const needs = needsOf(horse, wishes.focus);
  const approach = approachOf(horse);
  const candidates: Candidate[] = [];
  const shut: Readiness[] = [];
  const shelf = shelfOf(request);
  const back = wentBackTo(horse.done, shelf);
  const isWished = (id: string) => wishes.aim === id || wishes.mustHave.includes(id);
  const resting = restingChains(horse.done, wishes.date);
  for (const exercise of shelf.exercises) {
    // What is kept as it stands is in the lesson already.
    if (wishes.kept.some((k) => k.exercise === exercise.id)) continue;
    if (wishes.notToday.includes(exercise.id)) continue;
    const phases = plannedPhases(exercise);
    if (phases.length === 0) continue;
    const rungs = exercise.rungs.map((_, i) => readinessOf(horse, exercise, i, shelf));
    const offered = offeredRungs(rungs);
    if (offered.length === 0) shut.push(rungs[0]!);
    const rounds = offered.map((readiness) => ({
      readiness,
      round: roundOf(request, exercise, readiness.rung),
    }));
    const first = rounds[0];
    if (first && rounds.every(({ round }) => round.breaks)) {
      shut.push(notForNow(first.readiness, first.round.breaks!));
    }
    for (const { readiness, round } of rounds.filter((r) => !r.round.breaks)) {
      for (const phase of phases) {
        if (phase !== 'work' && readiness.status === 'new') continue;
        const wanted =
          (isRepair(exercise) && !back.has(exercise.id) ? 0 : 1) *
          (phase === 'work' ? workedOn(exercise, resting) : preferred(exercise, approach)) *
          (back.has(exercise.id) ? BRINGS_BACK : 1) *
          (showsHabit(exercise, wishes.focus) ? SHOWS_HABIT : 1);
        if (wanted === 0 && !isWished(exercise.id)) continue;
        candidates.push(candidate(request, exercise, readiness, phase, needs, wanted, round));
      }
    }
  }
  return { candidates, shut, needs };
}

/** Ready for it or not: it is not to be asked for a time. */
const notForNow = (readiness: Readiness, restriction: Restriction): Readiness => ({
  ...readiness,
  status: 'not yet',
  probability: 0,
  because: `${sentence(restriction)}.`,
  wouldChange: '',
});

/** In quarters: the solver is quicker with few different numbers. */
const QUARTERS = 4;

/** The hardest rung that is confirmed, and the one above it that is being learned. */
function offeredRungs(rungs: readonly Readiness[]): Readiness[] {
  const confirmed = rungs.findLast((r) => r.status === 'confirmed');
  const next = rungs.find(
    (r) =>
      (r.status === 'improving' || r.status === 'new') && (!confirmed || r.rung > confirmed.rung),
  );
  return [confirmed, next].filter((r) => r !== undefined);
}

/** Factor for work of a chain the last two lessons both worked on. Common practice. */
const RESTING = 0.5;
const workedOn = (exercise: Exercise, resting: ReadonlySet<string>): number =>
  resting.has(chainOf(exercise.id)?.id ?? '') ? RESTING : 1;

/** Work in which the rider's habit shows, on a day that is for it. Common practice. */
const SHOWS_HABIT = 1.5;
const showsHabit = (exercise: Exercise, focus: Focus | undefined): boolean =>
  focus !== undefined && 'habit' in focus && serves(exercise, focus);

const preferred = (exercise: Exercise, approach: Approach): number =>
  WARM_UP[approach][chainOf(exercise.id)?.id ?? ''] ?? 1;

function candidate(
  request: PlanRequest,
  exercise: Exercise,
  readiness: Readiness,
  phase: PlannedPhase,
  needs: Needs,
  wanted: number,
  round: Round,
): Candidate {
  const { horse, wishes } = request;
  const total = Object.values(exercise.builds).reduce((sum, w) => sum + w, 0);
  const shares = SCALES.map((scale) => ({ scale, share: (exercise.builds[scale] ?? 0) / total }));
  // What builds little builds it slowly.
  const strength = Math.min(1, total / 6);
  const factor =
    WORTH_OF[readiness.status] *
    wanted *
    strength *
    freshness(horse.done, exercise.id, wishes.date) *
    moodFactor(request, exercise);
  const worthOn = (rein: Rein): number =>
    factor * shares.reduce((sum, { scale, share }) => sum + share * needs[scale][rein], 0);
  const forScale = shares
    .map(({ scale, share }) => ({
      scale,
      is: share * Math.max(needs[scale].left, needs[scale].right),
    }))
    .reduce((a, b) => (b.is > a.is ? b : a)).scale;
  return {
    id: `${exercise.id}_${readiness.rung}_${phase}`.replace(/-/g, '_'),
    exercise,
    rung: readiness.rung,
    phase,
    readiness,
    leastMin: Math.ceil((round.seconds + WAY_S) / 60),
    difficulty: round.difficulty,
    // The way to it is not cantered.
    canterShare:
      Math.round((QUARTERS * round.canterShare * round.seconds) / (round.seconds + WAY_S)) /
      QUARTERS,
    roundS: round.seconds,
    asked: round.asked,
    worth: { left: worthOn('left'), right: worthOn('right') },
    forScale,
  };
}

/** Factor from 0 to 1: less, the sooner it was last done. */
function freshness(done: readonly Done[], exercise: string, today: string): number {
  const own = done.filter((d) => d.exercise === exercise && d.date < today);
  if (own.length === 0) return 1;
  const days = Math.min(...own.map((d) => dayOf(today) - dayOf(d.date)));
  return 1 - MOST_TIRED * 0.5 ** (days / FRESH_AGAIN_DAYS);
}

/** Fresh: forward and large figures first, no stretching; tired or hot: less of what is heavy. */
function moodFactor({ wishes }: PlanRequest, { load, collectedS, phases }: Exercise): number {
  if (wishes.mood === 'fresh' && phases.includes('stretch') && phases.includes('warm-up'))
    return 0.5;
  if (wishes.mood === 'fresh' && collectedS > 0) return 0.7;
  if (wishes.mood === 'tired' || wishes.hot) return load >= 4 ? 0.3 : load === 3 ? 0.7 : 1.1;
  return 1;
}
