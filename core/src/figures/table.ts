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

/** Every figure and course of the shorthand; palette and help show them in this order. */
export const figures = {
  goLarge,
  centreLine,
  quarterLine,
  turn,
  track,
  circle,
  halfCircle,
  threeQuarterCircle,
  loop,
  serpentine,
  spiralIn,
  spiralOut,
  figureEight,
  square,
  diamond,
  changeRein,
  halfCircleReturn,
  reverseHalfCircle,
  changeThroughCircle,
  halfDiagonal,
  innerTrack,
  outerTrack,
  rectangleInset,
  rectangleBetween,
} as const;
