import { REINS } from '../arena/rein.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { isGreen } from '../gaits/horse.ts';
import { printLesson } from '../notation/print.ts';
import { candidatesOf, type Candidate, type OnOffer } from './candidates.ts';
import { compose, spotsFor } from './compose.ts';
import type { Focus } from './focus.ts';
import type { Solve } from './integer.ts';
import {
  checked,
  KEY,
  LEAST_MIN,
  mend,
  oneOfEachKind,
  squeezed,
  stretched,
  trimmed,
  widened,
  type Checked,
  type Trouble,
} from './mend.ts';
import { NoLesson, otherWishes, whyNoLesson, type WayOut } from './noLesson.ts';
import { notesOf } from './notes.ts';
import type { SpotsOf } from './pen.ts';
import { leftOutOf, plannedSet, type LeftOut, type PlannedSet } from './reasons.ts';
import { onTheDay, profileOfFile, shelfOf, type PlanRequest } from './request.ts';
import { select, type Selection } from './selection.ts';
import { asRidden, filled, roomForMore } from './fill.ts';
import { frameOf, roomIn, type Frame } from './timing.ts';
import { aimFor, aimOf, aimSaid, forAim, otherAims, type Aim } from './thread.ts';
import { USUAL_WRITING, type Writing } from './writing.ts';

/** A lesson proposed, with its reasons. */
export interface Plan {
  /** In shorthand. */
  readonly lesson: string;
  /** The aim of the day; null where it is for going as such. */
  readonly aim: Aim | null;
  /** Other aims it could have. */
  readonly otherAims: readonly Aim[];
  readonly sets: readonly PlannedSet[];
  readonly leftOut: readonly LeftOut[];
  readonly objective: number;
  /** Share by which the choice may lie below the best one. */
  readonly gap: number;
  /** Sentences on wishes that could not be kept, and cautions. */
  readonly notes: readonly string[];
}

export interface PlanOptions {
  readonly gap?: number;
  readonly seconds?: number;
  /** Rounds of mending before it is given up. */
  readonly mends?: number;
  /** Told what is being done; a plan is stopped by throwing here. */
  progress?(doing: string): void;
}

/** The gap at which the aim is read off: it is clear long before the best choice is proved. */
const AIM_GAP = 0.1;
/** Whether there is a lesson at all is known from any choice. */
const QUICK_GAP = 0.1;
/** A horse that has just begun has no single thing to learn: it learns to go. Common practice. */
const AIMS_FROM = 3;

/** Rounds of writing, looking through and mending before a set is given up. */
const MOST_MENDS = 40;
/** There is a lesson already: so many rounds for a fuller one, and so many choices. */
const MORE_TRIES = 6;
const MORE_CHOICES = 2;

/**
 * Plans a lesson: chooses (integer programme), places (shortest path), writes, and has the review look
 * through it; what it finds is mended, until it has nothing above a hint to say. Same input, same plan.
 *
 * @throws NoLesson when what was asked for does not go together; see {@link waysOut}
 */
export async function planLesson(
  asked: PlanRequest,
  solve: Solve,
  { gap = 0.01, seconds = 20, mends = MOST_MENDS, progress }: PlanOptions = {},
): Promise<Plan> {
  const request = onTheDay(asked);
  const { horse, wishes } = request;
  progress?.('Looking at what is ready');
  const shelf = candidatesOf(request);
  let frame = frameOf(request);
  const spots = spotsFor(request);
  const options = { gap, seconds, seed: wishes.seed };
  const banned = new Set<string>();
  const green = isGreen(profileOfFile(horse));
  let writing: Writing = { ...USUAL_WRITING, straighten: green ? 1 : 0 };
  // What is chosen for; the minutes of the lesson stay as they are.
  let room = roomIn(frame, wishes.kept);
  let selection: Selection | null = null;
  let aim = await aimOfDay(shelf, request, room, solve, options);
  let last: readonly Trouble[] = [];
  let found: Found | null = null;
  let moreChoices = 0;
  let left = mends;
  for (; left > 0; left--) {
    if (!selection) {
      if (found && moreChoices++ === MORE_CHOICES) break;
      progress?.('Choosing the exercises');
      selection = await selectRideable(aim, shelf, banned, request, room, solve, options, spots);
      // What could not be laid down or ridden today is no aim: then it is what came in its place.
      const taken = selection.chosen.map((c) => c.candidate.exercise.id);
      if (aim && !taken.includes(aim.id)) aim = aimInstead(selection, wishes.focus);
    }
    progress?.('Laying them in the arena');
    const [chosen, forAim, within] = [selection, aim, frame];
    const write = (how: Writing) =>
      checked(compose(request, within, chosen, spots, how, forAim), request);
    const look = write(writing);
    if (look.trouble.length === 0) {
      const best = longer(found, { selection, aim, look: filled(look, writing, write) });
      const wider = found ? null : roomForMore(frame, best.look);
      if (!wider) return finished(request, shelf, best);
      // Once more, with the minutes that nothing is ridden in.
      found = best;
      room = { ...room, workMin: room.workMin + wider.moreMin };
      frame = wider.frame;
      selection = null;
      left = Math.min(left, MORE_TRIES + 1);
      continue;
    }
    last = look.trouble;
    progress?.('Checking the lesson');
    // The choice is made again only where it would be another: a wider part is only written otherwise.
    const chosenFor = { room, banned: banned.size };
    ({ writing, frame, room } = mendEach(look, { writing, frame, room, banned }));
    if (room !== chosenFor.room || banned.size !== chosenFor.banned) selection = null;
  }
  if (found) return finished(request, shelf, found);
  throw new NoLesson(whyNoLesson(request, last));
}

