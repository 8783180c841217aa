import type { Exercise } from './exercise.ts';

/** The label before the sentence that says when to leave an exercise. */
export const leaveLabel = ({ stops }: Pick<Exercise, 'stops'>): string =>
  stops ? 'Stop when' : 'Move on when';
