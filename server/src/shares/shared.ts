import { z } from '@canter-book/core/schema';
import { daySchema, idSchema } from '@canter-book/core/fields';

/** What a link may show: one thing, to be read and no more. */
export const sharedSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('lesson'), lessonId: idSchema }),
  z.strictObject({
    kind: z.literal('report'),
    horseId: idSchema,
    from: daySchema,
    to: daySchema,
  }),
  z.strictObject({ kind: z.literal('homework'), sessionId: idSchema }),
]);
export type Shared = z.infer<typeof sharedSchema>;
