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
import type { Told } from '../forms/told.ts';
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
  told: Told,
  plan: (stand: Stand, params: ParamsOf<`in hand ${W}`>) => ActPlan | Fault,
) =>
  act({
    ...told,
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

export const inHandLowerHead = inHand(
  'lower-head',
  'lower head',
  {
    examples: [{ line: 'in hand lower head', metres: 0 }],
    palette: [{ group: 'In hand', name: 'lower the head', says: '{a} in hand lower head' }],
    help: [
      {
        section: 'In hand, before mounting',
        line: 'in hand lower head',
        says: 'Stand, and let the head come down.',
      },
    ],
  },
  () => standing(LOWER_HEAD_S),
);

export const inHandFlex = inHand(
  'flex',
  'flex {side:side}',
  {
    examples: [
      { line: 'in hand flex left', metres: 0 },
      { line: 'B in hand flex right', metres: 0 },
    ],
    palette: [{ group: 'In hand', name: 'flex at the poll', says: '{a} in hand flex {in}' }],
    help: [
      {
        section: 'In hand, before mounting',
        line: 'in hand flex left',
        says: 'Softly left and right at the poll.',
      },
    ],
  },
  () => standing(FLEX_S),
);

/** The shoulders, or the quarters, step over and back: the horse is where it was. */
const stepsOver = (part: 'shoulders' | 'quarters', told: Told) =>
  inHand(part, `${part} {side:side} {steps:strides}`, told, (_stand, { steps }) =>
    standing(steps * STEP_OVER_S),
  );

export const inHandShoulders = stepsOver('shoulders', {
  examples: [{ line: 'B in hand shoulders left 3', metres: 0 }],
  palette: [{ group: 'In hand', name: 'shoulders over', says: '{a} in hand shoulders {in} 3' }],
  help: [
    {
      section: 'In hand, before mounting',
      line: 'B in hand shoulders left 3',
      says: 'Steps of the shoulders to a side; the rein is given after each.',
    },
  ],
});
export const inHandQuarters = stepsOver('quarters', {
  examples: [{ line: 'B in hand quarters left 2', metres: 0 }],
  palette: [{ group: 'In hand', name: 'quarters over', says: '{a} in hand quarters {in} 2' }],
  help: [
    {
      section: 'In hand, before mounting',
      line: 'B in hand quarters left 2',
      says: 'The same with the quarters.',
    },
  ],
});

/** So many metres along the way, and a halt from the body of the one who leads. */
export const inHandWalk = inHand(
  'walk',
  'walk on {metres:metres}',
  {
    examples: [{ line: 'B in hand walk on 10', metres: 10 }],
    palette: [{ group: 'In hand', name: 'walk on and halt', says: '{a} in hand walk on 10' }],
    help: [
      {
        section: 'In hand, before mounting',
        line: 'B in hand walk on 10',
        says: 'Ten metres, and halt from your own body.',
      },
    ],
  },
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
  {
    examples: [{ line: 'B in hand circle left 6', metres: 6 * Math.PI }],
    palette: [{ group: 'In hand', name: 'small circle', says: '{a} in hand circle {in} 6' }],
    help: [
      {
        section: 'In hand, before mounting',
        line: 'B in hand circle left 6',
        says: 'A small circle round you.',
      },
    ],
  },
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
  {
    examples: [
      { line: 'F in hand shoulder-in F-M', metres: 48 },
      { line: 'in hand shoulder-in H-K' },
    ],
    palette: [
      {
        group: 'In hand',
        name: 'shoulder-in led',
        says: 'in hand shoulder-in {a}-{b}',
        between: 'one side',
      },
    ],
    help: [
      {
        section: 'In hand, before mounting',
        line: 'in hand shoulder-in H-K',
        says: 'Led to the first letter, then in shoulder-in to the second.',
      },
    ],
  },
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
  {
    examples: [{ line: 'B in hand rein back 2', metres: 1.2 }],
    palette: [{ group: 'In hand', name: 'two steps back', says: '{a} in hand rein back 2' }],
    help: [
      {
        section: 'In hand, before mounting',
        line: 'B in hand rein back 2',
        says: 'Two steps, out of a halt.',
      },
    ],
  },
  (stand, { steps }) => {
    const { legs, headingAfterRad } = stepsBack(stand, steps);
    return {
      legs,
      changes: [{ afterM: 0, patch: (r) => ({ ...r, gait: 'rein-back' }) }],
      headingAfterRad,
    };
  },
);
