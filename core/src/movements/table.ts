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
import {
  halfPass,
  legYield,
  renvers,
  shoulderFore,
  shoulderIn,
  travers,
  zigzag,
} from './lateral.ts';
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
import {
  canterPirouette,
  turnOnForehand,
  turnOnHaunches,
  walkPirouette,
  workingPirouette,
} from './turns.ts';
import { walkBreak } from './walkBreak.ts';
import { weavePoles } from './weavePoles.ts';

/** Everything ridden that is not a figure: paces, lateral work, turns, halts, changes, counts, rests; and work in hand. */
export const movements = {
  walk,
  trot,
  canter,
  counterCanter,
  flyingChange,
  simpleChange,
  changes,
  changesEvery,
  transitions,
  collectForward,
  collectOnTheSpot,
  holdSoft,
  halfSteps,
  shoulderFore,
  shoulderIn,
  travers,
  renvers,
  legYield,
  halfPass,
  zigzag,
  turnOnForehand,
  turnOnHaunches,
  walkPirouette,
  canterPirouette,
  workingPirouette,
  halt,
  salute,
  reinBack,
  leave,
  walkBreak,
  weavePoles,
  rising,
  sitting,
  stretch,
  longRein,
  retake,
  giveAndRetake,
  inHandLowerHead,
  inHandFlex,
  inHandShoulders,
  inHandQuarters,
  inHandWalk,
  inHandCircle,
  inHandShoulderIn,
  inHandReinBack,
} as const;
