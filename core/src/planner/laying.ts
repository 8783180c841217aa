import type { Arena } from '../arena/arena.ts';
import { REINS, otherRein, type Rein } from '../arena/rein.ts';
import { chainOf } from '../exercises/catalogue.ts';
import { PLANNED_PHASES, type PlannedPhase } from '../exercises/exercise.ts';
import { mayRide } from '../gaits/restriction.ts';
import type { Approach } from '../lesson/terms.ts';
import { MOST_AT_A_LETTER } from '../ride/transitions.ts';
import { DIFFICULTY_ORDER, type Difficulty } from './difficulty.ts';
import { KEPT, PLAIN, type SpotsOf } from './pen.ts';
import {
  place,
  type Ground,
  type Placeable,
  type Spot,
  type WayEnd,
  type LaidStep,
} from './placement.ts';
import { approachOf, canters, type Kept, type PlanRequest } from './request.ts';
import type { Chosen, Selection } from './selection.ts';
import { reinChangesOf, type RungSpots } from './spots.ts';
import type { Frame } from './timing.ts';
import { trackOf } from './track.ts';
import type { Writing } from './writing.ts';

/** Where and in which order the chosen sets are ridden, part by part of the lesson. */

const MOST_ROUNDS = 3;
/** A worn letter, in metres of dead riding. */
const WORN_M = 120;
/** Harder gaits come later in the warm-up; what is surer comes first in the work. */
const GAIT_ORDER = { walk: 0, trot: 1, canter: 2 } as const;
const STATUS_ORDER = { confirmed: 0, improving: 1, new: 2, 'not yet': 3 } as const;

/** A part of the lesson with its sets laid down. */
export interface Laid {
  readonly phase: PlannedPhase;
  readonly own: readonly Chosen[];
  readonly kept: readonly Kept[];
  readonly sets: readonly Placeable[];
  readonly steps: readonly LaidStep[];
  /** The change of rein within the walk before the first set. */
  readonly walkedIn: Spot | null;
  /** The change of rein before plain rounds that a rein needs more. */
  readonly more: Spot | null;
}

/** Lays all parts down one after the other, each from where the one before ended. */
function layOut(
  { horse, wishes }: PlanRequest,
  frame: Frame,
  { chosen }: Selection,
  spots: SpotsOf,
  writing: Writing,
  ground: Ground,
): Laid[] {
  const approach = approachOf(horse);
  let at: WayEnd = { rein: startRein(horse), place: ground.track.letter('A'), at: 'A' };
  const across = (): Spot => {
    const change = ground.reinChanges.find((c) => c.rein === at.rein)!;
    at = { rein: otherRein(at.rein), place: change.exit, at: change.at };
    return change;
  };
  const laid: Laid[] = [];
  for (const phase of PLANNED_PHASES) {
    const own = chosen.filter((c) => c.candidate.phase === phase);
    const kept = wishes.kept.filter((k) => k.phase === phase);
    if (own.length + kept.length === 0 && phase !== 'warm-up') continue;
    const walkedIn = phase === 'warm-up' ? across() : null;
    const sets = own.map((c) => placeable(c, own, approach, spots(c), writing));
    sets.push(...kept.map((k, i) => asItStands(k, i, own, kept)));
    if (phase === 'warm-up') addPlain(sets, own, wishes.arena, horse, plainFor(chosen, frame));
    const { steps } = place(withoutCircles(sets), at, ground);
    const last = steps.at(-1)?.spot;
    if (last) at = { rein: last.exitRein ?? last.rein, place: last.exit, at: last.at };
    const turns = phase === 'warm-up' && writing.more && writing.more.rein !== at.rein;
    laid.push({ phase, own, kept, sets, steps, walkedIn, more: turns ? across() : null });
  }
  return laid;
}

/** Each time that one place is asked too much of, it is so much dearer, metres; and so often it is tried. */
const DRILLED_M = 60;
const MOST_LAYINGS = 24;
const NO_BETTER = 8;
/** From the second try on chance counts so much more: up to 60 m, as much as one time too often. */
const STIR = 120;

/**
 * Lays the lesson down so that nothing is asked more than three times at one letter, neither a transition nor a
 * set. What is overdone gets dearer and all is laid down again; of what was found, the one with the least overdone.
 * Source: prices for broken constraints (Lagrangian relaxation, from memory).
 */
