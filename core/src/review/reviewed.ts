import type { Parsed } from '../notation/parse.ts';
import type { Ride } from '../ride/types.ts';
import { atOnce, type Steps } from '../steps.ts';
import { type Allowed, sortAllowed } from './allowed.ts';
import type { Finding } from './finding.ts';
import { sentenceOf } from './messages/messages.ts';
import { reviewInSteps } from './review.ts';
import type { Sentence } from './rule.ts';

/** A finding and how it is said. */
export type Said = Finding & Sentence;

export interface Reviewed {
  readonly open: readonly Said[];
  /** Findings that were let stand, each with its reason. */
  readonly allowed: readonly (Said & Pick<Allowed, 'reason'>)[];
}

/** The findings of a lesson that was read and ridden. */
export const reviewed = (parsed: Parsed, ride: Ride): Reviewed =>
  atOnce(reviewedInSteps(parsed, ride));

/** The same, rule by rule. */
export function* reviewedInSteps(parsed: Parsed, ride: Ride): Steps<Reviewed> {
  const found = yield* reviewInSteps(parsed.lesson, ride, parsed);
  const { open, allowed } = sortAllowed(parsed.lesson, found);
  return { open: open.map(inWords), allowed: allowed.map(inWords) };
}

const inWords = <F extends Finding>(finding: F): F & Sentence => ({
  ...finding,
  ...sentenceOf(finding),
});
