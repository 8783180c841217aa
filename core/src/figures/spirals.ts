import { turnSign, type Rein } from '../arena/rein.ts';
import { act, type ActPlan, type Stand, ROUNDS_OF_A_COUNT } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { BENT } from '../forms/told.ts';
import { spiralFrom } from '../geometry/spiral.ts';
import { courseFrom, riddenDiameterM, sideOf } from './shared.ts';

/** Rounds of a spiral when none are said. Common practice. */
const ROUNDS = 2;

interface SpiralParams {
  side?: Rein;
  fromM: number;
  toM: number;
  legYield?: true;
}

/**
 * Between two circles about one centre; the radius follows a smoothstep in the angle, so the heading
 * has no jump where it leaves and meets them. A size on the rail is ridden inside it, like a circle's.
 */
function spiralPlan(stand: Stand, params: SpiralParams, larger: 'from' | 'to'): ActPlan {
  const { arena, at, headingRad } = stand;
  const side = sideOf(stand, params.side);
  const ridden = (diameterM: number) => riddenDiameterM(arena, at, headingRad, side, diameterM);
  const fromM = ridden(params.fromM);
  // Outwards the larger circle is met after whole rounds, where the line began: its inset is known there.
  const lost = larger === 'from' ? params.fromM - fromM : insetOfLarger(stand, side, params);
  const toM = larger === 'from' ? params.toM : Math.max(fromM, params.toM - lost);
  const curve = spiralFrom(
    at,
    headingRad,
    turnSign(side),
    fromM / 2,
    toM / 2,
    stand.times ?? ROUNDS,
  );
  const end = curve.at(curve.lengthM);
  const lateral = {
    kind: 'leg-yield',
    bend: side,
    bodyOffRad: 0,
    tracks: 4,
  } as const;
  return {
    legs: [{ curve }],
    courseAfter: courseFrom(arena, end, end.headingRad),
    changes: params.legYield
      ? [
          { afterM: 0, patch: (r) => ({ ...r, lateral }) },
          { afterM: curve.lengthM, patch: (r) => ({ ...r, lateral: null }) },
        ]
      : [],
  };
}

function insetOfLarger(stand: Stand, side: Rein, { fromM, toM }: SpiralParams): number {
  const outM = (toM - fromM) / 2;
  const sign = turnSign(side);
  const start = {
    x: stand.at.x + sign * outM * Math.sin(stand.headingRad),
    y: stand.at.y - sign * outM * Math.cos(stand.headingRad),
  };
  // The start of the larger circle on paper may lie just over the ridden track: look from both.
  const inM = stand.arena.insetM;
  const onTrack = {
    x: start.x - sign * inM * Math.sin(stand.headingRad),
    y: start.y + sign * inM * Math.cos(stand.headingRad),
  };
  const lost = [start, onTrack].map(
    (at) => toM - riddenDiameterM(stand.arena, at, stand.headingRad, side, toM),
  );
  return Math.max(...lost);
}

export const spiralIn = act({
  kind: 'spiral',
  shows: BENT,
  balancing: true,
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('spiral in [{side:side}] {fromM:metres} to {toM:metres}'),
  counts: true,
  ownSide: true,
  plan(stand, params) {
    if (params.toM >= params.fromM) {
      return { code: 'wrong-place', kind: 'spiral', wants: 'the larger size first' };
    }
    return spiralPlan(stand, params, 'from');
  },
  examples: [{ line: 'C spiral in 20 to 10 x2' }, { line: 'E spiral in 20 to 15 x1' }],
  palette: [{ group: 'Circles', name: 'spiral in', says: '{a} spiral in {in} 20 to 10' }],
  help: [
    {
      section: 'Circles and loops',
      line: 'C spiral in 20 to 10',
      says: 'In over two rounds; “x3” takes three.',
    },
  ],
});

export const spiralOut = act({
  kind: 'spiral',
  shows: BENT,
  balancing: true,
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('spiral out [{side:side}] {fromM:metres} to {toM:metres} {legYield=leg-yield}'),
  counts: true,
  ownSide: true,
  plan(stand, params) {
    if (params.toM <= params.fromM) {
      return { code: 'wrong-place', kind: 'spiral', wants: 'the smaller size first' };
    }
    return spiralPlan(stand, params, 'to');
  },
  examples: [{ line: 'spiral out 10 to 20 x2 leg-yield', before: 'C spiral in 20 to 10 x2' }],
  palette: [{ group: 'Circles', name: 'spiral out', says: '{a} spiral out {in} 10 to 20' }],
  help: [
    {
      section: 'Circles and loops',
      line: 'spiral out 10 to 20 leg-yield',
      says: 'Out again, sideways.',
      before: 'C spiral in 20 to 10',
    },
  ],
});
