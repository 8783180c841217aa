import { findLetter, lettersOf, type Arena, type Side } from '../arena/arena.ts';
import { arenaOf } from './arenaOf.ts';
import type { Instruction, Item, Lesson, Place } from './document.ts';

const otherSide: Partial<Record<Side, Side>> = { left: 'right', right: 'left' };

function mirroredLetter(arena: Arena, name: string): string {
  const letter = findLetter(arena, name);
  const side = letter && otherSide[letter.side];
  if (!side) return name;
  return lettersOf(arena).find((l) => l.side === side && l.y === letter.y)?.name ?? name;
}

/** The same lesson seen in a mirror: left for right, and each letter for the one across. */
export function mirrorLesson(lesson: Lesson): Lesson {
  const arena = arenaOf(lesson);
  const letter = (name: string) => mirroredLetter(arena, name);
  const side = (value: unknown) =>
    value === 'left' ? 'right' : value === 'right' ? 'left' : value;
  const place = (p: Place | null): Place | null => {
    if (!p) return null;
    if (p.kind === 'at') return { ...p, letter: letter(p.letter) };
    if (p.kind === 'along') return { ...p, from: letter(p.from), to: letter(p.to) };
    if (p.kind === 'route') return { ...p, letters: p.letters.map(letter) };
    return { ...p, letters: [letter(p.letters[0]), letter(p.letters[1])] };
  };
  const instruction = (i: Instruction): Instruction => ({
    ...i,
    params: Object.fromEntries(
      Object.entries(i.params).map(([key, value]) => [
        key,
        typeof value === 'string' && /^[A-Z]$/.test(value) ? letter(value) : side(value),
      ]),
    ),
    ...(i.at && { at: i.at.length === 1 ? letter(i.at) : i.at }),
  });
  const item = (it: Item): Item => {
    if (it.kind === 'repeat') return { ...it, items: it.items.map(item) };
    if (it.kind === 'ground') return { ...it, letter: letter(it.letter) };
    if (it.kind !== 'line') return it;
    return { ...it, place: place(it.place), instructions: it.instructions.map(instruction) };
  };
  const start = lesson.start && {
    ...lesson.start,
    letter: letter(lesson.start.letter),
    rein: side(lesson.start.rein) as 'left' | 'right',
  };
  return { ...lesson, ...(start && { start }), items: lesson.items.map(item) };
}
