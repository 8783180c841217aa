import { REINS, type Rein } from '../arena/rein.ts';
import { chainOf } from '../exercises/catalogue.ts';
import type { PlannedPhase } from '../exercises/exercise.ts';
import { stageOf } from '../exercises/trial.ts';
import { WARM_UP_CHECKS } from '../observations/words.ts';
import type { Candidate } from './candidates.ts';
import type { Solution, Constraint, IntegerProgramme, Solve, SolveOptions } from './integer.ts';
import { approachOf, collectedBoutS, shelfOf, type PlanRequest } from './request.ts';
import { canterMinutes, mostCanterMinutes, WAY_S, type Frame } from './timing.ts';
import { leftAlone } from './tomorrow.ts';

/**
 * Which exercises, on which rung, for how many minutes on each rein: an integer programme.
 * See docs/planner.md for the model in words.
 */

/** A round on a rein, and a minute more twice; each minute is worth less than the one before. */
const MINUTES = [1, 2, 3] as const;
/** One thing is ridden for so long on a rein, unless a single round takes longer: enough to get better, short of drill. */
const MOST_ON_A_REIN_MIN = 3;
const minutesMore = (c: Candidate): (2 | 3)[] =>
  ([2, 3] as const).filter((minute) => c.leastMin + minute - 1 <= MOST_ON_A_REIN_MIN);
const WORTH_OF_MINUTE = { 1: 1, 2: 0.6, 3: 0.3 } as const;
/** A wish that cannot be kept costs this much, so that it is named and not swallowed. */
const BROKEN_PIN = 1000;
/** A point of the warm-up's checklist that nothing covers; a lesson without canter. */
const UNCHECKED = 3;
const NO_CANTER = 0.6;
/** Each minute of canter that the day lacks. */
const CANTER_MINUTE = 1;
const BARE = 3;
/** A hollow side that gets no more than the other. */
const NO_MORE = 0.5;
/** A warm-up without a stretch, where the approach begins with one. */
const NO_STRETCH = 3;
/** A scale that is not confirmed, and was left alone for days. */
const LEFT_ALONE = 3;
/** Sets of one part of a lesson: enough to be a lesson, few enough to be one. Common practice. */
const MINUTES_A_SET = 4;
const MOST_SETS = 6;
/** Each set too many beside the aim, and each four minutes too many far below the stage of the horse. */
const OUT_OF_THREAD = 1;
const BELOW_STAGE = 0.8;
const BELOW_STEP_MIN = 4;
/** So many stages below the horse's own a thing may lie and still be work for it. Common practice. */
const NEAR_STAGES = 2;
/** Bouts of collected work in a lesson. Common practice. */
const MOST_BOUTS = 4;

export interface Chosen {
  readonly candidate: Candidate;
  readonly minutes: Readonly<Record<Rein, number>>;
}

export interface Selection {
  readonly chosen: readonly Chosen[];
  readonly objective: number;
  /** Share by which the answer may lie below the best one. */
  readonly gap: number;
  /** Exercises that must be in it, and cannot. */
  readonly brokenPins: readonly string[];
  /** Points of the checklist that nothing in the warm-up covers. */
  readonly unchecked: readonly string[];
}

const minuteOf = (c: Candidate, rein: Rein, minute: number): string =>
  minute === 1 ? c.id : `${c.id}_${rein}_${minute}`;
const terms = (list: readonly Candidate[], factor = 1) => list.map((c) => [c.id, factor] as const);

/** How long a step lasts: the first is a whole round, each further one a minute. */
const lengthOf = (c: Candidate, minute: number): number => (minute === 1 ? c.leastMin : 1);

/** What a round is worth: its minutes, each less than the one before. */
const worthOfRound = (c: Candidate): number =>
  Array.from({ length: c.leastMin }, (_, i) => WORTH_OF_MINUTE[Math.min(i + 1, 3) as 1]).reduce(
    (a, b) => a + b,
    0,
  );

/** The steps of some candidates on one rein or both, each with its factor. */
const stepsOf = (
  list: readonly Candidate[],
  factor: (c: Candidate, minute: 1 | 2 | 3) => number,
  reins: readonly Rein[] = REINS,
): (readonly [string, number])[] => {
  const sums = new Map<string, number>();
  for (const c of list) {
    for (const rein of reins) {
      for (const minute of [1, ...minutesMore(c)] as const) {
        const name = minuteOf(c, rein, minute);
        sums.set(name, (sums.get(name) ?? 0) + factor(c, minute));
      }
    }
  }
  return [...sums];
};

