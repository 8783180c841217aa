import { byKind, FORM_IDS, formOf } from '../lesson/forms.ts';
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

/** The words of each kind of movement, as the shorthand writes them. */
const WORDS: ReadonlyMap<string, string> = new Map(
  FORM_IDS.map((id) => {
    const { kind, pattern } = formOf(id);
    const [plain = ''] = pattern.source.split(/[[{]/);
    return [kind, plain.trim().replaceAll(/\/\S+/g, '')] as const;
  }).filter(([, words]) => words !== ''),
);
const CALLED: ReadonlyMap<string, string> = byKind((form) => form.called);

/** What a kind of movement is called. */
export const named = (kind: string): string => CALLED.get(kind) ?? WORDS.get(kind) ?? kind;
