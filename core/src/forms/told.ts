import type { Stage } from '../gaits/stage.ts';
import type { Scale } from '../scales.ts';

/** The telling side of a form, in its own file: for the desk, the help, the review, a test sheet. */

/** How an example is ridden: what comes before it, its line, and its length on paper where a closed form exists. */
export interface Example {
  readonly line: string;
  readonly before?: string;
  /** Metres with sharp corners and no inset, from a closed form; none where it depends on the horse. */
  readonly metres?: number;
}

/** Between which two letters something is laid: of one side (or the centre line), of two, of the long sides. */
export type Between = 'one side' | 'two sides' | 'long sides';

/**
 * What can be laid into a lesson by hand. `says` is a line of shorthand with gaps: `{a}` and `{b}` are
 * letters to be chosen, `{in}` and `{out}` the inside and outside of the present rein, `{side}` either
 * side, whichever can be ridden.
 */
export interface Choice {
  readonly name: string;
  readonly says: string;
  readonly between?: Between;
}

/** The groups of the palette, in their order. */
export const PALETTE_GROUPS = [
  'Circles',
  'Change rein',
  'Lines',
  'Sideways',
  'Paces',
  'Transitions',
  'Halts',
  'In hand',
  'Ground',
  'Phase',
] as const;

/** A row of the help: a line, what it means, and what is ridden before and after it so that it can be. */
export interface HelpRow {
  readonly line: string;
  readonly says: string;
  readonly before?: string;
  readonly after?: string;
}

/** The sections of the help, in their order. */
export const HELP_SECTIONS = [
  'Where',
  'Circles and loops',
  'Lines and changes of rein',
  'Paces and halts',
  'Sideways and turns',
  'Counts and conditions',
  'In hand, before mounting',
  'Test sheets',
  'The frame of a lesson',
] as const;

/** How much a movement weighs on each scale, 1–4. Common practice: what a trainer answers when asked what it is for. */
export type Weights = Readonly<Partial<Record<Scale, number>>>;

export interface Told {
  /** Its name in a sentence, where the word of the shorthand is none. */
  readonly called?: string;
  /** The stage from which it is asked. Common practice. */
  readonly learnedFrom?: Stage;
  /** The scales it shows. */
  readonly shows?: Weights;
  /** In a 20 × 60 arena from `start A walk medium left`. The family tests ride, mirror, print and draw them all. */
  readonly examples: readonly [Example, ...Example[]];
  readonly palette?: readonly (Choice & { readonly group: (typeof PALETTE_GROUPS)[number] })[];
  /** Its additions to a line of something else, as they are written. */
  readonly also?: readonly string[];
  readonly help?: readonly (HelpRow & { readonly section: (typeof HELP_SECTIONS)[number] })[];
}

/** Scales shown by everything on a bent line. */
export const BENT: Weights = { suppleness: 3, rhythm: 1 };
/** And what a straight line off the track does. */
export const STRAIGHT_ON: Weights = { straightness: 3, rhythm: 1 };
