import { z } from 'zod';
import { daySchema } from '../fields.ts';

/** What one horse may not be asked for a time: said by the vet, the physio or the instructor. */
export const restrictionSchema = z
  .strictObject({
    what: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('no gait'), gait: z.enum(['trot', 'canter']) }),
      z.strictObject({ kind: z.literal('circle'), leastM: z.number().min(6).max(40) }),
      z.strictObject({ kind: z.literal('no lateral') }),
      z.strictObject({ kind: z.literal('no poles') }),
      z.strictObject({ kind: z.literal('walk first'), minutes: z.number().int().min(1).max(30) }),
      z.strictObject({ kind: z.literal('minutes'), most: z.number().int().min(5).max(90) }),
    ]),
    saidBy: z.string().trim().min(1, 'say who said it').max(80),
    from: daySchema,
    /** The last day it holds; null until it is lifted. */
    until: daySchema.nullable(),
  })
  .refine((r) => r.until === null || r.until >= r.from, {
    path: ['until'],
    message: 'must not end before it begins',
  });
