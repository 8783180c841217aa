import { within, type Bounds } from '../numbers.ts';
import { PACES } from '../gaits/paces.ts';
import type { Token } from './tokens.ts';

/** The range of a number. */
export interface Range {
  readonly least: number;
  readonly most: number;
  readonly unit: string;
}

/** The values a slot may hold: its schema is made of this. */
export type Holds =
  | { readonly words: readonly string[] }
  | { readonly text: RegExp }
  | { readonly number: Bounds }
  | { readonly numbers: Bounds; readonly least: number; readonly most: number };

/**
 * A kind of value in a form. `read` takes tokens from `at` on and answers the value and the number
 * of tokens used, or null; `say` prints it; `example` is what completion and errors show.
 */
export interface Slot<T = unknown> {
  /** The look of an entry field for it. */
  readonly entry: 'choice' | 'number' | 'letter' | 'text';
  readonly example: readonly string[];
  readonly holds: Holds;
  /** Of a number, in the unit that is written. */
  readonly range?: Range;
  read(tokens: readonly Token[], at: number): { value: T; used: number } | null;
  say(value: T): string;
}

const withUnit = (
  units: readonly string[],
  range: Range & Bounds,
  printed: string,
  example: string,
): Slot<number> => ({
  entry: 'number',
  example: [example],
  holds: { number: range },
  range,
  read(tokens, at) {
    const token = tokens[at];
    if (token?.kind !== 'number' || !within(range, token.value)) return null;
    const unit = tokens[at + 1];
    return { value: token.value, used: unit && units.includes(unit.text) ? 2 : 1 };
  },
  say: (value) => `${String(value)}${printed}`,
});

const choice = <const W extends string>(words: readonly W[]): Slot<W> => ({
  entry: 'choice',
  example: words,
  holds: { words },
  read(tokens, at) {
    const value = words.find((word) => word === tokens[at]?.text);
    return value === undefined ? null : { value, used: 1 };
  },
  say: String,
});

/** Smaller nothing is ridden, larger no arena is. */
const METRES: Range = { least: 0.5, most: 150, unit: 'm' };
const COUNT = { least: 1, most: 200, unit: '', whole: true } as const;
const IN_SERIES = { least: 2, most: 12 };
/** A gait that is only thought of has no step. */
const COUNT_OR_NONE = { ...COUNT, least: 0 };

/** No movement of a lesson lasts longer. */
export const LONGEST_S = 2 * 3600;
const LASTS = { least: 1, most: LONGEST_S };

/** `2 min`, `90 s`: kept in seconds, printed in whole minutes where it can be. */
const DURATION: Slot<number> = {
  entry: 'number',
  example: ['2 min', '90 s'],
  holds: { number: LASTS },
  read(tokens, at) {
    const [amount, unit] = [tokens[at], tokens[at + 1]];
    if (amount?.kind !== 'number' || !unit) return null;
    const factor = { min: 60, minutes: 60, s: 1, seconds: 1 }[unit.text];
    const value = factor === undefined ? NaN : amount.value * factor;
    return within(LASTS, value) ? { value, used: 2 } : null;
  },
  say: (value) => (value % 60 === 0 ? `${value / 60} min` : `${value} s`),
};

const LETTER: Slot<string> = {
  entry: 'letter',
  example: ['A', 'C'],
  holds: { text: /^[A-Z]$/ },
  read(tokens, at) {
    const token = tokens[at];
    return token && /^[a-z]$/.test(token.text)
      ? { value: token.text.toUpperCase(), used: 1 }
      : null;
  },
  say: String,
};

/** Two letters, from one to the other. */
const LETTERS: Slot<string> = {
  entry: 'text',
  example: ['K-H'],
  holds: { text: /^[A-Z]-[A-Z]$/ },
  read(tokens, at) {
    const token = tokens[at];
    return token && /^[a-z]-[a-z]$/.test(token.text)
      ? { value: token.text.toUpperCase(), used: 1 }
      : null;
  },
  say: String,
};

/** Metres to each side in turn. */
const SERIES: Slot<number[]> = {
  entry: 'text',
  example: ['5-10-5'],
  holds: { numbers: METRES, ...IN_SERIES },
  read(tokens, at) {
    const token = tokens[at];
    if (token?.kind !== 'series') return null;
    const value = token.text.split('-').map(Number);
    const fits = within(IN_SERIES, value.length) && value.every((v) => within(METRES, v));
    return fits ? { value, used: 1 } : null;
  },
  say: (value) => value.join('-'),
};

const SLOTS = {
  side: choice(['left', 'right']),
  metres: withUnit(['m', 'metres'], METRES, '', '20'),
  depth: withUnit(['m'], { least: 0, most: 100, unit: 'm' }, '', '5'),
  count: withUnit([], COUNT, '', '3'),
  strides: withUnit(['strides', 'steps'], COUNT, '', '8'),
  stridesOrNone: withUnit(['strides', 'steps'], COUNT_OR_NONE, '', '4'),
  degrees: withUnit(['degrees', '°'], { least: 15, most: 720, unit: '°' }, '', '180'),
  seconds: withUnit(['s', 'seconds'], { least: 0.5, most: 3600, unit: 's' }, ' s', '4 s'),
  letter: LETTER,
  letters: LETTERS,
  series: SERIES,
  duration: DURATION,
  walkPace: choice(PACES.walk),
  trotPace: choice(PACES.trot),
  canterPace: choice(PACES.canter),
};

/** The type of value a slot reads. */
export type SlotValue<T extends string> = T extends keyof typeof SLOTS
  ? (typeof SLOTS)[T] extends Slot<infer V>
    ? V
    : never
  : WordOf<T>;
type WordOf<T extends string> = T extends `${infer Word}|${infer Others}`
  ? Word | WordOf<Others>
  : T;

/** The slot of a type name; `a|b|c` is a choice of words, and `=word` a word that may be there. */
export function slotOf(type: string): Slot {
  const known: Readonly<Record<string, Slot>> = SLOTS;
  const slot = known[type] ?? (type.includes('|') ? choice(type.split('|')) : undefined);
  if (!slot) throw new RangeError(`slotOf: there is no slot type "${type}"`);
  return slot;
}
