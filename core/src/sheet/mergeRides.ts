import type { MarkedRide } from './markedRide.ts';

/**
 * Two devices wrote on one ride: each judge's sheet is taken from the device that holds it, the rest from
 * the book.
 *
 * @param own the judges that are written on this device
 */
export function mergeRides(
  mine: MarkedRide,
  theirs: MarkedRide,
  own: readonly string[],
): MarkedRide {
  const kept = mine.judges.filter((j) => own.includes(j.at));
  const others = theirs.judges.filter((j) => !own.includes(j.at));
  const order = [...theirs.judges, ...mine.judges].map((j) => j.at);
  const judges = [...others, ...kept].sort((a, b) => order.indexOf(a.at) - order.indexOf(b.at));
  const known = new Set(theirs.corrections.map((c) => JSON.stringify(c)));
  const added = mine.corrections.filter((c) => !known.has(JSON.stringify(c)));
  return {
    ...theirs,
    judges,
    // Errors are counted by one at a time: the higher count has seen more.
    errors: Math.max(mine.errors, theirs.errors),
    corrections: [...theirs.corrections, ...added].slice(-500),
  };
}
