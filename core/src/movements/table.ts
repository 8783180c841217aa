import { flyingChange, simpleChange } from './changes.ts';
import { giveAndRetake, longRein, retake, rising, sitting, stretch } from './frame.ts';
import { halt, leave, salute } from './halts.ts';
import { canter, counterCanter, trot, walk } from './paces.ts';
import { walkBreak } from './walkBreak.ts';

/** Everything ridden that is not a figure: paces, transitions, halts, changes, rests. */
export const movements = {
  walk,
  trot,
  canter,
  counterCanter,
  flyingChange,
  simpleChange,
  halt,
  salute,
  leave,
  walkBreak,
  rising,
  sitting,
  stretch,
  longRein,
  retake,
  giveAndRetake,
} as const;
