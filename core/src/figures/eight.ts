import { otherRein, type Rein } from '../arena/rein.ts';
import { act } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { BENT } from '../forms/told.ts';
import { endingOn, riddenDiameterM, toRein, turnLeg, sideOf } from './shared.ts';

/** Two circles that touch where they begin: the first on the present rein, the second on the other. */
export const figureEight = act({
  kind: 'figure-eight',
  shows: BENT,
  balancing: true,
  pattern: pattern('figure eight [{side:side}] {diameterM:metres}'),
  plan(stand, params) {
    const first = sideOf(stand, params.side);
    const circle = (side: Rein) => {
      const { arena, at, headingRad } = stand;
      const ridden = riddenDiameterM(arena, at, headingRad, side, params.diameterM);
      return turnLeg(at, headingRad, side, ridden, 1);
    };
    const legs = [circle(first), circle(otherRein(first))];
    return {
      legs,
      changes: [
        toRein(0, first),
        toRein(legs[0]!.curve.lengthM, otherRein(first)),
        toRein(legs[0]!.curve.lengthM + legs[1]!.curve.lengthM, stand.riding.rein),
      ],
    };
  },
  examples: [{ line: 'X figure eight 10', metres: 20 * Math.PI, before: 'A centre line' }],
  palette: [{ group: 'Circles', name: 'figure of eight', says: '{a} figure eight {in} 20' }],
  help: [
    {
      section: 'Circles and loops',
      line: 'X figure eight 10',
      says: 'Two circles, the first on the present rein.',
      before: 'A centre line',
    },
  ],
});

/** Through the circle to its other side: two half circles of half its size; the rein changes at the middle. */
export const changeThroughCircle = act({
  kind: 'change-through-circle',
  shows: BENT,
  pattern: pattern('change through circle [{side:side}] {diameterM:metres}'),
  plan(stand, params) {
    const side = sideOf(stand, params.side);
    const { arena, at, headingRad } = stand;
    const ridden = riddenDiameterM(arena, at, headingRad, side, params.diameterM);
    const first = turnLeg(at, headingRad, side, ridden / 2, 0.5);
    const middle = first.curve.at(first.curve.lengthM);
    const second = turnLeg(middle, middle.headingRad, otherRein(side), ridden / 2, 0.5);
    const legs = [first, second];
    const plan = endingOn(stand, legs);
    return { ...plan, changes: [toRein(0, side), toRein(first.curve.lengthM, otherRein(side))] };
  },
  examples: [
    { line: 'A change through circle 20', metres: 10 * Math.PI },
    { line: 'E change through circle 20', metres: 10 * Math.PI },
  ],
  palette: [
    { group: 'Change rein', name: 'through the circle', says: '{a} change through circle {in} 20' },
  ],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'C change through circle 20',
      says: 'Two half circles, through the middle.',
    },
  ],
});
