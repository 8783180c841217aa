import type { PlannedPhase } from '../exercises/exercise.ts';
import { linesOf, type Lesson } from '../lesson/document.ts';
import type { Ride } from '../ride/types.ts';
import { worthOf } from './candidates.ts';
import type { Composed } from './compose.ts';
import type { Checked } from './mend.ts';
import { BREAK_MIN, type Frame } from './timing.ts';
import type { Writing } from './writing.ts';

/** Most of what is planned is to be ridden, not talked through: more rounds of what is chosen, as far as the review is silent. */

/** A part that is ridden for this share of its minutes is full. Common practice: talk takes the rest. */
const FULL = 0.9;
/** Less of the work than this is not ridden, if it can be helped. Common practice. */
const LEAST = 0.7;
/** One try adds so much at most, and each part has so many tries. */
const MOST_AT_ONCE = 1.5;
const MOST_TRIES: Readonly<Record<PlannedPhase, number>> = { work: 4, 'warm-up': 2, stretch: 2 };

const shareOf = ({ phases }: Ride, part: PlannedPhase): number => {
  const phase = phases.find((p) => p.name === part);
  return phase?.plannedS ? phase.seconds / phase.plannedS : 1;
};

/**
 * The lesson with more rounds, part by part, as long as nothing is said against it.
 *
 * @param write writes it down otherwise and looks through it
 */
export function filled(
  first: Checked,
  writing: Writing,
  write: (writing: Writing) => Checked,
): Checked {
  let best = first;
  let how = writing;
  for (const part of Object.keys(MOST_TRIES) as PlannedPhase[]) {
    for (const { chosen } of first.composed.sets) {
      const { id, phase } = chosen.candidate;
      const most = how.mostRounds[id];
      if (phase !== part || most === undefined || shareOf(best.ride, part) >= FULL) continue;
      // It was ridden less for the sake of something that may have been given up since.
      const wider = { ...how, mostRounds: { ...how.mostRounds, [id]: most + 1 } };
      const next = write(wider);
      if (next.trouble.length === 0) [best, how] = [next, wider];
    }
    let more = 1;
    for (let i = 0; i < MOST_TRIES[part]; i++) {
      const share = shareOf(best.ride, part);
      if (share >= FULL) break;
      // Rounds are whole: where a little more changed nothing, it takes more.
      more *= Math.min(MOST_AT_ONCE, 1 / share);
      const wider = { ...how, fill: { ...how.fill, [part]: how.fill[part] * more } };
      const next = write(wider);
      if (next.trouble.length > 0) break;
      if (next.ride.totals.seconds <= best.ride.totals.seconds) continue;
      [best, how, more] = [next, wider, 1];
    }
    if (part === 'work') [best, how] = setBySet(best, how, write);
  }
  return best;
}

/** A round more of one thing after the other, what is worth most first: one that is drilled does not stop the others. */
function setBySet(
  first: Checked,
  writing: Writing,
  write: (writing: Writing) => Checked,
): [Checked, Writing] {
  let [best, how] = [first, writing];
  const sets = first.composed.sets
    .map(({ chosen }) => chosen.candidate)
    .filter((c) => c.phase === 'work')
    .sort((a, b) => worthOf(b) - worthOf(a));
  for (const { id } of sets) {
    if (shareOf(best.ride, 'work') >= LEAST) break;
    const wider = { ...how, extra: { ...how.extra, [id]: (how.extra[id] ?? 0) + 1 } };
    const next = write(wider);
    if (next.trouble.length === 0 && next.ride.totals.seconds > best.ride.totals.seconds)
      [best, how] = [next, wider];
  }
  return [best, how];
}

/** Below this share the work is thin, and the minutes of breaks that nobody needs are given to it. */
const THIN = 0.8;

/**
 * Where the work is thin there is room for more: breaks that were reckoned with and do not lie in it; else what is chosen
 * is ridden in less time than was reckoned.
 *
 * @returns the frame, and so many minutes more to choose for
 */
export function roomForMore(
  frame: Frame,
  { composed, ride }: Checked,
): { frame: Frame; moreMin: number } | null {
  const share = shareOf(ride, 'work');
  if (share >= THIN) return null;
  const written = breaksIn(composed.lesson, 'work');
  const spareMin = (frame.breaks - written) * BREAK_MIN;
  if (spareMin > 0) {
    const workMin = frame.workMin + spareMin;
    return { frame: { ...frame, breaks: written, workMin }, moreMin: spareMin };
  }
  const moreMin = share < LEAST ? Math.floor((FULL - share) * frame.workMin) : 0;
  return moreMin > 0 ? { frame, moreMin } : null;
}

/**
 * What is not ridden is not promised: work that stays thin is planned for fewer minutes.
 *
 * @param check looks through the lesson
 */
export function asRidden(look: Checked, check: (composed: Composed) => Checked): Checked {
  const { composed, ride } = look;
  const work = ride.phases.find((p) => p.name === 'work');
  if (!work || shareOf(ride, 'work') >= LEAST) return look;
  const minutes = Math.max(1, Math.floor(work.seconds / 60 / LEAST));
  const items = composed.lesson.items.map((item) =>
    item.kind === 'phase' && item.name === 'work' ? { ...item, minutes } : item,
  );
  const shorter = check({ ...composed, lesson: { ...composed.lesson, items } });
  return shorter.trouble.length === 0 ? shorter : look;
}

function breaksIn({ items }: Lesson, part: PlannedPhase): number {
  const from = items.findIndex((i) => i.kind === 'phase' && i.name === part);
  const after = items.slice(from + 1);
  const end = after.findIndex((i) => i.kind === 'phase');
  return linesOf(after.slice(0, end < 0 ? undefined : end)).filter((line) =>
    line.instructions.some((i) => i.form === 'walkBreak'),
  ).length;
}
