import type { Rule } from '../finding.ts';
import { circleTooSmall } from './circleTooSmall.ts';
import { leavesArena } from './leavesArena.ts';
import { reinsUneven } from './reinsUneven.ts';
import { transitionDrilled } from './transitionDrilled.ts';
import { walkAtEndMissing } from './walkAtEndMissing.ts';
import { warmUpMissing } from './warmUpMissing.ts';
import { wrongLead } from './wrongLead.ts';

/** Every rule of the review. */
export const RULES = [
  leavesArena,
  wrongLead,
  circleTooSmall,
  reinsUneven,
  warmUpMissing,
  walkAtEndMissing,
  transitionDrilled,
] as unknown as readonly Rule[];
