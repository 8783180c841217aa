import type { Solve } from './integer.ts';
import { NoLesson, type WayOut } from './noLesson.ts';
import { planLesson, waysOut, type Plan } from './plan.ts';
import type { PlanRequest } from './request.ts';

/** A plan, or why there is none and what could be asked for instead. */
export type Planned =
  { readonly plan: Plan } | { readonly why: string; readonly waysOut: readonly WayOut[] };

/** Makes a plan, or says why there is none: one answer for page, server and command line. */
export async function propose(
  request: PlanRequest,
  solve: Solve,
  progress?: (doing: string) => void,
): Promise<Planned> {
  const options = progress ? { progress } : {};
  try {
    return { plan: await planLesson(request, solve, options) };
  } catch (error) {
    if (!(error instanceof NoLesson)) throw error;
    return { why: error.why, waysOut: await waysOut(request, solve, options) };
  }
}
