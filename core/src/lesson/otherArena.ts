import { findLetter, lettersOf, type Arena } from '../arena/arena.ts';
import { arenaOf } from './arenaOf.ts';
import type { Lesson, Place } from './document.ts';
import { relabelLesson, relabelPlace } from './relabel.ts';

/**
 * The lesson in an arena of another size. A letter that the new arena does not have becomes the
 * nearest one of its side, in proportion; two letters of one place stay two where the side has them.
 * What no longer fits is for the review to say.
 */
export function inOtherArena(lesson: Lesson, size: Pick<Arena, 'widthM' | 'lengthM'>): Lesson {
  const before = arenaOf(lesson);
  const after: Arena = { ...before, ...size };
  const letter = (name: string, taken: readonly string[] = []): string => {
    const old = findLetter(before, name);
    const kept = findLetter(after, name);
    if (kept && !taken.includes(name)) return name;
    if (!old) return name;
    const y = (old.y / before.lengthM) * after.lengthM;
    const [nearest] = lettersOf(after)
      .filter((l) => l.side === old.side && !taken.includes(l.name))
      .sort((a, b) => Math.abs(a.y - y) - Math.abs(b.y - y));
    return nearest?.name ?? name;
  };
  /** Letters that stay are given first, so that a lost one does not take their place. */
  const apart = (names: readonly string[]): string[] => {
    const stays = names.filter((name) => findLetter(after, name));
    const given = [...stays];
    return names.map((name) => {
      if (findLetter(after, name)) return name;
      const other = letter(name, given);
      given.push(other);
      return other;
    });
  };
  const place = (p: Place): Place => {
    if (p.kind === 'route') return { ...p, letters: apart(p.letters) };
    if (p.kind === 'along') {
      const [from, to] = apart([p.from, p.to]) as [string, string];
      return { ...p, from, to };
    }
    if (p.kind === 'between') return { ...p, letters: apart(p.letters) as [string, string] };
    return relabelPlace(p, { letter });
  };
  const moved = relabelLesson(lesson, { letter, side: (side) => side, place });
  return { ...moved, arena: { ...lesson.arena, ...after } };
}
