import { changes, flyingChange, simpleChange } from './changes.ts';
import { giveAndRetake, longRein, retake, rising, sitting, stretch } from './frame.ts';
import { halt, leave, salute } from './halts.ts';
import {
  changesEvery,
  collectForward,
  collectOnTheSpot,
  halfSteps,
  holdSoft,
  transitions,
} from './intervals.ts';
import { renvers, shoulderFore, shoulderIn, travers } from './lateral.ts';
import {
  inHandCircle,
  inHandFlex,
  inHandLowerHead,
  inHandQuarters,
  inHandReinBack,
  inHandShoulderIn,
  inHandShoulders,
  inHandWalk,
} from './inHand.ts';
import { canter, counterCanter, trot, walk } from './paces.ts';
import { reinBack } from './reinBack.ts';
import { halfPass, legYield, zigzag } from './slants.ts';
import {
  canterPirouette,
  turnOnForehand,
  turnOnHaunches,
  walkPirouette,
  workingPirouette,
} from './turns.ts';
import { walkBreak } from './walkBreak.ts';
import { weavePoles } from './weavePoles.ts';

/**
 * Everything ridden that is not a figure: paces, frame, counts, changes, lateral work, halts, turns, rests; and
 * work in hand. Palette and help show them in this order.
 */
export const movements = {
  walk,
  trot,
  canter,
  counterCanter,
  stretch,
  longRein,
  retake,
  giveAndRetake,
  rising,
  sitting,
  transitions,
  collectForward,
  holdSoft,
  simpleChange,
  flyingChange,
  changes,
  changesEvery,
  halfSteps,
  collectOnTheSpot,
  shoulderFore,
  shoulderIn,
  travers,
  renvers,
  legYield,
  halfPass,
  zigzag,
  halt,
  salute,
  reinBack,
  turnOnForehand,
  turnOnHaunches,
  walkPirouette,
  workingPirouette,
  canterPirouette,
  walkBreak,
  leave,
  weavePoles,
  inHandLowerHead,
  inHandFlex,
  inHandShoulders,
  inHandQuarters,
  inHandWalk,
  inHandCircle,
  inHandShoulderIn,
  inHandReinBack,
} as const;
