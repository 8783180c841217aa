import { courseLegs, metresToTrack, plannedMetresFor } from '../arena/course.ts';
import { routeLegs } from '../figures/diagonals.ts';
import { endingOn } from '../figures/shared.ts';
import { legsLengthM } from '../geometry/leg.ts';
import {
  act,
  type Act,
  type Change,
  type ActPlan,
  type Fault,
  type Riding,
  type Stand,
} from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { HALF_STEPS } from '../gaits/strideTable.ts';
import { countsPerStride, usualPace, type MovingGait, type PaceName } from '../gaits/paces.ts';

/** One part of an interval: how far it goes in ridden metres, and how it is ridden. */
interface Part {
  readonly metres: number;
  readonly patch: (riding: Riding) => Riding;
}

/** Along the present course, part after part; the counts carry over corners. */
function alongCourse(
  stand: Stand,
  kind: string,
  parts: readonly Part[],
  after: Change['patch'] | null,
): ActPlan | Fault {
  const { arena, course, at, cornerRadiusM } = stand;
  const changes: Change[] = [];
  let riddenM = 0;
  const planned = (metres: number) => plannedMetresFor(arena, course, at, metres, cornerRadiusM);
  for (const { metres, patch } of parts) {
    changes.push({ afterM: planned(riddenM), patch });
    riddenM += metres;
  }
  const lengthM = planned(riddenM);
  const roomM = course.kind === 'line' ? metresToTrack(arena, at, stand.headingRad) : Infinity;
  if (lengthM > roomM + 1e-6) return { code: 'no-room', kind, wantedM: lengthM, roomM };
  if (after) changes.push({ afterM: lengthM, patch: after });
  return { legs: courseLegs(arena, course, at, lengthM), changes };
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

interface TransitionParams {
  first: MovingGait;
  firstCount: number;
  second: MovingGait;
  secondCount: number;
}

/** `transitions trot 8 walk 4 x5`: so many strides of one gait, so many of another, again and again. */
export const transitions = act<TransitionParams>({
  kind: 'transitions',
  pattern: pattern(
    'transitions {first:walk|trot|canter} {firstCount:strides} {second:walk|trot|canter} {secondCount:strides}',
  ),
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
    return alongCourse(stand, 'transitions', repeated(parts, stand.times ?? 1), after);
  },
});

/** Within the gait: collected strides, then forward ones. Forward is the medium pace (extended in walk). */
export const collectForward = act<{ collected: number; forward: number }>({
  kind: 'collect-forward',
  pattern: pattern('collect {collected:strides} forward {forward:strides}'),
  counts: true,
  overlay: true,
  plan(stand, { collected, forward }) {
    const { movingGait: gait, pace } = stand.riding;
    const bigger = gait === 'walk' ? 'extended' : 'medium';
    const parts: Part[] = [
      { metres: counted(stand, gait, 'collected', collected), patch: into(gait, 'collected') },
      { metres: counted(stand, gait, bigger, forward), patch: into(gait, bigger) },
    ];
    return alongCourse(
      stand,
      'collect-forward',
      repeated(parts, stand.times ?? 1),
      into(gait, pace),
    );
  },
});

/** `hold 5 soft 3 x6`: asked up into the outer rein, and let soft again; the pace stays. */
export const holdSoft = act<{ held: number; soft: number }>({
  kind: 'hold-soft',
  pattern: pattern('hold {held:strides} soft {soft:strides}'),
  counts: true,
  overlay: true,
  plan(stand, { held, soft }) {
    const { movingGait: gait, pace } = stand.riding;
    const part = (count: number, connection: Riding['connection']): Part => ({
      metres: counted(stand, gait, pace, count),
      patch: (r) => ({ ...r, connection }),
    });
    const parts = repeated([part(held, 'held'), part(soft, 'soft')], stand.times ?? 1);
    return alongCourse(stand, 'hold-soft', parts, (r) => ({ ...r, connection: null }));
  },
});

/** Strides of plain trot after each few half-steps: forward again. Common practice. */
const FORWARD_STRIDES = 8;

/** `half-steps 6 x4`: a few short, high steps, then forward, again and again. */
export const halfSteps = act<{ steps: number }>({
  kind: 'half-steps',
  pattern: pattern('half-steps {steps:strides}'),
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
    return alongCourse(stand, 'half-steps', repeated(parts, stand.times ?? 1), null);
  },
});

/** `changes every 4 x5`: flying changes so many strides apart; on a route they lie about its middle. */
export const changesEvery: Act = act<{ strides: number }>({
  kind: 'changes-every',
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
    const toggle = (r: Riding): Riding => ({ ...r, lead: r.lead === 'left' ? 'right' : 'left' });
    if (!stand.route) {
      const first: Part = { metres: apart, patch: (r) => r };
      const rest = repeated<Part>([{ metres: apart, patch: toggle }], times - 1);
      return alongCourse(stand, 'changes-every', [first, ...rest], toggle);
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