/** The minutes of some candidates, on one rein or both. */
const minutesOf = (
  list: readonly Candidate[],
  factor: (c: Candidate) => number = () => 1,
  reins: readonly Rein[] = REINS,
) => stepsOf(list, (c, minute) => factor(c) * lengthOf(c, minute), reins);

/** The rounds that a step makes: the first at least one, a minute more perhaps another. */
function roundsIn(c: Candidate, minute: 1 | 2 | 3): number {
  const upTo = (min: number) => Math.max(1, Math.floor((60 * min) / (c.roundS + WAY_S)));
  const min = c.leastMin + minute - 1;
  return minute === 1 ? upTo(min) : upTo(min) - upTo(min - 1);
}

/** The lesson to be chosen, as an integer programme. */
export function programmeOf(
  candidates: readonly Candidate[],
  request: PlanRequest,
  frame: Frame,
): IntegerProgramme {
  const { horse, wishes } = request;
  const objective: [string, number][] = candidates.flatMap((c) => [
    [c.id, (c.worth.left + c.worth.right) * worthOfRound(c)] as [string, number],
    ...REINS.flatMap((rein) =>
      minutesMore(c).map((m): [string, number] => [
        minuteOf(c, rein, m),
        c.worth[rein] * WORTH_OF_MINUTE[m],
      ]),
    ),
  ]);
  const constraints: Constraint[] = [];
  const add = (
    name: string,
    of: Constraint['terms'],
    sense: Constraint['sense'],
    limit: number,
  ) => {
    if (of.length > 0) constraints.push({ name, terms: of, sense, limit });
  };
  const soft = (name: string, cost: number): readonly [string, number] => {
    objective.push([name, -cost]);
    return [name, 1];
  };
  /** Lets a rule be overstepped, each step at its price. */
  const graded = (name: string, step: number, most: number, cost: number) =>
    Array.from({ length: Math.ceil(most / step) }, (_, i): readonly [string, number] => [
      soft(`${name}_${i}`, cost)[0],
      -step,
    ]);
  const inPhase = (phase: PlannedPhase) => candidates.filter((c) => c.phase === phase);
  const lengths = { 'warm-up': frame.warmUpMin, work: frame.workMin, stretch: frame.stretchMin };

  for (const c of candidates) {
    for (const rein of REINS) {
      for (const minute of minutesMore(c)) {
        const before = minuteOf(c, rein, minute - 1);
        const order = [[minuteOf(c, rein, minute), 1] as const, [before, -1] as const];
        add('minutes in their order', order, '<=', 0);
      }
    }
  }
  for (const [phase, minutes] of Object.entries(lengths) as [PlannedPhase, number][]) {
    const own = inPhase(phase);
    add(`${phase}: the minutes there are`, minutesOf(own), '<=', minutes);
    const sets = phase === 'stretch' ? 1 : Math.max(1, Math.round(minutes / MINUTES_A_SET));
    const most = Math.min(MOST_SETS, sets + (phase === 'stretch' ? 0 : 1));
    add(`${phase}: few sets`, terms(own), '<=', most);
    add(
      `${phase}: something in it`,
      [...terms(own), soft(`bare_${phase.replace('-', '_')}`, BARE)],
      '>=',
      1,
    );
  }
  for (const list of grouped(candidates, (c) => c.exercise.id)) {
    add('each exercise once', terms(list), '<=', 1);
  }
  for (const list of grouped(
    candidates,
    (c) => `${chainOf(c.exercise.id)?.id ?? c.exercise.id}/${c.phase}`,
  )) {
    add('not all from one chain', terms(list), '<=', 2);
  }
  const work = inPhase('work');
  // One thread: of three sets of the work two at least serve the aim.
  const beside = work.filter((c) => c.inThread === false);
  const thread = work.filter((c) => c.inThread);
  if (beside.length > 0 && thread.length > 0)
    add(
      'two thirds of the work in the thread',
      [
        ...terms(beside, 2),
        ...terms(thread, -1),
        ...graded('beside', 2, 2 * MOST_SETS, OUT_OF_THREAD),
      ],
      '<=',
      0,
    );
  const isNear = (c: Candidate) =>
    stageOf(c.exercise, c.exercise.rungs[c.rung]!) >= horse.stage - NEAR_STAGES;
  const side = (c: Candidate) => (isNear(c) ? -1 : 1);
  if (!work.every(isNear))
    add(
      'half of the work near the stage',
      [
        ...minutesOf(work, side),
        ...graded('below_stage', BELOW_STEP_MIN, frame.workMin, BELOW_STAGE),
      ],
      '<=',
      0,
    );
  const status = (list: readonly Candidate[], s: string) =>
    list.filter((c) => c.readiness.status === s);
  const both = candidates.filter((c) => c.phase !== 'stretch');
  const confirmed = status(both, 'confirmed');
  const improving = status(work, 'improving');
  if (confirmed.length > 0)
    add('something confirmed', [...terms(confirmed), soft('no_confirmed', 2)], '>=', 1);
  if (improving.length > 0)
    add('something improving', [...terms(improving), soft('no_improving', 2)], '>=', 1);
  add('at most one new thing', terms(status(candidates, 'new')), '<=', 1);
  const canter = candidates.filter((c) => c.exercise.gaits.includes('canter'));
  if (canter.length > 0)
    add('some canter', [...terms(canter), soft('no_canter', NO_CANTER)], '>=', 1);
  const cantered = canterMinutes(request, frame);
  const missing = Array.from({ length: Math.ceil(cantered) }, (_, i) =>
    soft(`canter_minute_${i}`, CANTER_MINUTE),
  );
  if (canter.length > 0 && missing.length > 0)
    add(
      'canter, as the stage wants it',
      [...minutesOf(canter, (c) => c.canterShare), ...missing],
      '>=',
      cantered,
    );

  add(
    'no more canter than the stage bears',
    minutesOf(canter, (c) => c.canterShare),
    '<=',
    mostCanterMinutes(request, frame),
  );

  for (const [i, check] of WARM_UP_CHECKS.entries()) {
    const asks = inPhase('warm-up').filter((c) => c.exercise.checks.includes(check));
    if (asks.length > 0)
      add(`checklist: ${check}`, [...terms(asks), soft(`unchecked_${i}`, UNCHECKED)], '>=', 1);
  }

  for (const scale of leftAlone(horse, wishes.date, shelfOf(request))) {
    const builds = candidates.filter((c) => c.exercise.builds[scale]);
    if (builds.length > 0)
      add(`${scale} again`, [...terms(builds), soft(`left_${scale}`, LEFT_ALONE)], '>=', 1);
  }

  const stretches = inPhase('warm-up').filter((c) => chainOf(c.exercise.id)?.id === 'stretch');
  if (approachOf(horse) === 'stretch-first' && stretches.length > 0)
    add('a stretch first', [...terms(stretches), soft('no_stretch', NO_STRETCH)], '>=', 1);

  // The crooked side gets more, never the sound one less than a third.
  const hollow = horse.hollowSide;
  if (hollow) {
    const sound = hollow === 'left' ? 'right' : 'left';
    const more = difference(candidates, hollow, 1, sound, -1);
    add('the hollow side no less', more, '>=', 0);
    add('the hollow side more', [...more, soft('no_more', NO_MORE)], '>=', 1);
    add('the sound side a third', difference(candidates, sound, 2, hollow, -1), '>=', 0);
  } else {
    add('both reins', difference(candidates, 'left', 2, 'right', -1), '>=', 0);
    add('both reins', difference(candidates, 'right', 2, 'left', -1), '>=', 0);
  }

  // A letter at which one thing is asked again and again is learned instead of the aid.
  for (const list of grouped(
    candidates.flatMap((c) => c.asked.map((asked) => ({ c, asked }))),
    ({ asked }) => asked.what,
  )) {
    const times = new Map(list.map(({ c, asked }) => [c, asked.times]));
    const rounds = stepsOf([...times.keys()], (c, minute) => times.get(c)! * roundsIn(c, minute));
    // What one set asks by itself, once on each rein, is for the review to judge.
    const most = Math.max(...list.map(({ asked }) => Math.max(asked.most, 2 * asked.times)));
    const asking = rounds.filter(([, factor]) => factor > 0);
    add('no letter drilled', asking, '<=', most);
  }

  const collected = candidates.filter((c) => c.exercise.collectedS > 0);
  const boutS = collectedBoutS(horse);
  add(
    'collected seconds',
    minutesOf(collected, (c) => c.exercise.collectedS),
    '<=',
    boutS * MOST_BOUTS,
  );
  add(
    'load',
    minutesOf(candidates, (c) => c.exercise.load),
    '<=',
    frame.mostLoad,
  );

  // Parts before wholes: what is not yet confirmed is ridden on a day on which one of its parts was.
  for (const c of candidates) {
    if (c.readiness.status === 'confirmed') continue;
    const parts = candidates.filter((p) => c.exercise.parts.includes(p.exercise.id));
    if (parts.length > 0) add('parts before wholes', [[c.id, 1], ...terms(parts, -1)], '<=', 0);
  }
  for (const [i, id] of wishes.mustHave.entries()) {
    const own = candidates.filter((c) => c.exercise.id === id);
    add(`must have ${id}`, [...terms(own), soft(`pin_${i}`, BROKEN_PIN)], '>=', 1);
  }
  return { objective, constraints };
}