/** A selection while it is mended, and the sets that were banned from it. */
interface Mendable {
  readonly writing: Writing;
  readonly frame: Frame;
  readonly room: Frame;
  readonly banned: Set<string>;
}

/** Mends one trouble of each kind that was found. */
function mendEach({ trouble, composed }: Checked, { banned, ...was }: Mendable) {
  let { writing, frame, room } = was;
  for (const one of oneOfEachKind(trouble)) {
    const { writing: other, ban, squeeze, by = 1, trim } = mend(one, composed, writing);
    writing = other ?? writing;
    if (ban) banned.add(ban);
    if (squeeze === 'stretch') frame = stretched(frame);
    else if (squeeze && room[KEY[squeeze]] <= LEAST_MIN) frame = widened(frame, squeeze);
    else if (squeeze) room = squeezed(room, squeeze, by);
    if (trim) frame = trimmed(frame, trim);
  }
  return { writing, frame, room };
}

/** A choice that was written down and found right. */
interface Found {
  readonly selection: Selection;
  readonly aim: Exercise | null;
  readonly look: Checked;
}

/** More of the lesson is ridden, for the same aim. */
const longer = (a: Found | null, b: Found): Found =>
  a && (a.aim !== b.aim || a.look.ride.totals.seconds >= b.look.ride.totals.seconds) ? a : b;

const MOST_WAYS_OUT = 3;

/** Wishes that could be made instead; each was tried, and there is a lesson for it. */
export async function waysOut(
  request: PlanRequest,
  solve: Solve,
  options: PlanOptions = {},
): Promise<WayOut[]> {
  const found: WayOut[] = [];
  const { progress, ...quiet } = options;
  progress?.('Looking for what would work');
  for (const way of otherWishes(request)) {
    if (found.length === MOST_WAYS_OUT) break;
    const asked = { ...request, wishes: { ...request.wishes, ...way.change } };
    try {
      await planLesson(asked, solve, { ...quiet, gap: QUICK_GAP });
      found.push(way);
    } catch (error) {
      if (!(error instanceof NoLesson)) throw error;
    }
  }
  return found;
}

/** Chooses, and chooses again without what this horse has no place for in this arena. */
async function selectRideable(
  aim: Exercise | null,
  shelf: OnOffer,
  banned: Set<string>,
  request: PlanRequest,
  frame: Frame,
  solve: Solve,
  options: Parameters<typeof select>[4],
  spots: SpotsOf,
): Promise<Selection> {
  for (;;) {
    const open = shelf.candidates.filter((c) => !banned.has(c.id));
    const selection = await selectAround(aim, open, request, frame, solve, options);
    const homeless = selection.chosen.filter((c) =>
      REINS.some((rein) => !spots(c).spots.some((s) => s.rein === rein)),
    );
    if (homeless.length === 0) return selection;
    for (const c of homeless) banned.add(c.candidate.id);
  }
}

/** Chooses what the day is for: once, so that mending the lesson does not change it. */
async function aimOfDay(
  shelf: OnOffer,
  request: PlanRequest,
  frame: Frame,
  solve: Solve,
  options: Parameters<typeof select>[4],
): Promise<Exercise | null> {
  const { aim, focus } = request.wishes;
  const wished = shelf.candidates.find((c) => c.phase === 'work' && c.exercise.id === aim);
  if (wished) return wished.exercise;
  const focused = focus && aimFor(shelf.candidates, focus);
  if (focused) return focused.exercise;
  if (request.horse.stage < AIMS_FROM) return null;
  const quick = { ...options, gap: AIM_GAP };
  return aimOf(await select(shelf.candidates, request, frame, solve, quick))?.exercise ?? null;
}

/** What is ridden is the aim, where the first one cannot be: what serves the wish, if there is one. */
function aimInstead(selection: Selection, focus: Focus | undefined): Exercise | null {
  const serving =
    focus &&
    aimFor(
      selection.chosen.map((c) => c.candidate),
      focus,
    );
  return (serving ?? aimOf(selection))?.exercise ?? null;
}

/** Chooses around the aim. */
async function selectAround(
  aim: Exercise | null,
  open: readonly Candidate[],
  request: PlanRequest,
  frame: Frame,
  solve: Solve,
  options: Parameters<typeof select>[4],
): Promise<Selection> {
  if (!aim || !open.some((c) => c.exercise.id === aim.id)) {
    return select(open, request, frame, solve, options);
  }
  const { mustHave } = request.wishes;
  const wished = mustHave.includes(aim.id) ? mustHave : [...mustHave, aim.id];
  const asked = { ...request, wishes: { ...request.wishes, mustHave: wished } };
  const around = await select(forAim(open, aim), asked, frame, solve, options);
  return { ...around, brokenPins: around.brokenPins.filter((id) => mustHave.includes(id)) };
}

function finished(request: PlanRequest, shelf: OnOffer, { selection, aim, look }: Found): Plan {
  const { composed } = asRidden(look, (shorter) => checked(shorter, request));
  const served = selection.chosen.find((c) => c.candidate.exercise.id === aim?.id)?.candidate;
  return {
    lesson: printLesson(composed.lesson),
    aim: served ? aimSaid(served, request.wishes.focus) : null,
    otherAims: served ? otherAims(shelf.candidates, served.exercise) : [],
    sets: composed.sets.map((set, i, all) =>
      plannedSet(set, all[i - 1], all[i + 1], shelfOf(request), shelf, selection),
    ),
    leftOut: leftOutOf(request, shelf, selection),
    objective: selection.objective,
    gap: selection.gap,
    notes: notesOf(request, shelf, selection),
  };
}
