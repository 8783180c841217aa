import type { Exercise } from '../exercises/exercise.ts';
import type { Shelf } from '../exercises/shelf.ts';
import { sitesOf, type Site } from '../exercises/sites.ts';
import { stageOf } from '../exercises/trial.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import type { Item, Lesson, SetMark } from '../lesson/document.ts';
import { allItems, withNewIds } from '../lesson/edits.ts';
import { parseLesson } from '../notation/parse.ts';
import type { TryObservation } from '../observations/observation.ts';
import { compileRide, rideFrom, horseAtPoint, type HorseAtPoint } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { brokenBy } from '../ride/restricted.ts';
import { sameSet, setOf, setMarkOf, setName, setsIn, type SetId } from './marks.ts';
import { changesRein, rideOfPart } from './rideOfSet.ts';

/** A lesson that is being ridden is changed from here on: one exercise takes the place of what is left of a set. */

/** Another set to ride now: harder after three good, easier after two lost. */
export interface Offer {
  readonly because: 'held' | 'lost';
  readonly exercise: Exercise;
  readonly rung: number;
  readonly insteadOf: SetId;
  /** The exercise it stands for. */
  readonly planned: Exercise;
}

/** So often in a row, and the next step may be asked. Common practice. */
const HELD = 3;
/** So often in a row, and it is left. Common practice. */
const LOST = 2;

/**
 * What the tries of the present set call for: its next rung after three that held; after two that were
 * lost the simpler exercise to go back to, or the one that mends it.
 *
 * @param itemId the line that is ridden now
 * @param tries those that stand, in their order
 */
export function offersFor(
  lesson: Lesson,
  itemId: string,
  tries: readonly TryObservation[],
  horse: HorseProfile,
  { find }: Shelf,
): Offer[] {
  const sets = setsIn(lesson);
  const insteadOf = sets.get(itemId);
  const exercise = insteadOf && find(insteadOf.exercise);
  if (!insteadOf || !exercise) return [];
  const other = tries.findLastIndex((t) => !sameSet(sets.get(t.itemId), insteadOf));
  const results = tries.slice(other + 1).map((t) => t.result);
  const all = (result: TryObservation['result'], often: number) =>
    results.length >= often && results.slice(-often).every((r) => r === result);
  if (all('good', HELD)) {
    const rung = insteadOf.rung + 1;
    const next = exercise.rungs[rung];
    return next && stageOf(exercise, next) <= horse.stage
      ? [{ because: 'held', exercise, rung, insteadOf, planned: exercise }]
      : [];
  }
  if (!all('lost', LOST)) return [];
  return [exercise.parent, exercise.repair].flatMap((id): Offer[] => {
    const easier = id === null ? undefined : find(id);
    return easier
      ? [{ because: 'lost', exercise: easier, rung: 0, insteadOf, planned: exercise }]
      : [];
  });
}

export interface Swapped {
  readonly lesson: Lesson;
  /** The first line of what is ridden instead. */
  readonly itemId: string;
  /** The set that is offered, ridden from where the horse is then. */
  readonly ride: Ride;
}

/**
 * The lesson with an offer in place of what is left of the set after the present line; that line stays, for
 * it has been ridden. Null where there is no place for it from here.
 */
export function swapIn(
  lesson: Lesson,
  itemId: string,
  offer: Offer,
  horse: HorseProfile,
  newId: () => string,
): Swapped | null {
  const { items } = lesson;
  const here = items.findIndex((item) => allItems([item]).some((i) => i.id === itemId));
  if (here < 0) return null;
  const sets = setsIn(lesson);
  const after = items.findIndex(
    (item, i) => i > here && !sameSet(sets.get(item.id), offer.insteadOf),
  );
  const end = after < 0 ? items.length : after;
  const rest = items.slice(end);
  const most = compileRide(lesson, horse).faults.length;
  // Once on this rein, and again wherever the set changed the rein.
  const parts = [null, ...items.slice(here + 1, end).filter(changesRein)];
  const lay = (ridden: readonly Item[], open: typeof parts): Item[] | null => {
    const [part, ...others] = open;
    if (part === undefined) {
      // It must also lead to what comes after it.
      const whole = [...ridden, ...rest];
      return compileRide({ ...lesson, items: whole }, horse).faults.length > most ? null : whole;
    }
    const before = part ? [...ridden, part] : ridden;
    const standing = horseAtPoint({ ...lesson, items: [...before] }, 'end', horse);
    for (const own of nearest(offer, standing)) {
      const whole = lay([...before, ...own.map((item) => withNewIds(item, newId))], others);
      if (whole) return whole;
    }
    return null;
  };
  const whole = lay(items.slice(0, here + 1), parts);
  const first = whole?.slice(here + 1).find((item) => item.kind === 'line');
  if (!whole || !first) return null;
  const made: Lesson = { ...lesson, items: whole };
  const ride = rideOfPart(made, here + 1, horse);
  return { lesson: made, itemId: first.id, ride };
}

/** So many places are tried for each part. */
const MOST_PLACES = 6;

/** The offer on this rein wherever it is ridden without a fault, what is reached soonest first. */
function nearest({ exercise, rung, insteadOf, planned }: Offer, standing: HorseAtPoint): Item[][] {
  const { arena, horse, rider } = standing;
  const found = sitesOf(exercise, exercise.rungs[rung]!, arena).flatMap((site) => {
    if (rider.course.kind === 'track' && site.rein !== rider.course.rein) return [];
    const items = itemsOf(site, setMarkOf(exercise, rung), insteadOf, planned);
    const ride = rideFrom(standing, items);
    if (ride.faults.length > 0) return [];
    if (horse.restrictions?.some((r) => brokenBy(ride, r))) return [];
    const [way] = ride.movements;
    return [{ items, awayM: way?.act === -1 ? way.metres : 0 }];
  });
  found.sort((x, y) => x.awayM - y.awayM);
  return found.slice(0, MOST_PLACES).map(({ items }) => items);
}

const INSTEAD = /^\s*instead of ([a-z0-9-]+) (\d+)(?::|$)/;

/** The lines of a site, marked as the set they are and the one they stand for. */
function itemsOf(site: Site, set: SetMark, insteadOf: SetId, planned: Exercise): Item[] {
  const name = setName(planned, insteadOf.rung);
  const before = [` instead of ${planned.id} ${insteadOf.rung + 1}: ${name}`];
  return parseLesson(site.text).lesson.items.map((item, i) =>
    i === 0 ? { ...item, set, before } : item,
  ) as Item[];
}

/** The sets that were exchanged in a lesson, in its order; each once. */
export function swapsIn(lesson: Lesson): { planned: SetId; ridden: SetId }[] {
  const found = new Map<string, { planned: SetId; ridden: SetId }>();
  for (const item of allItems(lesson.items)) {
    const ridden = setOf(item);
    const [, exercise, rung] =
      item.before?.map((c) => INSTEAD.exec(c)).find((m) => m !== null) ?? [];
    if (!ridden || !exercise) continue;
    const planned = { exercise, rung: Number(rung) - 1 };
    found.set(JSON.stringify([planned, ridden]), { planned, ridden });
  }
  return [...found.values()];
}
