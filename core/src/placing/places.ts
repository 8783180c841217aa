import { findLetter, letterOnTrack, lettersOf, metresOutside, type Arena } from '../arena/arena.ts';
import { REINS, otherRein } from '../arena/rein.ts';
import { leadsAcross } from '../figures/diagonals.ts';
import { distanceM } from '../geometry/curve.ts';
import type { Item, LessonLine } from '../lesson/document.ts';
import { parseLesson } from '../notation/parse.ts';
import { rideFrom, type HorseAtPoint } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { SAME_M } from '../units.ts';
import type { Choice } from './palette.ts';

/** A place where a choice can go: the letters picked, the item it would be, and its ride from here. */
export interface PlacedChoice {
  readonly letters: readonly string[];
  readonly item: Item;
  readonly ride: Ride;
}

/** How many letters a choice still asks for: none, one or two. */
export const lettersAsked = ({ says }: Choice): 0 | 1 | 2 =>
  says.includes('{b}') ? 2 : says.includes('{a}') ? 1 : 0;

const hasErrors = (ride: Ride): boolean =>
  ride.faults.some(({ fault }) => fault.code !== 'pace-resumed');

/** Whether a line, ridden from where the horse stands, breaks nothing and stays inside the rail. */
export function canBeRidden(ride: Ride): boolean {
  return (
    !hasErrors(ride) &&
    ride.path.pieces.every((piece) => metresOutside(ride.arena, piece.curve.bounds()) === 0)
  );
}

/** The letters a line can begin at from here, and how far they are, the nearest first. */
export function lettersWithin(from: HorseAtPoint): { letter: string; metres: number }[] {
  return lettersOf(from.arena)
    .flatMap(({ name }) => {
      const ride = rideFrom(from, [placeOnly(name)]);
      return hasErrors(ride) ? [] : [{ letter: name, metres: ride.totals.metres }];
    })
    .sort((a, b) => a.metres - b.metres);
}

export const reachableLetters = (from: HorseAtPoint): string[] =>
  lettersWithin(from).map(({ letter }) => letter);

const placeOnly = (letter: string): LessonLine => ({
  kind: 'line',
  id: 'way',
  place: { kind: 'at', letter },
  instructions: [],
});

/** Every place a choice can go from where the horse stands, as the letters are asked for: `{a}` then `{b}`. */
export function placesFor(choice: Choice, from: HorseAtPoint): PlacedChoice[] {
  const asked = lettersAsked(choice);
  if (asked === 0) return attempt(choice, from, []);
  const all = lettersOf(from.arena).map((letter) => letter.name);
  // What stands on the ground is not ridden to.
  const begins = rides(choice) ? reachableLetters(from) : all;
  if (asked === 1) return begins.flatMap((a) => attempt(choice, from, [a]));
  return begins.flatMap((a) =>
    all
      .filter((b) => b !== a && lieWell(choice, from.arena, a, b))
      .flatMap((b) => attempt(choice, from, [a, b])),
  );
}

function lieWell({ between }: Choice, arena: Arena, a: string, b: string): boolean {
  if (!between) return true;
  const [p, q] = [findLetter(arena, a), findLetter(arena, b)];
  if (!p || !q) return false;
  const { side: from } = p;
  const { side: to } = q;
  if (between === 'one side') return from === to;
  const long = [from, to].every((side) => side === 'left' || side === 'right');
  if (from === to || !(between === 'two sides' || long)) return false;
  // Straight across at the end of the school only cuts the corner off: across the school is a diagonal, or E to B.
  return (
    between !== 'long sides' || leadsAcross(letterOnTrack(arena, p), letterOnTrack(arena, q), arena)
  );
}

const rides = ({ says }: Choice): boolean => says.startsWith('{a}');

/** The choice at these letters, when it can be ridden there: at most one. */
function attempt(choice: Choice, from: HorseAtPoint, letters: readonly string[]): PlacedChoice[] {
  const sides = choice.says.includes('{side}') ? REINS : ([null] as const);
  for (const side of sides) {
    const item = itemOf(choice, from, letters, side);
    if (!item) continue;
    const ride = rideFrom(from, [item]);
    if (canBeRidden(ride) && isSomething(choice, ride)) return [{ letters, item, ride }];
  }
  return [];
}

/** A line from letter to letter has a length. */
const isSomething = (choice: Choice, ride: Ride): boolean =>
  !choice.says.includes('-{b}') || ride.movements.some((m) => m.act !== -1 && m.metres > SAME_M);

function itemOf(
  { says }: Choice,
  { arena, rider }: HorseAtPoint,
  [a = '', b = '']: readonly string[],
  side: string | null,
): Item | null {
  const { rein } = rider.riding;
  const text = says
    .replace('{a}-{b}', throughX(arena, a, b))
    .replace('{a}', a)
    .replace('{b}', b)
    .replace('{in}', rein)
    .replace('{out}', otherRein(rein))
    .replace('{side}', side ?? '');
  const { lesson, faults } = parseLesson(text, () => 'new');
  return faults.length === 0 ? (lesson.items[0] ?? null) : null;
}

/** A long diagonal is written with the X it goes through. */
function throughX(arena: Arena, a: string, b: string): string {
  const [from, to] = [findLetter(arena, a), findLetter(arena, b)];
  const x = findLetter(arena, 'X');
  if (from && to && x && from.side !== to.side && from.side !== 'centre' && to.side !== 'centre') {
    const [p, q, middle] = [from, to, x].map((l) => letterOnTrack(arena, l)) as never as [
      { x: number; y: number },
      { x: number; y: number },
      { x: number; y: number },
    ];
    const half = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
    if (distanceM(half, middle) < SAME_M && p.y !== q.y) return `${a}-X-${b}`;
  }
  return `${a}-${b}`;
}
