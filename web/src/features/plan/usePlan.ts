import { useEffect, useRef, useState } from 'react';
import type { WayOut } from '@canter-book/core/planner/noLesson';
import type { Plan } from '@canter-book/core/planner/plan';
import type { PlanRequest } from '@canter-book/core/planner/request';
import { planInWorker } from '../../workers/planner.ts';

/** Why there is no plan, and what could be asked for instead. */
export interface Failed {
  readonly why: string;
  readonly waysOut: readonly WayOut[];
}

export interface PlanState {
  readonly plan: Plan | null;
  /** The step under way, in words; null when none is. */
  readonly doing: string | null;
  readonly failed: Failed | null;
  stop(): void;
}

/** How far the planning of one request is. */
interface Planning {
  readonly request: PlanRequest;
  readonly doing: string | null;
  readonly failed: Failed | null;
}

/** The plan for a request; a new request stops the one before it. The last plan stays while the next is made. */
export function usePlan(request: PlanRequest | null): PlanState {
  const [plan, setPlan] = useState<Plan | null>(null);
  const [stand, setStand] = useState<Planning | null>(null);
  const stop = useRef<() => void>(() => {});
  useEffect(() => {
    if (!request) return;
    const now = (doing: string | null, failed: Failed | null = null) =>
      setStand({ request, doing, failed });
    let current = true;
    const under = planInWorker(request, (what) => current && now(what));
    stop.current = () => {
      current = false;
      under.stop();
      now(null);
    };
    under.plan.then(
      (made) => {
        if (!current) return;
        current = false;
        if ('plan' in made) setPlan(made.plan);
        now(null, 'plan' in made ? null : made);
      },
      () => current && now(null, { why: 'The planner broke off. Try it again.', waysOut: [] }),
    );
    return () => {
      // One that is done has nothing to stop, and its worker is kept for the next.
      if (current) under.stop();
      current = false;
    };
  }, [request]);
  const known = stand !== null && stand.request === request;
  return {
    plan,
    doing: request && !known ? 'Reading the horse’s page' : known ? stand.doing : null,
    failed: known ? stand.failed : null,
    stop: () => stop.current(),
  };
}
