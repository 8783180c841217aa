import { byKind } from '../lesson/forms.ts';
import { roundTo } from '../units.ts';

/** The words that the sentences of the review have in common. */

/** "2.5 m". */
export const inMetres = (metres: number): string => `${roundTo(metres, 1)} m`;
/** "A, B or C". */
export const oneOf = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;
/** "45 s", "12 min". */
export const inTime = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${roundTo(seconds / 60, 1)} min`;

/** The words of each kind of movement: its name, or what the shorthand writes for it. */
const NAMES: ReadonlyMap<string, string> = byKind(({ called, pattern }) => {
  const [plain = ''] = pattern.source.split(/[[{]/);
  return called ?? (plain.trim().replaceAll(/\/\S+/g, '') || undefined);
});

/** The name of a kind of movement. */
export const named = (kind: string): string => NAMES.get(kind) ?? kind;
