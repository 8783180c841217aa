import { z } from '../schema.ts';
import { FORM_IDS, paramsSchema, type FormId } from './forms.ts';
import { MOVING_GAITS, PACES } from '../gaits/paces.ts';
import { stageSchema } from '../gaits/stage.ts';

/** One line of plain words: no line break, and no # because that begins a comment. */
const words = (max: number) =>
  z.string().check(
    z.maxLength(max),
    z.regex(/^[^\n\r#]*$/, 'must be one line without #'),
    z.refine((s) => s === s.trim(), 'must not begin or end with a space'),
  );

const title = z
  .string()
  .check(z.maxLength(120), z.regex(/^[^\n\r"]*$/, 'must be one line without quotation marks'));
const letter = z.string().check(z.regex(/^[A-Z]$/));

/**
 * The set of a plan that begins here: an exercise of the shelf, its rung from 0, and what both are called; or a
 * further round of it.
 */
export const setMarkSchema = z.strictObject({
  exercise: z.string().check(z.maxLength(80), z.regex(/^[a-z0-9]+(-[a-z0-9]+)*$/)),
  rung: z.int().check(z.gte(0), z.lte(98)),
  /** Which time it is ridden, from 2; the first is not counted. */
  round: z.optional(z.int().check(z.gte(2), z.lte(99))),
  name: z.optional(
    z.string().check(
      z.maxLength(400),
      z.regex(/^\S[^\n\r]*$/),
      z.refine((s) => s === s.trimEnd(), 'must not end with a space'),
    ),
  ),
});
export type SetMark = z.infer<typeof setMarkSchema>;

/** Comments stay with the line they stand before or on; an empty string is an empty line. */
const trivia = {
  before: z.optional(z.array(z.string().check(z.maxLength(500), z.regex(/^[^\n\r]*$/)))),
  trailing: z.optional(z.string().check(z.maxLength(500), z.regex(/^[^\n\r]*$/))),
};

const ofAnItem = { set: z.optional(setMarkSchema), ...trivia };

export const placeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('at'), letter }),
  z.strictObject({
    kind: z.literal('route'),
    letters: z.array(letter).check(z.minLength(2), z.maxLength(8)),
  }),
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
    times: z.optional(z.int().check(z.gte(1), z.lte(50))),
    lastsS: z.optional(z.number().check(z.positive(), z.lte(7200))),
    /** A condition: ridden once as planned, at the ringside until the tap. */
    until: z.optional(
      z.strictObject({
        what: z.enum(CONDITIONS),
        max: z.optional(z.int().check(z.gte(1), z.lte(20))),
      }),
    ),
    at: z.optional(momentSchema),
    then: z.optional(z.literal(true)),
  })
  .check(
    z.superRefine((instruction, context) => {
      const checked = paramsSchema(instruction.form).safeParse(instruction.params);
      for (const issue of checked.error?.issues ?? []) {
        context.addIssue({
          code: 'custom',
          message: issue.message,
          path: ['params', ...issue.path],
        });
      }
    }),
  );

export const lineSchema = z.strictObject({
  kind: z.literal('line'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  place: z.nullable(placeSchema),
  instructions: z.array(instructionSchema).check(z.maxLength(12)),
  note: z.optional(words(400)),
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
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: z.enum(PHASES),
  minutes: z.optional(z.number().check(z.positive(), z.lte(240))),
  ...ofAnItem,
});

const cornersSchema = z.strictObject({
  kind: z.literal('corners'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  radiusM: z.number().check(z.gte(0), z.lte(10)),
  ...ofAnItem,
});

/** Poles, cones and barrels: they stand in the arena, and nothing is ridden for them. */
export const groundSchema = z.strictObject({
  kind: z.literal('ground'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  what: z.enum(['poles', 'cone', 'barrel']),
  letter,
  count: z.optional(z.int().check(z.gte(1), z.lte(20))),
  spacedM: z.optional(z.number().check(z.positive(), z.lte(20))),
  lay: z.optional(z.enum(['staggered', 'across'])),
  ...ofAnItem,
});

/** A test sheet's box: the lines after it are marked together, until the next. */
export const boxSchema = z.strictObject({
  kind: z.literal('box'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  number: z.int().check(z.gte(1), z.lte(99)),
  /** Counts so many times; once when not said. */
  coefficient: z.optional(z.int().check(z.gte(2), z.lte(5))),
  title: z.optional(title),
  directive: z.optional(words(400)),
  ...ofAnItem,
});

/** A mark for the whole ride. */
export const collectiveSchema = z.strictObject({
  kind: z.literal('collective'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: title.check(z.refine((s) => s.trim() !== '', 'needs a name')),
  coefficient: z.optional(z.int().check(z.gte(2), z.lte(5))),
  ...ofAnItem,
});

/** What errors of course cost, one after the other; the next one eliminates. */
export const errorsSchema = z.strictObject({
  kind: z.literal('errors'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  how: z.enum(['points', 'percent']),
  costs: z.array(z.number().check(z.gte(0), z.lte(20))).check(z.minLength(1), z.maxLength(6)),
  ...ofAnItem,
});

/** A line that could not be read: kept to the letter, so that nothing typed is lost. */
const unreadSchema = z.strictObject({
  kind: z.literal('unread'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  text: z.string().check(z.maxLength(1000), z.regex(/^[^\n\r]*$/)),
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
function itemSchemaOf(levels: number): z.ZodMiniType<Item> {
  if (levels === 0) return z.discriminatedUnion('kind', PLAIN_ITEMS);
  const repeatSchema = z.strictObject({
    kind: z.literal('repeat'),
    id: z.string().check(z.minLength(1), z.maxLength(64)),
    times: z.int().check(z.gte(1), z.lte(50)),
    items: z.array(itemSchemaOf(levels - 1)).check(z.maxLength(MOST_REPEATED)),
    tail: trivia.before,
    closing: trivia.trailing,
    ...ofAnItem,
  });
  return z.discriminatedUnion('kind', [...PLAIN_ITEMS, repeatSchema]);
}

export const itemSchema: z.ZodMiniType<Item> = itemSchemaOf(MOST_NESTED);

export const arenaSchema = z.strictObject({
  widthM: z.number().check(z.gte(8), z.lte(100)),
  lengthM: z.number().check(z.gte(15), z.lte(150)),
  insetM: z.number().check(z.gte(0), z.lte(2)),
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
  .check(z.refine((s) => PACES[s.gait].includes(s.pace), 'the gait has no such pace'));

/** The lesson: the one truth from which text, drawing, ride and findings are derived. */
export const lessonSchema = z.strictObject({
  version: z.literal(1),
  title: z.optional(
    z.strictObject({
      text: title,
      /** A test sheet instead of a lesson, and for horses of which stage. */
      test: z.optional(z.strictObject({ stage: z.optional(stageSchema) })),
      ...trivia,
    }),
  ),
  arena: z.optional(arenaSchema),
  horse: z.optional(z.strictObject({ name: title, ...trivia })),
  approach: z.optional(z.strictObject({ name: approachSchema, ...trivia })),
  start: z.optional(startSchema),
  items: z.array(itemSchema).check(z.maxLength(MOST_ITEMS)),
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
