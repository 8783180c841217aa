import { later } from '../api/courier.ts';
import { writeDevice, type Contents } from './device.ts';

/** A full or busy device is asked again after this long, whether or not something new is entered. */
const AGAIN_MS = 2000;

/** Parts of the page's state that are kept, by the prefix of their keys; a part that is the same object is unchanged. */
type Parts = Readonly<Record<string, () => Contents>>;

const prefixed = (prefix: string, part: Contents): Contents =>
  Object.fromEntries(Object.entries(part).map(([key, value]) => [prefix + key, value]));

/**
 * Keeps the device as the page is. What it refuses once is written with the next change, or by itself: what it is *known*
 * to have is told apart from what it was *given*.
 *
 * @param onKept called when it takes what it is given, or does not
 */
export function keeperOf(parts: Parts, onKept: (isKept: boolean) => void) {
  let given: Contents = {};
  let known: Contents = {};
  let refused: Contents | null = null;
  let refusals = 0;
  /** The parts as they were looked at last: most of what a page does changes none of them. */
  let seen: readonly Contents[] = [];

  const keep = async (again = false): Promise<void> => {
    const looked = Object.values(parts).map((part) => part());
    if (!again && looked.every((part, i) => part === seen[i])) return;
    seen = looked;
    const now: Contents = Object.assign(
      {},
      ...Object.keys(parts).map((prefix, i) => prefixed(prefix, looked[i]!)),
    );
    if (isSame(now, given) || (!again && refused && isSame(now, refused))) return;
    const [before, sinceRefusals] = [given, refusals];
    given = now;
    // At once, as the page may be closed with the next tap; the device keeps writes in their order by itself.
    return writeDevice(before, now).then(
      () => {
        // It may have been written on top of what was refused: then that has to be written first.
        if (sinceRefusals !== refusals) return;
        known = now;
        refused = null;
        onKept(true);
      },
      () => {
        given = known;
        refused = now;
        refusals++;
        onKept(false);
        later(() => void keep(true), AGAIN_MS);
      },
    );
  };
  return {
    keep,
    /** The device has this already: it is written again only where it changes, and deleted where it is gone. */
    has: (there: Contents): void => {
      given = { ...given, ...there };
      known = { ...known, ...there };
      seen = [];
    },
  };
}

function isSame(a: Contents, b: Contents): boolean {
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((key) => a[key] === b[key]);
}
