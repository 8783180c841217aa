import { findExercise } from '../exercises/catalogue.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { parseLesson } from '../notation/parse.ts';
import type { Finding } from '../review/finding.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide } from '../ride/compile.ts';
import { candidatesOf, shelfOf, type Candidate, type Shelf } from './candidates.ts';
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
import { profileOfFile, type PlanRequest } from './request.ts';
import { select, type Selection } from './selection.ts';
import { frameOf, mostMinutes } from './timing.ts';

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
  { gap = 0.005, seconds = 5, progress }: PlanOptions = {},
): Promise<Plan> {
  const { horse, wishes } = request;
  progress?.('Looking at what is ready');
  const shelf = candidatesOf(request);
  const frame = frameOf(request);
  const spots = spotsFor(request);
  const options = { gap, seconds, seed: wishes.seed };
  const banned = new Set<string>();
  let writing = USUAL_WRITING;
  let selection: Selection | null = null;
  for (let round = 0; round < MOST_MENDS; round++) {
    if (!selection) {
      progress?.('Choosing the exercises');
      selection = await selectRideable(shelf, banned, request, frame, solve, options, spots);
    }
    progress?.('Laying them in the arena');
    const composed = compose(request, frame, selection, spots, writing);
    const trouble = troubleIn(composed, request);
    if (trouble.length === 0) return finished(request, shelf, selection, composed);
    const mended = mend(trouble, composed, writing);
    writing = mended.writing;
    if (mended.ban) {
      banned.add(mended.ban);
      selection = null;
    }
  }
  throw new Error(`planLesson: no lesson without a warning for ${horse.name}`);
}

/** Chooses, and chooses again without what this horse has no place for in this arena. */
async function selectRideable(
  shelf: Shelf,
  banned: Set<string>,
  request: PlanRequest,
  frame: ReturnType<typeof frameOf>,
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

/** What the review says above a hint, with the set it speaks of. */
interface Trouble {
  readonly finding: Finding;
  readonly exercise: string | null;
  readonly phase: string | null;
}

function troubleIn({ text }: Composed, { horse }: PlanRequest): Trouble[] {
  const parsed = parseLesson(text);
  const ride = compileRide(parsed.lesson, profileOfFile(horse));
  const sets = setsIn(parsed.lesson);
  return reviewLesson(parsed.lesson, ride, parsed)
    .filter((f) => f.level !== 'hint')
    .map((finding) => {
      const item = parsed.lesson.items.find((i) => i.id === finding.itemId);
      return {
        finding,
        exercise: (finding.itemId && sets.get(finding.itemId)?.exercise) ?? null,
        phase: item?.kind === 'phase' ? item.name : null,
      };
    });
}

/** Writes less, more evenly, with more straight lines or earlier breaks; and gives a set up where that does not help. */
function mend(
  trouble: readonly Trouble[],
  { sets }: Composed,
  writing: Writing,
): { writing: Writing; ban: string | null } {
  const [first] = trouble;
  const { finding, exercise, phase } = first!;
  const banOf = (id: string | null): string | null =>
    sets.find((s) => s.chosen.candidate.exercise.id === id)?.chosen.candidate.id ?? null;
  const least = (of: string | null): string | null =>
    sets
      .filter((s) => of === null || s.chosen.candidate.phase === of)
      .map((s) => s.chosen.candidate)
      .sort((a, b) => worth(a) - worth(b))[0]?.id ?? null;
  switch (finding.code) {
    case 'phase-off-plan': {
      const facts = finding.facts as { over: boolean };
      const of = phase as keyof Writing['fill'];
      const share = writing.fill[of];
      if (share === undefined) return { writing, ban: least(null) };
      const next = facts.over ? share * 0.6 : share * 1.7;
      if (next < 0.1 || next > 4) return { writing, ban: least(phase) };
      return { writing: { ...writing, fill: { ...writing.fill, [of]: next } }, ban: null };
    }
    case 'reins-uneven':
    case 'one-sided-gait':
      if (!writing.evenRounds) return { writing: { ...writing, evenRounds: true }, ban: null };
      return { writing, ban: least('work') };
    case 'turns-dense':
      if (!writing.straighten) return { writing: { ...writing, straighten: true }, ban: null };
      return { writing, ban: mostCurved(sets) };
    case 'break-overdue':
      if (writing.breakShare > 0.35)
        return { writing: { ...writing, breakShare: writing.breakShare - 0.15 }, ban: null };
      return { writing, ban: banOf(exercise) ?? least('work') };
    default:
      return { writing, ban: banOf(exercise) ?? least('work') ?? least(null) };
  }
}

const worth = (c: Candidate): number => c.worth.left + c.worth.right;

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
    lesson: composed.text,
    sets: composed.sets.map((set) => plannedSet(set, shelf, selection)),
    leftOut: leftOutOf(request, shelf, selection),
    objective: selection.objective,
    gap: selection.gap,
    notes,
  };
}
