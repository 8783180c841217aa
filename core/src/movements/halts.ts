import { act, type ActPlan } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';

/** Immobile for 3 s. Source: dressage rules (from memory). */
const HALT_S = 3;
/** Common practice. */
const SALUTE_S = 3;

const stand = (seconds: number): ActPlan => ({
  legs: [],
  holds: [{ afterM: 0, seconds, gait: 'halt' }],
});

export const halt = act({
  kind: 'halt',
  shows: { contact: 2, straightness: 2 },
  leadsOn: true,
  balancing: true,
  rests: 'halt',
  pattern: pattern('halt [{seconds:seconds}]'),
  atRail: true,
  plan: (_stand, { seconds = HALT_S }) => stand(seconds),
  examples: [
    { line: 'X halt', metres: 0, before: 'A centre line' },
    { line: 'B halt 6 s', metres: 0 },
  ],
  palette: [{ group: 'Halts', name: 'halt', says: '{a} halt 4 s' }],
  help: [
    { section: 'Paces and halts', line: 'A halt 4 s, salute', says: 'A halt with its seconds.' },
  ],
});

export const salute = act({
  kind: 'salute',
  ceremony: true,
  shows: { contact: 1 },
  rests: 'halt',
  pattern: pattern('salute'),
  atRail: true,
  plan: () => stand(SALUTE_S),
  also: ['salute'],
  examples: [{ line: 'X halt, salute', metres: 0, before: 'A centre line' }],
  palette: [{ group: 'Halts', name: 'halt and salute', says: '{a} halt 4 s, salute' }],
});

/** Out of the arena, in walk on a long rein. */
export const leave = act({
  kind: 'leave',
  ceremony: true,
  pattern: pattern('leave'),
  atRail: true,
  plan: () => ({ legs: [] }),
  examples: [{ line: 'leave A', metres: 0 }],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'leave A',
      says: 'Out of the arena, in walk.',
      before: 'A trot',
    },
  ],
});
