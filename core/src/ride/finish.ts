import type { Arena } from '../arena/arena.ts';
import type { Riding } from '../forms/contract.ts';
import { MOVING_GAITS, type Gait, type Stride } from '../gaits/paces.ts';
import { horseStride, type HorseProfile } from '../gaits/horse.ts';
import {
  HALF_STEPS,
  LATERAL_SHARE,
  LED,
  ON_THE_SPOT,
  REIN_BACK,
  scaledStride,
} from '../gaits/strideTable.ts';
import { blend, type Path } from '../geometry/blend.ts';
import type { Item } from '../lesson/document.ts';
import { equipmentOf } from '../lesson/equipment.ts';
import type { Steps } from '../steps.ts';
import { SAME_M } from '../units.ts';
import type { Recorder, RideEvent } from './recorder.ts';
import type { Ride, RideFault, RideSpan, RiddenMovement, RiddenPhase, Totals } from './types.ts';

interface PlannedRide {
  readonly arena: Arena;
  readonly horse: HorseProfile;
  readonly recorder: Recorder;
  readonly startRiding: Riding;
  readonly faults: readonly RideFault[];
  readonly items: readonly Item[];
}

/** From planned metres to the ridden line with its times and strides. */
export function* finishInSteps({
  arena,
  horse,
  recorder,
  startRiding,
  faults,
  items,
}: PlannedRide): Steps<Ride> {
  const path = blend(recorder.legs);
  yield;
  const { spans, ridingAfter } = spansOf(recorder, path, horse, startRiding);
  yield;
  const movements = movementsOf(recorder, path, spans, ridingAfter);
  yield;
  return {
    arena,
    horse,
    path,
    spans,
    movements,
    phases: phasesOf(recorder, movements, spans),
    totals: totalsOf(spans),
    equipment: equipmentOf(items, arena),
    faults,
  };
}

/** The stride as ridden: lateral work keeps the tempo with a shorter stride. */
function strideOf(horse: HorseProfile, riding: Riding): Stride {
  if (riding.gait === 'rein-back') return scaledStride(REIN_BACK, horse.heightCm);
  if (riding.gait === 'in-hand') return LED;
  if (riding.halfSteps) return HALF_STEPS;
  const stride = horseStride(horse, riding.movingGait, riding.pace);
  if (riding.onTheSpot) {
    const least = horseStride(horse, 'canter', 'collected');
    const { lengthM, speedMps } = least;
    return { lengthM: lengthM * ON_THE_SPOT, speedMps: speedMps * ON_THE_SPOT };
  }
  if (!riding.lateral) return stride;
  return { speedMps: stride.speedMps * LATERAL_SHARE, lengthM: stride.lengthM * LATERAL_SHARE };
}

/** The spans in order, and how each movement leaves the rider (for those that take no time). */
function spansOf(recorder: Recorder, path: Path, horse: HorseProfile, start: Riding) {
  const spans: RideSpan[] = [];
  const ridingAfter: Riding[] = [];
  let riding = start;
  let movement = 0;
  let reachedM = 0;
  let clockS = 0;
  const rideTo = (plannedM: number) => {
    const toM = path.riddenM(Math.min(plannedM, recorder.plannedM));
    const lengthM = toM - reachedM;
    if (lengthM <= 1e-9) return;
    const stride = strideOf(horse, riding);
    const seconds = lengthM / stride.speedMps;
    const gait = riding.gait === 'halt' ? riding.movingGait : riding.gait;
    spans.push({
      movement,
      startM: reachedM,
      lengthM,
      startsAtS: clockS,
      seconds,
      strideM: stride.lengthM,
      strides: lengthM / stride.lengthM,
      riding,
      gait,
      turnRad: 0,
      turnFromRad: 0,
    });
    reachedM = toM;
    clockS += seconds;
  };
  const follow = (event: RideEvent) => {
    if (event.kind === 'movement') movement = event.index;
    else if (event.kind === 'patch') riding = event.patch(riding);
    else {
      spans.push({
        movement,
        startM: reachedM,
        lengthM: 0,
        startsAtS: clockS,
        seconds: event.hold.seconds,
        strideM: 0,
        strides: event.hold.strides ?? 0,
        riding,
        gait: event.hold.gait,
        turnRad: event.hold.turnRad ?? 0,
        turnFromRad: event.hold.fromRad ?? 0,
      });
      clockS += event.hold.seconds;
    }
    ridingAfter[movement] = riding;
  };
  for (const event of recorder.inOrder()) {
    rideTo(event.atM);
    follow(event);
  }
  rideTo(recorder.plannedM);
  return { spans, ridingAfter };
}

