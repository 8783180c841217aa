import type { Rule } from '../rule.ts';
import { approachOtherwise } from './approachOtherwise.ts';
import { arenaTooSmall } from './arenaTooSmall.ts';
import { breakOverdue } from './breakOverdue.ts';
import { callTooShort } from './callTooShort.ts';
import { canterFromHalt } from './canterFromHalt.ts';
import { canterShoulderIn } from './canterShoulderIn.ts';
import { changesTooClose } from './changesTooClose.ts';
import { circleTooSmall } from './circleTooSmall.ts';
import { coldCollection } from './coldCollection.ts';
import { collectedTooLong } from './collectedTooLong.ts';
import { counterCanterTight } from './counterCanterTight.ts';
import { departAfterPirouette } from './departAfterPirouette.ts';
import { equipmentInWay } from './equipmentInWay.ts';
import { gaitUnsettled } from './gaitUnsettled.ts';
import { haltOffLine } from './haltOffLine.ts';
import { hardWithoutShoulderIn } from './hardWithoutShoulderIn.ts';
import { hollowSideLess } from './hollowSideLess.ts';
import { lateralTooSteep } from './lateralTooSteep.ts';
import { leavesArena } from './leavesArena.ts';
import { lengtheningUnbalanced } from './lengtheningUnbalanced.ts';
import { inHandDrilled } from './inHandDrilled.ts';
import { inHandLate } from './inHandLate.ts';
import { inHandTooLong } from './inHandTooLong.ts';
import { letterBehind } from './letterBehind.ts';
import { lessonTooLong } from './lessonTooLong.ts';
import { loopsTooTight } from './loopsTooTight.ts';
import { noForwardAfter } from './noForwardAfter.ts';
import { notYet } from './notYet.ts';
import { oneSidedGait } from './oneSidedGait.ts';
import { phaseOffPlan } from './phaseOffPlan.ts';
import { pirouetteNoLineOut } from './pirouetteNoLineOut.ts';
import { pirouettePlace } from './pirouettePlace.ts';
import { pirouetteUnshortened } from './pirouetteUnshortened.ts';
import { polesMissed } from './polesMissed.ts';
import { polesSpacing } from './polesSpacing.ts';
import { reinBackUnprepared } from './reinBackUnprepared.ts';
import { reinsUneven } from './reinsUneven.ts';
import { repeatedTooOften } from './repeatedTooOften.ts';
import { riddenInHand } from './riddenInHand.ts';
import { boxEmpty, boxMisplaced, markedTwice } from './sheetLines.ts';
import { shoulderInUnbent } from './shoulderInUnbent.ts';
import { stretchMissing } from './stretchMissing.ts';
import { stretchTooSmall } from './stretchTooSmall.ts';
import { transitionDrilled } from './transitionDrilled.ts';
import { turnsDense } from './turnsDense.ts';
import { walkAtEndMissing } from './walkAtEndMissing.ts';
import { walkBreakOnTheAids } from './walkBreakOnTheAids.ts';
import { warmUpMissing } from './warmUpMissing.ts';
import { wrongLead } from './wrongLead.ts';
import { canterNotPlainFirst } from './canterNotPlainFirst.ts';
import { collectedWalkTooLong } from './collectedWalkTooLong.ts';
import { bigCanterInCorner } from './bigCanterInCorner.ts';
import { noStretchAfterTransitions } from './noStretchAfterTransitions.ts';
import { stretchOneSided } from './stretchOneSided.ts';
import { haltFromCanterEarly } from './haltFromCanterEarly.ts';
import { outwardChangeUnannounced } from './outwardChangeUnannounced.ts';
import { restricted } from './restricted.ts';
import { tooLittleOfGait } from './tooLittleOfGait.ts';

/** Every rule of the review, in the order in which findings without a line are shown. */
const TABLE = [
  leavesArena,
  letterBehind,
  arenaTooSmall,
  wrongLead,
  circleTooSmall,
  loopsTooTight,
  stretchTooSmall,
  restricted,
  notYet,
  lateralTooSteep,
  shoulderInUnbent,
  pirouettePlace,
  pirouetteUnshortened,
  pirouetteNoLineOut,
  departAfterPirouette,
  canterFromHalt,
  changesTooClose,
  counterCanterTight,
  collectedTooLong,
  noForwardAfter,
  breakOverdue,
  gaitUnsettled,
  repeatedTooOften,
  transitionDrilled,
  reinsUneven,
  hollowSideLess,
  oneSidedGait,
  hardWithoutShoulderIn,
  turnsDense,
  warmUpMissing,
  coldCollection,
  stretchMissing,
  walkAtEndMissing,
  walkBreakOnTheAids,
  lengtheningUnbalanced,
  haltOffLine,
  reinBackUnprepared,
  callTooShort,
  equipmentInWay,
  polesSpacing,
  polesMissed,
  phaseOffPlan,
  approachOtherwise,
  lessonTooLong,
  canterNotPlainFirst,
  collectedWalkTooLong,
  bigCanterInCorner,
  noStretchAfterTransitions,
  stretchOneSided,
  haltFromCanterEarly,
  outwardChangeUnannounced,
  tooLittleOfGait,
  markedTwice,
  boxMisplaced,
  boxEmpty,
  canterShoulderIn,
  inHandTooLong,
  inHandLate,
  inHandDrilled,
  riddenInHand,
] as const;

type Listed = (typeof TABLE)[number];
export type RuleCode = Listed['code'];
/** The facts each rule reports. */
export type RuleFacts = { [R in Listed as R['code']]: Parameters<R['say']>[0] };

export const RULES: readonly (Rule & { readonly code: RuleCode })[] = TABLE;
