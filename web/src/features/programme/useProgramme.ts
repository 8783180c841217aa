import { useEffect, useState } from 'react';
import type { NoProgramme, Programme } from '@canter-book/core/programme/types';
import type { ProgrammeRequest } from '@canter-book/core/programme/request';
import { programmeInWorker } from '../../workers/planner.ts';

interface Planning {
  readonly request: ProgrammeRequest;
  readonly failed: NoProgramme | null;
}

export interface ProgrammeState {
  /** Of the request it was made for; the last one stays while the next is made. */
  readonly made: { readonly programme: Programme; readonly request: ProgrammeRequest } | null;
  readonly isPlanning: boolean;
  readonly failed: NoProgramme | null;
}

const BROKE_OFF: NoProgramme = { why: 'The planner broke off. Try it again.', waysOut: [] };

/** The weeks for a request; a new request stops the one before it. */
export function useProgramme(request: ProgrammeRequest | null): ProgrammeState {
  const [made, setMade] = useState<ProgrammeState['made']>(null);
  const [stand, setStand] = useState<Planning | null>(null);
  useEffect(() => {
    if (!request) return;
    let current = true;
    const under = programmeInWorker(request);
    under.plan.then(
      (planned) => {
        if (!current) return;
        current = false;
        if ('programme' in planned) setMade({ programme: planned.programme, request });
        setStand({ request, failed: 'programme' in planned ? null : planned });
      },
      () => current && setStand({ request, failed: BROKE_OFF }),
    );
    return () => {
      if (current) under.stop();
      current = false;
    };
  }, [request]);
  const known = stand !== null && stand.request === request;
  return { made, isPlanning: request !== null && !known, failed: known ? stand.failed : null };
}
