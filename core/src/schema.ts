import * as z from 'zod/mini';
import en from 'zod/v4/locales/en.js';

/**
 * Schemas, in the small build of the package: a page loads a quarter of what the large one is.
 * Its sentences are the large one's.
 */
z.config(en());

export { z };
