import { useAppSelector } from '../app/store.ts';
import { useLeftWork } from './leftWork.ts';

/** All that was entered on this device and is not in the book yet: the ringside's parcels, and what was left on a page. */
export function useWaiting() {
  const outbox = useAppSelector((state) => state.ringside.outbox);
  const left = useLeftWork();
  const notTaken =
    outbox.filter((parcel) => parcel.refused !== undefined).length +
    left.filter(({ why }) => why !== null).length;
  return { outbox, left, count: outbox.length + left.length, notTaken };
}
