import { courseLegs, metresToTrack, plannedMetresFor } from '../arena/course.ts';
import { routeLegs } from '../figures/diagonals.ts';
import { endingOn } from '../figures/shared.ts';
import { legsLengthM } from '../geometry/leg.ts';
import {
  act,
  type Change,
  type ActPlan,
  type Fault,
  type Hold,
  type Riding,
  type Stand,
  ROUNDS_OF_A_COUNT,
} from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { toOtherLead } from './changes.ts';
import { HALF_STEPS, ON_THE_SPOT } from '../gaits/strideTable.ts';
import { SAME_M } from '../units.ts';
import { countsPerStride, usualPace, type MovingGait, type PaceName } from '../gaits/paces.ts';

/** One part of an interval: how far it goes in ridden metres, and how it is ridden. */
interface Part {
  readonly metres: number;
  readonly patch: (riding: Riding) => Riding;
}

/**
 * Part after part: along the present course, or on the route of the line. A route is ridden to its end:
 * without `xN` the parts fill it, with it the rest is ridden as before.
 */
function inParts(
  stand: Stand,
  kind: string,
  unit: readonly Part[],
  after: Change['patch'] | null,
): ActPlan | Fault {
  const { arena, course, at, cornerRadiusM, route, riding } = stand;
  const whole = route && endingOn(stand, routeLegs(stand));
  // Straight from letter to letter there is no corner to cut.
  const straight = route !== null && !(route.alongTrack && course.kind === 'track');
  const planned = (metres: number) =>
    straight ? metres : plannedMetresFor(arena, course, at, metres, cornerRadiusM);
  const roomM = whole
    ? legsLengthM(whole.legs)
    : course.kind === 'line'
      ? metresToTrack(arena, at, stand.headingRad)
      : Infinity;
  const unitM = unit.reduce((sum, part) => sum + part.metres, 0);
  const times = stand.times ?? (whole && unitM > 0 ? Math.ceil(roomM / unitM) : 1);
  const changes: Change[] = [];
  const holds: Hold[] = [];
  let riddenM = 0;
  for (const { metres, patch } of repeated(unit, times)) {
    // What is left of a route is too short for another part: the last one is ridden to its end.
    if (whole && stand.times === null && planned(riddenM + metres / 2) > roomM) break;
    // Only thought of: a mark stands on the line, and nothing changes.
    if (metres === 0)
      holds.push({ afterM: planned(riddenM), seconds: 0, gait: patch(riding).gait });
    else changes.push({ afterM: planned(riddenM), patch });
    riddenM += metres;
  }
  const wantedM = planned(riddenM);
  if (wantedM > roomM + SAME_M && !(whole && stand.times === null)) {
    return { code: 'no-room', kind, wantedM, roomM };
  }
  const lengthM = whole && stand.times === null ? roomM : wantedM;
  if (after) changes.push({ afterM: lengthM, patch: after });
  if (whole) return { ...whole, changes: [...whole.changes, ...changes], holds };
  return { legs: courseLegs(arena, course, at, lengthM), changes, holds };
}

const into =
  (gait: MovingGait, pace: PaceName) =>
  (r: Riding): Riding => ({
    ...r,
    gait,
    movingGait: gait,
    pace,
    lead: gait === 'canter' ? (r.gait === 'canter' ? r.lead : r.rein) : null,
  });

const repeated = <T>(parts: readonly T[], times: number): T[] =>
  Array.from({ length: times }, () => parts).flat();

/** A count of strides, or of steps in walk, in metres. */
const counted = (stand: Stand, gait: MovingGait, pace: PaceName, counts: number): number =>
  (counts / countsPerStride(gait)) * stand.strideM(gait, pace);

/** `transitions trot 8 walk 4 x5`: so many strides of one gait, so many of another, again and again. */
export const transitions = act({
  kind: 'transitions',
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern(
    'transitions {first:walk|trot|canter} {firstCount:strides} {second:walk|trot|canter} {secondCount:stridesOrNone}',
  ),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { first, firstCount, second, secondCount }) {
    const paceFor = (gait: MovingGait) =>
      gait === stand.riding.movingGait ? stand.riding.pace : usualPace(gait);
    const part = (gait: MovingGait, count: number): Part => ({
      metres: counted(stand, gait, paceFor(gait), count),
      patch: into(gait, paceFor(gait)),
    });
    const parts = [part(first, firstCount), part(second, secondCount)];
    const after = into(first, paceFor(first));
    return inParts(stand, 'transitions', parts, after);
  },
});

