import { findLetter, letterOnTrack } from '../arena/arena.ts';
import { courseLegs, isOnTrack, metresToPoint } from '../arena/course.ts';
import { act } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { distanceM, type Point } from '../geometry/curve.ts';
import { line } from '../geometry/line.ts';
import { SAME_M } from '../units.ts';

/** Metres along the track in which the horse leaves it before the first pole, and is back after the last. Common practice. */
const LEAD_M = 3;

/** A corner is cut a little by the turn on it: it is aimed at from outside. Common practice. */
const CUT_M = 0.7;
const BEND_M = 0.5;

/** Points at which the line turns back are moved outwards, so that the turn passes them. */
function roundedOut(points: readonly Point[]): Point[] {
  return points.map((p, i) => {
    const [a, b] = [points[i - 1], points[i + 1]];
    if (!a || !b) return p;
    const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
    const offM = distanceM(middle, p);
    if (offM < BEND_M) return p;
    const share = CUT_M / offM;
    return { x: p.x + (p.x - middle.x) * share, y: p.y + (p.y - middle.y) * share };
  });
}

/** `weave poles at E`: over the middle of each pole laid there, off the track and on it again. */
export const weavePoles = act({
  kind: 'weave-poles',
  called: 'weaving of the poles',
  pattern: pattern('weave poles at {letter:letter}'),
  plan(stand, { letter: name }) {
    const { arena, at, course } = stand;
    const letter = findLetter(arena, name);
    if (!letter) return { code: 'no-such-letter', letter: name, known: [] };
    const poles = stand.polesAt(name);
    if (poles.length === 0) {
      return { code: 'wrong-place', kind: 'weave-poles', wants: `poles laid at ${name}` };
    }
    if (course.kind !== 'track' || !isOnTrack(arena, at, course.furtherInM)) {
      return { code: 'wrong-place', kind: 'weave-poles', wants: 'the track' };
    }
    const track = letterOnTrack(arena, letter);
    const alongY = letter.side === 'left' || letter.side === 'right';
    const crossings = poles
      .map(({ from, to }) => {
        const over = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
        const foot: Point = alongY ? { x: track.x, y: over.y } : { x: over.x, y: track.y };
        return { over, alongM: metresToPoint(arena, course, at, foot) ?? Infinity };
      })
      .sort((a, b) => a.alongM - b.alongM);
    const [first, last] = [crossings[0]!, crossings.at(-1)!];
    const [outM, backM] = [first.alongM - LEAD_M, last.alongM + LEAD_M];
    // On a line further in the track itself is never reached.
    if (!Number.isFinite(backM)) {
      return { code: 'wrong-place', kind: 'weave-poles', wants: 'the track' };
    }
    const lead = courseLegs(arena, course, at, backM);
    const corner = lead.some(
      (leg, i) => i > 0 && distanceM(leg.curve.at(0), first.over) < backM - outM,
    );
    if (outM < -SAME_M || corner) {
      return { code: 'no-room', kind: 'weave-poles', wantedM: LEAD_M, roomM: Math.max(0, outM) };
    }
    const to = courseLegs(arena, course, at, outM);
    const start = to.at(-1)?.curve.at(to.at(-1)!.curve.lengthM) ?? at;
    const end = lead.at(-1)!.curve.at(lead.at(-1)!.curve.lengthM);
    const points = roundedOut([start, ...crossings.map((c) => c.over), end]);
    const over = points.slice(1).map((p, i) => ({ curve: line(points[i]!, p) }));
    return { legs: [...to, ...over] };
  },
  examples: [
    { line: 'F weave poles at B', before: 'poles 3 spaced 2.4 at B staggered' },
    { line: 'A weave poles at E', before: 'poles 3 spaced 2.4 at E staggered\nA trot' },
  ],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'F weave poles at B',
      says: 'Over the middle of each pole laid there, off the track and on it again.',
      before: 'poles 3 spaced 2.4 at B staggered',
    },
  ],
});
