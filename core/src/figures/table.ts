import { circle, halfCircle, threeQuarterCircle } from './circles.ts';
import { changeRein, halfDiagonal } from './diagonals.ts';
import {
  diamond,
  innerTrack,
  outerTrack,
  rectangleBetween,
  rectangleInset,
  square,
} from './corners.ts';
import { changeThroughCircle, figureEight } from './eight.ts';
import { goLarge } from './goLarge.ts';
import { halfCircleReturn, reverseHalfCircle } from './halfCircleReturn.ts';
import { centreLine, quarterLine, track, turn } from './lines.ts';
import { loop } from './loop.ts';
import { serpentine } from './serpentine.ts';
import { spiralIn, spiralOut } from './spirals.ts';

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
  figureEight,
  changeThroughCircle,
  spiralIn,
  spiralOut,
  square,
  diamond,
  innerTrack,
  outerTrack,
  rectangleInset,
  rectangleBetween,
} as const;
