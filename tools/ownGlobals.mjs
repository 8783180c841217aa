import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import swc from '@swc/jest';

/**
 * A test runs in a context of its own, in which every look at a global (`Math`, `Map`) asks the context
 * first: geometry is three times as slow there. A module that takes them once has them at hand. What
 * tests replace (`Date`, `performance`, `fetch`) stays with the context. In the first line, so that
 * lines are counted as they are written.
 */
const NAMES =
  'Array, Float64Array, Infinity, Int32Array, JSON, Map, Math, NaN, Number, Object, Set, String, undefined';
const taken = (more) => `const { ${NAMES}${more} } = globalThis;`;

const own = createHash('sha256').update(readFileSync(fileURLToPath(import.meta.url)));
const key = own.digest('hex');

export default {
  createTransformer(options) {
    const typescript = swc.createTransformer(options);
    const withGlobals = (result) => ({ ...result, code: taken('') + result.code });
    // The solver looks at the clock thousands of times a second, and no test replaces it there.
    const asItIs = (code) => ({ code: taken(', BigInt, performance') + code });
    const isTypescript = (path) => !path.endsWith('.mjs');
    return {
      ...typescript,
      process: (code, path, ...more) =>
        isTypescript(path) ? withGlobals(typescript.process(code, path, ...more)) : asItIs(code),
      processAsync: async (code, path, ...more) =>
        isTypescript(path)
          ? withGlobals(await typescript.processAsync(code, path, ...more))
          : asItIs(code),
      getCacheKey: (...file) => key + typescript.getCacheKey(...file),
    };
  },
};
