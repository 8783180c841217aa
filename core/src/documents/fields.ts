/** Merging of two versions that were made from one: field by field, and lists by what was added and taken away. */

type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether two JSON values say the same; a field that is undefined is not there. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((item, i) => same(item, b[i]));
  if (!isFields(a) || !isFields(b)) return false;
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((name) =>
    same(a[name], b[name]),
  );
}

/** By one of these a thing in a list is known again. */
const KEYS = ['id', 'token', 'at', 'date', 'name'] as const;

function keyIn(item: unknown): string {
  const name = isFields(item) && KEYS.find((key) => typeof item[key] === 'string');
  return name ? `${name} ${(item as Fields)[name] as string}` : JSON.stringify(item);
}

/** Each thing by its key; null where two have the same, and the list can only be taken whole. */
function keyed(list: readonly unknown[]): Map<string, unknown> | null {
  const all = new Map(list.map((item) => [keyIn(item), item]));
  return all.size === list.length ? all : null;
}

const isEmpty = (value: unknown): boolean =>
  value === undefined ||
  value === null ||
  value === '' ||
  (Array.isArray(value) && value.length === 0);

export interface MergedFields<T> {
  readonly merged: T;
  /** Fields both had changed, by their path ("limits.setBy"): they are mine. */
  readonly overruled: readonly string[];
}

/**
 * Three versions of a JSON value become one: what only one side has changed is as that side has it, and what both have
 * changed is mine. Without a base (`undefined`), what is empty in mine overrules nothing.
 *
 * @param whole names of fields that are one thing, whatever is in them: they are taken from one side
 * @example mergeFields({ a: 1, b: [1] }, { a: 2, b: [1, 2] }, { a: 1, b: [1, 3] }) // { a: 2, b: [1, 3, 2] }
 */
export function mergeFields<T>(
  was: T | undefined,
  mine: T,
  theirs: T,
  whole: ReadonlySet<string> = new Set(),
): MergedFields<T> {
  const overruled: string[] = [];
  const merge = (
    base: unknown,
    here: unknown,
    there: unknown,
    path: readonly string[],
  ): unknown => {
    if (same(here, base) || same(here, there)) return there;
    if (same(there, base)) return here;
    if (base === undefined && isEmpty(here)) return there;
    if (!whole.has(path.at(-1) ?? '')) {
      if (isFields(here) && isFields(there))
        return mergeObjects(isFields(base) ? base : {}, here, there, path);
      if (Array.isArray(here) && Array.isArray(there)) {
        const lists = [Array.isArray(base) ? base : [], here, there].map(keyed);
        const [before, own, others] = lists;
        if (before && own && others) return mergeLists(before, own, others, path);
      }
    }
    overruled.push(path.join('.'));
    return here;
  };
  const mergeObjects = (base: Fields, here: Fields, there: Fields, path: readonly string[]) =>
    Object.fromEntries(
      [...new Set([...Object.keys(there), ...Object.keys(here)])]
        .map((name) => [name, merge(base[name], here[name], there[name], [...path, name])] as const)
        .filter(([, value]) => value !== undefined),
    );
  type List = ReadonlyMap<string, unknown>;
  const mergeLists = (base: List, here: List, there: List, path: readonly string[]) => {
    const stands = (key: string) => !base.has(key) || (here.has(key) && there.has(key));
    const keys = [...new Set([...there.keys(), ...here.keys()])].filter(stands);
    const item = (key: string) =>
      here.has(key) && there.has(key)
        ? merge(base.get(key), here.get(key), there.get(key), [...path, key.replace(/^\w+ /, '')])
        : (there.get(key) ?? here.get(key));
    // Only put in another order here: then that is the order.
    const inOrder = same([...there.keys()], [...base.keys()]) ? [...here.keys()] : keys;
    return [...new Set([...inOrder.filter((key) => keys.includes(key)), ...keys])].map(item);
  };
  return { merged: merge(was, mine, theirs, []) as T, overruled };
}
