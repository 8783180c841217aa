import { findExercise } from '../exercises/catalogue.ts';
import { otherRein, type Rein } from '../arena/rein.ts';
import type { Exercise, ExercisePhase } from '../exercises/exercise.ts';
import { isGreen } from '../gaits/horse.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import type { Finding, RuleFacts } from '../review/finding.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { candidatesOf, shelfOf, type Shelf } from './candidates.ts';
import {
  compose,
  spotsFor,
  USUAL_WRITING,
  type Composed,
  type SpotsOf,
  type Writing,
} from './compose.ts';
import type { Solve } from './integer.ts';
import { setsIn } from './marks.ts';
import { leftOutOf, plannedSet, type LeftOut, type PlannedSet } from './reasons.ts';
import { profileOfFile, type Kept, type PlanRequest } from './request.ts';
import { select, type Selection } from './selection.ts';
import { frameOf, mostMinutes, roomIn, type Frame } from './timing.ts';

/** A lesson proposed, with its reasons. */
export interface Plan {
  /** In shorthand. */
  readonly lesson: string;
  readonly sets: readonly PlannedSet[];
  readonly leftOut: readonly LeftOut[];
  readonly objective: number;
  /** Share by which the choice may lie below the best one. */
  readonly gap: number;
  /** What could not be kept, in sentences. */
  readonly notes: readonly string[];
}

export interface PlanOptions {
  readonly gap?: number;
  readonly seconds?: number;
  /** Told what is being done; a plan is stopped by throwing here. */
  progress?(doing: string): void;
}

/** Rounds of writing, looking through and mending before a set is given up. */
const MOST_MENDS = 40;

/**
 * Plans a lesson: chooses (integer programme), places (shortest path), writes, and has the review look
 * through it; what it finds is mended, until it has nothing above a hint to say. Same input, same plan.
 */
export async function planLesson(
  request: PlanRequest,
  solve: Solve,
  { gap = 0.01, seconds = 20, progress }: PlanOptions = {},
): Promise<Plan> {
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
  for (let round = 0; round < MOST_MENDS; round++) {
    if (!selection) {
      progress?.('Choosing the exercises');
      selection = await selectRideable(shelf, banned, request, room, solve, options, spots);
    }
    progress?.('Laying them in the arena');
    const composed = compose(request, frame, selection, spots, writing);
    const trouble = troubleIn(composed, request, keptLines(wishes.kept));
    if (trouble.length === 0) return finished(request, shelf, selection, composed);
    progress?.(`Looking through it: ${trouble[0]!.finding.code.replaceAll('-', ' ')}`);
    let again = false;
    for (const one of oneOfEachKind(trouble)) {
      const mended = mend(one, composed, writing);
      writing = mended.writing ?? writing;
      if (mended.ban) banned.add(mended.ban);
      if (mended.squeeze === 'stretch') frame = stretched(frame);
      else if (mended.squeeze && room[KEY[mended.squeeze]] <= LEAST_MIN)
        frame = widened(frame, mended.squeeze);
      else if (mended.squeeze) room = squeezed(room, mended.squeeze, mended.by ?? 1);
      if (mended.trim) frame = trimmed(frame, mended.trim);
      again ||= !!mended.ban || !!mended.squeeze;
    }
    if (again) selection = null;
  }
  throw new Error(`planLesson: no lesson without a warning for ${horse.name}`);
}

/** Chooses, and chooses again without what this horse has no place for in this arena. */
async function selectRideable(
  shelf: Shelf,
  banned: Set<string>,
  request: PlanRequest,
  frame: Frame,
  solve: Solve,
  options: Parameters<typeof select>[4],
  spots: SpotsOf,
): Promise<Selection> {
  for (;;) {
    const open = shelf.candidates.filter((c) => !banned.has(c.id));
    const selection = await select(open, request, frame, solve, options);
    const homeless = selection.chosen.filter((c) =>
      (['left', 'right'] as const).some((rein) => !spots(c).spots.some((s) => s.rein === rein)),
    );
    if (homeless.length === 0) return selection;
    for (const c of homeless) banned.add(c.candidate.id);
  }
}

const KEY = { 'warm-up': 'warmUpMin', work: 'workMin', stretch: 'stretchMin' } as const;

