import { proxy, wrap, type Remote } from 'comlink';
import type { PlanRequest } from '@canter-book/core/planner/request';
import type { Planned } from '@canter-book/core/planner/propose';
import type { PlannerWorker } from './planner.worker.ts';

/** A plan under way: its answer, and how to stop it. */
export interface Planning {
  readonly plan: Promise<Planned>;
  stop(): void;
}

let idle: { worker: Worker; remote: Remote<PlannerWorker> } | null = null;

function start() {
  const worker = new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<PlannerWorker>(worker) };
}

/** Starts a worker for the next plan, if none is waiting. */
export function ready(): void {
  idle ??= start();
}

/** Plans in the worker; a worker that was stopped is not used again. */
export function planInWorker(request: PlanRequest, progress: (doing: string) => void): Planning {
  const busy = idle ?? start();
  idle = null;
  let stopped = false;
  const plan = new Promise<Planned>((done, failed) => {
    // A worker that cannot start says so only here.
    busy.worker.onerror = (event) =>
      failed(new Error(event.message || 'The planner did not start.'));
    busy.remote
      .plan(
        request,
        proxy((doing: string) => !stopped && progress(doing)),
      )
      .then(done, failed);
  }).finally(() => {
    if (!stopped) idle = busy;
  });
  return {
    plan,
    stop() {
      stopped = true;
      busy.worker.terminate();
    },
  };
}
