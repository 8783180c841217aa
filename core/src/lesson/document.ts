import { z } from 'zod';
import { FORM_IDS, paramsSchema, type FormId } from '../forms/table.ts';
import { MOVING_GAITS, PACES } from '../gaits/paces.ts';
import { stageSchema } from '../gaits/stage.ts';

/** One line of plain words: no line break, and no # because that begins a comment. */
const words = (max: number) =>
  z
    .string()
    .max(max)
    .regex(/^[^\n\r#]*$/, 'must be one line without #')
    .refine((s) => s === s.trim(), 'must not begin or end with a space');

const title = z
  .string()
  .max(120)
  .regex(/^[^\n\r"]*$/, 'must be one line without quotation marks');
const letter = z.string().regex(/^[A-Z]$/);

/**
 * The set of a plan that begins here: an exercise of the shelf, its rung from 0, and what both are called; or a
 * further round of it.
 */
export const setMarkSchema = z.strictObject({
  exercise: z
    .string()
    .max(80)
    .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/),
  rung: z.number().int().min(0).max(98),
  /** Which time it is ridden, from 2; the first is not counted. */
  round: z.number().int().min(2).max(99).optional(),
  name: z
    .string()
    .max(400)
    .regex(/^\S[^\n\r]*$/)
    .refine((s) => s === s.trimEnd(), 'must not end with a space')
    .optional(),
});
export type SetMark = z.infer<typeof setMarkSchema>;

/** Comments stay with the line they stand before or on; an empty string is an empty line. */
const trivia = {
  before: z
    .array(
      z
        .string()
        .max(500)
        .regex(/^[^\n\r]*$/),
    )
    .optional(),
  trailing: z
    .string()
    .max(500)
    .regex(/^[^\n\r]*$/)
    .optional(),
};

const ofAnItem = { set: setMarkSchema.optional(), ...trivia };

export const placeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('at'), letter }),
  z.strictObject({ kind: z.literal('route'), letters: z.array(letter).min(2).max(8) }),
  z.strictObject({ kind: z.literal('along'), from: letter, to: letter }),
  z.strictObject({ kind: z.literal('between'), letters: z.tuple([letter, letter]) }),
]);

/** Where in the act before it a setting takes effect. */
export const momentSchema = z.union([
  letter,
  z.enum(['half', 'quarter', 'three-quarter', 'circle points', 'end']),
]);

/** Until the contact, the bend or the rhythm is back, or until the first stride that loses it. */
export const CONDITIONS = ['back', 'lost'] as const;
/** Rounds at most when none are said. Common practice. */
export const MOST_UNTIL = 3;

export const instructionSchema = z
  .strictObject({
    form: z.enum(FORM_IDS as [FormId, ...FormId[]]),
    params: z.record(z.string(), z.unknown()),
    times: z.number().int().min(1).max(50).optional(),
    lastsS: z.number().positive().max(7200).optional(),
    /** A condition: ridden once as planned, at the ringside until the tap. */
    until: z
      .strictObject({ what: z.enum(CONDITIONS), max: z.number().int().min(1).max(20).optional() })
      .optional(),
    at: momentSchema.optional(),
    then: z.literal(true).optional(),
  })
  .superRefine((instruction, context) => {
    const checked = paramsSchema(instruction.form).safeParse(instruction.params);
    for (const issue of checked.error?.issues ?? []) {
      context.addIssue({ code: 'custom', message: issue.message, path: ['params', ...issue.path] });
    }
  });

export const lineSchema = z.strictObject({
  kind: z.literal('line'),
  id: z.string().min(1).max(64),
  place: placeSchema.nullable(),
  instructions: z.array(instructionSchema).max(12),
  note: words(400).optional(),
  ...ofAnItem,
});

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

export const phaseSchema = z.strictObject({
  kind: z.literal('phase'),
  id: z.string().min(1).max(64),
  name: z.enum(PHASES),
  minutes: z.number().positive().max(240).optional(),
  ...ofAnItem,
});

const cornersSchema = z.strictObject({
  kind: z.literal('corners'),
  id: z.string().min(1).max(64),
  radiusM: z.number().min(0).max(10),
  ...ofAnItem,
});

/** Poles, cones and barrels: they stand in the arena, and nothing is ridden for them. */
export const groundSchema = z.strictObject({
  kind: z.literal('ground'),
  id: z.string().min(1).max(64),
  what: z.enum(['poles', 'cone', 'barrel']),
  letter,
  count: z.number().int().min(1).max(20).optional(),
  spacedM: z.number().positive().max(20).optional(),
  lay: z.enum(['staggered', 'across']).optional(),
  ...ofAnItem,
});

/** A test sheet's box: the lines after it are marked together, until the next. */
export const boxSchema = z.strictObject({
  kind: z.literal('box'),
  id: z.string().min(1).max(64),
  number: z.number().int().min(1).max(99),
  /** Counts so many times; once when not said. */
  coefficient: z.number().int().min(2).max(5).optional(),
  title: title.optional(),
  directive: words(400).optional(),
  ...ofAnItem,
});

/** A mark for the whole ride. */
export const collectiveSchema = z.strictObject({
  kind: z.literal('collective'),
  id: z.string().min(1).max(64),
  name: title.refine((s) => s.trim() !== '', 'needs a name'),
  coefficient: z.number().int().min(2).max(5).optional(),
  ...ofAnItem,
});

