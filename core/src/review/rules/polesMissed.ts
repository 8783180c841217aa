import { distanceM, type Point } from '../../geometry/curve.ts';
import type { Equipment } from '../../lesson/equipment.ts';
import type { Ride } from '../../ride/types.ts';
import { rule, type Hit } from '../rule.ts';
import { oneOf } from '../wording.ts';

const STEP_M = 0.2;
/** A horse that comes so near has been sent over it. */
const NEAR_M = 6;

/** Where the line crosses a pole, as a share of its length, the nearest to its middle; null when never. */
function crossing(ride: Ride, { from, to }: Equipment): number | null {
  const along = { x: to.x - from.x, y: to.y - from.y };
  const length2 = along.x * along.x + along.y * along.y;
  const side = (p: Point) => along.x * (p.y - from.y) - along.y * (p.x - from.x);
  const share = (p: Point) => ((p.x - from.x) * along.x + (p.y - from.y) * along.y) / length2;
  const found: number[] = [];
  for (const { curve } of ride.path.pieces) {
    const steps = Math.max(1, Math.ceil(curve.lengthM / STEP_M));
    let last = curve.at(0);
    for (let i = 1; i <= steps; i++) {
      const next = curve.at((curve.lengthM * i) / steps);
      const [a, b] = [side(last), side(next)];
      if (a * b <= 0 && a !== b) {
        const s = share(last) + (share(next) - share(last)) * (a / (a - b));
        if (s >= 0 && s <= 1) found.push(s);
      }
      last = next;
    }
  }
  return found.length === 0
    ? null
    : found.reduce((best, s) => (Math.abs(s - 0.5) < Math.abs(best - 0.5) ? s : best));
}

const inMiddle = (share: number | null): boolean =>
  share !== null && share > 1 / 3 - 1e-6 && share < 2 / 3 + 1e-6;

type Facts = { letter: string; missed: readonly number[]; of: number };

/** Poles that lie off the track are woven: the line goes over the middle third of each. */
export const polesMissed = rule({
  code: 'poles-missed',
  level: 'hint',
  source: 'practice',
  check(ride) {
    const sets = new Map<string, Equipment[]>();
    for (const pole of ride.equipment) {
      if (!pole.staggered || pole.what !== 'poles') continue;
      sets.set(pole.itemId, [...(sets.get(pole.itemId) ?? []), pole]);
    }
    return [...sets].flatMap(([itemId, poles]): Hit<Facts>[] => {
      const passed = ride.path.pieces.some(({ curve }) => {
        const steps = Math.max(1, Math.ceil(curve.lengthM));
        return Array.from({ length: steps + 1 }, (_, i) =>
          curve.at((curve.lengthM * i) / steps),
        ).some((p) => distanceM(p, poles[0]!.from) < NEAR_M);
      });
      const missed = poles.flatMap((pole, i) => (inMiddle(crossing(ride, pole)) ? [] : [i + 1]));
      if (!passed || missed.length === 0) return [];
      const { letter, from } = poles[0]!;
      return [{ itemId, act: -1, at: from, facts: { letter, missed, of: poles.length } }];
    });
  },
  say: ({ letter, missed, of }: Facts) => ({
    what:
      missed.length === of
        ? `The line misses the poles at ${letter}.`
        : `The line misses the middle of pole ${oneOf(missed.map(String))} of ${of} at ${letter}.`,
    why: `Write “weave poles at ${letter}” where they are ridden.`,
  }),
});
