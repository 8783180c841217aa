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
  leadsOn: true,
  balancing: true,
  rests: 'halt',
  pattern: pattern('halt [{seconds:seconds}]'),
  atRail: true,
  plan: (_stand, { seconds = HALT_S }) => stand(seconds),
});

export const salute = act({
  kind: 'salute',
  rests: 'halt',
  pattern: pattern('salute'),
  atRail: true,
  plan: () => stand(SALUTE_S),
});

/** Out of the arena, in walk on a long rein. */
export const leave = act({
  kind: 'leave',
  pattern: pattern('leave'),
  atRail: true,
  plan: () => ({ legs: [] }),
});
