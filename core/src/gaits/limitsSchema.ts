import { numberIn, z } from '../schema.ts';
import { CIRCLE_RANGE, OWN_LIMITS, type OwnLimit } from './limits.ts';
import { LIMITS } from './limitTable.ts';

/** Of a circle, metres. */
export const circleSchema = numberIn(CIRCLE_RANGE);

/** A horse's own limits, each within its range; a missing one is the stage's. */
export const ownLimitShape = Object.fromEntries(
  OWN_LIMITS.map((name) => [name, z.optional(numberIn(LIMITS[name].own))]),
) as { [K in OwnLimit]: z.ZodMiniOptional<ReturnType<typeof numberIn>> };
