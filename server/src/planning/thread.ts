import { parentPort } from 'node:worker_threads';
import highsLoader from 'highs';
import { highsSolver, type HighsRuntime } from '@canter-book/core/planner/highs';
import { propose } from '@canter-book/core/planner/propose';
import type { PlanRequest } from '@canter-book/core/planner/request';

/** The thread that plans: one request, one answer. */

const solver = highsLoader().then((highs) => highsSolver(highs as unknown as HighsRuntime));

parentPort?.on('message', (request: PlanRequest) => {
  void solver
    .then((solve) => propose(request, solve))
    .then((planned) => parentPort?.postMessage(planned));
});
