import { useEffect, useRef, useState } from 'react';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { Query } from '../../api/QueryState.tsx';
import { later, whenBack, whenLeft } from '../../api/courier.ts';
import { problemOf } from '../../api/problem.ts';
import { useRideQuery, useSaveRideMutation } from '../../api/rides.ts';
import { lookForLeftWork } from '../../kept/leftWork.ts';
import { keepRide, keptRide, openRides } from './leftRides.ts';
import { RideSaver, type RideDraft, type RideState } from './rideSaver.ts';

interface RideOnDevice {
  readonly draft: RideDraft | null;
  readonly state: RideState;
  /** How the book answers, while there is no draft. */
  readonly query: Query & { readonly isError: boolean };
  change(ride: MarkedRide, own?: readonly string[]): void;
}

/** A ride that is being marked: from the book, or from this device while the book is away. */
export function useRideDraft(id: string): RideOnDevice {
  const query = useRideQuery(id, { refetchOnMountOrArgChange: true });
  const [save] = useSaveRideMutation();
  const [draft, setDraft] = useState<RideDraft | null>(null);
  const [state, setState] = useState<RideState>({ kind: 'saved' });
  const saver = useRef<RideSaver | null>(null);
  const { data, isError } = query;
  useEffect(() => {
    if (saver.current || (!data && !isError)) return;
    const kept = keptRide(id);
    // What was not yet sent goes before what the book has; the revisions tell whether it still fits.
    const first = kept?.dirty
      ? kept
      : data
        ? { ride: data, dirty: false, own: kept?.own ?? [] }
        : kept;
    if (!first) return;
    saver.current = new RideSaver(
      {
        async save(ride) {
          const answer = await save(ride);
          return answer.data ? { saved: answer.data } : { problem: problemOf(answer.error) };
        },
        keep: (d) => keepRide(id, d),
        later,
        onChange(d, s) {
          setDraft(d);
          setState(s);
        },
      },
      first,
    );
  }, [id, data, isError, save]);
  useEffect(() => {
    openRides.add(id);
    const flush = () => saver.current?.flush();
    const listening = [whenLeft, whenBack].map((when) => when(flush));
    return () => {
      for (const stop of listening) stop();
      openRides.delete(id);
      flush();
      void lookForLeftWork();
    };
  }, [id]);
  return { draft, state, query, change: (ride, own) => saver.current?.change(ride, own) };
}