/** What errors of course cost, one after the other; the next one eliminates. */
export const errorsSchema = z.strictObject({
  kind: z.literal('errors'),
  id: z.string().min(1).max(64),
  how: z.enum(['points', 'percent']),
  costs: z.array(z.number().min(0).max(20)).min(1).max(6),
  ...ofAnItem,
});

/** A line that could not be read: kept to the letter, so that nothing typed is lost. */
const unreadSchema = z.strictObject({
  kind: z.literal('unread'),
  id: z.string().min(1).max(64),
  text: z
    .string()
    .max(1000)
    .regex(/^[^\n\r]*$/),
  before: trivia.before,
});

export type Place = z.infer<typeof placeSchema>;
export type Moment = z.infer<typeof momentSchema>;
export type Instruction = z.infer<typeof instructionSchema>;
export type LessonLine = z.infer<typeof lineSchema>;
export type GroundItem = z.infer<typeof groundSchema>;
export type Phase = z.infer<typeof phaseSchema>;

export type Box = z.infer<typeof boxSchema>;
export type Collective = z.infer<typeof collectiveSchema>;
export type ErrorCosts = z.infer<typeof errorsSchema>;

export interface RepeatBlock {
  kind: 'repeat';
  id: string;
  times: number;
  items: Item[];
  set?: SetMark | undefined;
  before?: string[] | undefined;
  trailing?: string | undefined;
  /** Comments before the closing bracket. */
  tail?: string[] | undefined;
  closing?: string | undefined;
}

export type Item =
  | LessonLine
  | Phase
  | z.infer<typeof cornersSchema>
  | GroundItem
  | z.infer<typeof unreadSchema>
  | Box
  | Collective
  | ErrorCosts
  | RepeatBlock;

/** Repeats within repeats: deeper than this nobody reads them. */
export const MOST_NESTED = 4;

const MOST_ITEMS = 1000;
const MOST_REPEATED = 200;

const PLAIN_ITEMS = [
  lineSchema,
  phaseSchema,
  cornersSchema,
  groundSchema,
  unreadSchema,
  boxSchema,
  collectiveSchema,
  errorsSchema,
] as const;

/** Items that may hold repeats of so many levels; told apart by their kind, so that a wrong one costs one look. */
function itemSchemaOf(levels: number): z.ZodType<Item> {
  if (levels === 0) return z.discriminatedUnion('kind', PLAIN_ITEMS);
  const repeatSchema = z.strictObject({
    kind: z.literal('repeat'),
    id: z.string().min(1).max(64),
    times: z.number().int().min(1).max(50),
    items: z.array(itemSchemaOf(levels - 1)).max(MOST_REPEATED),
    tail: trivia.before,
    closing: trivia.trailing,
    ...ofAnItem,
  });
  return z.discriminatedUnion('kind', [...PLAIN_ITEMS, repeatSchema]);
}

export const itemSchema: z.ZodType<Item> = itemSchemaOf(MOST_NESTED);

export const arenaSchema = z.strictObject({
  widthM: z.number().min(8).max(100),
  lengthM: z.number().min(15).max(150),
  insetM: z.number().min(0).max(2),
  ...trivia,
});

export const APPROACHES = ['steady-hand', 'stretch-first', 'light-rein'] as const;
export const approachSchema = z.enum(APPROACHES);
export type Approach = z.infer<typeof approachSchema>;

const startSchema = z
  .strictObject({
    how: z.enum(['start', 'enter']),
    letter,
    gait: z.enum(MOVING_GAITS),
    pace: z.enum([...new Set(Object.values(PACES).flat())]),
    rein: z.enum(['left', 'right']),
    ...trivia,
  })
  .refine((s) => PACES[s.gait].includes(s.pace), 'the gait has no such pace');

/** The lesson: the one truth from which text, drawing, ride and findings are derived. */
export const lessonSchema = z.strictObject({
  version: z.literal(1),
  title: z
    .strictObject({
      text: title,
      /** A test sheet instead of a lesson, and for horses of which stage. */
      test: z.strictObject({ stage: stageSchema.optional() }).optional(),
      ...trivia,
    })
    .optional(),
  arena: arenaSchema.optional(),
  horse: z.strictObject({ name: title, ...trivia }).optional(),
  approach: z.strictObject({ name: approachSchema, ...trivia }).optional(),
  start: startSchema.optional(),
  items: z.array(itemSchema).max(MOST_ITEMS),
  /** Comments after the last line. */
  tail: trivia.before,
});

export type Lesson = z.infer<typeof lessonSchema>;
export type Start = z.infer<typeof startSchema>;

export const DEFAULT_START: Start = {
  how: 'start',
  letter: 'A',
  gait: 'walk',
  pace: 'medium',
  rein: 'left',
};

export const EMPTY_LESSON: Lesson = { version: 1, items: [] };

/** A test sheet is a lesson document whose boxes are marked. */
export const isSheet = ({ title }: Pick<Lesson, 'title'>): boolean => title?.test !== undefined;

/** All lines in reading order, also those inside repeats. */
export function linesOf(items: readonly Item[]): LessonLine[] {
  return items.flatMap((item) =>
    item.kind === 'line' ? [item] : item.kind === 'repeat' ? linesOf(item.items) : [],
  );
}
