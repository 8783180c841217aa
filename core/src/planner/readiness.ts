import { REINS, type Rein } from '../arena/rein.ts';
import type { Exercise, Rung } from '../exercises/exercise.ts';
import { CATALOGUE, type Shelf } from '../exercises/shelf.ts';
import { stageOf } from '../exercises/trial.ts';
import { SCALES, type Scale } from '../scales.ts';
import { normalCdf } from '../stats/normal.ts';
import { GOOD_TRIES, lostLast, nextOf, restsToday } from './tomorrow.ts';
import { collectedBoutS, levelOf, type Done, type HorseFile } from './request.ts';
import { capital } from '../words.ts';

/** How far a horse is with a rung of an exercise. */
export type Status = 'confirmed' | 'improving' | 'new' | 'not yet';

export interface Readiness {
  readonly exercise: string;
  readonly rung: number;
  readonly status: Status;
  /** That all its thresholds hold, 0–1. */
  readonly probability: number;
  /** The level that decides; null where a gate does, or nothing is known. */
  readonly level: {
    readonly scale: Scale;
    readonly rein: Rein;
    readonly mean: number;
    readonly sd: number;
  } | null;
  /** Why, in a sentence. */
  readonly because: string;
  /** A sentence on how to get there; empty when it is confirmed. */
  readonly wouldChange: string;
}

/** The next rung asks this much more of each threshold. Common practice. */
const RUNG_STEP = 0.4;
/** From these a rung is improving, and confirmed. Common practice. */
const IMPROVING_FROM = 0.45;
const CONFIRMED_PROBABILITY = 0.75;

/** Thresholds of an exercise, scale by scale: its own, and at least a beginning of what it builds first. */
export function thresholdsOf(exercise: Exercise, rung: number): [Scale, number][] {
  const own = exercise.needs.scales;
  const weights = Object.values(exercise.builds);
  return SCALES.flatMap((scale): [Scale, number][] => {
    const asked = own[scale];
    const first = exercise.builds[scale] === Math.max(...weights);
    if (asked === undefined && !first) return [];
    const least = asked ?? 3 + 0.2 * exercise.stage;
    return [[scale, least + RUNG_STEP * rung]];
  });
}

/** P(level ≥ threshold) on the weaker rein, the estimate taken as normal. Source: normal law. */
export function holds(horse: HorseFile, scale: Scale, least: number): { p: number; rein: Rein } {
  const [a, b] = REINS.map((rein) => {
    const { mean, sd } = levelOf(horse, scale, rein);
    return { p: normalCdf((mean - least) / sd), rein };
  });
  return a!.p <= b!.p ? a! : b!;
}

function triesOf(done: readonly Done[], exercise: string, rung: number) {
  const own = done.filter((d) => d.exercise === exercise && d.rung >= rung);
  const good = own.reduce((sum, d) => sum + d.good, 0);
  const lost = own.reduce((sum, d) => sum + d.lost, 0);
  return { good, tries: good + lost };
}

const hasShown = (horse: HorseFile, exercise: string, rung: number): boolean => {
  const { good, tries } = triesOf(horse.done, exercise, rung);
  const decided = horse.done.findLast((d) => d.exercise === exercise && d.rung >= rung)?.next;
  return nextOf({ good, lost: tries - good, next: decided }) === 'on';
};

/** Why a rung rests today: it was lost in the last lesson, or put to rest. Null where it may be ridden; the easiest of all always may. */
function restsNow(
  horse: HorseFile,
  exercise: Exercise,
  index: number,
  find: (id: string) => Exercise | undefined,
): Readiness | null {
  if (restsToday(horse.done, exercise.id)) {
    return not(exercise, index, 'It rests today, as you decided.', 'The lesson after this one.');
  }
  const lost = lostLast(horse.done, exercise.id, index);
  if (!lost || (index === 0 && exercise.parent === null)) return null;
  const parent = exercise.parent === null ? undefined : find(exercise.parent);
  const tries = lost.good + lost.lost;
  return not(
    exercise,
    index,
    `It was lost last time, ${lost.good} of ${tries} tries good.`,
    parent ? `“${parent.name}” first, then this again.` : 'An easier step first.',
  );
}

const not = (
  exercise: Exercise,
  rung: number,
  because: string,
  wouldChange: string,
): Readiness => ({
  exercise: exercise.id,
  rung,
  status: 'not yet',
  probability: 0,
  level: null,
  because,
  wouldChange,
});

/** The first gate that is shut, whatever the levels say: stage, age, limits, equipment, the rider. Null where all are open. */
function gate(horse: HorseFile, exercise: Exercise, rung: Rung, index: number): Readiness | null {
  const stage = stageOf(exercise, rung);
  if (stage > horse.stage) {
    return not(
      exercise,
      index,
      `It belongs to stage ${stage}; ${horse.name} is at stage ${horse.stage}.`,
      'Confirm what comes before it, then change the stage of the horse.',
    );
  }
  if (horse.riderStage !== undefined && stage > horse.riderStage) {
    return not(
      exercise,
      index,
      `It belongs to stage ${stage}; the rider is at stage ${horse.riderStage}.`,
      'Use a more experienced rider, or ride the easier steps first.',
    );
  }
  const boutS = collectedBoutS(horse);
  if (exercise.collectedS > 0 && boutS < Math.min(exercise.collectedS, 10)) {
    return not(
      exercise,
      index,
      `It asks ${exercise.collectedS} s of collected work; ${horse.name} may do ${boutS} s.`,
      'Age and strength; don’t hurry it.',
    );
  }
  const missing = exercise.equipment.filter((e) => !horse.equipment.includes(e));
  if (missing.length > 0) {
    return not(exercise, index, `It needs ${missing.join(' and ')}.`, 'Bring them to the arena.');
  }
  return null;
}

