import type { Parsed } from '../notation/parse.ts';
import type { Ride } from '../ride/types.ts';
import { type Allowed, sortAllowed } from './allowed.ts';
import type { Finding } from './finding.ts';
import { sentenceOf } from './messages/messages.ts';
import { reviewLesson } from './review.ts';
import type { Sentence } from './rule.ts';

/** A finding and how it is said. */
export type Said = Finding & Sentence;

export interface Reviewed {
  readonly open: readonly Said[];
  /** What was let stand, and why. */
  readonly allowed: readonly (Said & Pick<Allowed, 'reason'>)[];
}

/** What there is to say about a lesson that was read and ridden. */
export function reviewed(parsed: Parsed, ride: Ride): Reviewed {
  const found = reviewLesson(parsed.lesson, ride, parsed);
  const { open, allowed } = sortAllowed(parsed.lesson, found);
  return { open: open.map(inWords), allowed: allowed.map(inWords) };
}

const inWords = <F extends Finding>(finding: F): F & Sentence => ({
  ...finding,
  ...sentenceOf(finding),
});
