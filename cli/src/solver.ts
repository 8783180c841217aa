import highsLoader from 'highs';
import { highsSolver, type HighsRuntime } from '@canter-book/core/planner/highs';
import type { Solve } from '@canter-book/core/planner/integer';

export async function loadSolver(): Promise<Solve> {
  return highsSolver((await highsLoader()) as unknown as HighsRuntime);
}