const isScaleKnown = (horse: HorseFile, scale: Scale): boolean =>
  !!horse.levels[scale]?.left || !!horse.levels[scale]?.right;

/** Nothing is known of a scale: the stage itself is the evidence, and what is easy is surer. Common practice. */
function stageSays(horse: HorseFile, exercise: Exercise, index: number): number {
  const margin = horse.stage - stageOf(exercise, exercise.rungs[index]!);
  const easy = exercise.load === 1 ? 0.26 : exercise.load === 2 ? 0.1 : 0;
  const byMargin = margin >= 2 ? 0.8 : margin === 1 ? 0.6 : 0.5;
  return Math.min(0.9, byMargin + easy) - 0.08 * index;
}

/** How far this horse is with one rung, with the reason. */
export function readinessOf(
  horse: HorseFile,
  exercise: Exercise,
  index: number,
  /** Where the exercises before it are found: the catalogue, and one's own. */
  shelf: Shelf = CATALOGUE,
): Readiness {
  const { find } = shelf;
  const rung = exercise.rungs[index]!;
  const shut = gate(horse, exercise, rung, index) ?? restsNow(horse, exercise, index, find);
  if (shut) return shut;
  const byStage = stageSays(horse, exercise, index);
  const asked = thresholdsOf(exercise, index).map(([scale, least]) => {
    const known = isScaleKnown(horse, scale);
    const held = holds(horse, scale, least);
    return { scale, least, known, rein: held.rein, p: known ? held.p : byStage };
  });
  // Scales rise and fall together: the weakest link says more than the product of all.
  const weakest = asked.reduce((a, b) => (b.p < a.p ? b : a));
  const shown = hasShown(horse, exercise.id, index);
  const probability = shown ? Math.max(weakest.p, CONFIRMED_PROBABILITY) : weakest.p;
  const missing = exercise.needs.exercises.find((id) => !mayBuildOn(horse, id, find(id)));
  const before = missing === undefined ? undefined : (find(missing)?.name ?? missing);
  const status = statusOf(horse, exercise, index, probability, missing !== undefined);
  const { scale, rein, least } = weakest;
  const level = levelOf(horse, scale, rein);
  const says = weakest.known
    ? `${scale} on the ${rein} rein is ${level.mean.toFixed(1)} ± ${level.sd.toFixed(1)}; it asks ${least.toFixed(1)}`
    : `nothing is known yet; it belongs to stage ${stageOf(exercise, rung)}`;
  const tries = triesOf(horse.done, exercise.id, index);
  const seen = tries.tries > 0 ? `; ${tries.good} of ${tries.tries} tries were good` : '';
  return {
    exercise: exercise.id,
    rung: index,
    status,
    probability,
    level: weakest.known ? { scale, rein, ...level } : null,
    because: missing
      ? `“${before}” comes before it and is not there yet.`
      : `${capital(says)}${seen}.`,
    wouldChange:
      status === 'confirmed'
        ? ''
        : missing
          ? `“${before}” first.`
          : weakest.known
            ? `${capital(scale)} at ${least.toFixed(1)} on the ${rein} rein, or ${GOOD_TRIES} good tries.`
            : 'A first session with marks.',
  };
}

/** Whether an exercise that comes before is there, or need not be: shown, impossible to set up here, plain, or likely by its levels. */
function mayBuildOn(horse: HorseFile, id: string, needed: Exercise | undefined): boolean {
  if (!needed) return true;
  if (horse.done.some((d) => d.exercise === id && d.good > 0)) return true;
  if (needed.equipment.some((e) => !horse.equipment.includes(e))) return true;
  if (needed.stage > horse.stage) return false;
  if (needed.load === 1) return true;
  return thresholdsOf(needed, 0).every(
    ([scale, least]) =>
      !isScaleKnown(horse, scale) || holds(horse, scale, least).p >= IMPROVING_FROM,
  );
}

function statusOf(
  horse: HorseFile,
  exercise: Exercise,
  rung: number,
  probability: number,
  missing: boolean,
): Status {
  // Back to the beginning is always open: the first rung of what costs least.
  const easiest = exercise.load === 1 && rung === 0;
  if (missing) return 'not yet';
  if (probability < IMPROVING_FROM) return easiest ? 'improving' : 'not yet';
  const tries = triesOf(horse.done, exercise.id, rung).tries;
  if (probability >= CONFIRMED_PROBABILITY) return 'confirmed';
  const below = stageOf(exercise, exercise.rungs[rung]!) < horse.stage;
  // With nothing known, what is easy at this stage is taken as begun.
  const asked = thresholdsOf(exercise, rung);
  const begun = exercise.load <= 2 && asked.every(([scale]) => !isScaleKnown(horse, scale));
  return tries > 0 || below || begun ? 'improving' : 'new';
}
