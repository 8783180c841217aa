import fc from 'fast-check';
import { ALL_EXAMPLES, textOf } from './examples.ts';
import { SHEETS } from './lessons.ts';

/** Lessons as a hand slips, and as somebody of ill will would write them. */

const SOUND: readonly string[] = [
  ...ALL_EXAMPLES.map(([, example]) => textOf(example)),
  ...Object.values(SHEETS),
];

const SOUND_LINES = [...new Set(SOUND.flatMap((text) => text.split('\n')))].filter(Boolean);

/** Words that have a meaning to a program rather than to a rider, and numbers beyond all measure. */
const STRANGE = [
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  'x50',
  'x 4',
  'for 200 min',
  'for 15 s',
  '0',
  '0.01',
  '0.5',
  '1e9',
  '99999',
  '-3',
  '20',
  'A-B-C-D-E',
  'B..P',
  'E..B',
  'K/A',
  '}',
  'repeat 50 {',
  'repeat 32 {',
  'arena 20x40 inset 2',
  'arena 8x15 inset 2',
  'corners 10',
  'inner track 20',
  'at circle points',
  'at half',
  'then',
  ',',
  '--',
  '#',
  '"',
  '\u0000',
  '\ud800',
  '🐴',
];

const letter = fc.constantFrom(...'ABCDEFGHIKLMPRSVX');
const soundLine = fc.constantFrom(...SOUND_LINES);
const strange = fc.constantFrom(...STRANGE);

/** One slip in a text; the numbers say where. */
type Slip = (words: string[], at: number) => string[];

const placed = (words: readonly string[], at: number, ...put: string[]): string[] => [
  ...words.slice(0, at),
  ...put,
  ...words.slice(at),
];

const slip: fc.Arbitrary<Slip> = fc.oneof(
  fc.constant<Slip>((words, at) => words.filter((_, i) => i !== at)),
  fc.constant<Slip>((words, at) => placed(words, at, words[at] ?? '')),
  fc.constant<Slip>((words, at) => placed(words, at, '\n')),
  strange.map(
    (word): Slip =>
      (words, at) =>
        placed(words, at, word),
  ),
  strange.map(
    (word): Slip =>
      (words, at) =>
        words.with(at, word),
  ),
  letter.map(
    (word): Slip =>
      (words, at) =>
        words.with(at, word),
  ),
  soundLine.map(
    (line): Slip =>
      (words, at) =>
        placed(words, at, '\n', line, '\n'),
  ),
  fc.tuple(soundLine, fc.integer({ min: 1, max: 50 })).map(
    ([line, n]): Slip =>
      (words, at) =>
        placed(words, at, `\nrepeat ${n} {\n${line}\n}\n`),
  ),
  fc.double({ min: 0, max: 300, noNaN: true }).map(
    (n): Slip =>
      (words, at) =>
        words.map((w, i) => (i >= at && /^\d/.test(w) ? String(Math.round(n * 100) / 100) : w)),
  ),
  fc.string({ maxLength: 12 }).map(
    (word): Slip =>
      (words, at) =>
        placed(words, at, word),
  ),
);

/** Words with their spaces and line breaks, so that a slip can be anywhere. */
const wordsOf = (text: string): string[] => text.split(/( +|\n|,)/).filter((w) => w !== '');

const sound = fc.oneof(
  fc.constantFrom(...SOUND),
  fc.array(soundLine, { minLength: 1, maxLength: 12 }).map((lines) => lines.join('\n')),
);

export const mutatedText: fc.Arbitrary<string> = fc
  .tuple(sound, fc.array(fc.tuple(slip, fc.nat()), { minLength: 1, maxLength: 5 }))
  .map(([text, slips]) =>
    slips
      .reduce((words, [change, at]) => {
        const full = words.length > 0 ? words : [''];
        return change(full, at % full.length);
      }, wordsOf(text))
      .join(''),
  );
