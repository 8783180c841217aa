import { circle, halfCircle, threeQuarterCircle } from './circles.ts';
import { changeRein, halfDiagonal } from './diagonals.ts';
import { goLarge } from './goLarge.ts';
import { halfCircleReturn, reverseHalfCircle } from './halfCircleReturn.ts';
import { centreLine, quarterLine, track, turn } from './lines.ts';
import { loop } from './loop.ts';
import { serpentine } from './serpentine.ts';

/** Every figure and course of the shorthand. */
export const figures = {
  goLarge,
  track,
  turn,
  centreLine,
  quarterLine,
  circle,
  halfCircle,
  threeQuarterCircle,
  halfCircleReturn,
  reverseHalfCircle,
  changeRein,
  halfDiagonal,
  loop,
  serpentine,
} as const;
