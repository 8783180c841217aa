import Sequencer from '@jest/test-sequencer';

/** What takes longest begins first, so that no core waits for it alone at the end. */
const SLOWEST = [
  'core/src/fuzz.test.ts',
  'core/src/planner/planner.test.ts',
  'server/src/keeping/keep.test.ts',
  'core/src/ride/joins.test.ts',
  'server/src/durability.test.ts',
  'core/src/planner/tenDays.test.ts',
  'core/src/planner/swap.test.ts',
];

const rank = ({ path }) => {
  const at = SLOWEST.findIndex((slow) => path.endsWith(slow));
  return at < 0 ? SLOWEST.length : at;
};

export default class SlowFirst extends (Sequencer.default ?? Sequencer) {
  /** Without times of an earlier run Jest goes by the size of the files, and a long test may be a small file. */
  sort(tests) {
    return super.sort(tests).sort((a, b) => rank(a) - rank(b));
  }
}
