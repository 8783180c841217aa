import { openSync, writeSync } from 'node:fs';
import fc from 'fast-check';
import { holdsFor } from '../core/src/testing/hold.ts';
import { mutatedText } from '../core/src/testing/mutatedText.ts';

/** `npm run fuzz [-- runs seed]`: mutated lessons until one breaks; the slow ones are told as well. */

const SLOW_MS = 250;
const CURRENT = '.cache/fuzz-current.txt';

const [runs = '1000000', seed = String(Date.now() % 2 ** 31)] = process.argv.slice(2);
console.log(`${runs} lessons, seed ${seed}`);
const slow: { ms: number; text: string }[] = [];
let done = 0;
let current = '';
// A text that never ends, or takes all memory, can only be told from outside. Written over, never cut
// off: to begin a file anew takes as long as the lesson does.
const file = openSync(CURRENT, 'w');
let longest = 0;
const writeCurrent = (text: string) => {
  longest = Math.max(longest, Buffer.byteLength(text));
  writeSync(file, text + ' '.repeat(longest - Buffer.byteLength(text)), 0);
};
console.log(`The text under way stands in ${CURRENT}`);
const began = performance.now();
const result = fc.check(
  fc.property(mutatedText, (text) => {
    current = text;
    writeCurrent(text);
    const from = performance.now();
    holdsFor(text);
    const ms = performance.now() - from;
    if (ms > SLOW_MS) {
      slow.push({ ms, text });
      console.log(`${ms.toFixed(0)} ms: ${JSON.stringify(text)}`);
    }
    if (++done % 10_000 === 0)
      console.log(`${done} after ${((performance.now() - began) / 1000).toFixed(0)} s`);
  }),
  { numRuns: Number(runs), seed: Number(seed) },
);
console.log(`${done} lessons, ${slow.length} over ${SLOW_MS} ms`);
if (result.failed) {
  console.log(`Broken by ${JSON.stringify(result.counterexample?.[0] ?? current)}`);
  console.log(result.errorInstance);
  process.exit(1);
}
