import { z } from '../schema.ts';

export const sentence = z.string().check(z.trim(), z.minLength(3), z.maxLength(400));

/** Seat and weight, each leg, each rein, when, and the repair by weight. */
export const aidsSchema = z.strictObject({
  seat: sentence,
  insideLeg: sentence,
  outsideLeg: sentence,
  insideRein: sentence,
  outsideRein: sentence,
  timing: sentence,
  repairByWeight: sentence,
});

export const faultSchema = z.strictObject({ fault: sentence, cause: sentence, answer: sentence });

export type Aids = z.infer<typeof aidsSchema>;
export type ExerciseFault = z.infer<typeof faultSchema>;
