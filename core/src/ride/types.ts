import type { Kind } from '../lesson/forms.ts';
import type { Arena } from '../arena/arena.ts';
import type { Rein } from '../arena/rein.ts';
import type { Fault, Riding } from '../forms/contract.ts';
import type { Gait, MovingGait, PaceName } from '../gaits/paces.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import type { Path } from '../geometry/blend.ts';
import type { Point } from '../geometry/curve.ts';
import type { Equipment } from '../lesson/equipment.ts';
import type { Instruction, Phase } from '../lesson/document.ts';

/** A stretch of the ride in which nothing changes, or a while on the spot. */
export interface RideSpan {
  readonly movement: number;
  readonly startM: number;
  readonly lengthM: number;
  readonly startsAtS: number;
  readonly seconds: number;
  readonly strideM: number;
  /** Whole cycles of the legs. */
  readonly strides: number;
  readonly riding: Riding;
  /** The gait as it is: halt while standing. */
  readonly gait: Gait;
  /** Turn on the spot, positive to the left, and where the body points when it begins. */
  readonly turnRad: number;
  readonly turnFromRad: number;
}

export interface RiddenMovement {
  readonly itemId: string;
  /** Which act of its line, −1 for the way to its place. */
  readonly act: number;
  /** Which time round in a repeat, from 1. */
  readonly round: number;
  readonly phase: Phase['name'] | null;
  /** Index into the ride's phases, −1 before the first. */
  readonly phaseIndex: number;
  readonly kind: Kind;
  readonly text: string;
  readonly instruction: Instruction | null;
  readonly from: Point;
  readonly to: Point;
  readonly startM: number;
  readonly metres: number;
  readonly startsAtS: number;
  readonly seconds: number;
  readonly strides: number;
  readonly gait: Gait;
  readonly pace: PaceName;
  readonly rein: Rein;
  readonly lead: Rein | null;
}

export interface RiddenPhase {
  readonly itemId: string;
  readonly name: Phase['name'];
  readonly plannedS: number | null;
  readonly startsAtS: number;
  readonly seconds: number;
}

export interface RideFault {
  readonly fault: Fault;
  readonly itemId: string;
  readonly act: number;
}

export interface ReinTotal {
  readonly metres: number;
  readonly seconds: number;
}

export interface Totals {
  readonly metres: number;
  readonly seconds: number;
  readonly strides: Readonly<Record<MovingGait, number>>;
  readonly gaitSeconds: Readonly<Record<Gait, number>>;
  readonly rein: Readonly<Record<Rein, ReinTotal>>;
}

/** The lesson as it is ridden: a line in the arena with its times. */
export interface Ride {
  readonly arena: Arena;
  readonly horse: HorseProfile;
  readonly path: Path;
  readonly spans: readonly RideSpan[];
  readonly movements: readonly RiddenMovement[];
  readonly phases: readonly RiddenPhase[];
  readonly totals: Totals;
  readonly equipment: readonly Equipment[];
  readonly faults: readonly RideFault[];
}
