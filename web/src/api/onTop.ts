import { problemOf, type ApiError } from './problem.ts';

type Answer<T> = { data: T; error?: undefined } | { data?: undefined; error: ApiError };

/** Whoever saves that often in the meantime is no hand. */
const MOST_TRIES = 5;

/**
 * Saves a small change on top of what stands in the book. Where another device was quicker, or the last tap is still on its way,
 * the change is made to their version: nothing of either is lost.
 *
 * @param document as it is known here
 * @param change made anew on each version; it must not say what it does not change
 */
export async function onTop<T>(
  save: (document: T) => PromiseLike<Answer<T>>,
  document: T,
  change: (stands: T) => T,
): Promise<Answer<T>> {
  let answer = await save(change(document));
  for (let tries = 1; tries < MOST_TRIES; tries++) {
    const { status, current } = problemOf(answer.error);
    if (!answer.error || status !== 409 || !current) break;
    answer = await save(change(current as T));
  }
  return answer;
}
