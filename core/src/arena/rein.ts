export const REINS = ['left', 'right'] as const;

/** The hand that is inside: travelling anticlockwise is the left rein. */
export type Rein = (typeof REINS)[number];

export const otherRein = (rein: Rein): Rein => (rein === 'left' ? 'right' : 'left');

/** +1 for a turn to the left, −1 to the right: the sign of curvature in the arena frame. */
export const turnSign = (side: Rein): 1 | -1 => (side === 'left' ? 1 : -1);
