import { isOnTrack, trackCourse, trackHeading, type Course } from '../arena/course.ts';
import { turnSign } from '../arena/rein.ts';
import { act, type Facets, type Stand } from '../forms/contract.ts';
import type { Told } from '../forms/told.ts';
import { pattern } from '../forms/pattern.ts';
import { arc } from '../geometry/arc.ts';
import { degToRad, wrapRad } from '../units.ts';
import { courseFrom, toRein } from '../figures/shared.ts';

/** The way on after a turn on the spot: the track on the rein it now faces, or the line reversed. */
function courseAfterTurn(stand: Stand, headingRad: number): Course {
  if (stand.course.kind === 'track' && isOnTrack(stand.arena, stand.at, stand.course.furtherInM)) {
    const { furtherInM } = stand.course;
    const left = trackHeading(stand.arena, 'left', stand.at, furtherInM);
    const along = Math.cos(wrapRad(headingRad - left));
    if (Math.abs(along) > 0.5) return trackCourse(along > 0 ? 'left' : 'right', furtherInM);
  }
  return { kind: 'line', headingRad, name: 'line' };
}

/** A turn on the spot: strides, time, and the body turned. */
const onTheSpot = <const K extends string>(
  kind: K,
  words: string,
  gait: 'walk' | 'canter',
  stridesPer180: number,
  facets: Facets & Told,
) =>
  act({
    ...facets,
    kind,
    pattern: pattern(`${words} {side:side} {degrees:degrees}`),
    plan(stand, { side, degrees }) {
      if (gait === 'canter' && stand.riding.movingGait !== 'canter') {
        return { code: 'wrong-gait', kind, wants: 'canter' };
      }
      const strides = (stridesPer180 * degrees) / 180;
      const strideS = stand.strideM(gait, 'collected') / stand.speedMps(gait, 'collected');
      const turnRad = turnSign(side) * degToRad(degrees);
      const headingAfterRad = wrapRad(stand.headingRad + turnRad);
      const courseAfter = courseAfterTurn(stand, headingAfterRad);
      return {
        legs: [],
        holds: [{ afterM: 0, seconds: strides * strideS, turnRad, gait, strides }],
        changes: courseAfter.kind === 'track' ? [toRein(0, courseAfter.rein)] : [],
        courseAfter,
        headingAfterRad,
      };
    },
  });

/** 180° in 6–8 steps: 3.5 strides. Common practice. */
const WALK_STRIDES = 3.5;
/** Half a canter pirouette in 3–4 strides, a full one in 6–8. Source: dressage rules (from memory). */
const CANTER_STRIDES = 3.5;

export const turnOnForehand = onTheSpot(
  'turn-on-forehand',
  'turn on forehand',
  'walk',
  WALK_STRIDES,
  {
    examples: [{ line: 'B turn on forehand left 180', metres: 0 }],
    palette: [
      { group: 'Halts', name: 'turn on the forehand', says: '{a} turn on forehand {in} 180' },
    ],
    help: [
      {
        section: 'Sideways and turns',
        line: 'B turn on forehand left 180',
        says: 'The quarters go round the shoulders.',
      },
    ],
  },
);
export const turnOnHaunches = onTheSpot(
  'turn-on-haunches',
  'turn on haunches',
  'walk',
  WALK_STRIDES,
  {
    learnedFrom: 5,
    shows: { collection: 2, suppleness: 1 },
    examples: [{ line: 'B turn on haunches left 180', metres: 0 }],
    palette: [
      { group: 'Halts', name: 'turn on the haunches', says: '{a} turn on haunches {in} 180' },
    ],
    help: [
      {
        section: 'Sideways and turns',
        line: 'B turn on haunches left 180',
        says: 'The shoulders go round the quarters.',
      },
    ],
  },
);
export const walkPirouette = onTheSpot('walk-pirouette', 'walk pirouette', 'walk', WALK_STRIDES, {
  pirouette: true,
  learnedFrom: 6,
  shows: { collection: 4, rhythm: 1 },
  examples: [
    { line: 'B walk pirouette left 180', metres: 0 },
    { line: 'X walk pirouette right 180', metres: 0, before: 'A centre line' },
  ],
  palette: [{ group: 'Halts', name: 'walk pirouette', says: '{a} walk pirouette {in} 180' }],
  help: [
    {
      section: 'Sideways and turns',
      line: 'X walk pirouette left 180',
      says: 'A turn on the spot, by degrees.',
      before: 'A walk collected\nA centre line',
    },
  ],
});
export const canterPirouette = onTheSpot(
  'canter-pirouette',
  'canter pirouette',
  'canter',
  CANTER_STRIDES,
  {
    pirouette: true,
    hard: 'carried',
    inSettledGait: true,
    learnedFrom: 7,
    shows: { collection: 4, impulsion: 1 },
    examples: [
      {
        line: 'X canter pirouette left 360',
        metres: 0,
        before: 'A canter collected\nA centre line',
      },
    ],
    help: [
      {
        section: 'Sideways and turns',
        line: 'X canter pirouette left 360',
        says: 'On the spot.',
        before: 'A canter collected\nA centre line',
        after: 'C track left',
      },
    ],
  },
);

/** A turn round a circle of about 3 m. Common practice. */
const WORKING_DIAMETER_M = 3;

/** The larger pirouette for learning: ridden round a small circle. */
export const workingPirouette = act({
  kind: 'working-pirouette',
  learnedFrom: 6,
  shows: { collection: 4, impulsion: 1 },
  inSettledGait: true,
  hard: 'carried',
  pirouette: true,
  pattern: pattern('working pirouette {side:side} {degrees:degrees} [{diameterM:metres}]'),
  plan(stand, { side, degrees, diameterM = WORKING_DIAMETER_M }) {
    if (stand.riding.movingGait !== 'canter') {
      return { code: 'wrong-gait', kind: 'working-pirouette', wants: 'canter' };
    }
    const curve = arc(
      stand.at,
      stand.headingRad,
      diameterM / 2,
      turnSign(side) * degToRad(degrees),
    );
    const end = curve.at(curve.lengthM);
    return { legs: [{ curve }], courseAfter: courseFrom(stand.arena, end, end.headingRad) };
  },
  examples: [
    {
      line: 'X working pirouette left 180',
      metres: 1.5 * Math.PI,
      before: 'A canter collected\nA centre line',
    },
    {
      line: 'X working pirouette right 360 4 m',
      metres: 4 * Math.PI,
      before: 'A canter collected\nA centre line',
    },
  ],
  palette: [{ group: 'Halts', name: 'working pirouette', says: '{a} working pirouette {in} 180' }],
  help: [
    {
      section: 'Sideways and turns',
      line: 'X working pirouette left 180',
      says: 'Round a small circle; “4 m” makes it larger.',
      before: 'A canter collected\nA centre line',
      after: 'E halt',
    },
  ],
});