/** One set on both reins takes these. */
const LEAST_MIN = 4;

/** Fewer minutes to choose for. */
const squeezed = (room: Frame, part: ExercisePhase, by: number): Frame => ({
  ...room,
  [KEY[part]]: Math.max(Math.min(LEAST_MIN, room[KEY[part]]), room[KEY[part]] - by),
});

/** What is chosen for cannot be less: the part itself gets a minute more. */
const widened = (frame: Frame, part: ExercisePhase): Frame => ({
  ...frame,
  [KEY[part]]: frame[KEY[part]] + 1,
});

/** A part with too little in it takes less of the lesson. */
const trimmed = (frame: Frame, part: ExercisePhase): Frame => ({
  ...frame,
  ...(part === 'work' && frame.breaks > 0 && { breaks: frame.breaks - 1 }),
  [KEY[part]]: Math.max(1, frame[KEY[part]] - 2),
});

/** The stretch is always ridden on both reins: it takes its minute from the work. */
const stretched = (frame: Frame): Frame => ({
  ...frame,
  stretchMin: frame.stretchMin + 1,
  ...(frame.workMin > 3
    ? { workMin: frame.workMin - 1 }
    : { warmUpMin: Math.max(2, frame.warmUpMin - 1) }),
});

/** What the review says above a hint, with the set it speaks of. */
interface Trouble {
  readonly finding: Finding;
  readonly exercise: string | null;
  readonly phase: string | null;
}

/** The lines that are kept as they stand: what the review says of them is the instructor's own affair. */
const keptLines = (kept: readonly Kept[]): ReadonlySet<string> =>
  new Set(kept.flatMap((k) => k.text.split('\n')));

function troubleIn(
  { text }: Composed,
  { horse }: PlanRequest,
  kept: ReadonlySet<string>,
): Trouble[] {
  const parsed = parseLesson(text);
  const ride = compileRide(parsed.lesson, profileOfFile(horse));
  const sets = setsIn(parsed.lesson);
  const lines = text.split('\n');
  return reviewLesson(parsed.lesson, ride, parsed)
    .filter((f) => f.level !== 'hint')
    .filter((f) => !kept.has(f.line === undefined ? '' : (lines[f.line - 1] ?? '')))
    .map((finding) => {
      const item = parsed.lesson.items.find((i) => i.id === finding.itemId);
      return {
        finding,
        exercise: (finding.itemId && sets.get(finding.itemId)?.exercise) ?? null,
        phase: item?.kind === 'phase' ? item.name : finding.itemId ? null : longest(ride),
      };
    });
}

/** Each kind of trouble in each exercise or part once: mending it twice would overdo it. */
function oneOfEachKind(trouble: readonly Trouble[]): Trouble[] {
  const seen = new Set<string>();
  return trouble.filter(({ finding, exercise, phase }) => {
    const key = `${finding.code}/${exercise ?? phase}`;
    return !seen.has(key) && seen.add(key);
  });
}

type PhaseFacts = RuleFacts['phase-off-plan'];

/** Minutes that a phase must lose to be what it was planned to be. */
const tooLongMin = ({ facts }: Finding): number => {
  const { seconds, plannedS } = facts as PhaseFacts;
  return Math.max(1, Math.ceil((seconds - plannedS) / 60 - 1.5));
};

/** How the next try differs: written otherwise, with fewer minutes in a part, or without a set. */
interface Mended {
  readonly writing?: Writing;
  readonly squeeze?: ExercisePhase;
  /** So many minutes less. */
  readonly by?: number;
  readonly ban?: string | null;
  /** There is not enough that may be ridden: the part gets shorter. */
  readonly trim?: ExercisePhase;
}

const PARTS: readonly (string | null)[] = ['warm-up', 'work', 'stretch'];

/** The part that runs over its minutes most. */
function longest({ phases }: Ride): string | null {
  const over = (p: (typeof phases)[number]) => p.seconds - (p.plannedS ?? 0);
  return (
    phases.reduce<(typeof phases)[number] | null>(
      (a, b) => (a === null || over(b) > over(a) ? b : a),
      null,
    )?.name ?? null
  );
}