export function laidWithoutDrill(
  request: PlanRequest,
  frame: Frame,
  selection: Selection,
  spots: SpotsOf,
  writing: Writing,
): Laid[] {
  const { arena, seed } = request.wishes;
  const prices = new Map<string, number>();
  const worn = (spot: Spot) => (writing.worn.includes(spot.at) ? WORN_M : 0);
  const dear = ({ transitions = [], at }: Spot) =>
    [at, ...transitions].reduce((sum, key) => sum + (prices.get(key) ?? 0), 0);
  const way = { track: trackOf(arena), reinChanges: reinChangesOf(arena) };
  let found = 0;
  let best: { laid: Laid[]; excess: number } | null = null;
  for (let tries = 1; tries <= MOST_LAYINGS; tries++) {
    // What is alike would go from one letter to the next all at once: each try sees the letters a little otherwise.
    const stir = tries === 1 ? 1 : STIR;
    const ground: Ground = {
      ...way,
      taste: (spot) => stir * taste(spot.text, seed + tries - 1) + worn(spot) + dear(spot),
    };
    const laid = layOut(request, frame, selection, spots, writing, ground);
    const over = overdone(laid);
    const excess = [...over.values()].reduce((sum, n) => sum + n, 0);
    if (!best || excess < best.excess) {
      best = { laid, excess };
      found = tries;
    }
    if (excess === 0) break;
    for (const [key, times] of over) {
      prices.set(key, (prices.get(key) ?? 0) + DRILLED_M * times);
    }
    if (tries - found >= NO_BETTER) break;
  }
  return best!.laid;
}

/** How often too many something is asked at one letter, by whatever is made dearer for it. */
function overdone(laid: readonly Laid[]): Map<string, number> {
  const times = new Map<string, { n: number; price: string }>();
  const count = (key: string, price = key) =>
    times.set(key, { n: (times.get(key)?.n ?? 0) + 1, price });
  for (const { set, spot } of laid.flatMap((l) => l.steps)) {
    for (const key of spot.transitions ?? []) count(key);
    // A set that is begun there too often makes the letter itself dearer.
    if (set) count(`${set}@${spot.at}`, spot.at);
  }
  const over = new Map<string, number>();
  for (const { n, price } of times.values()) {
    const tooMany = n - MOST_AT_A_LETTER;
    if (tooMany > 0) over.set(price, (over.get(price) ?? 0) + tooMany);
  }
  return over;
}

export const startRein = ({ hollowSide }: PlanRequest['horse']): Rein =>
  hollowSide === 'left' ? 'right' : 'left';

/** Sets that would wait for one another go in the order in which they stand. */
function withoutCircles(sets: readonly Placeable[]): Placeable[] {
  const ids = new Set(sets.map((s) => s.id));
  const open = sets.map((s) => ({ ...s, after: s.after.filter((id) => ids.has(id)) }));
  const done: Placeable[] = [];
  while (open.length > 0) {
    const free = open.findIndex((s) => s.after.every((id) => done.some((d) => d.id === id)));
    const [next] = open.splice(Math.max(0, free), 1);
    done.push({ ...next!, after: next!.after.filter((id) => done.some((d) => d.id === id)) });
  }
  return done;
}

/** Where plain trot and canter are asked for. */
const PLAIN_AT = ['A', 'C', 'E', 'B'];

/** Plain trot comes out of the walk, plain canter out of the trot and back to it. */
const PLAIN_TRANSITIONS = {
  trot: ['medium walk>working trot'],
  canter: ['working trot>working canter', 'working canter>working trot'],
} as const;

interface Plain {
  readonly trot: boolean;
  readonly canter: boolean;
}

/** A short warm-up has no minutes for it; canter large on each lead still comes before any work in canter. */
const plainFor = (chosen: readonly Chosen[], { plainMin }: Frame): Plain => ({
  trot: plainMin > 0,
  canter:
    plainMin > 0 ||
    chosen.some(
      ({ candidate: c }) =>
        c.phase === 'work' && c.difficulty === 'asked' && c.exercise.gaits.includes('canter'),
    ),
});

/** Trot large on both reins, then canter large on each lead: before anything is asked. */
function addPlain(
  toPlace: Placeable[],
  own: readonly Chosen[],
  arena: Arena,
  horse: PlanRequest['horse'],
  wanted: Plain,
): void {
  const track = trackOf(arena);
  const plain = (gait: 'trot' | 'canter', lines: (at: string) => string): Placeable => ({
    id: `${PLAIN}${gait}`,
    rounds: { left: 1, right: 1 },
    spots: PLAIN_AT.flatMap((at) =>
      REINS.map((rein): Spot => ({
        rein,
        at,
        entry: track.letter(at),
        exit: track.letter(at),
        text: lines(at),
        transitions: PLAIN_TRANSITIONS[gait].map((t) => `${t}@${at}`),
      })),
    ),
    after: idsOf(own, (o) => o < DIFFICULTY_ORDER[`plain ${gait}`]),
  });
  const has = (difficulty: Difficulty) => own.some((c) => c.candidate.difficulty === difficulty);
  const added: Placeable[] = [];
  if (wanted.trot && mayRide(horse.limits.dated, 'trot') && !has('plain trot')) {
    added.push(plain('trot', (at) => `${at} trot working, rising, go large`));
  }
  if (wanted.canter && canters(horse) && !has('plain canter')) {
    const canter = plain('canter', (at) => `${at} canter working, go large\n${at} trot working`);
    added.push({ ...canter, after: [...canter.after, ...added.map((a) => a.id)] });
  }
  const ids = added.map((a) => a.id);
  for (const [i, set] of toPlace.entries()) {
    const difficulty = own.find((c) => c.candidate.id === set.id)?.candidate.difficulty;
    if (!difficulty || difficulty === 'walk') continue;
    const before = ids.filter(
      (id) => DIFFICULTY_ORDER[id as Difficulty] < DIFFICULTY_ORDER[difficulty],
    );
    toPlace[i] = { ...set, after: [...set.after, ...before] };
  }
  toPlace.push(...added);
}

