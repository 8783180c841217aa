import { FORM_IDS, formOf, type Kind } from '../lesson/forms.ts';
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
/** Where the word of the shorthand is no name. */
const NAMES: Readonly<Partial<Record<Kind, string>>> = {
  'changes-every': 'row of changes',
  'collect-forward': 'shortening and letting go',
  'collect-on-the-spot': 'canter on the spot',
  'hold-soft': 'holding and softening',
  'weave-poles': 'weaving of the poles',
  transitions: 'row of transitions',
  transition: 'change of pace',
  line: 'line',
  track: 'track',
};

/** What a kind of movement is called. */
export const named = (kind: string): string => NAMES[kind as Kind] ?? WORDS.get(kind) ?? kind;
