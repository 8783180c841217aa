import { SCALES } from '../../scales.ts';
import { reinSchema, gaitSchema, halfSchema, seen, kindOf } from '../kind.ts';
import { z } from '../../schema.ts';

export const markSchema = seen('mark', {
  scale: z.enum(SCALES),
  rein: reinSchema,
  gait: z.optional(gaitSchema),
  value: halfSchema,
});

/** The instructor's mark for a scale. */
export const mark = kindOf(markSchema, {
  said: (o) => `${o.scale} ${o.rein}: ${o.value}`,
  measure: {
    sd: 0.75,
    says: 'The instructor’s mark itself.',
    read: (o) => ({ [o.scale]: o.value }),
  },
});
