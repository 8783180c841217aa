import { STAGE_NUMBERS } from '@canter-book/core/gaits/stage';
import { STAGES } from '@canter-book/core/gaits/stages';

/** The stages to choose from: the number, and the words beside it. */
export const STAGE_OPTIONS = STAGE_NUMBERS.map(
  (n) => [String(n), `${n} · ${STAGES[n].words}`] as const,
);