/** Writes less, more evenly, with more straight lines or earlier breaks; chooses for fewer minutes where that does not help. */
function mend(
  { finding, exercise, phase }: Trouble,
  { sets, repeats, text }: Composed,
  writing: Writing,
): Mended {
  const own = sets.find((s) => s.chosen.candidate.exercise.id === exercise)?.chosen.candidate;
  const least = sets
    .map((s) => s.chosen.candidate)
    .sort((a, b) => a.worth.left + a.worth.right - b.worth.left - b.worth.right)[0]?.id;
  const part = (PARTS.includes(phase) ? phase : (own?.phase ?? 'work')) as ExercisePhase;
  const fill = (share: number): Mended => ({
    writing: { ...writing, fill: { ...writing.fill, [part]: writing.fill[part] * share } },
  });
  switch (finding.code) {
    case 'phase-off-plan':
      if (!(finding.facts as PhaseFacts).over) {
        return writing.fill[part] < 3 ? fill(1.7) : { trim: part };
      }
      return repeats.has(part) ? fill(0.6) : { squeeze: part, by: tooLongMin(finding) };
    case 'lesson-too-long':
      return repeats.has(part) ? fill(0.6) : { squeeze: part };
    case 'reins-uneven': {
      if (!writing.evenRounds) return { writing: { ...writing, evenRounds: true } };
      const rein = otherRein((finding.facts as RuleFacts['reins-uneven']).rein as Rein);
      const rounds = (writing.more?.rein === rein ? writing.more.rounds : 0) + 1;
      if (rounds > 4) return { ban: least ?? null };
      const gait = / (trot|canter) /.test(text) ? 'trot working' : 'walk medium';
      return { writing: { ...writing, more: { rein, rounds, gait } } };
    }
    case 'one-sided-gait':
      return writing.evenRounds
        ? { ban: least ?? null }
        : { writing: { ...writing, evenRounds: true } };
    case 'turns-dense':
      return writing.straighten === 2
        ? { ban: mostCurved(sets) ?? least ?? null }
        : { writing: { ...writing, straighten: writing.straighten === 1 ? 2 : 1 } };
    case 'break-overdue':
      return writing.breakShare > 0.5
        ? { writing: { ...writing, breakShare: writing.breakShare - 0.15 } }
        : { ban: own?.id ?? least ?? null };
    case 'transition-drilled': {
      // First another letter, then another exercise.
      const { letter } = finding.facts as RuleFacts['transition-drilled'];
      const worn = writing.worn.filter((l) => l === letter).length;
      if (worn < 2) return { writing: { ...writing, worn: [...writing.worn, letter] } };
      return { ban: own?.id ?? least ?? null };
    }
    default:
      return { ban: own?.id ?? least ?? null };
  }
}

const mostCurved = (sets: Composed['sets']): string | null =>
  sets
    .map((s) => s.chosen.candidate)
    .find((c) => /circle|spiral|eight|square/.test(c.exercise.template))?.id ?? null;

function finished(
  request: PlanRequest,
  shelf: Shelf,
  selection: Selection,
  composed: Composed,
): Plan {
  const name = (id: string) =>
    (findExercise(id) ?? shelfOf(request).find((e: Exercise) => e.id === id))?.name ?? id;
  const most = mostMinutes(request);
  const { horse, wishes } = request;
  const notes = [
    ...selection.brokenPins.map((id) => {
      const shut = shelf.shut.find((r) => r.exercise === id);
      return shut
        ? `“${name(id)}” cannot be in it: ${shut.because}`
        : `“${name(id)}” cannot be in it beside the rest that is asked.`;
    }),
    ...selection.unchecked.map(
      (check) => `The warm-up does not ask “${check}”; begin the work with it.`,
    ),
    ...(most < wishes.minutes
      ? [`${wishes.minutes} minutes were asked; ${most} are enough for ${horse.name} today.`]
      : []),
    ...(wishes.hot
      ? ['Heat: shorten or cancel by the rule of the yard and the federation; they come first.']
      : []),
  ];
  return {
    lesson: printLesson(parseLesson(composed.text).lesson),
    sets: composed.sets.map((set) => plannedSet(set, shelf, selection)),
    leftOut: leftOutOf(request, shelf, selection),
    objective: selection.objective,
    gap: selection.gap,
    notes,
  };
}
