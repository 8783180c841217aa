import { Worker } from 'node:worker_threads';
import type { Planned } from '@canter-book/core/planner/propose';
import type { PlanRequest } from '@canter-book/core/planner/request';
import { Problem } from '../problem.ts';

/** Plans lessons beside the requests: reckoning takes a second, and nobody else waits for it. */
export interface Planner {
  /** @throws Problem 503 when too many wait already */
  plan(request: PlanRequest): Promise<Planned>;
  close(): Promise<void>;
}

/** One after the other; whoever comes when so many wait is asked to come again. */
const MOST_WAITING = 20;
/** Longer than any plan takes, the ways out included. */
const LONGEST_MS = 60_000;

const BUSY = new Problem(
  503,
  'Too many plans',
  'Many lessons are being planned just now. Ask again in a minute.',
);
const TOOK_TOO_LONG = new Problem(
  503,
  'No plan in time',
  'This lesson could not be planned in a minute. Ask for fewer minutes or fewer pins.',
);

/** While developing: a thread does not inherit what reads TypeScript. */
const FROM_SOURCE = `
  const { workerData } = require('node:worker_threads');
  import('tsx/esm/api').then(({ register }) => (register(), import(workerData)));
`;

/** @param file of the thread, see `thread.ts` */
export function plannerIn(file: URL): Planner {
  let thread: Worker | null = null;
  let waiting = 0;
  let last: Promise<unknown> = Promise.resolve();
  const started = (): Worker => {
    if (thread) return thread;
    const made = file.pathname.endsWith('.ts')
      ? new Worker(FROM_SOURCE, { eval: true, workerData: file.href })
      : new Worker(file);
    made.once('exit', () => {
      if (thread === made) thread = null;
    });
    thread = made;
    return made;
  };
  const ask = (request: PlanRequest): Promise<Planned> =>
    new Promise((resolve, reject) => {
      const worker = started();
      const done = (end: () => void) => {
        clearTimeout(timer);
        worker.removeAllListeners('message').removeAllListeners('error');
        // A thread that only waits does not keep the book open.
        worker.unref();
        end();
      };
      const fail = (why: Error) => {
        // It ends a moment later: whoever asks next must not be given to it.
        if (thread === worker) thread = null;
        done(() => reject(why));
      };
      const timer = setTimeout(() => {
        fail(TOOK_TOO_LONG);
        void worker.terminate();
      }, LONGEST_MS);
      worker.ref();
      worker.once('message', (planned: Planned) => done(() => resolve(planned)));
      worker.once('error', (error) => fail(error as Error));
      worker.postMessage(request);
    });
  return {
    async plan(request) {
      if (waiting >= MOST_WAITING) throw BUSY;
      waiting++;
      const answer = last.then(() => ask(request));
      last = answer.catch(() => {});
      return answer.finally(() => waiting--);
    },
    async close() {
      await thread?.terminate();
    },
  };
}