function movementsOf(
  recorder: Recorder,
  path: Path,
  spans: readonly RideSpan[],
  ridingAfter: readonly Riding[],
): RiddenMovement[] {
  const own: RideSpan[][] = recorder.drafts.map(() => []);
  for (const span of spans) own[span.movement]?.push(span);
  let clockS = 0;
  return recorder.drafts.map((draft, i) => {
    const mine = own[i]!;
    const startM = path.riddenM(draft.startM);
    const endM = path.riddenM(draft.endM);
    const startsAtS = mine[0]?.startsAtS ?? clockS;
    const seconds = mine.reduce((sum, s) => sum + s.seconds, 0);
    clockS = startsAtS + seconds;
    const settledM = path.riddenM(draft.settledM);
    const first = mine.find((s) => s.startM >= settledM - SAME_M) ?? mine[0];
    const riding = first?.riding ?? ridingAfter[i] ?? draft.riding;
    const [from, to] = [path.at(startM), path.at(endM)];
    return {
      itemId: draft.itemId,
      act: draft.act,
      round: draft.round,
      phase: recorder.phases[draft.phaseIndex]?.phase.name ?? null,
      phaseIndex: draft.phaseIndex,
      kind: draft.kind,
      text: draft.text,
      instruction: draft.instruction,
      from: { x: from.x, y: from.y },
      to: { x: to.x, y: to.y },
      startM,
      metres: endM - startM,
      startsAtS,
      seconds,
      strides: mine.reduce((sum, s) => sum + s.strides, 0),
      gait: first?.gait ?? riding.gait,
      pace: riding.pace,
      rein: riding.rein,
      lead: riding.lead,
    };
  });
}

function phasesOf(
  recorder: Recorder,
  movements: readonly RiddenMovement[],
  spans: readonly RideSpan[],
): RiddenPhase[] {
  const last = spans.at(-1);
  const endS = last ? last.startsAtS + last.seconds : 0;
  const starts = recorder.phases.map(
    (_, i) => movements.find((m) => m.phaseIndex >= i)?.startsAtS ?? endS,
  );
  return recorder.phases.map(({ itemId, phase }, i) => ({
    itemId,
    name: phase.name,
    plannedS: phase.minutes === undefined ? null : phase.minutes * 60,
    startsAtS: starts[i]!,
    seconds: (starts[i + 1] ?? endS) - starts[i]!,
  }));
}

export function totalsOf(spans: readonly RideSpan[]): Totals {
  const strides = { walk: 0, trot: 0, canter: 0 };
  const gaitSeconds: Record<Gait, number> = {
    walk: 0,
    trot: 0,
    canter: 0,
    halt: 0,
    'rein-back': 0,
    'in-hand': 0,
  };
  const rein = { left: { metres: 0, seconds: 0 }, right: { metres: 0, seconds: 0 } };
  let metres = 0;
  let seconds = 0;
  for (const span of spans) {
    metres += span.lengthM;
    seconds += span.seconds;
    gaitSeconds[span.gait] += span.seconds;
    rein[span.riding.rein].metres += span.lengthM;
    rein[span.riding.rein].seconds += span.seconds;
    const gait = MOVING_GAITS.find((g) => g === span.gait);
    if (gait) strides[gait] += span.strides;
  }
  return { metres, seconds, strides, gaitSeconds, rein };
}