const idsOf = (own: readonly Chosen[], test: (order: number) => boolean): string[] =>
  own.filter((c) => test(DIFFICULTY_ORDER[c.candidate.difficulty])).map((c) => c.candidate.id);

/** A kept part has one place, and is ridden once. */
const asItStands = (
  kept: Kept,
  i: number,
  own: readonly Chosen[],
  all: readonly Kept[],
): Placeable => ({
  id: `${KEPT}${i}`,
  rounds: { left: 0, right: 0, [kept.from.rein]: 1 },
  spots: [
    {
      rein: kept.from.rein,
      at: kept.from.at,
      entry: kept.from.place,
      exit: kept.to.place,
      exitRein: kept.to.rein,
      text: kept.text,
    },
  ],
  after: kept.last
    ? [
        ...own.map((c) => c.candidate.id),
        ...all.flatMap((k, j) => (j < i || (!k.last && j !== i) ? [`${KEPT}${j}`] : [])),
      ]
    : [],
});

function placeable(
  chosen: Chosen,
  all: readonly Chosen[],
  approach: Approach,
  { spots, seconds }: RungSpots,
  writing: Writing,
): Placeable {
  const { candidate, minutes } = chosen;
  const rounds = (min: number): number => {
    const written = (min * 60 * writing.fill[candidate.phase]) / Math.max(20, seconds);
    const most = writing.mostRounds[candidate.id] ?? MOST_ROUNDS;
    return Math.max(1, Math.min(most, Math.floor(written) + (writing.extra[candidate.id] ?? 0)));
  };
  const [left, right] = [rounds(minutes.left), rounds(minutes.right)];
  const even = Math.max(left, right);
  return {
    id: candidate.id,
    rounds: writing.evenRounds ? { left: even, right: even } : { left, right },
    spots,
    after: all.filter((o) => comesBefore(o, chosen, approach)).map((o) => o.candidate.id),
  };
}

const hardestGait = ({ candidate }: Chosen): number =>
  Math.max(...candidate.exercise.gaits.map((g) => GAIT_ORDER[g]));

/** Parts before wholes; slower gaits first in the warm-up; in the work what is surer first. */
function comesBefore(a: Chosen, b: Chosen, approach: Approach): boolean {
  if (a === b) return false;
  const [da, db] = [a, b].map((c) => DIFFICULTY_ORDER[c.candidate.difficulty]);
  if (a.candidate.phase === 'warm-up' && da !== db) return da! < db!;
  if (b.candidate.exercise.parts.includes(a.candidate.exercise.id)) return true;
  if (a.candidate.exercise.parts.includes(b.candidate.exercise.id)) return false;
  // The base of a chain before what follows from it.
  if (b.candidate.exercise.needs.exercises.includes(a.candidate.exercise.id)) return true;
  if (a.candidate.exercise.needs.exercises.includes(b.candidate.exercise.id)) return false;
  if (a.candidate.phase === 'warm-up') {
    const [ga, gb] = [hardestGait(a), hardestGait(b)];
    if (ga !== gb) return ga < gb;
    return approach === 'stretch-first' && isStretch(a) && !isStretch(b) && ga === 1 && gb === 1;
  }
  const [sa, sb] = [a, b].map((c) => STATUS_ORDER[c.candidate.readiness.status]);
  return sa! < sb!;
}

const isStretch = ({ candidate }: Chosen): boolean =>
  chainOf(candidate.exercise.id)?.id === 'stretch';

/** A small number of its own for each spot and seed, 0 … 0.5 m. Source: FNV-1a (from memory). */
function taste(text: string, seed: number): number {
  let hash = 2166136261 ^ seed;
  for (let i = 0; i < text.length; i++) {
    hash ^= text.charCodeAt(i);
    hash = Math.imul(hash, 16777619);
  }
  return ((hash >>> 0) % 1000) / 2000;
}
