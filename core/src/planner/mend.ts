import { otherRein, type Rein } from '../arena/rein.ts';
import type { PlannedPhase } from '../exercises/exercise.ts';
import { linesOf, type Lesson } from '../lesson/document.ts';
import type { Finding, RuleFacts } from '../review/finding.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide } from '../ride/compile.ts';
import { transitionKey } from '../ride/transitions.ts';
import type { Ride } from '../ride/types.ts';
import { worthOf } from './candidates.ts';
import type { Composed, WrittenSet } from './compose.ts';
import { setsIn } from './marks.ts';
import { profileOfFile, type PlanRequest } from './request.ts';
import type { Frame } from './timing.ts';
import type { Writing } from './writing.ts';

export const KEY = { 'warm-up': 'warmUpMin', work: 'workMin', stretch: 'stretchMin' } as const;

/** One set on both reins takes these. */
export const LEAST_MIN = 4;

/** Fewer minutes to choose for. */
export const squeezed = (room: Frame, part: PlannedPhase, by: number): Frame => ({
  ...room,
  [KEY[part]]: Math.max(Math.min(LEAST_MIN, room[KEY[part]]), room[KEY[part]] - by),
});

/** The frame with a minute more for a part, where its sets cannot be fewer. */
export const widened = (frame: Frame, part: PlannedPhase): Frame => ({
  ...frame,
  [KEY[part]]: frame[KEY[part]] + 1,
});

/** A part with too little in it takes less of the lesson. */
export const trimmed = (frame: Frame, part: PlannedPhase): Frame => ({
  ...frame,
  ...(part === 'work' && frame.breaks > 0 && { breaks: frame.breaks - 1 }),
  [KEY[part]]: Math.max(1, frame[KEY[part]] - 2),
});

/** The stretch is always ridden on both reins: it takes its minute from the work. */
export const stretched = (frame: Frame): Frame => ({
  ...frame,
  stretchMin: frame.stretchMin + 1,
  ...(frame.workMin > 3
    ? { workMin: frame.workMin - 1 }
    : { warmUpMin: Math.max(2, frame.warmUpMin - 1) }),
});

/** A finding above a hint, and the set it speaks of. */
export interface Trouble {
  readonly finding: Finding;
  readonly exercise: string | null;
  readonly phase: string | null;
}

/** A lesson written down, ridden, and looked through. */
export interface Checked {
  readonly composed: Composed;
  readonly ride: Ride;
  readonly trouble: readonly Trouble[];
}

export function checked(composed: Composed, { horse }: PlanRequest): Checked {
  const { lesson, kept } = composed;
  const ride = compileRide(lesson, profileOfFile(horse));
  const sets = setsIn(lesson);
  const trouble = reviewLesson(lesson, ride)
    .filter((f) => f.level !== 'hint' && !(f.itemId && kept.has(f.itemId)))
    .map((finding) => {
      const item = lesson.items.find((i) => i.id === finding.itemId);
      return {
        finding,
        exercise: (finding.itemId && sets.get(finding.itemId)?.exercise) ?? null,
        phase: item?.kind === 'phase' ? item.name : finding.itemId ? null : longest(ride),
      };
    });
  return { composed, ride, trouble };
}

/** Each kind of trouble in each exercise or part once: mending it twice would overdo it. */
export function oneOfEachKind(trouble: readonly Trouble[]): Trouble[] {
  const seen = new Set<string>();
  return trouble.filter(({ finding, exercise, phase }) => {
    const key = `${finding.code}/${exercise ?? phase}`;
    return !seen.has(key) && seen.add(key);
  });
}

/** Straight lines between the sets cost minutes; some lessons have enough of them without. */
const mayGoPlain = (writing: Writing): boolean => writing.straighten === 1 && !writing.plainTried;
const plain = (writing: Writing): Mended => ({
  writing: { ...writing, straighten: 0, plainTried: true },
});

/**
 * The horse learns the place: first another letter, then fewer rounds of what is ridden most there, last another
 * exercise: what is worth least of those that ask it, and the aim of the day only when nothing else is left.
 */
function otherPlaces(
  { letter }: RuleFacts['transition-drilled'],
  asking: readonly WrittenSet[],
  aim: string | undefined,
  least: string | null,
  writing: Writing,
): Mended {
  if (!writing.worn.includes(letter))
    return { writing: { ...writing, worn: [...writing.worn, letter] } };
  const dispensable = [...asking].sort(
    (a, b) =>
      mostRoundsOf(b, writing) - mostRoundsOf(a, writing) ||
      Number(idOf(a) === aim) - Number(idOf(b) === aim) ||
      worthOf(a.chosen.candidate) - worthOf(b.chosen.candidate),
  )[0];
  return dispensable ? fewerRounds(dispensable, writing) : { ban: least };
}

const idOf = ({ chosen }: WrittenSet): string => chosen.candidate.exercise.id;

