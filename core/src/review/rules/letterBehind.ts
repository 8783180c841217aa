import { findLetter, letterOnTrack, trackBox, type Arena } from '../../arena/arena.ts';
import { lettersAhead, metresToPoint, trackCourse } from '../../arena/course.ts';
import type { LessonLine, Place } from '../../lesson/document.ts';
import type { Point } from '../../geometry/curve.ts';
import { clamp } from '../../units.ts';
import { allItems, replaceItem } from '../../lesson/edits.ts';
import type { RiddenMovement } from '../../ride/types.ts';
import { kindsThat } from '../../lesson/forms.ts';
import { rule } from '../rule.ts';
import type { Fix, Hit } from '../rule.ts';
import { oncePerAct } from './shared.ts';

/** A letter this close behind was passed just now. Common practice. */
const JUST_PASSED_M = 30;
/** A letter this close ahead leaves no time to ask for anything. */
const LEAST_AHEAD_M = 6;

/** A count that is laid over its way. */
const COUNTED = kindsThat((form) => form.group === 'act' && form.counts && form.overlay);

/** Where a timed or a counted movement ends nobody knows beforehand. */
const endsAnywhere = (m: RiddenMovement | undefined): boolean =>
  m !== undefined && (m.instruction?.lastsS !== undefined || COUNTED.has(m.kind));

/** The letter at which a line begins. */
const firstOf = (place: Place | null): string | null =>
  place === null
    ? null
    : place.kind === 'at'
      ? place.letter
      : place.kind === 'along'
        ? place.from
        : place.letters[0]!;

/** The place on the track nearest to a point: a movement may begin in the middle of a corner. */
function onTrack(arena: Arena, { x, y }: Point): Point {
  const { minX, maxX, minY, maxY } = trackBox(arena);
  const ways: [awayM: number, Point][] = [
    [Math.abs(x - minX), { x: minX, y: clamp(y, minY, maxY) }],
    [Math.abs(x - maxX), { x: maxX, y: clamp(y, minY, maxY) }],
    [Math.abs(y - minY), { x: clamp(x, minX, maxX), y: minY }],
    [Math.abs(y - maxY), { x: clamp(x, minX, maxX), y: maxY }],
  ];
  return ways.reduce((a, b) => (b[0] < a[0] ? b : a))[1];
}

const beginAt = (itemId: string, letter: string): Fix => ({
  label: `Begin at ${letter}`,
  apply: (lesson) =>
    replaceItem(lesson, itemId, (item) =>
      item.kind === 'line'
        ? [{ ...item, place: { kind: 'at', letter } } satisfies LessonLine]
        : [item],
    ),
});

type Facts = { letter: string; metres: number };

/** A place the horse has just ridden past costs another lap. */
export const letterBehind = rule({
  code: 'letter-behind',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride, lesson) {
    const places = new Map<string, Place | null>(
      allItems(lesson.items).flatMap((i) => (i.kind === 'line' ? [[i.id, i.place] as const] : [])),
    );
    const hits = ride.movements.flatMap((m, i): Hit<Facts>[] => {
      if (endsAnywhere(ride.movements[i - 1])) return [];
      // A lesson may begin anywhere.
      if (m.act !== -1 || m.kind !== 'track' || m.startM === 0 || m.metres < JUST_PASSED_M)
        return [];
      const place = places.get(m.itemId) ?? null;
      const name = firstOf(place);
      const letter = name === null ? undefined : findLetter(ride.arena, name);
      if (!letter || place?.kind === 'between') return [];
      const course = trackCourse(m.rein);
      const from = onTrack(ride.arena, m.from);
      const behindM = metresToPoint(ride.arena, course, letterOnTrack(ride.arena, letter), from);
      if (behindM === null || behindM === 0 || behindM > JUST_PASSED_M) return [];
      const ahead = lettersAhead(ride.arena, course, from).find((l) => l.metres >= LEAST_AHEAD_M);
      return [
        {
          itemId: m.itemId,
          act: -1,
          at: m.from,
          facts: { letter: letter.name, metres: Math.round(m.metres) },
          ...(place?.kind === 'at' && ahead && { fix: beginAt(m.itemId, ahead.name) }),
        },
      ];
    });
    return oncePerAct(hits);
  },
  say: ({ letter, metres }: Facts) => ({
    what: `${letter} lies behind: that is one more lap of ${metres} m.`,
    why: 'Begin at a letter that is still ahead, or leave it if the lap is meant.',
  }),
});
