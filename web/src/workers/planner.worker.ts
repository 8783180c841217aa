import { expose } from 'comlink';
import highsLoader from 'highs';
import wasmUrl from 'highs/runtime?url';
import { highsSolver, type HighsRuntime } from '@canter-book/core/planner/highs';
import type { IntegerProgramme } from '@canter-book/core/planner/integer';
import { propose } from '@canter-book/core/planner/propose';
import { planProgramme } from '@canter-book/core/programme/programme';
import type { ProgrammeRequest } from '@canter-book/core/programme/request';
import type { PlanRequest } from '@canter-book/core/planner/request';

const things = Array.from({ length: 20 }, (_, i) => ({
  name: `x${i}`,
  worth: 3 + ((31 * i) % 17),
  weight: 1 + ((7 * i) % 13),
}));
const SMALL: IntegerProgramme = {
  objective: things.map((t) => [t.name, t.worth]),
  constraints: [
    { name: 'weight', terms: things.map((t) => [t.name, t.weight]), sense: '<=', limit: 42 },
  ],
};

/** The solver and the planner, off the main thread. Stopped by ending the worker. */
const solver = highsLoader({ locateFile: () => wasmUrl }).then(async (highs) => {
  const solve = highsSolver(highs as unknown as HighsRuntime);
  // The first programme compiles the solver: a small one, while the horse's page is still being read.
  await solve(SMALL, { gap: 0.001, seconds: 1, seed: 1 });
  return solve;
});

const planner = {
  plan: async (request: PlanRequest, progress: (doing: string) => void) =>
    propose(request, await solver, progress),
  programme: async (request: ProgrammeRequest) => planProgramme(request, await solver),
};

export type PlannerWorker = typeof planner;

expose(planner);
