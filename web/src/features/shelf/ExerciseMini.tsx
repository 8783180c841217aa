import { LONG_ARENA, SHORT_ARENA } from '@canter-book/core/arena/arena';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import { firstSite } from '@canter-book/core/exercises/sites';
import { horseFor, rideOfSite } from '@canter-book/core/exercises/trial';
import type { Ride } from '@canter-book/core/ride/types';
import { MiniArena } from '../arena/MiniArena.tsx';

const known = new WeakMap<Exercise, Ride | null>();

/** An exercise as it is first ridden, once worked out. */
function rideOfExercise(exercise: Exercise): Ride | null {
  const found = known.get(exercise);
  if (found !== undefined) return found;
  const [rung] = exercise.rungs;
  let ride: Ride | null = null;
  for (const arena of rung ? [LONG_ARENA, SHORT_ARENA] : []) {
    const site = firstSite(exercise, rung!, arena);
    if (!site) continue;
    ride = rideOfSite(site, arena, horseFor(exercise, rung!));
    break;
  }
  known.set(exercise, ride);
  return ride;
}

/** An exercise in a small arena. */
export const ExerciseMini = ({
  exercise,
  className,
}: {
  exercise: Exercise;
  className?: string;
}) => (
  <MiniArena
    arena={LONG_ARENA}
    ride={() => rideOfExercise(exercise)}
    label={`${exercise.name}, drawn`}
    {...(className && { className })}
  />
);
