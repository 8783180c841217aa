import { expose } from 'comlink';
import highsLoader from 'highs';
import wasmUrl from 'highs/runtime?url';
import { highsSolver, type HighsRuntime } from '@canter-book/core/planner/highs';
import { planLesson, type Plan } from '@canter-book/core/planner/plan';
import type { PlanRequest } from '@canter-book/core/planner/request';

/** The solver and the planner, off the main thread. Stopped by ending the worker. */
const solver = highsLoader({ locateFile: () => wasmUrl }).then((highs) =>
  highsSolver(highs as unknown as HighsRuntime),
);

const planner = {
  async plan(request: PlanRequest, progress: (doing: string) => void): Promise<Plan> {
    return planLesson(request, await solver, { progress });
  },
};

export type PlannerWorker = typeof planner;

expose(planner);
