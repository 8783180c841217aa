import { useMemo } from 'react';
import { useAppSelector } from '../app/store.ts';
import { inOrder, isAside, isDirty, type KeptRecord, type KeptState } from './keptSlice.ts';

/** Recorded at the ringside: there it is always said how much is on its way. */
const AT_RINGSIDE = ['session', 'observation'];

/** Not in the book yet: what is just being typed, or on its way as it should be, is not spoken of. */
export const waitingIn = (kept: Pick<KeptState, 'records'>): KeptRecord[] =>
  inOrder(kept).filter(
    (record) =>
      isDirty(record) && (record.isLate || isAside(record) || AT_RINGSIDE.includes(record.kind)),
  );

/** All that was entered on this device and is not in the book yet, and what of it the book did not take. */
export function useWaiting() {
  const records = useAppSelector((state) => state.kept.records);
  return useMemo(() => {
    const waiting = waitingIn({ records });
    return { waiting, count: waiting.length, notTaken: waiting.filter(isAside).length };
  }, [records]);
}
