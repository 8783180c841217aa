import type { Ride, RiddenMovement } from './types.ts';

/** The movements of one line of the lesson as it is ridden the first time, without the way to its place. */
export const firstRound = (ride: Ride, itemId: string | null | undefined): RiddenMovement[] =>
  ride.movements.filter((m) => m.itemId === itemId && m.round === 1 && m.act !== -1);
