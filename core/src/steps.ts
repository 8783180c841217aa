/**
 * Work that stops now and then, so that whoever asked for it can do something else meanwhile: a page
 * answers a tap. It must be carried to its end by one caller, and nothing it was given may change.
 */
export type Steps<T> = Generator<void, T, void>;

/** All of it, without a stop. */
export function atOnce<T>(steps: Steps<T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
