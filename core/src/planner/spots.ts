import type { Arena } from '../arena/arena.ts';
import { otherRein, type Rein } from '../arena/rein.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { firstSite, sitesOf } from '../exercises/sites.ts';
import { cameAcross, leavesAcross, rideOfSite, tryOut } from '../exercises/trial.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import type { Restriction } from '../gaits/restriction.ts';
import { brokenBy } from '../ride/restricted.ts';
import { lastTransition, transitionKey, transitionsAt } from '../ride/transitions.ts';
import type { Ride } from '../ride/types.ts';
import { canterShareOf, difficultyOf, type Difficulty } from './difficulty.ts';
import { askedIn, type Repeated } from './drill.ts';
import type { Spot } from './placement.ts';
import { profileOfFile, type PlanRequest } from './request.ts';
import { trackOf } from './track.ts';

/** The spots of a rung, and how long one round lasts. */
export interface RungSpots {
  readonly spots: readonly Spot[];
  readonly seconds: number;
  /** The gait a round ends in. */
  readonly endsIn: 'walk' | 'trot';
}

const of = <T>(found: T | null): T[] => (found ? [found] : []);

/** Every place where this horse can ride a rung without a warning, with where it ends on the track. */
export function spotsOf(
  exercise: Exercise,
  index: number,
  arena: Arena,
  horse: HorseProfile,
): RungSpots {
  const track = trackOf(arena);
  let seconds = 0;
  let endsIn: RungSpots['endsIn'] = 'trot';
  const spots = sitesOf(exercise, exercise.rungs[index]!, arena).flatMap((site): Spot[] => {
    const { ride, findings, end } = tryOut(site, arena, horse);
    if (findings.some((f) => f.level !== 'hint')) return [];
    seconds = ridden(ride);
    endsIn = end.riding.gait === 'walk' ? 'walk' : 'trot';
    return [
      {
        ...site,
        entry: track.letter(site.at),
        exit: track.placeOf(end.at),
        transitions: [...transitionsAt(ride), ...of(lastTransition(ride, end))].map(transitionKey),
        ...(leavesAcross(site, arena, horse) && { leavesAcross: true }),
        ...(cameAcross(end) && { comesAcross: true }),
      },
    ];
  });
  return { spots, seconds, endsIn };
}

/** One round of a rung: how long, how hard, and how much of it in canter. */
export interface Round {
  /** From its first letter on. */
  readonly seconds: number;
  readonly difficulty: Difficulty;
  readonly canterShare: number;
  /** The dated limit it breaks, if any. */
  readonly breaks: Restriction | null;
  readonly asked: readonly Repeated[];
}

/** The choice asks this of everything on the shelf. */
export function roundOf({ horse, wishes }: PlanRequest, exercise: Exercise, index: number): Round {
  const rung = exercise.rungs[index]!;
  const site = firstSite(exercise, rung, wishes.arena);
  if (!site) return { seconds: 60, difficulty: 'asked', canterShare: 0, breaks: null, asked: [] };
  const ride = rideOfSite(site, wishes.arena, profileOfFile(horse));
  const seconds = ridden(ride);
  const canterShare = Math.min(1, (canterShareOf(ride) * ride.totals.seconds) / seconds);
  const breaks = horse.limits.dated?.find((r) => brokenBy(ride, r)) ?? null;
  const free = (rung.at ?? exercise.at).length > 1 ? site.at : null;
  return {
    seconds,
    difficulty: difficultyOf(ride),
    canterShare,
    breaks,
    asked: askedIn(ride, free),
  };
}

const ridden = ({ movements, totals }: Ride): number =>
  totals.seconds - (movements[0]?.act === -1 ? movements[0].seconds : 0);

/** Across the school on the long diagonals: on either rein, from either end. */
export function reinChangesOf(arena: Arena): Spot[] {
  const track = trackOf(arena);
  const across = (rein: Rein, from: string, to: string): Spot => ({
    rein,
    at: from,
    entry: track.letter(from),
    exit: track.letter(to),
    text: `${from}-X-${to} change rein`,
  });
  return [
    across('left', 'H', 'F'),
    across('left', 'F', 'H'),
    across(otherRein('left'), 'M', 'K'),
    across(otherRein('left'), 'K', 'M'),
  ];
}