const mostRoundsOf = ({ chosen, rounds }: WrittenSet, { mostRounds }: Writing): number =>
  mostRounds[chosen.candidate.id] ?? Math.max(rounds.left, rounds.right);

/** A round less on each rein; what is too much even then is not for today. */
function fewerRounds(own: WrittenSet, writing: Writing): Mended {
  const { id } = own.chosen.candidate;
  const most = mostRoundsOf(own, writing);
  if (most <= 1) return { ban: id };
  return { writing: { ...writing, mostRounds: { ...writing.mostRounds, [id]: most - 1 } } };
}

/** Minutes fewer to choose for: what is ridden is longer than what was reckoned, and shrinks with it. */
const tooLongMin = ({ seconds, plannedS }: RuleFacts['phase-off-plan']): number =>
  Math.max(1, Math.round(((seconds - plannedS) / 60 - 1.5) * (plannedS / seconds)));

/** How the next try differs: written otherwise, with fewer minutes in a part, or without a set. */
export interface Mended {
  readonly writing?: Writing;
  readonly squeeze?: PlannedPhase;
  /** So many minutes less. */
  readonly by?: number;
  readonly ban?: string | null;
  /** There is not enough that may be ridden: the part gets shorter. */
  readonly trim?: PlannedPhase;
}

/** Rounds that are ridden only for the sake of a rein. */
const MOST_MORE = 4;

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
export function mend(
  { finding, exercise, phase }: Trouble,
  { sets, repeats, lesson, aim }: Composed,
  writing: Writing,
): Mended {
  const set = sets.find((s) => s.chosen.candidate.exercise.id === exercise);
  const own = set?.chosen.candidate;
  const least =
    sets.map((s) => s.chosen.candidate).sort((a, b) => worthOf(a) - worthOf(b))[0]?.id ?? null;
  // What is given up: the set it speaks of, else what is worth least.
  const orLeast = own?.id ?? least;
  const part = (PARTS.includes(phase) ? phase : (own?.phase ?? 'work')) as PlannedPhase;
  const fill = (share: number): Mended => ({
    writing: { ...writing, fill: { ...writing.fill, [part]: writing.fill[part] * share } },
  });
  switch (finding.code) {
    case 'phase-off-plan':
      if (!finding.facts.over) {
        return writing.fill[part] < 3 ? fill(1.7) : { trim: part };
      }
      if (repeats.has(part)) return fill(0.6);
      return mayGoPlain(writing)
        ? plain(writing)
        : { squeeze: part, by: tooLongMin(finding.facts) };
    case 'lesson-too-long': {
      if (repeats.has(part)) return fill(0.6);
      const by = finding.facts.minutes - finding.facts.mostMin;
      return mayGoPlain(writing) ? plain(writing) : { squeeze: part, by };
    }
    case 'reins-uneven':
      return moreOn(otherRein(finding.facts.rein), writing, lesson) ?? { ban: least };
    case 'one-sided-gait':
      return writing.evenRounds ? { ban: least } : { writing: { ...writing, evenRounds: true } };
    case 'turns-dense':
      return writing.straighten === 2
        ? { ban: mostCurved(sets) ?? least }
        : { writing: { ...writing, straighten: writing.straighten === 1 ? 2 : 1 } };
    case 'break-overdue':
      return writing.breakShare > 0.5
        ? { writing: { ...writing, breakShare: writing.breakShare - 0.15 } }
        : { ban: orLeast };
    case 'gait-unsettled':
      // Once round in trot before it; what does not help there is not for today.
      return own && !writing.settled.includes(own.id)
        ? { writing: { ...writing, settled: [...writing.settled, own.id] } }
        : { ban: orLeast };
    case 'repeated-too-often':
      return set ? fewerRounds(set, writing) : { ban: orLeast };
    case 'transition-drilled': {
      const { facts } = finding;
      const asking = sets.filter((s) => s.transitions?.includes(transitionKey(facts)));
      const named = asking.length > 0 ? asking : set ? [set] : [];
      return otherPlaces(facts, named, aim, least, writing);
    }
    default:
      return { ban: orLeast };
  }
}

/** Each set as often on both reins; then a round more on one. Null where four have not helped. */
function moreOn(rein: Rein, writing: Writing, lesson: Lesson): Mended | null {
  if (!writing.evenRounds) return { writing: { ...writing, evenRounds: true } };
  const { more } = writing;
  const rounds = (more?.rein === rein ? more.rounds : 0) + 1;
  if (rounds > MOST_MORE) return null;
  const gait = asksTrot(lesson) ? 'trot working' : 'walk medium';
  return { writing: { ...writing, more: { rein, rounds, gait } } };
}

const asksTrot = ({ items }: Lesson): boolean =>
  linesOf(items).some((line) =>
    line.instructions.some((i) => i.form === 'trot' || i.form === 'canter'),
  );

const mostCurved = (sets: Composed['sets']): string | null =>
  sets
    .map((s) => s.chosen.candidate)
    .find((c) => /circle|spiral|eight|square/.test(c.exercise.template))?.id ?? null;
