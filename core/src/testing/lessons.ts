import { compileRide } from '../ride/compile.ts';
import { ANY_HORSE, type HorseProfile } from '../gaits/horse.ts';
import { parseLesson } from '../notation/parse.ts';
import { reviewLesson } from '../review/review.ts';
import type { Ride, RiddenMovement } from '../ride/types.ts';

/** Shared by tests: read, compile and review a text in one go. */

export const PAPER = 'arena 20x60 inset 0\ncorners 0\n';
export const SHORT_PAPER = 'arena 20x40 inset 0\ncorners 0\n';

export function rideOf(text: string, horse: HorseProfile = ANY_HORSE): Ride {
  return compileRide(parseLesson(text).lesson, horse);
}

/** The movement of a kind that has some length, or the last one of it. */
export function movementOf(ride: Ride, kind: string): RiddenMovement {
  const all = ride.movements.filter((m) => m.kind === kind);
  const found = all.find((m) => m.metres > 0) ?? all.at(-1);
  if (!found) {
    const kinds = ride.movements.map((m) => m.kind).join(', ');
    throw new Error(`No movement of kind ${kind}; there are: ${kinds}`);
  }
  return found;
}

export function findingsOf(text: string, horse: HorseProfile = ANY_HORSE) {
  const parsed = parseLesson(text);
  const ride = compileRide(parsed.lesson, horse);
  return reviewLesson(parsed.lesson, ride, parsed);
}

export const codesOf = (text: string, horse: HorseProfile = ANY_HORSE): string[] =>
  findingsOf(text, horse).map((finding) => finding.code);

/** The sheets of the shorthand's own description, and a whole lesson. */
export const SHEETS = {
  beginner: `arena 20x40
enter A trot working
X halt 4 s, salute, proceed trot working
C track right
B circle right 20
K-X-M change rein
H/E canter left
A circle left 20
B/M trot working
C walk medium
E-F walk free, long rein
F walk medium, retake
E turn right
B track right
A trot working, circle right 20, stretch
A centre line
G halt, salute
leave A
`,
  lesson: `lesson "Loosen, then straighten"
# for a windy day
arena 20x60
horse "Tansy"
approach stretch-first
start A walk medium left

phase warm-up 12 min
go large x2
A trot working
C circle left 20 x2 -- let her look, keep the beat
H-X-F change rein  # the long way
B circle right 20
K-H loop 5

phase work 18 min
repeat 3 {
  A centre line
  # look up
  C track left
  E half circle left 10 return H
  M-X-K change rein
}
walk break 2 min
A trot working, circle left 20 x2, stretch
H-X-F change rein
A circle right 20
phase cool-down 6 min
C walk free, long rein
go large for 5 min
A halt 4 s, salute
`,
} as const;
