import { replaceItem } from '../../lesson/edits.ts';
import type { Item, GroundItem } from '../../lesson/document.ts';
import { rule } from '../rule.ts';
import { letterOnTrack, findLetter } from '../../arena/arena.ts';
import { distanceM } from '../../geometry/curve.ts';
import type { Ride } from '../../ride/types.ts';

/** Metres between poles for each gait. Common practice. */
const SPACING = { walk: [0.8, 0.9], trot: [1.2, 1.4], canter: [2.7, 3.3] } as const;

const polesIn = (items: readonly Item[]): GroundItem[] =>
  items.flatMap((item) =>
    item.kind === 'repeat'
      ? polesIn(item.items)
      : item.kind === 'ground' && item.what === 'poles'
        ? [item]
        : [],
  );

/** The gaits in which the ride passes a letter. */
function gaitsAt(ride: Ride, name: string): Set<string> {
  const letter = findLetter(ride.arena, name);
  const gaits = new Set<string>();
  if (!letter) return gaits;
  const at = letterOnTrack(ride.arena, letter);
  for (const span of ride.spans) {
    const steps = Math.max(1, Math.ceil(span.lengthM));
    for (let i = 0; i <= steps && span.lengthM > 0; i++) {
      if (distanceM(ride.path.at(span.startM + (span.lengthM * i) / steps), at) < 1)
        gaits.add(span.gait);
    }
  }
  return gaits;
}

type Facts = { spacedM: number; gait: string; low: number; high: number };

/** Poles whose distance fits none of the gaits that pass them. */
export const polesSpacing = rule({
  code: 'poles-spacing',
  level: 'warning',
  source: 'practice',
  check(ride, lesson) {
    return polesIn(lesson.items).flatMap((item) => {
      const spacedM = item.spacedM ?? 1.3;
      const passed = [...gaitsAt(ride, item.letter)].filter(
        (g): g is keyof typeof SPACING => g in SPACING,
      );
      // Offset poles are ridden one by one, a horse's length apart.
      if ((item.count ?? 1) < 2 || item.lay === 'staggered' || passed.length === 0) return [];
      const fits = passed.some(
        (g) => spacedM >= SPACING[g][0] - 0.01 && spacedM <= SPACING[g][1] + 0.01,
      );
      if (fits) return [];
      const gait = passed.at(-1)!;
      const [low, high] = SPACING[gait];
      const middle = Math.round(((low + high) / 2) * 100) / 100;
      return [
        {
          itemId: item.id,
          act: -1,
          facts: { spacedM, gait, low, high },
          fix: {
            label: `Space them ${middle} m`,
            apply: (l: typeof lesson) =>
              replaceItem(l, item.id, () => [{ ...item, spacedM: middle }]),
          },
        },
      ];
    });
  },
  say: ({ spacedM, gait, low, high }: Facts) => ({
    what: `Poles ${spacedM} m apart do not fit the ${gait}.`,
    why: `For ${gait} they lie ${low} to ${high} m apart. Have somebody there to reset them.`,
  }),
});
