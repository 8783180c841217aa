import type { Arena } from '../arena/arena.ts';
import { PLANNED_PHASES, type PlannedPhase } from '../exercises/exercise.ts';
import { CATALOGUE, type Shelf } from '../exercises/shelf.ts';
import { sitesOf } from '../exercises/sites.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import { arenaOf } from '../lesson/arenaOf.ts';
import type { Item, Lesson } from '../lesson/document.ts';
import { printItem, printLesson } from '../notation/print.ts';
import { compileRide, horseAtPoint } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { setOf, type SetId } from './marks.ts';
import type { Kept } from './request.ts';
import { trackOf } from './track.ts';

/** A run of lines that belong together: a set of the plan, or lines of the instructor's own. */
interface Block {
  readonly mark: SetId | null;
  readonly phase: PlannedPhase;
  readonly items: readonly Item[];
}

/** Lines the planner puts between the sets: they are left out of what is kept, and written anew. */
const BETWEEN =
  /^([A-Z]-X-[A-Z] ([a-z ]*, )?change rein|[A-Z] (canter working, go large|go large, (canter|trot) working(, rising)?|trot working(, rising, go large)?)|walk break .*|(walk medium, |trot working, )?go large( x\d)?|walk (free|medium).*go large for .*)$/;

const bare = (item: Item): string =>
  item.kind === 'line' ? printItem({ ...item, note: undefined } as Item) : printItem(item);

/** The lines of a plan that were changed by hand since, to be kept when the rest is planned anew. */
export function keptIn(lesson: Lesson, horse: HorseProfile, shelf = CATALOGUE): Kept[] {
  const arena = arenaOf(lesson);
  const ride = compileRide(lesson, horse);
  return blocksOf(lesson)
    .filter((block) => isByHand(block, arena, shelf))
    .flatMap((block) => keptOf(block, lesson, arena, horse, ride) ?? []);
}

function blocksOf(lesson: Lesson): Block[] {
  const blocks: { mark: SetId | null; phase: PlannedPhase; items: Item[] }[] = [];
  let phase: PlannedPhase | null = null;
  let open: SetId | null = null;
  // Changes of rein and breaks belong to a block when it goes on after them.
  let pending: Item[] = [];
  for (const item of lesson.items) {
    if (item.kind === 'phase') {
      phase = PLANNED_PHASES.find((p) => p === item.name) ?? null;
      open = null;
      pending = [];
      continue;
    }
    const mark = setOf(item);
    if (mark) open = mark;
    const between = item.kind === 'line' && BETWEEN.test(bare(item));
    if (phase === null) continue;
    if (between && !mark) {
      pending.push(item);
      continue;
    }
    const last = blocks.at(-1);
    const same =
      last?.phase === phase &&
      last.mark?.exercise === open?.exercise &&
      last.mark?.rung === open?.rung;
    if (same) last.items.push(...pending, item);
    else blocks.push({ mark: open, phase, items: [item] });
    pending = [];
  }
  return blocks;
}

/** Whether a block holds a line that the planner would not have written for its set. */
function isByHand({ mark, items }: Block, arena: Arena, { find }: Shelf): boolean {
  if (!mark) return true;
  const exercise = find(mark.exercise);
  const rung = exercise?.rungs[mark.rung];
  if (!exercise || !rung) return true;
  const known = new Set(sitesOf(exercise, rung, arena).flatMap((s) => s.text.split('\n')));
  return items.some((item) => !known.has(bare(item)) && !BETWEEN.test(bare(item)));
}

function keptOf(
  { mark, phase, items }: Block,
  lesson: Lesson,
  arena: Arena,
  horse: HorseProfile,
  ride: Ride,
): Kept | null {
  const ids = new Set(items.map((i) => i.id));
  const ridden = ride.movements.filter((m) => ids.has(m.itemId) && m.round === 1);
  const first = ridden.find((m) => m.act !== -1);
  if (!first) return null;
  const track = trackOf(arena);
  // The rein it is come to on: a circle may be ridden to the other side.
  const begin = horseAtPoint(lesson, { before: items[0]!.id }, horse).rider;
  const end = horseAtPoint(lesson, { after: items.at(-1)!.id }, horse).rider;
  const seconds = ridden.reduce((sum, m) => sum + m.seconds, 0);
  const part: Lesson = { version: lesson.version, items: [...items] };
  return {
    exercise: mark?.exercise ?? null,
    rung: mark?.rung ?? 0,
    phase,
    minutes: Math.max(1, Math.ceil(seconds / 60)),
    text: printLesson(part).trim(),
    from: {
      at: /\b[A-Z]\b/.exec(bare(items[0]!))?.[0] ?? '',
      rein: begin.riding.rein,
      place: track.placeOf(first.from),
    },
    to: { rein: end.riding.rein, place: track.placeOf(end.at) },
  };
}
