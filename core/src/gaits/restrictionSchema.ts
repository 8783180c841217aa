import { z } from '../schema.ts';
import { daySchema } from '../fields.ts';

/** A dated limit of a horse: set by the vet, the physio or the instructor. */
export const restrictionSchema = z
  .strictObject({
    what: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('no gait'), gait: z.enum(['trot', 'canter']) }),
      z.strictObject({ kind: z.literal('circle'), leastM: z.number().check(z.gte(6), z.lte(40)) }),
      z.strictObject({ kind: z.literal('no lateral') }),
      z.strictObject({ kind: z.literal('no poles') }),
      z.strictObject({
        kind: z.literal('walk first'),
        minutes: z.int().check(z.gte(1), z.lte(30)),
      }),
      z.strictObject({ kind: z.literal('minutes'), most: z.int().check(z.gte(5), z.lte(90)) }),
    ]),
    saidBy: z.string().check(z.trim(), z.minLength(1, 'say who said it'), z.maxLength(80)),
    from: daySchema,
    /** The last day it holds; null until it is lifted. */
    until: z.nullable(daySchema),
  })
  .check(
    z.refine((r) => r.until === null || r.until >= r.from, {
      path: ['until'],
      message: 'must not end before it begins',
    }),
  );
