import { STAGE_NUMBERS } from '@canter-book/core/gaits/stage';
import { stageSaid } from '@canter-book/core/gaits/stages';

/** The stages to choose from: the number, and the words beside it. */
export const STAGE_OPTIONS = STAGE_NUMBERS.map(
  (n) => [String(n), `${n} · ${stageSaid(n)}`] as const,
);
