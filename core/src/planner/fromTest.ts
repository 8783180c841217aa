import { lettersOf, type Arena } from '../arena/arena.ts';
import { isOnTrack } from '../arena/course.ts';
import type { Rein } from '../arena/rein.ts';
import { exerciseForBox } from '../exercises/forBox.ts';
import { plannedPhases } from '../exercises/exercise.ts';
import { arenaText } from '../exercises/sites.ts';
import type { Shelf } from '../exercises/shelf.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import { arenaOf } from '../lesson/arenaOf.ts';
import { linesOf, type Lesson, type LessonLine } from '../lesson/document.ts';
import { formOf } from '../lesson/forms.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLine } from '../notation/print.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide, horseAtPoint } from '../ride/compile.ts';
import type { RiderState } from '../ride/rider.ts';
import type { Ride } from '../ride/types.ts';
import { sheetOf, type Sheet, type SheetBox } from '../sheet/sheet.ts';
import type { Kept } from './request.ts';
import { trackOf, type Track } from './track.ts';

/**
 * A lesson from a test: exercises that train its weakest boxes, then those boxes as they stand in the test,
 * last a part of the test around the weakest. The whole of it is never ridden: a horse that knows it by heart
 * answers before it is asked. Common practice.
 */
export interface FromTest {
  /** The exercise for the weakest box; none where the shelf has nothing for it. */
  readonly aim: string | null;
  /** The exercises for all of them: where one does not fit, the plan says why. */
  readonly mustHave: readonly string[];
  /** Boxes as they are ridden in the test, and the rehearsal. */
  readonly parts: readonly TestPart[];
}

export interface TestPart {
  readonly what: 'ask' | 'rehearsal';
  readonly boxes: readonly number[];
  readonly kept: Kept;
}

/** So many boxes are worked on in a lesson of so many minutes. Common practice. */
const mostBoxes = (minutes: number): number => (minutes >= 40 ? 3 : minutes >= 25 ? 2 : 1);
/** A rehearsal is a part of the test: no more of its boxes, no longer. Common practice. */
const MOST_OF_THE_TEST = 0.4;
const LONGEST_S = 150;

export function fromTest(
  document: Lesson,
  horse: HorseProfile,
  weakest: readonly number[],
  shelf: Shelf,
  minutes: number,
): FromTest {
  const ride = compileRide(document, horse);
  const sheet = sheetOf(document, ride);
  const boxes = weakest
    .flatMap((number) => sheet.boxes.find((b) => b.number === number) ?? [])
    .slice(0, mostBoxes(minutes));
  // Poles and cones are not everywhere.
  const forWork = shelf.exercises.filter(
    (e) => e.equipment.length === 0 && plannedPhases(e).includes('work'),
  );
  const found = boxes.flatMap((box) => {
    const exercise = exerciseForBox(box, document, ride, horse.stage, forWork);
    return exercise ? [exercise.id] : [];
  });
  const trained = [...new Set(found)];
  const [aim = null] = trained;
  const desk = { document, horse, sheet, arena: arenaOf(document) };
  const rehearsal = boxes[0] ? rehearsalOf(desk, boxes[0]) : null;
  const asks = boxes.flatMap((box, i) => {
    const part = partOf(desk, box.number, box.number, 'ask');
    // Only the weakest is ridden in the rehearsal as well: the horse would learn the place.
    const again = part?.boxes.filter((n) => rehearsal?.boxes.includes(n)) ?? [];
    return part && again.length < (i === 0 ? (rehearsal?.boxes.length ?? 2) : 1) ? [part] : [];
  });
  return { aim, mustHave: trained, parts: [...asks, ...(rehearsal ? [rehearsal] : [])] };
}

interface Desk {
  readonly document: Lesson;
  readonly horse: HorseProfile;
  readonly sheet: Sheet;
  readonly arena: Arena;
}

/** The longest run of boxes around one that is still a part of the test. */
function rehearsalOf(desk: Desk, { number }: SheetBox): TestPart | null {
  const { boxes } = desk.sheet;
  const at = boxes.findIndex((b) => b.number === number);
  const most = Math.max(1, Math.floor(boxes.length * MOST_OF_THE_TEST));
  let best: TestPart | null = null;
  for (let from = Math.max(0, at - 2); from <= at; from++) {
    for (let to = at; to < boxes.length && to - from < most; to++) {
      const run = boxes.slice(from, to + 1);
      if (run.reduce((sum, b) => sum + b.seconds, 0) > LONGEST_S) break;
      const part = partOf(desk, run[0]!.number, run.at(-1)!.number, 'rehearsal');
      if (part && part.boxes.length > (best?.boxes.length ?? 0) && part.boxes.length <= most)
        best = part;
    }
  }
  return best;
}

/** A run of boxes as it can be ridden by itself, with as many beside it as it needs; null when there is none. */
function partOf(desk: Desk, first: number, last: number, what: TestPart['what']): TestPart | null {
  const { boxes } = desk.sheet;
  const a = boxes.findIndex((b) => b.number === first);
  const z = boxes.findIndex((b) => b.number === last);
  for (let more = 0; more <= 2; more++) {
    for (let before = 0; before <= more; before++) {
      const run = boxes.slice(Math.max(0, a - before), z + 1 + more - before);
      const kept = keptOf(desk, run);
      if (kept) return { what, boxes: run.map((b) => b.number), kept };
    }
  }
  return null;
}

