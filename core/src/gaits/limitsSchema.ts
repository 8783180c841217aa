import { z } from '../schema.ts';
import { CIRCLE_RANGE, LIMITS, OWN_LIMITS, type OwnLimit } from './limits.ts';

const within = ({ least, most }: { least: number; most: number }) =>
  z.number().check(z.gte(least), z.lte(most));

/** Of a circle, metres. */
export const circleSchema = within(CIRCLE_RANGE);

/** A horse's own limits, each within its range; a missing one is the stage's. */
export const ownLimitShape = Object.fromEntries(
  OWN_LIMITS.map((name) => [name, z.optional(within(LIMITS[name].own))]),
) as { [K in OwnLimit]: z.ZodMiniOptional<ReturnType<typeof within>> };
