import {
  courseLegs,
  isOnTrack,
  metresToTrack,
  trackCourse,
  trackHeading,
  type Course,
} from '../arena/course.ts';
import { trackBox } from '../arena/arena.ts';
import { turnSign } from '../arena/rein.ts';
import { act, type Stand } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { STRAIGHT_ON } from '../forms/told.ts';
import { headingTo, type Point } from '../geometry/curve.ts';
import { line } from '../geometry/line.ts';
import { wrapRad } from '../units.ts';
import { toRein } from './shared.ts';

/** `track left`: on to the track with the left hand to the middle. */
export const track = act({
  kind: 'track',
  aside: true,
  plain: true,
  leadsOn: true,
  straight: true,
  pattern: pattern('track {side:side}'),
  atRail: true,
  plan(stand, { side }) {
    if (!isOnTrack(stand.arena, stand.at)) {
      return { code: 'wrong-place', kind: 'track', wants: 'the track' };
    }
    const onTrack = stand.course.kind === 'track';
    const heading = trackHeading(stand.arena, side, stand.at);
    if (onTrack && Math.abs(wrapRad(heading - stand.headingRad)) > Math.PI * 0.75) {
      return { code: 'turns-back', from: `the ${stand.riding.rein} rein`, to: `the ${side} rein` };
    }
    return {
      legs: [],
      changes: [toRein(0, side)],
      courseAfter: trackCourse(side),
      headingAfterRad: heading,
    };
  },
  examples: [
    { line: 'C track left', metres: 0, before: 'A centre line' },
    { line: 'C track right', metres: 0, before: 'A centre line' },
  ],
  palette: [
    { group: 'Lines', name: 'track left', says: '{a} track left' },
    { group: 'Lines', name: 'track right', says: '{a} track right' },
  ],
});

/** `turn left`: a quarter turn, straight on across the school. At the end of a line it is `track left`. */
export const turn = act({
  kind: 'turn',
  shows: STRAIGHT_ON,
  straight: true,
  openEnded: true,
  pattern: pattern('turn {side:side}'),
  atRail: true,
  plan(stand, { side }) {
    const facesRail =
      stand.course.kind === 'line' && metresToTrack(stand.arena, stand.at, stand.headingRad) < 1e-3;
    if (facesRail) return track.plan(stand, { side });
    const headingRad = wrapRad(stand.headingRad + (turnSign(side) * Math.PI) / 2);
    if (metresToTrack(stand.arena, stand.at, headingRad) < 1e-3) {
      return { code: 'wrong-place', kind: 'turn', wants: 'room on that side' };
    }
    return {
      legs: [],
      courseAfter: { kind: 'line', headingRad, name: 'across the school' },
      headingAfterRad: headingRad,
    };
  },
  examples: [
    { line: 'E turn left', metres: 0 },
    { line: 'B turn left', metres: 0 },
  ],
  palette: [{ group: 'Lines', name: 'turn across', says: '{a} turn {in}' }],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'E turn left',
      says: 'Across the school.',
      after: 'B track left',
    },
  ],
});

/** Along a line of the arena that runs from A's side to C's: on as it goes, from a short side to the far end. */
function lengthwise(stand: Stand, x: number, name: string) {
  const box = trackBox(stand.arena);
  const goesUp = Math.sin(stand.headingRad);
  const up = Math.abs(goesUp) > 0.01 ? goesUp > 0 : stand.at.y < (box.minY + box.maxY) / 2;
  const from: Point = { x, y: stand.at.y };
  const legs =
    Math.abs(stand.at.x - x) < 1e-6
      ? []
      : [{ curve: line(stand.at, from, headingTo(stand.at, from)) }];
  const headingRad = up ? Math.PI / 2 : -Math.PI / 2;
  const courseAfter: Course = { kind: 'line', headingRad, name };
  return { legs, courseAfter, headingAfterRad: headingRad };
}

/** Up or down the centre line from the short side at A or C, or from a turn on to it. */
export const centreLine = act({
  kind: 'centre-line',
  shows: STRAIGHT_ON,
  straight: true,
  openEnded: true,
  pattern: pattern('centre/center line'),
  plan(stand) {
    if (Math.abs(stand.at.x) > 0.01) {
      // From across the school: ride on to the centre line first, then turn as the rein says.
      const toLine = -stand.at.x / Math.cos(stand.headingRad);
      if (!(toLine > 0) || Math.abs(Math.sin(stand.headingRad)) > 0.01) {
        return {
          code: 'wrong-place',
          kind: 'centre-line',
          wants: 'A, C, or a line across the school',
        };
      }
      const legs = courseLegs(
        stand.arena,
        { kind: 'line', headingRad: stand.headingRad, name: '' },
        stand.at,
        toLine,
      );
      const headingRad = wrapRad(stand.headingRad + (turnSign(stand.riding.rein) * Math.PI) / 2);
      return {
        legs,
        courseAfter: { kind: 'line', headingRad, name: 'centre line' },
        headingAfterRad: headingRad,
      };
    }
    return lengthwise(stand, 0, 'centre line');
  },
  examples: [
    { line: 'A centre line', metres: 0 },
    { line: 'C centre line', metres: 0 },
  ],
  palette: [{ group: 'Lines', name: 'centre line', says: '{a} centre line' }],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'A centre line',
      says: 'Up the centre; the next line says “C track left”.',
      after: 'C track left',
    },
  ],
});

/** A quarter line (5 m from the centre in a 20 m arena); near is the first one reached. */
export const quarterLine = act({
  kind: 'quarter-line',
  shows: STRAIGHT_ON,
  openEnded: true,
  pattern: pattern('quarter line [{which:near|far}]'),
  plan(stand, { which = 'near' }) {
    const box = trackBox(stand.arena);
    const onShortSide = stand.at.y < box.minY + 0.01 || stand.at.y > box.maxY - 0.01;
    const along = Math.abs(Math.sin(stand.headingRad)) < 0.1;
    if (!onShortSide || !along)
      return { code: 'wrong-place', kind: 'quarter-line', wants: 'a short side' };
    const travel = Math.sign(Math.cos(stand.headingRad)) || 1;
    const quarterM = stand.arena.widthM / 4;
    const first = -travel * quarterM;
    const passed = (first - stand.at.x) * travel < -0.01;
    const x = which === 'near' && !passed ? first : travel * quarterM;
    return lengthwise(stand, x, 'quarter line');
  },
  examples: [
    { line: 'A quarter line', metres: 5 },
    { line: 'A quarter line far', metres: 5 },
    { line: 'C quarter line near', metres: 5 },
  ],
  palette: [{ group: 'Lines', name: 'quarter line', says: '{a} quarter line' }],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'A quarter line',
      says: 'Up the first quarter line; “far” takes the other.',
      after: 'track left',
    },
  ],
});
