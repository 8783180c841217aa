import { nearestLetter } from '../arena/arena.ts';
import type { Point } from '../geometry/curve.ts';
import type { Riding } from '../forms/contract.ts';
import type { Ride, RideSpan } from './types.ts';

/** A change of gait or pace at a letter. */
export interface TransitionAt {
  readonly from: string;
  readonly to: string;
  readonly letter: string;
  /** The span that begins with it. */
  readonly span: RideSpan;
  readonly at: Point;
}

/** Within this distance of a letter a transition belongs to it. */
const AT_LETTER_M = 3;

const paceOf = ({ gait, riding }: Pick<RideSpan, 'gait' | 'riding'>): string =>
  gait === 'halt' ? 'halt' : `${riding.pace} ${gait}`;

/** The transitions of a ride that are ridden at a letter, in their order. */
export function transitionsAt({ arena, path, spans }: Ride): TransitionAt[] {
  return spans.flatMap((span, i) => {
    const before = spans[i - 1];
    if (!before || paceOf(before) === paceOf(span)) return [];
    const at = path.at(span.startM);
    const near = nearestLetter(arena, at);
    if (near.distanceM > AT_LETTER_M) return [];
    return [{ from: paceOf(before), to: paceOf(span), letter: near.name, span, at }];
  });
}

/** The transition a ride ends with, which is ridden when it goes on; null where it goes on as it was. */
export function lastTransition(
  { arena, spans }: Ride,
  { riding, at }: { readonly riding: Riding; readonly at: Point },
): Pick<TransitionAt, 'from' | 'to' | 'letter'> | null {
  const last = spans.at(-1);
  const near = nearestLetter(arena, at);
  if (!last || near.distanceM > AT_LETTER_M) return null;
  const [from, to] = [paceOf(last), paceOf({ gait: riding.gait, riding })];
  return from === to ? null : { from, to, letter: near.name };
}

/** Two are the same that change alike at one letter. */
export const transitionKey = ({ from, to, letter }: Pick<TransitionAt, 'from' | 'to' | 'letter'>) =>
  `${from}>${to}@${letter}`;

/** The horse learns the place after this many times. Common practice. */
export const MOST_AT_A_LETTER = 3;
