import { LONG_ARENA } from '../arena/arena.ts';
import { MOVING_GAITS, usualPace, type Gait } from '../gaits/paces.ts';
import type { Stage } from '../gaits/stage.ts';
import { formOf, kindsThat, WAYS } from '../lesson/forms.ts';
import { linesOf, type Lesson } from '../lesson/document.ts';
import { parseLesson } from '../notation/parse.ts';
import { SCALES } from '../scales.ts';
import { demandsOf } from '../sheet/demands.ts';
import type { SheetBox } from '../sheet/sheet.ts';
import type { Ride } from '../ride/types.ts';
import { isRepair } from './catalogue.ts';
import { plannedPhases, type Exercise } from './exercise.ts';
import { firstSite } from './sites.ts';

/** Where one goes and how one goes on says little of what is asked. */
const SAYS_LITTLE: ReadonlySet<string> = new Set([
  ...WAYS,
  ...kindsThat((form) => form.aside ?? form.ceremony),
]);

/** The kinds of instructions in some lines; a pace with its name. */
function kindsOf(lines: readonly Lesson['items'][number][]): ReadonlySet<string> {
  const kinds = linesOf(lines).flatMap(({ instructions }) =>
    instructions.map(({ form, params }) => {
      const gait = MOVING_GAITS.find((g) => g === form);
      return gait ? `${gait} ${String(params['pace'] ?? usualPace(gait))}` : formOf(form).kind;
    }),
  );
  return new Set(kinds.filter((kind) => !SAYS_LITTLE.has(kind)));
}

const ofExercises = new WeakMap<Exercise, ReadonlySet<string>>();

function kindsOfExercise(exercise: Exercise): ReadonlySet<string> {
  const known = ofExercises.get(exercise);
  if (known) return known;
  // The last rung is what it leads to.
  const site = firstSite(exercise, exercise.rungs.at(-1)!, LONG_ARENA);
  const kinds = site ? kindsOf(parseLesson(site.text).lesson.items) : new Set<string>();
  ofExercises.set(exercise, kinds);
  return kinds;
}

/** Weight of a kind: the fewer exercises ask it, the more it says. ln(all ÷ those that ask it). */
function rarity(shelf: readonly Exercise[]): (kind: string) => number {
  const asked = new Map<string, number>();
  for (const exercise of shelf) {
    for (const kind of kindsOfExercise(exercise)) asked.set(kind, (asked.get(kind) ?? 0) + 1);
  }
  return (kind) => Math.log(shelf.length / (asked.get(kind) ?? 1));
}

/** The share of two sets that is common to both, the rare counting more. */
function common(
  a: ReadonlySet<string>,
  b: ReadonlySet<string>,
  weight: (kind: string) => number,
): number {
  const sum = (kinds: Iterable<string>) => [...kinds].reduce((total, k) => total + weight(k), 0);
  const both = sum([...a].filter((kind) => b.has(kind)));
  return both === 0 ? 0 : both / sum(new Set([...a, ...b]));
}

/** Movements in common count for more than scales in common. Common practice. */
const KINDS_COUNT = 2;
const GAIT_COUNTS = 0.5;

/** The gait most of a box is ridden in. */
function gaitOf({ itemIds }: SheetBox, { movements }: Ride): Gait | null {
  const own = movements.filter((m) => itemIds.includes(m.itemId) && m.act !== -1);
  const last = own.reduce<(typeof own)[number] | null>(
    (most, m) => (most && most.seconds >= m.seconds ? most : m),
    null,
  );
  return last?.gait ?? null;
}

/**
 * The exercise that trains a box: it shares its movements, and the scales it shows.
 *
 * @returns null when nothing on the shelf up to the stage shares a movement with it
 */
export function exerciseForBox(
  box: SheetBox,
  document: Lesson,
  ride: Ride,
  stage: Stage,
  shelf: readonly Exercise[],
): Exercise | null {
  const own = new Set(box.itemIds);
  const kinds = kindsOf(linesOf(document.items).filter((line) => own.has(line.id)));
  const demands = demandsOf(box, ride);
  const weight = rarity(shelf);
  const gait = gaitOf(box, ride);
  let best: { exercise: Exercise; worth: number } | null = null;
  for (const exercise of shelf) {
    const { gaits } = exercise;
    if (exercise.stage > stage || plannedPhases(exercise).length === 0 || isRepair(exercise))
      continue;
    const shared = common(kinds, kindsOfExercise(exercise), weight);
    if (shared === 0) continue;
    const builds = SCALES.map((scale) => exercise.builds[scale] ?? 0);
    const total = builds.reduce((sum, b) => sum + b, 0);
    const scales = SCALES.reduce((sum, scale, i) => sum + demands[scale] * (builds[i]! / total), 0);
    const worth = KINDS_COUNT * shared + scales + (gaits.some((g) => g === gait) ? GAIT_COUNTS : 0);
    if (!best || worth > best.worth) best = { exercise, worth };
  }
  return best?.exercise ?? null;
}
