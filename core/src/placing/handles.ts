import { findLetter, letterOnTrack, lettersOf, type Arena } from '../arena/arena.ts';
import type { Point } from '../geometry/curve.ts';
import type { LessonLine, Place } from '../lesson/document.ts';
import { rideFrom, type HorseAtPoint } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { canBeRidden } from './places.ts';

/** The sizes circles are ridden in, largest first. Common practice. */
export const CIRCLE_SIZES_M = [20, 18, 15, 12, 10, 8, 6] as const;

/** What of a placed line can be taken in hand. */
export type HandleKind = 'start' | 'end' | 'size';

/** One way to place the line again: the value taken, the point in the arena it answers to. */
export interface Variant {
  readonly value: string | number;
  readonly at: Point;
  readonly line: LessonLine;
  readonly ride: Ride;
}

export interface Handle {
  readonly kind: HandleKind;
  /** Where it is now. */
  readonly at: Point;
}

/** The handles of a line as it lies in the arena, ridden from where the horse stands. */
export function handlesOf(line: LessonLine, from: HorseAtPoint): Handle[] {
  const ride = rideFrom(from, [line]);
  const act = ride.movements.find((m) => m.act !== -1);
  if (!act) return [];
  const point = (name: string | null) => {
    const letter = name === null ? null : findLetter(from.arena, name);
    return letter ? letterOnTrack(from.arena, letter) : null;
  };
  const far = sizeOf(line) === null ? null : farPoint(ride);
  const handles: (Handle | null)[] = [
    withPoint('start', point(startOf(line.place))),
    withPoint('end', point(endOf(line))),
    withPoint('size', far),
  ];
  return handles.filter((handle) => handle !== null);
}

const withPoint = (kind: HandleKind, at: Point | null): Handle | null => (at ? { kind, at } : null);

/** Every way to place the line again by one handle, of those that can be ridden. */
export function variantsOf(line: LessonLine, kind: HandleKind, from: HorseAtPoint): Variant[] {
  const attempts =
    kind === 'size'
      ? CIRCLE_SIZES_M.map((size) => ({ value: size, changed: withSize(line, size) }))
      : lettersOf(from.arena)
          .filter(({ name }) => kind === 'start' || sameKindOfEnd(line, name, from.arena))
          .map(({ name }) => ({
            value: name,
            changed: kind === 'start' ? withStart(line, name) : withEnd(line, name),
          }));
  return attempts.flatMap(({ value, changed }): Variant[] => {
    const ride = rideFrom(from, [changed]);
    if (!canBeRidden(ride)) return [];
    const letter = typeof value === 'string' ? findLetter(from.arena, value) : null;
    const at = letter ? letterOnTrack(from.arena, letter) : farPoint(ride);
    return at ? [{ value, at, line: changed, ride }] : [];
  });
}

/** A line along a side stays on its side, and one across the school goes across. */
function sameKindOfEnd(line: LessonLine, name: string, arena: Arena): boolean {
  const side = (letter: string | null) => letter && findLetter(arena, letter)?.side;
  const from = side(startOf(line.place));
  return (side(name) === from) === (side(endOf(line)) === from);
}

/** The point of a circle opposite to where it begins. */
function farPoint(ride: Ride): Point | null {
  const act = ride.movements.find((m) => m.act !== -1 && m.instruction?.form === 'circle');
  if (!act) return null;
  const { x, y } = ride.path.at(act.startM + act.metres / (act.instruction?.times ?? 1) / 2);
  return { x, y };
}

const startOf = (place: Place | null): string | null => {
  if (!place) return null;
  if (place.kind === 'at') return place.letter;
  return place.kind === 'along' ? place.from : place.letters[0]!;
};

const returnsTo = (line: LessonLine): string | null => {
  const to = line.instructions[0]?.params['to'];
  return typeof to === 'string' && /^[A-Z]$/.test(to) ? to : null;
};

function endOf(line: LessonLine): string | null {
  const { place } = line;
  if (place?.kind === 'route') return place.letters.at(-1)!;
  return place?.kind === 'along' ? place.to : returnsTo(line);
}

const sizeOf = (line: LessonLine): number | null => {
  const first = line.instructions.find((i) => i.form === 'circle');
  const size = first?.params['diameterM'];
  return typeof size === 'number' ? size : null;
};

function withStart(line: LessonLine, letter: string): LessonLine {
  const { place } = line;
  if (!place || place.kind === 'between') return line;
  if (place.kind === 'at') return { ...line, place: { ...place, letter } };
  if (place.kind === 'along') return { ...line, place: { ...place, from: letter } };
  return { ...line, place: { ...place, letters: [letter, ...place.letters.slice(1)] } };
}

function withEnd(line: LessonLine, letter: string): LessonLine {
  const { place } = line;
  if (place?.kind === 'along') return { ...line, place: { ...place, to: letter } };
  if (place?.kind === 'route') {
    return { ...line, place: { ...place, letters: [...place.letters.slice(0, -1), letter] } };
  }
  const [first, ...rest] = line.instructions;
  if (!first) return line;
  return {
    ...line,
    instructions: [{ ...first, params: { ...first.params, to: letter } }, ...rest],
  };
}

const withSize = (line: LessonLine, diameterM: number): LessonLine => ({
  ...line,
  instructions: line.instructions.map((i) =>
    i.form === 'circle' ? { ...i, params: { ...i.params, diameterM } } : i,
  ),
});
