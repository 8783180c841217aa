import { proxy, wrap, type Remote } from 'comlink';
import type { PlanRequest } from '@canter-book/core/planner/request';
import type { PlannedProgramme } from '@canter-book/core/programme/types';
import type { ProgrammeRequest } from '@canter-book/core/programme/request';
import type { Planned } from '@canter-book/core/planner/propose';
import type { PlannerWorker } from './planner.worker.ts';

/** Something under way: its answer, and how to stop it. */
export interface Planning<T> {
  readonly plan: Promise<T>;
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

/** A lesson. */
export function planInWorker(
  request: PlanRequest,
  progress: (doing: string) => void,
): Planning<Planned> {
  return inWorker((remote, isStopped) =>
    remote.plan(
      request,
      proxy((doing: string) => !isStopped() && progress(doing)),
    ),
  );
}

/** The weeks ahead. */
export const programmeInWorker = (request: ProgrammeRequest): Planning<PlannedProgramme> =>
  inWorker((remote) => remote.programme(request));

/** Works in the worker; a worker that was stopped is not used again. */
function inWorker<T>(
  // What is answered is a union, and comes through as a promise of each of its kinds.
  work: (remote: Remote<PlannerWorker>, isStopped: () => boolean) => PromiseLike<unknown>,
): Planning<T> {
  const busy = idle ?? start();
  idle = null;
  let stopped = false;
  const plan = new Promise<T>((done, failed) => {
    // A worker that cannot start says so only here.
    busy.worker.onerror = (event) =>
      failed(new Error(event.message || 'The planner did not start.'));
    work(busy.remote, () => stopped).then((answer) => done(answer as T), failed);
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
