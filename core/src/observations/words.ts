/** Words of what is seen at the ringside. Common practice. */

export const EASE_SIGNS = ['snort', 'swinging tail', 'chewing', 'deeper breath'] as const;
export const TENSION_SIGNS = [
  'hollow back',
  'grinding',
  'tail clamped',
  'short steps',
  'light but hiding',
] as const;
export const SIGNS = [...EASE_SIGNS, ...TENSION_SIGNS] as const;

export const isTension = (sign: string): boolean =>
  (TENSION_SIGNS as readonly string[]).includes(sign);

export const HEAD_POSITIONS = ['before', 'at', 'behind'] as const;

/** Warm-up is a checklist: on both reins, in trot and in canter. */
export const WARM_UP_CHECKS = [
  'in front of the leg',
  'soft in the hand',
  'steps sideways',
  'changes flexion',
  'comes back',
  'goes when asked',
] as const;
