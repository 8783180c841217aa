import { STRAIGHT_ON, type Weights } from '../forms/told.ts';
import { byKind, type Kind } from '../lesson/forms.ts';
import { SCALES, type Scale } from '../scales.ts';
import type { RiddenMovement, Ride, RideSpan } from '../ride/types.ts';
import type { SheetBox } from './sheet.ts';

/**
 * What a box asks of each scale: each movement weighs on the scales it shows, and so do the paces and the
 * changes of pace within it.
 */
const SHOWN: ReadonlyMap<Kind, Weights> = new Map([
  ...byKind((form) => form.shows),
  ['line', STRAIGHT_ON],
]);

const STRETCH: Weights = { suppleness: 2, contact: 3 };
const LONG_REIN: Weights = { suppleness: 2, rhythm: 2 };
const FORWARD: Weights = { impulsion: 4 };
const COLLECTED: Weights = { collection: 1 };
const CHANGE_OF_GAIT: Weights = { contact: 2, impulsion: 1 };
const COUNTER_CANTER: Weights = { straightness: 2, collection: 1 };
const FLYING_CHANGE: Weights = { straightness: 3, collection: 2 };
const CANTER: Weights = { impulsion: 1 };
/** The demand of a box that asks nothing else. */
const PLAIN: Weights = { rhythm: 1 };

const BIGGER = ['lengthened', 'medium', 'extended'];

/** Demands of the way of going within a box, each kind once. */
function ofSpans(spans: readonly RideSpan[]): Weights[] {
  const some = (is: (span: RideSpan, before: RideSpan | undefined) => boolean) =>
    spans.some((span, i) => is(span, spans[i - 1]));
  const found: [boolean, Weights][] = [
    [some(({ riding }) => riding.frame === 'stretch'), STRETCH],
    [some(({ riding }) => riding.frame === 'long-rein'), LONG_REIN],
    [
      some(
        ({ gait, riding }) =>
          gait !== 'halt' &&
          BIGGER.includes(riding.pace) &&
          !(gait === 'walk' && riding.pace === 'medium'),
      ),
      FORWARD,
    ],
    [some(({ riding }) => riding.pace === 'collected'), COLLECTED],
    [some(({ gait }) => gait === 'canter'), CANTER],
    [some(({ riding }) => riding.counterCanter), COUNTER_CANTER],
    [some((span, before) => before !== undefined && span.gait !== before.gait), CHANGE_OF_GAIT],
    [
      some(
        (span, before) =>
          before !== undefined &&
          span.gait === 'canter' &&
          before.gait === 'canter' &&
          span.riding.lead !== before.riding.lead,
      ),
      FLYING_CHANGE,
    ],
  ];
  return found.filter(([is]) => is).map(([, weights]) => weights);
}

/** The shares of the scales in a mark; they add up to 1. */
export type Demands = Readonly<Record<Scale, number>>;

function shares(weights: readonly Weights[]): Demands {
  const of = (scale: Scale) => weights.reduce((sum, w) => sum + (w[scale] ?? 0), 0);
  const total = SCALES.reduce((sum, scale) => sum + of(scale), 0);
  return Object.fromEntries(SCALES.map((scale) => [scale, of(scale) / total])) as Demands;
}

/** The demands of a box, scale by scale. */
export function demandsOf(box: Pick<SheetBox, 'itemIds'>, ride: Ride): Demands {
  const own = new Set(box.itemIds);
  const mine = (m: RiddenMovement | undefined): boolean => m !== undefined && own.has(m.itemId);
  const acts = ride.movements.filter((m) => mine(m) && m.act !== -1);
  const spans = ride.spans.filter((span) => mine(ride.movements[span.movement]));
  const kinds = [...new Set(acts.map((m) => m.kind))].map((kind) => SHOWN.get(kind) ?? {});
  return shares([PLAIN, ...kinds, ...ofSpans(spans)]);
}

/** The demands of a whole sheet, weighed by the points of its boxes. */
export function demandsOfAll(
  boxes: readonly Pick<SheetBox, 'itemIds' | 'coefficient'>[],
  ride: Ride,
): Demands {
  const total = boxes.reduce((sum, b) => sum + b.coefficient, 0);
  const each = boxes.map((box) => ({ share: box.coefficient / total, of: demandsOf(box, ride) }));
  return Object.fromEntries(
    SCALES.map((scale) => [scale, each.reduce((sum, e) => sum + e.share * e.of[scale], 0)]),
  ) as Demands;
}

/** A level and how sure it is. */
interface Estimate {
  readonly mean: number;
  readonly sd: number;
}

/** A judge's mark scatters about what was shown by as much. Common practice. */
const JUDGE_SD = 0.5;

/**
 * The mark a horse's levels lead one to expect: the mean of its levels, weighted by what the box asks.
 * Errors of the levels are taken as independent, that of a judge is added: var = Σ share²·sd² + 0.5².
 *
 * @param levelOf null where nothing is known of a scale
 * @returns null when most of what the box asks is not known
 */
export function expectedMark(
  demands: Demands,
  levelOf: (scale: Scale) => Estimate | null,
): Estimate | null {
  const known = SCALES.map((scale) => ({ share: demands[scale], level: levelOf(scale) })).filter(
    (k): k is { share: number; level: Estimate } => k.level !== null && k.share > 0,
  );
  const share = known.reduce((sum, k) => sum + k.share, 0);
  if (share < 0.5) return null;
  const mean = known.reduce((sum, k) => sum + (k.share / share) * k.level.mean, 0);
  const variance = known.reduce(
    (sum, k) => sum + ((k.share / share) * k.level.sd) ** 2,
    JUDGE_SD ** 2,
  );
  return { mean, sd: Math.sqrt(variance) };
}
