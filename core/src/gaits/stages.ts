import type { PaceName } from './paces.ts';
import type { Stage } from './stage.ts';

/** The stage from which the bigger paces of trot and canter are asked. Common practice. */
export const PACE_FROM: Readonly<Partial<Record<PaceName, Stage>>> = { medium: 4, extended: 6 };

/** From this stage on a horse canters every day. Common practice. */
export const CANTERS_FROM: Stage = 2;

/** Canter in the ridden time between the first and the last walk, at least. Common practice. */
export const leastCanterShare = (stage: Stage): number =>
  stage >= 3 ? 0.2 : stage === 2 ? 0.1 : 0;

/** And at most. Common practice. */
export const mostCanterShare = (stage: Stage): number =>
  stage >= 3 ? 0.35 : stage === 2 ? 0.2 : 0.1;

const WORDS: Readonly<Record<Stage, string>> = {
  1: 'just started',
  2: 'balanced on a large circle',
  3: 'connected',
  4: 'lateral work',
  5: 'collection begins',
  6: 'established collection',
  7: 'small turns in canter',
  8: 'all of it',
};

/** A stage in words. */
export const stageSaid = (stage: Stage): string => WORDS[stage];
