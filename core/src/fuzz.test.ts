import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { holdsFor } from './testing/hold.ts';
import { mutatedText } from './testing/mutatedText.ts';

/** Found by `npm run fuzz`, and kept. */
const ONCE_BROKEN = [
  'E..B shoulder-in x2',
  'constructor',
  '__proto__ {}',
  'arena 20x40 inset 2\ncircle left 2',
  'A trot working\nB inner track 20\ngo large for 15 s',
  'half circle 0.01',
  'spiral out 0.01 to 15',
  'B..P shoulder-in right x4',
  'A-B-C-D-E change rein',
  'go large\nrepeat 32 {\nrepeat 32 {\nH-E travers\n}\ngo large\n',
  'poles 3 spaced 2.4 at E staggered\nA\nF inner track 1.5\ntrot\nA weave poles at E',
  'A centre line\nleg-yield left to centre line by V x4 for 200 min',
];

test.each(ONCE_BROKEN)('%j is read, ridden, reviewed and drawn', (text) => {
  expect(() => holdsFor(text)).not.toThrow();
});

test('any text is read, ridden, reviewed and drawn within a bound of work', () => {
  // Other texts each time; `npm run fuzz` takes as many as there is time for, from a seed of one's own.
  const seed = Date.now() % 2 ** 31;
  console.log(`fuzz: seed ${seed}`);
  fc.assert(fc.property(mutatedText, holdsFor), { numRuns: 2_000, seed });
}, 300_000);
