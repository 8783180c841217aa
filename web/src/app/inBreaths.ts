import type { Steps } from '@canter-book/core/steps';

/** As long as the page may be kept from answering: half a frame. */
const MOST_MS = 8;

/** Work for a page that is being opened, with a breath for the page whenever it has waited. */
export async function inBreaths<T>(steps: Steps<T>): Promise<T> {
  let since = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - since < MOST_MS) continue;
    await breath();
    since = performance.now();
  }
}

/** A message, not a timer: those of a page in the background are held up for a second. */
const breath = () =>
  new Promise<void>((on) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => (port1.close(), on());
    port2.postMessage(null);
  });
