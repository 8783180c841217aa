import { REINS } from '../arena/rein.ts';
import { z } from '../schema.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { RIDER_FAULTS } from '../exercises/faults.ts';
import { SCALES } from '../scales.ts';

/** The focus of a day, where it is no exercise: a scale on a rein, or a habit of the rider. */

/** Habits of the rider as they stand on the cards, in the words that follow “a rider who”. */
export const HABIT_SAID = {
  looksDown: 'looks down',
  sitsOutside: 'slides to the outside',
  collapsesHip: 'collapses the hip',
  holdsTooLong: 'holds too long',
  bothEnds: 'drives and holds in one moment',
  insideRein: 'pulls the inside rein',
  unevenHands: 'has uneven hands',
  tipsForward: 'tips forward',
  throwsWeight: 'throws the weight across',
} as const satisfies Partial<Record<keyof typeof RIDER_FAULTS, string>>;
export type Habit = keyof typeof HABIT_SAID;
export const HABITS = Object.keys(HABIT_SAID) as Habit[];

export const focusSchema = z.union([
  z.strictObject({ scale: z.enum(SCALES), rein: z.enum(REINS) }),
  z.strictObject({ habit: z.enum(HABITS) }),
]);
export type Focus = z.infer<typeof focusSchema>;

/** “contact on the left rein”, “a rider who looks down”. */
export const focusSaid = (focus: Focus): string =>
  'scale' in focus
    ? `${focus.scale} on the ${focus.rein} rein`
    : `a rider who ${HABIT_SAID[focus.habit]}`;

/** A scale is what an exercise is for when it has this much of its weights. Common practice. */
const MAINLY = 0.4;

/** Whether an exercise is work for it: it builds the scale, or shows the habit. */
export function serves({ builds, faults }: Exercise, focus: Focus): boolean {
  if ('habit' in focus) return faults.some((f) => f.fault === RIDER_FAULTS[focus.habit].fault);
  const total = Object.values(builds).reduce((sum, w) => sum + w, 0);
  return (builds[focus.scale] ?? 0) / total >= MAINLY;
}

/** “contact left” or “rider looks down”, as it is typed; null for anything else. */
export function readFocus(typed: string): Focus | null {
  const habit = HABITS.find((h) => typed === `rider ${HABIT_SAID[h]}`);
  if (habit) return { habit };
  const [, name, rein] = /^(\w+) (left|right)$/.exec(typed) ?? [];
  const scale = SCALES.find((s) => s === name);
  return scale ? { scale, rein: rein as 'left' | 'right' } : null;
}
