import { trackHeading, isOnTrack } from '../arena/course.ts';
import { otherRein, turnSign } from '../arena/rein.ts';
import { act } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { BENT } from '../forms/told.ts';
import { arc } from '../geometry/arc.ts';
import { offset } from '../geometry/curve.ts';
import { line } from '../geometry/line.ts';
import { endingOn, riddenDiameterM, sideOf, tangentFrom, turnBetween } from './shared.ts';

const LEAST_TURN_RAD = 0.6 * Math.PI;
const MOST_TURN_RAD = 1.6 * Math.PI;

/**
 * A half circle, then the tangent line back to the track at a letter: a change of rein.
 * With the distance d from the circle's centre to the letter the line is √(d² − r²) long.
 */
export const halfCircleReturn = act({
  kind: 'half-circle-return',
  shows: BENT,
  balancing: true,
  pattern: pattern('half circle [{side:side}] {diameterM:metres} return {to:letter}'),
  ownSide: true,
  plan(stand, params) {
    const side = sideOf(stand, params.side);
    const target = stand.letter(params.to);
    if (!target) return { code: 'no-such-letter', letter: params.to, known: [] };
    const r = riddenDiameterM(stand.arena, stand.at, stand.headingRad, side, params.diameterM) / 2;
    const centre = offset(stand.at, stand.headingRad, 0, turnSign(side) * r);
    // The line home, read backwards, is the tangent from the letter to the circle on the other hand.
    const home = tangentFrom(target, centre, r, otherRein(side));
    if (!home)
      return {
        code: 'wrong-place',
        kind: 'half-circle-return',
        wants: 'a letter outside the circle',
      };
    const leavingRad = home.headingRad + Math.PI;
    const turn = turnBetween(stand.headingRad, leavingRad, side);
    // About half a circle: with less or more the letter lies on the wrong side of it.
    if (turn < LEAST_TURN_RAD || turn > MOST_TURN_RAD) {
      return {
        code: 'wrong-place',
        kind: 'half-circle-return',
        wants: 'a letter to come back to behind the circle',
      };
    }
    return endingOn(stand, [
      { curve: arc(stand.at, stand.headingRad, r, turnSign(side) * turn) },
      { curve: line(home.point, target) },
    ]);
  },
  examples: [
    { line: 'E half circle left 10 return H', metres: 24 + 5 * (Math.PI + 2 * Math.atan(5 / 24)) },
  ],
  palette: [
    {
      group: 'Change rein',
      name: 'half circle and return',
      says: '{a} half circle {in} 10 return {b}',
    },
  ],
  help: [
    {
      section: 'Circles and loops',
      line: 'E half circle left 10 return H',
      says: 'Half a circle, and back to the track at H.',
    },
  ],
});

/** Metres from the letter to where the reverse half circle meets the track. Common practice. */
const REVERSE_ALONG_M = 12;

/** The reverse: off the track on the tangent to a circle that touches the track 12 m on, round it, back. */
export const reverseHalfCircle = act({
  kind: 'reverse-half-circle',
  shows: BENT,
  pattern: pattern('reverse half circle [{side:side}] {diameterM:metres}'),
  alsoRead: [pattern('half turn in reverse [{side:side}] {diameterM:metres}')],
  plan(stand, params) {
    if (!isOnTrack(stand.arena, stand.at)) {
      return { code: 'wrong-place', kind: 'reverse-half-circle', wants: 'the track' };
    }
    const side = params.side ?? otherRein(stand.riding.rein);
    const alongRad = trackHeading(stand.arena, stand.riding.rein, stand.at);
    const touch = offset(stand.at, alongRad, REVERSE_ALONG_M);
    const r = riddenDiameterM(stand.arena, touch, alongRad, otherRein(side), params.diameterM) / 2;
    const centre = offset(touch, alongRad, 0, -turnSign(side) * r);
    const out = tangentFrom(stand.at, centre, r, side);
    if (!out)
      return {
        code: 'no-room',
        kind: 'reverse-half-circle',
        wantedM: 2 * r,
        roomM: REVERSE_ALONG_M,
      };
    const turn = turnBetween(out.headingRad, alongRad + Math.PI, side);
    return endingOn(stand, [
      { curve: line(stand.at, out.point, out.headingRad) },
      { curve: arc(out.point, out.headingRad, r, turnSign(side) * turn) },
    ]);
  },
  examples: [
    { line: 'E half turn in reverse right 10', metres: 12 + 5 * (Math.PI + 2 * Math.atan(5 / 12)) },
    { line: 'E reverse half circle right 10', metres: 12 + 5 * (Math.PI + 2 * Math.atan(5 / 12)) },
  ],
  palette: [
    { group: 'Change rein', name: 'reversed half circle', says: '{a} reverse half circle {in} 10' },
  ],
  help: [
    {
      section: 'Circles and loops',
      line: 'E reverse half circle right 10',
      says: 'Off the track on a slant, half a circle back to it. “half turn in reverse” is the same.',
    },
  ],
});
