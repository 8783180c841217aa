import { base, kindOf } from '../kind.ts';
import { z } from '../../schema.ts';

/** Takes an observation back, without a new one in its place. */
export const withdrawn = kindOf(
  z.strictObject({ ...base, kind: z.literal('withdrawn'), corrects: base.id }),
  { said: () => 'taken back' },
);