/** Within the gait: collected strides, then forward ones. Forward is the medium pace (extended in walk). */
export const collectForward = act({
  kind: 'collect-forward',
  balancing: true,
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('collect {collected:strides} forward {forward:strides}'),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { collected, forward }) {
    const { movingGait: gait, pace } = stand.riding;
    const bigger = gait === 'walk' ? 'extended' : 'medium';
    const parts: Part[] = [
      { metres: counted(stand, gait, 'collected', collected), patch: into(gait, 'collected') },
      { metres: counted(stand, gait, bigger, forward), patch: into(gait, bigger) },
    ];
    return inParts(stand, 'collect-forward', parts, into(gait, pace));
  },
});

/** `hold 5 soft 3 x6`: asked up into the outer rein, and let soft again; the pace stays. */
export const holdSoft = act({
  kind: 'hold-soft',
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('hold {held:strides} soft {soft:strides}'),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { held, soft }) {
    const { movingGait: gait, pace } = stand.riding;
    const part = (count: number, connection: Riding['connection']): Part => ({
      metres: counted(stand, gait, pace, count),
      patch: (r) => ({ ...r, connection }),
    });
    const parts = [part(held, 'held'), part(soft, 'soft')];
    return inParts(stand, 'hold-soft', parts, (r) => ({ ...r, connection: null }));
  },
});

/** Strides of plain trot after each few half-steps: forward again. Common practice. */
const FORWARD_STRIDES = 8;

/** `half-steps 6 x4`: a few short, high steps, then forward, again and again. */
export const halfSteps = act({
  kind: 'half-steps',
  inSettledGait: true,
  hard: 'carried',
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('half-steps {steps:strides}'),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { steps }) {
    const { movingGait: gait, pace } = stand.riding;
    const parts: Part[] = [
      { metres: (steps / 2) * HALF_STEPS.lengthM, patch: (r) => ({ ...r, halfSteps: true }) },
      {
        metres: counted(stand, gait, pace, FORWARD_STRIDES),
        patch: (r) => ({ ...r, halfSteps: false }),
      },
    ];
    return inParts(stand, 'half-steps', parts, (r) => ({ ...r, halfSteps: false }));
  },
});

/** `canter collect on the spot 4`: so many strides with hardly any ground gained, then as before. */
export const collectOnTheSpot = act({
  kind: 'collect-on-the-spot',
  pattern: pattern('collect on the spot {strides:strides}'),
  alsoRead: [pattern('canter collect on the spot {strides:strides}')],
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { strides }) {
    if (stand.riding.movingGait !== 'canter') {
      return { code: 'wrong-gait', kind: 'collect-on-the-spot', wants: 'canter' };
    }
    const metres = counted(stand, 'canter', 'collected', strides) * ON_THE_SPOT;
    const part: Part = { metres, patch: (r) => ({ ...r, onTheSpot: true }) };
    const once = { ...stand, times: stand.times ?? 1 };
    return inParts(once, 'collect-on-the-spot', [part], (r) => ({ ...r, onTheSpot: false }));
  },
});

/** `changes every 4 x5`: flying changes so many strides apart; on a route they lie about its middle. */
export const changesEvery = act({
  kind: 'changes-every',
  inSettledGait: true,
  hard: 'changing',
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('changes every {strides:strides}'),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { strides }) {
    if (stand.riding.gait !== 'canter') {
      return { code: 'wrong-gait', kind: 'changes-every', wants: 'canter' };
    }
    const times = stand.times ?? 1;
    const apart = counted(stand, 'canter', stand.riding.pace, strides);
    const toggle = (r: Riding): Riding => ({ ...toOtherLead(r), counterCanter: false });
    if (!stand.route) {
      const first: Part = { metres: apart, patch: (r) => r };
      // Those that are followed by another one are meant, also to the outside; the last one has to fit.
      const rest = repeated<Part>([{ metres: apart, patch: toOtherLead }], times - 1);
      return inParts({ ...stand, times: 1 }, 'changes-every', [first, ...rest], toggle);
    }
    const plan = endingOn(stand, routeLegs(stand));
    const roomM = legsLengthM(plan.legs);
    const wantedM = (times - 1) * apart;
    if (wantedM > roomM) return { code: 'no-room', kind: 'changes-every', wantedM, roomM };
    const changes = Array.from({ length: times }, (_, k) => ({
      afterM: (roomM - wantedM) / 2 + k * apart,
      patch: toggle,
    }));
    return { ...plan, changes: [...plan.changes, ...changes] };
  },
});