/** Minutes on one rein against minutes on the other, each with its factor. */
function difference(
  list: readonly Candidate[],
  a: Rein,
  factorA: number,
  b: Rein,
  factorB: number,
): (readonly [string, number])[] {
  const sums = new Map<string, number>();
  for (const [rein, factor] of [
    [a, factorA],
    [b, factorB],
  ] as const) {
    for (const [name, f] of minutesOf(list, () => factor, [rein])) {
      sums.set(name, (sums.get(name) ?? 0) + f);
    }
  }
  return [...sums].filter(([, f]) => f !== 0);
}

function grouped<T>(list: readonly T[], key: (item: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const item of list) groups.set(key(item), [...(groups.get(key(item)) ?? []), item]);
  return [...groups.values()];
}

/** What the solver's answer means. */
export function readAnswer(
  answer: Solution,
  candidates: readonly Candidate[],
  request: PlanRequest,
): Selection {
  const { chosen, objective, bound } = answer;
  const minutes = (c: Candidate, rein: Rein) =>
    MINUTES.filter((m) => chosen.has(minuteOf(c, rein, m))).reduce(
      (sum, m) => sum + lengthOf(c, m),
      0,
    );
  const base = Math.max(1e-9, Math.abs(objective));
  return {
    chosen: candidates
      .filter((c) => chosen.has(c.id))
      .map((c) => ({
        candidate: c,
        minutes: { left: minutes(c, 'left'), right: minutes(c, 'right') },
      })),
    objective,
    gap: Math.max(0, (bound - objective) / base),
    brokenPins: request.wishes.mustHave.filter((_, i) => chosen.has(`pin_${i}`)),
    unchecked: WARM_UP_CHECKS.filter((_, i) => chosen.has(`unchecked_${i}`)),
  };
}

/** Chooses the lesson. Wishes that cannot be kept are named, and the rest is chosen without them. */
export async function select(
  candidates: readonly Candidate[],
  request: PlanRequest,
  frame: Frame,
  solve: Solve,
  options: SolveOptions,
): Promise<Selection> {
  const known = new Set(candidates.map((c) => c.exercise.id));
  const choose = async (mustHave: readonly string[]): Promise<Selection> => {
    const asked = { ...request, wishes: { ...request.wishes, mustHave: [...mustHave] } };
    const answer = await solve(programmeOf(candidates, asked, frame), options);
    if (answer.status === 'infeasible') {
      throw new Error('select: every wish is soft, so the programme always has an answer');
    }
    return readAnswer(answer, candidates, asked);
  };
  const wanted = request.wishes.mustHave;
  const possible = wanted.filter((id) => known.has(id));
  let selection = await choose(possible);
  // The price of a broken wish would drown the gap of the rest.
  if (selection.brokenPins.length > 0) {
    selection = await choose(possible.filter((id) => !selection.brokenPins.includes(id)));
  }
  const taken = new Set(selection.chosen.map((c) => c.candidate.exercise.id));
  return { ...selection, brokenPins: wanted.filter((id) => !taken.has(id)) };
}
