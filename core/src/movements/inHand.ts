import { courseLegs, letterOnCourse, metresToPoint, metresToTrack } from '../arena/course.ts';
import { findLetter, lettersOf, type Arena } from '../arena/arena.ts';
import { riddenDiameterM, turnLeg } from '../figures/shared.ts';
import {
  act,
  isFault,
  type ActPlan,
  type Change,
  type Fault,
  type Lateral,
  type Riding,
  type Stand,
} from '../forms/contract.ts';
import { pattern, type ParamsOf } from '../forms/pattern.ts';
import { legsLengthM } from '../geometry/leg.ts';
import { SAME_M } from '../units.ts';
import { lateralOf } from './lateral.ts';
import { stepsBack } from './reinBack.ts';

/** Times of what is done standing, until the horse answers and is left alone. Common practice. */
const LOWER_HEAD_S = 20;
const FLEX_S = 10;
/** One step sideways: asked, answered, the rein given at once, and a breath. Common practice. */
const STEP_OVER_S = 4;

const led = (riding: Riding): Riding => ({ ...riding, gait: 'in-hand', lateral: null });
const stands = (riding: Riding): Riding => ({ ...riding, gait: 'halt', lateral: null });

/** Work in hand: the horse is led into it, and stands after it. */
const inHand = <const K extends string, const W extends string>(
  kind: K,
  words: W,
  plan: (stand: Stand, params: ParamsOf<`in hand ${W}`>) => ActPlan | Fault,
) =>
  act({
    kind: `in-hand-${kind}` as `in-hand-${K}`,
    pattern: pattern(`in hand ${words}`),
    atRail: true,
    rests: 'halt',
    led: true,
    plan(stand, params) {
      const planned = plan(stand, params);
      if (isFault(planned)) return planned;
      const ends: Change = { afterM: legsLengthM(planned.legs), patch: stands };
      const changes = [{ afterM: 0, patch: led }, ...(planned.changes ?? []), ends];
      return { ...planned, changes };
    },
  });

const standing = (seconds: number): ActPlan => ({
  legs: [],
  holds: [{ afterM: 0, seconds, gait: 'halt' }],
});

export const inHandLowerHead = inHand('lower-head', 'lower head', () => standing(LOWER_HEAD_S));

export const inHandFlex = inHand('flex', 'flex {side:side}', () => standing(FLEX_S));

/** The shoulders, or the quarters, step over and back: the horse is where it was. */
const stepsOver = (part: 'shoulders' | 'quarters') =>
  inHand(part, `${part} {side:side} {steps:strides}`, (_stand, { steps }) =>
    standing(steps * STEP_OVER_S),
  );

export const inHandShoulders = stepsOver('shoulders');
export const inHandQuarters = stepsOver('quarters');

/** So many metres along the way, and a halt from the body of the one who leads. */
export const inHandWalk = inHand(
  'walk',
  'walk on {metres:metres}',
  ({ arena, course, at }, { metres }) => {
    const roomM = course.kind === 'line' ? metresToTrack(arena, at, course.headingRad) : Infinity;
    if (metres > roomM + SAME_M) {
      return { code: 'no-room', kind: 'in-hand-walk', wantedM: metres, roomM };
    }
    return { legs: courseLegs(arena, course, at, metres) };
  },
);

export const inHandCircle = inHand(
  'circle',
  'circle {side:side} {diameterM:metres}',
  ({ arena, at, headingRad }, { side, diameterM }) => {
    const riddenM = riddenDiameterM(arena, at, headingRad, side, diameterM);
    return { legs: [turnLeg(at, headingRad, side, riddenM, 1)] };
  },
);

const noLetter = (arena: Arena, letter: string): Fault => ({
  code: 'no-such-letter',
  letter,
  known: lettersOf(arena).map(({ name }) => name),
});

/** Led to the first letter, then in shoulder-in to the second, along the track. */
export const inHandShoulderIn = inHand(
  'shoulder-in',
  'shoulder-in {between:letters}',
  (stand, { between }) => {
    const { arena, course, at, riding } = stand;
    const metres: number[] = [];
    let from = at;
    for (const name of between.split('-')) {
      const letter = findLetter(arena, name);
      if (!letter) return noLetter(arena, name);
      const to = letterOnCourse(arena, course, letter);
      const gap = metresToPoint(arena, course, from, to);
      if (gap === null) return { code: 'place-not-reached', place: name, reached: [] };
      metres.push(gap);
      from = to;
    }
    const [firstM, alongM] = metres as [number, number];
    const lateral: Lateral = lateralOf('shoulder-in', riding.rein);
    return {
      legs: courseLegs(arena, course, at, firstM + alongM),
      changes: [{ afterM: firstM, patch: (r) => ({ ...r, lateral }) }],
    };
  },
);

export const inHandReinBack = inHand(
  'rein-back',
  'rein back {steps:strides}',
  (stand, { steps }) => {
    const { legs, headingAfterRad } = stepsBack(stand, steps);
    return {
      legs,
      changes: [{ afterM: 0, patch: (r) => ({ ...r, gait: 'rein-back' }) }],
      headingAfterRad,
    };
  },
);
