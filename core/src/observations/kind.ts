import { REINS, type Rein } from '../arena/rein.ts';
import { idSchema as id, instantSchema } from '../fields.ts';
import { z } from '../schema.ts';
import type { Scale } from '../scales.ts';

/** The contract of a kind of observation, all of it in one place: see `kinds/`. */

export const reinSchema = z.enum(REINS);
export const gaitSchema = z.enum(['walk', 'trot', 'canter']);
/** 0 to 10, in halves. */
export const halfSchema = z.number().check(z.gte(0), z.lte(10), z.multipleOf(0.5));
export const secondsSchema = z.number().check(z.gte(0), z.lte(3600));
export const countSchema = z.int().check(z.gte(0), z.lte(999));
/** A line of the lesson. */
export const itemSchema = z.string().check(z.minLength(1), z.maxLength(64));

/** Fields every observation has. */
export const base = {
  id,
  sessionId: id,
  at: instantSchema,
  /** An observation is never changed: a correction is a new one that names the old. */
  corrects: z.optional(id),
  /** Who saw it, as the server knows from whose phone it came; the owner's own have none. */
  by: z.optional(z.string().check(z.maxLength(80))),
};

/** Where in the lesson it was seen: a line of it, the rein and the gait ridden then. */
export const place = { itemId: z.optional(itemSchema), rein: reinSchema, gait: gaitSchema };

/** The schema of a kind. */
export const seen = <K extends string, S extends z.core.$ZodLooseShape>(kind: K, shape: S) =>
  z.strictObject({ ...base, kind: z.literal(kind), ...shape });

/** How it maps to the marks, and how far one of them may be off. */
export interface Measure<O> {
  /** Standard deviation, points. */
  readonly sd: number;
  /** Said on the screens and in the method: how it maps. */
  readonly says: string;
  /** On the 0–10 of the marks; null when it says nothing. */
  read(o: O): Partial<Record<Scale, number>> | null;
  /** The rein it speaks for, where that is not the one it was seen on. */
  rein?(o: O): Rein;
}

/** How it stands in a table: a value, and what else belongs to it. */
export interface TableReading<O> {
  /** A sentence on what to write in `value` and `detail`. */
  readonly says: string;
  /** The field the rein of the table goes to; `rein` when missing. */
  readonly rein?: 'lead' | 'to';
  /** It was seen in a gait of its own. */
  readonly gait: boolean;
  read(value: string, detail: string): Record<string, unknown>;
  write(o: O): readonly [value: string, detail: string];
}

/** One thing to be answered by the thumb. */
export type Entry =
  | {
      readonly kind: 'choice';
      readonly name: string;
      readonly label: string;
      readonly options: readonly (string | boolean)[];
      /** Labels of the buttons, where they are not the options themselves. */
      readonly words?: readonly string[];
      readonly optional?: boolean;
    }
  | { readonly kind: 'half'; readonly name: string; readonly label: string; readonly from: number }
  | {
      readonly kind: 'number';
      readonly name: string;
      readonly label: string;
      readonly from: number;
      readonly least: number;
      readonly most: number;
      readonly step: number;
    }
  | {
      readonly kind: 'taps' | 'clock' | 'counter' | 'words';
      readonly name: string;
      readonly label: string;
    };

export type Values = Readonly<Record<string, unknown>>;

/** Groups of instruments: felt, counted, happening at a moment. */
export type InstrumentGroup = 'feel' | 'count' | 'stop';

/** How it is noted at the ringside. */
export interface Instrument {
  readonly name: string;
  /** Under which head it stands; the free note stands by itself. */
  readonly group: InstrumentGroup | null;
  /** It needs a rein and a gait of its own, and lies on the line that is ridden. */
  readonly place: 'line' | 'rein and gait' | 'rein' | 'none';
  readonly entries: readonly Entry[];
  /** The values worked out of the entries, where they are more than themselves; null while they are too few. */
  readonly finish?: (values: Values) => Values | null;
}

interface Facets<O> {
  /** In a few words, for the line that can be taken back and for the debrief. */
  said(o: O): string;
  readonly measure?: Measure<O>;
  readonly table?: TableReading<O>;
  readonly instrument?: Instrument;
}

/** A kind of observation: its schema, its sentence, and, where it has them, measure, table and instrument. */
export const kindOf = <S extends z.core.$ZodType<{ kind: string }>>(
  schema: S,
  facets: Facets<z.infer<S>>,
) => ({ schema, ...facets });

/** One of a few. */
export const choice = (
  name: string,
  label: string,
  options: readonly (string | boolean)[],
  words?: readonly string[],
): Entry => ({ kind: 'choice', name, label, options, ...(words && { words }) });

/** One of a few, or nothing. */
export const mayChoose = (
  name: string,
  label: string,
  options: readonly string[],
  words?: readonly string[],
): Entry => ({
  kind: 'choice',
  name,
  label,
  options,
  ...(words && { words }),
  optional: true,
});

export const yesNo = (name: string, label: string, words: readonly [string, string]): Entry =>
  choice(name, label, [true, false], words);

export const half = (name: string, label: string, from: number): Entry => ({
  kind: 'half',
  name,
  label,
  from,
});

/** A whole number, as it is said. */
export const whole = (n: number): string => n.toFixed(0);