function keptOf({ document, horse, arena }: Desk, run: readonly SheetBox[]): Kept | null {
  const ids = new Set(run.flatMap((b) => b.itemIds));
  const lines = linesOf(document.items).filter((line) => ids.has(line.id));
  const from = lines[0];
  if (!from) return null;
  const track = trackOf(arena);
  const before = horseAtPoint(document, { before: from.id }, horse).rider;
  const way = wayIn(before, from, arena, track);
  if (!way) return null;
  const ridden = lines.map(withoutCeremony).filter((text) => text !== '');
  // Nobody ends a set standing.
  if (/\bhalt\b/.test(ridden.at(-1) ?? '') && !/\bproceed\b/.test(ridden.at(-1)!))
    ridden.push(`${ridden.pop()}, proceed walk medium`);
  const numbers = run.map((b) => b.number).join(', ');
  const text = [`# box ${numbers} of the test`, ...way.lines, ...ridden].join('\n');
  for (const out of waysOut(endOf(text, way, horse, arena), arena, track)) {
    const kept = rideable([text, ...out].join('\n'), way, horse, arena, track);
    if (kept) return kept;
  }
  return null;
}

/** A part as it is ridden by itself. */
export const rideOfKept = ({ text, from }: Kept, arena: Arena, horse: HorseProfile): Ride =>
  compileRide(asLesson(text, from, arena).lesson, horse);

const asLesson = (text: string, { at, rein }: Pick<WayIn, 'at' | 'rein'>, arena: Arena) =>
  parseLesson(`${arenaText(arena)}\nstart ${at} trot working ${rein}\n${text}\n`);

const endOf = (text: string, way: WayIn, horse: HorseProfile, arena: Arena): RiderState =>
  horseAtPoint(asLesson(text, way, arena).lesson, 'end', horse).rider;

function withoutCeremony(line: LessonLine): string {
  const instructions = line.instructions.filter(({ form }) => !formOf(form).ceremony);
  return instructions.length === 0 && line.instructions.length > 0
    ? ''
    : printLine({ ...line, instructions });
}

interface WayIn {
  readonly lines: readonly string[];
  readonly at: string;
  readonly rein: Rein;
}

/** The pace is taken up so long before the first letter. */
const TAKEN_UP_M = 8;

/** Onto the line of the first box, from the track; null where it begins in the middle of the school. */
function wayIn(state: RiderState, first: LessonLine, arena: Arena, track: Track): WayIn | null {
  const { riding, at, course } = state;
  const { movingGait, pace, rein, lead } = riding;
  const words = (on: Rein) => `${movingGait} ${pace}${movingGait === 'canter' ? ` ${on}` : ''}`;
  if (course.kind === 'track' && isOnTrack(arena, at)) {
    const here = track.placeOf(at);
    const letter = nearEnough(arena, (name) => track.wayM(rein, track.letter(name), here));
    return { lines: [`${letter} ${words(lead ?? rein)}`], at: letter, rein };
  }
  // It comes in at A: up the centre line from there.
  if (first.place !== null && at.y >= 1) return null;
  const from = movingGait === 'canter' ? 'B' : 'F';
  return { lines: [`${from} ${words('right')}`, 'A centre line'], at: from, rein: 'right' };
}

/** The letter of the track with the shortest way that is long enough to take up a pace. */
function nearEnough(arena: Arena, wayTo: (name: string) => number): string {
  const ways = lettersOf(arena)
    .filter((l) => l.side !== 'centre')
    .map(({ name }) => ({ name, wayM: wayTo(name) }))
    .filter(({ wayM }) => wayM >= TAKEN_UP_M);
  return ways.reduce((a, b) => (b.wayM < a.wayM ? b : a)).name;
}

const GOES_ON: readonly string[] = ['trot working', 'walk medium'];

/** Back to the track in walk or working trot, whatever the boxes end in. */
function waysOut({ riding, at, course }: RiderState, arena: Arena, track: Track): string[][] {
  const { movingGait, pace, rein, frame } = riding;
  if (course.kind === 'track' && isOnTrack(arena, at)) {
    const here = track.placeOf(at);
    const letter = nearEnough(arena, (name) => track.wayM(rein, here, track.letter(name)));
    if (frame !== 'normal') return [[`${letter} ${movingGait} ${gaitAfter[movingGait]}, retake`]];
    if (GOES_ON.includes(`${movingGait} ${pace}`)) return [[]];
    return [[`${letter} ${movingGait === 'walk' ? 'walk medium' : 'trot working'}`]];
  }
  return [['C track left'], ['A track left'], ['C trot working, track left']];
}

const gaitAfter = { walk: 'medium', trot: 'working', canter: 'working' } as const;

/** The part ridden by itself, if it can be. */
function rideable(
  text: string,
  way: WayIn,
  horse: HorseProfile,
  arena: Arena,
  track: Track,
): Kept | null {
  const read = asLesson(text, way, arena);
  if (read.faults.length > 0) return null;
  const ride = compileRide(read.lesson, horse);
  if (ride.faults.length > 0 || speaksAgainst(read.lesson, ride)) return null;
  const { rider } = horseAtPoint(read.lesson, 'end', horse);
  if (!isOnTrack(arena, rider.at) || rider.riding.gait === 'canter') return null;
  return {
    exercise: null,
    rung: 0,
    phase: 'work',
    minutes: Math.max(1, Math.ceil(ride.totals.seconds / 60)),
    text,
    from: { at: way.at, rein: way.rein, place: track.letter(way.at) },
    to: { rein: rider.riding.rein, place: track.placeOf(rider.at) },
    last: true,
  };
}

/** A part that is too much by itself is too much at the end of the work. */
const speaksAgainst = (lesson: Lesson, ride: Ride): boolean =>
  reviewLesson(lesson, ride).some((f) => f.level !== 'hint');
