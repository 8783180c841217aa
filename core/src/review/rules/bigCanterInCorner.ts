import { rule } from '../rule.ts';
import { oncePerAct } from './shared.ts';

const BIG = ['medium', 'extended'];
/** A curve of this radius or less is a corner, and not a large circle. Common practice. */
const CORNER_M = 9;

type Facts = { pace: string };

/** Medium or extended canter through a corner: it is brought back before it. */
export const bigCanterInCorner = rule({
  code: 'big-canter-in-corner',
  level: 'hint',
  source: 'practice',
  check(ride) {
    const big = ride.spans.filter(
      (s) =>
        s.gait === 'canter' &&
        BIG.includes(s.riding.pace) &&
        ride.movements[s.movement]!.kind !== 'collect-forward',
    );
    return oncePerAct(
      big.flatMap((span) => {
        const endM = span.startM + span.lengthM;
        const corner = ride.path.pieces.find(
          ({ curve, startM }) =>
            curve.kind === 'arc' &&
            startM + curve.lengthM / 2 > span.startM &&
            startM + curve.lengthM / 2 < endM &&
            Math.abs(curve.at(0).curvature) >= 1 / CORNER_M &&
            curve.lengthM * Math.abs(curve.at(0).curvature) > Math.PI / 3,
        );
        if (!corner) return [];
        const { itemId, act } = ride.movements[span.movement]!;
        return [
          { itemId, act, at: ride.path.at(corner.startM), facts: { pace: span.riding.pace } },
        ];
      }),
    );
  },
  say: ({ pace }: Facts) => ({
    what: `The ${pace} canter goes through a corner.`,
    why: 'Bring it back before the corner, so that the turn is ridden in balance.',
  }),
});
