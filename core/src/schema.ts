import * as z from 'zod/mini';
import en from 'zod/v4/locales/en.js';
import type { Bounds } from './numbers.ts';

/**
 * Schemas, in the small build of the package: a page loads a quarter of what the large one is.
 * Its sentences are the large one's.
 */
z.config(en());

export { z };

export function numberIn(bounds: Bounds): z.ZodMiniNumber {
  const number: z.ZodMiniNumber = bounds.whole ? z.int() : z.number();
  const least = 'above' in bounds ? z.gt(bounds.above) : z.gte(bounds.least);
  return number.check(least, z.lte(bounds.most));
}
