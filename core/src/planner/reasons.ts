import type { Rein } from '../arena/rein.ts';
import { givenTo } from '../exercises/faculties.ts';
import type { Shelf } from '../exercises/shelf.ts';
import { worthOf, type Candidate, type OnOffer } from './candidates.ts';
import type { WrittenSet } from './compose.ts';
import { levelOf, shelfOf, type PlanRequest } from './request.ts';
import type { Selection } from './selection.ts';
import { isRelated } from './thread.ts';
import { givesSaid, takesSaid } from './said.ts';
import type { Readiness, Status } from './readiness.ts';

/** Another exercise that could stand in the place of a set, and what that costs. */
export interface Alternative {
  readonly exercise: string;
  readonly name: string;
  readonly rung: number;
  /** Worth lost, in the objective's own unit; never negative. */
  readonly costs: number;
}

/** A set of the plan with its reasons. */
export interface PlannedSet {
  readonly exercise: string;
  readonly name: string;
  /** From 1, as the ladder is counted. */
  readonly rung: number;
  readonly rungName: string;
  readonly phase: string;
  readonly minutes: number;
  readonly left: number;
  readonly right: number;
  /** The rein it begins on. */
  readonly rein: Rein;
  readonly status: Status;
  /** The level that decides how far the horse is with it; null where none is known. */
  readonly level: Readiness['level'];
  readonly why: string;
  /** A sentence: what it takes from the set before. */
  readonly takes: string;
  /** A sentence: what it gives to the next set; null where that is another matter. */
  readonly gives: string | null;
  /** The sign to move on. */
  readonly moveOnWhen: string;
  readonly leaveWhen: string;
  /** It says when to stop, rather than when it was good enough. */
  readonly stops?: true;
  /** The name of the exercise that mends it. */
  readonly repair: string | null;
  readonly cautions: readonly string[];
  readonly alternatives: readonly Alternative[];
}

export interface LeftOut {
  readonly exercise: string;
  readonly name: string;
  readonly why: string;
}

export function plannedSet(
  { chosen, why, firstRein }: WrittenSet,
  before: WrittenSet | undefined,
  after: WrittenSet | undefined,
  { nameOf }: Shelf,
  shelf: OnOffer,
  selection: Selection,
): PlannedSet {
  const { candidate: c, minutes } = chosen;
  const { exercise, readiness } = c;
  return {
    exercise: exercise.id,
    name: exercise.name,
    rung: c.rung + 1,
    rungName: exercise.rungs[c.rung]!.name,
    phase: c.phase,
    minutes: minutes.left + minutes.right,
    left: minutes.left,
    right: minutes.right,
    rein: firstRein,
    status: readiness.status,
    level: readiness.level,
    why: `${why}. ${readiness.because}`,
    takes: takesSaid(exercise, before?.chosen.candidate.exercise),
    gives: givesSaid(exercise, after?.chosen.candidate.exercise),
    moveOnWhen: `${exercise.good.measure}: ${exercise.good.threshold}`,
    leaveWhen: exercise.leaveWhen,
    ...(exercise.stops && { stops: true as const }),
    repair: exercise.repair === null ? null : nameOf(exercise.repair),
    cautions: exercise.cautions,
    alternatives: alternativesTo(c, minutes, shelf, selection),
  };
}

/** How well one can stand in for another: 2 where it gives to the same, 1 for the same scale, else 0. */
const likeness = (o: Candidate, c: Candidate): number =>
  givenTo(o.exercise, c.exercise) ? 2 : o.forScale === c.forScale ? 1 : 0;

const worthFor = (c: Candidate, { left, right }: Readonly<Record<Rein, number>>): number =>
  c.worth.left * left + c.worth.right * right;

/** Two that would serve the same part of the lesson, the cheapest first. */
function alternativesTo(
  c: Candidate,
  minutes: Readonly<Record<Rein, number>>,
  { candidates }: OnOffer,
  { chosen }: Selection,
): Alternative[] {
  const taken = new Set(chosen.map((s) => s.candidate.exercise.id));
  const seen = new Set<string>();
  return candidates
    .filter((o) => o.phase === c.phase && !taken.has(o.exercise.id))
    .filter((o) => o.readiness.status !== 'new' || c.readiness.status === 'new')
    .map((o) => ({ o, same: likeness(o, c), is: worthFor(o, minutes) }))
    .sort((a, b) => b.same - a.same || b.is - a.is)
    .filter(({ o }) => !seen.has(o.exercise.id) && seen.add(o.exercise.id))
    .slice(0, 2)
    .map(({ o, is }) => ({
      exercise: o.exercise.id,
      name: o.exercise.name,
      rung: o.rung + 1,
      costs: Math.max(0, Math.round((worthFor(c, minutes) - is) * 100) / 100),
    }));
}

const MOST_LEFT_OUT = 12;

/** Exercises that were left out, with the reason: those not wanted today, those not ready, those worth less today. */
export function leftOutOf(
  request: PlanRequest,
  { candidates, shut }: OnOffer,
  { chosen }: Selection,
): LeftOut[] {
  const taken = new Set(chosen.map((s) => s.candidate.exercise.id));
  const { horse, wishes } = request;
  const { find, nameOf } = shelfOf(request);
  const asked = wishes.notToday.map((exercise) => ({
    exercise,
    name: nameOf(exercise),
    why: 'Not today, as you said.',
  }));
  const nearlyReady = shut
    .filter((r) => find(r.exercise)?.stage === horse.stage)
    .map((r) => ({
      exercise: r.exercise,
      name: nameOf(r.exercise),
      why: r.wouldChange ? `${r.because} What would change it: ${r.wouldChange}` : r.because,
    }));
  const best = new Map<string, Candidate>();
  for (const c of candidates) {
    const known = best.get(c.exercise.id);
    if (!taken.has(c.exercise.id) && (!known || c.worth.left > known.worth.left))
      best.set(c.exercise.id, c);
  }
  const less = [...best.values()]
    .sort((a, b) => worthOf(b) - worthOf(a))
    .map((c) => ({
      exercise: c.exercise.id,
      name: c.exercise.name,
      why: whyLess(c, chosen, horse),
    }));
  return [...asked, ...nearlyReady.slice(0, MOST_LEFT_OUT / 2), ...less].slice(
    0,
    asked.length + MOST_LEFT_OUT,
  );
}

/** The same is only what belongs together; else it is worth less, or not of this day. */
function lessThan(c: Candidate, rival: Candidate): string {
  const name = `“${rival.exercise.name}”`;
  if (isRelated(c.exercise, rival.exercise))
    return `${name} is of the same kind, and nearer today.`;
  const percent = Math.round(100 * (1 - worthOf(c) / Math.max(1e-9, worthOf(rival))));
  return percent > 0
    ? `For ${c.forScale} it is worth ${percent} % less today than ${name}.`
    : `For ${c.forScale} ${name} goes better with the rest of the day.`;
}

function whyLess(c: Candidate, chosen: Selection['chosen'], horse: PlanRequest['horse']): string {
  if (c.readiness.status === 'new' && chosen.some((s) => s.candidate.readiness.status === 'new'))
    return 'One new thing a day is enough.';
  const rival = chosen.find((s) => s.candidate.forScale === c.forScale);
  if (rival) return lessThan(c, rival.candidate);
  const { mean } = levelOf(horse, c.forScale, 'left');
  return `${c.forScale.charAt(0).toUpperCase()}${c.forScale.slice(1)} (${mean.toFixed(1)}) comes after the scales below it, or needs more time.`;
}
