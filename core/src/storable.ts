/** A check for values from outside: no characters that no database stores, no nesting without end. */

/** Far more than any record nests. */
const DEEPEST = 40;
// A NUL, or half of a surrogate pair: PostgreSQL stores neither.

const UNSTORABLE = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/** Text without the characters that no database stores. */
export const storableText = (text: string): string =>
  text.replace(new RegExp(UNSTORABLE.source, 'g'), '');

export interface Unstorable {
  /** The way to it, as `items.3.note`. */
  readonly where: string;
  readonly what: string;
}

/**
 * The first place in a value from outside that cannot be stored, whatever schema it will be held to:
 * a character that the database refuses, or lists within lists without end. Null when there is none.
 */
export function unstorableIn(value: unknown): Unstorable | null {
  const waiting: { value: unknown; way: readonly string[] }[] = [{ value, way: [] }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const where = next.way.join('.');
    if (typeof next.value === 'string' && UNSTORABLE.test(next.value)) {
      return { where, what: 'has a character that cannot be stored; delete it and try again' };
    }
    if (typeof next.value !== 'object' || next.value === null) continue;
    if (next.way.length >= DEEPEST) {
      return { where: next.way.slice(0, 4).join('.'), what: 'is nested too deeply' };
    }
    for (const [key, inner] of Object.entries(next.value)) {
      if (UNSTORABLE.test(key)) return { where, what: 'has a name that cannot be stored' };
      waiting.push({ value: inner, way: [...next.way, key] });
    }
  }
  return null;
}
