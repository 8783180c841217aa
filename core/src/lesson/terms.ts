import type { Bounds } from '../numbers.ts';

/**
 * What a lesson may say: its words, how long its texts are and how far its numbers go. Its reader
 * goes by this, and so does the schema of its document.
 */

export const PHASES = [
  'in-hand',
  'warm-up',
  'loosening',
  'work',
  'peak',
  'stretch',
  'cool-down',
  'break',
] as const;

export const APPROACHES = ['steady-hand', 'stretch-first', 'light-rein'] as const;
export type Approach = (typeof APPROACHES)[number];

/** Until the contact, the bend or the rhythm is back, or until the first stride that loses it. */
export const CONDITIONS = ['back', 'lost'] as const;
/** Rounds at most when none are said. Common practice. */
export const MOST_UNTIL = 3;

/** Characters of one line, with its comment. */
export const LONGEST_LINE = 1000;
/** Lines of a lesson, or of a repeat within it. */
export const MOST_ITEMS = 1000;
/** Repeats within repeats: deeper than this nobody reads them. */
export const MOST_NESTED = 4;
/** Instructions of one line. */
export const MOST_AT_ONCE = 12;
/** Letters of one route. */
export const MOST_LETTERS = 8;

/** A text of one line; at its ends it has no space if it is trimmed. */
export interface Said {
  readonly most: number;
  readonly form: RegExp;
  /** A sentence on what it must be. */
  readonly must: string;
  readonly trimmed?: true;
}

export const TITLE: Said = {
  most: 120,
  form: /^[^\n\r"]*$/,
  must: 'must be one line without quotation marks',
};

/** Plain words; a # would begin a comment. */
export const NOTE: Said = {
  most: 400,
  form: /^[^\n\r#]*$/,
  must: 'must be one line without #',
  trimmed: true,
};

export const fits = ({ most, form, trimmed }: Said, text: string): boolean =>
  text.length <= most && form.test(text) && (!trimmed || text === text.trim());

export const ARENA = {
  widthM: { least: 8, most: 100 },
  lengthM: { least: 15, most: 150 },
  insetM: { least: 0, most: 2 },
} as const satisfies Record<string, Bounds>;

export const CORNER_M = { least: 0, most: 10 } as const satisfies Bounds;
export const PHASE_MIN = { above: 0, most: 240 } as const satisfies Bounds;

/** How often an instruction is ridden, or a block. */
export const TIMES = { least: 1, most: 50, whole: true } as const satisfies Bounds;
export const ROUNDS = { least: 1, most: 20, whole: true } as const satisfies Bounds;

export const POLES = { least: 1, most: 20, whole: true } as const satisfies Bounds;
export const SPACED_M = { above: 0, most: 20 } as const satisfies Bounds;
export const LAYS = ['staggered', 'across'] as const;

export const BOX_NUMBER = { least: 1, most: 99, whole: true } as const satisfies Bounds;
/** Counts so many times; once when not said. */
export const COEFFICIENT = { least: 2, most: 5, whole: true } as const satisfies Bounds;
export const ERROR_COST = { least: 0, most: 20 } as const satisfies Bounds;
export const ERRORS = { least: 1, most: 6 } as const satisfies Bounds;
export const ERRORS_IN = ['points', 'percent'] as const;
