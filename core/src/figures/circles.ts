import type { Rein } from '../arena/rein.ts';
import { act, type Stand } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { BENT } from '../forms/told.ts';
import { distanceM } from '../geometry/curve.ts';
import { endingOn, riddenDiameterM, sideOf, turnLeg } from './shared.ts';

interface CircleParams {
  side?: Rein;
  diameterM: number;
}

const circleLeg = (stand: Stand, { side, diameterM }: CircleParams, turns: number) => {
  const to = sideOf(stand, side);
  const ridden = riddenDiameterM(stand.arena, stand.at, stand.headingRad, to, diameterM);
  return turnLeg(stand.at, stand.headingRad, to, ridden, turns);
};

/** A circle tangent to the line ridden at its letter: π·D long. With a time: whole rounds until it is over. */
export const circle = act({
  kind: 'circle',
  shows: BENT,
  plain: true,
  timed: true,
  balancing: true,
  pattern: pattern('circle/volte [{side:side}] {diameterM:metres}'),
  ownSide: true,
  plan(stand, params) {
    const leg = circleLeg(stand, params, 1);
    if (stand.lastsS === null) return { legs: [leg] };
    const riddenM = stand.lastsS * stand.speedMps(stand.riding.movingGait, stand.riding.pace);
    return {
      legs: [circleLeg(stand, params, Math.max(1, Math.ceil(riddenM / leg.curve.lengthM - 1e-9)))],
    };
  },
  examples: [
    { line: 'E circle left 20', metres: 20 * Math.PI },
    { line: 'C circle left 15 x3', metres: 45 * Math.PI },
    { line: 'X circle right 8', metres: 8 * Math.PI, before: 'A centre line' },
    { line: 'A circle 10', metres: 10 * Math.PI },
    { line: 'B circle left 20 for 2 min' },
    { line: 'E circle left 10 until back', metres: 10 * Math.PI },
  ],
  palette: [
    { group: 'Circles', name: 'circle', says: '{a} circle {in} 20' },
    { group: 'Circles', name: 'volte', says: '{a} circle {in} 10' },
  ],
  help: [
    {
      section: 'Circles and loops',
      line: 'E circle left 20 x2',
      says: 'Side, metres, and how often. Without a side: to the inside.',
    },
    {
      section: 'Circles and loops',
      line: 'C circle left 20 for 2 min',
      says: 'A time instead of a number of rounds.',
    },
  ],
});

/** Half a circle, to the other side of the arena or on to another line; the course turns with it. */
export const halfCircle = act({
  kind: 'half-circle',
  shows: BENT,
  balancing: true,
  pattern: pattern('half circle [{side:side}] {diameterM:metres}'),
  route: 'allowed',
  ownSide: true,
  plan(stand, params) {
    const legs = [circleLeg(stand, params, 0.5)];
    const target = stand.route?.points.at(-1);
    const end = legs[0]!.curve.at(legs[0]!.curve.lengthM);
    if (target && distanceM(target, end) > 0.05) {
      const letters = stand.route!.letters;
      return {
        code: 'wrong-place',
        kind: 'half-circle',
        wants: `a size that ends at ${letters.at(-1)}`,
      };
    }
    return endingOn(stand, legs);
  },
  examples: [
    { line: 'E-B half circle left 20', metres: 10 * Math.PI },
    { line: 'E half circle left 10', metres: 5 * Math.PI },
  ],
  palette: [{ group: 'Circles', name: 'half circle', says: '{a} half circle {in} 10' }],
  help: [
    {
      section: 'Circles and loops',
      line: 'E half circle left 20',
      says: 'Half a circle, and on from there.',
    },
  ],
});

export const threeQuarterCircle = act({
  kind: 'three-quarter-circle',
  shows: BENT,
  balancing: true,
  pattern: pattern('three-quarter circle [{side:side}] {diameterM:metres}'),
  ownSide: true,
  plan: (stand, params) => endingOn(stand, [circleLeg(stand, params, 0.75)]),
  examples: [{ line: 'C three-quarter circle left 20', metres: 15 * Math.PI }],
  help: [
    {
      section: 'Circles and loops',
      line: 'C three-quarter circle left 20',
      says: 'Three quarters, and on along the track.',
    },
  ],
});
