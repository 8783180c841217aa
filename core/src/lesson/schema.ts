import { LONGEST_S } from '../forms/slots.ts';
import { patternSchema } from '../forms/schema.ts';
import { MOVING_GAITS, PACES } from '../gaits/paces.ts';
import { stageSchema } from '../gaits/stageSchema.ts';
import { letterSchema as letter } from '../fields.ts';
import { numberIn, z } from '../schema.ts';
import { FORM_IDS, formOf, type FormId } from './forms.ts';
import {
  APPROACHES,
  ARENA,
  BOX_NUMBER,
  COEFFICIENT,
  CONDITIONS,
  CORNER_M,
  ERROR_COST,
  ERRORS,
  ERRORS_IN,
  LAYS,
  LONGEST_LINE,
  MOST_AT_ONCE,
  MOST_ITEMS,
  MOST_LETTERS,
  MOST_NESTED,
  NOTE,
  PHASE_MIN,
  PHASES,
  POLES,
  ROUNDS,
  SPACED_M,
  TIMES,
  TITLE,
  type Said,
} from './terms.ts';

function saidIn({ most, form, must, trimmed }: Said): z.ZodMiniString {
  const text = z.string().check(z.maxLength(most), z.regex(form, must));
  return trimmed
    ? text.check(z.refine((s) => s === s.trim(), 'must not begin or end with a space'))
    : text;
}

const title = saidIn(TITLE);

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

const lineOfText = () => z.string().check(z.maxLength(LONGEST_LINE), z.regex(/^[^\n\r]*$/));

/** Comments stay with the line they stand before or on; an empty string is an empty line. */
const trivia = {
  before: z.optional(z.array(lineOfText())),
  trailing: z.optional(lineOfText()),
};

const ofAnItem = { set: z.optional(setMarkSchema), ...trivia };

export const placeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('at'), letter }),
  z.strictObject({
    kind: z.literal('route'),
    letters: z.array(letter).check(z.minLength(2), z.maxLength(MOST_LETTERS)),
  }),
  z.strictObject({ kind: z.literal('along'), from: letter, to: letter }),
  z.strictObject({ kind: z.literal('between'), letters: z.tuple([letter, letter]) }),
]);

/** Where in the act before it a setting takes effect. */
export const momentSchema = z.union([
  letter,
  z.enum(['half', 'quarter', 'three-quarter', 'circle points', 'end']),
]);

const schemas = new Map<FormId, ReturnType<typeof patternSchema>>();

/** Schema of the values of a form; made when it is first asked for. */
export function paramsSchema(id: FormId): ReturnType<typeof patternSchema> {
  const made = schemas.get(id) ?? patternSchema(formOf(id).pattern);
  schemas.set(id, made);
  return made;
}

export const instructionSchema = z
  .strictObject({
    form: z.enum(FORM_IDS as [FormId, ...FormId[]]),
    params: z.record(z.string(), z.unknown()),
    times: z.optional(numberIn(TIMES)),
    lastsS: z.optional(numberIn({ above: 0, most: LONGEST_S })),
    /** A condition: ridden once as planned, at the ringside until the tap. */
    until: z.optional(
      z.strictObject({
        what: z.enum(CONDITIONS),
        max: z.optional(numberIn(ROUNDS)),
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
  instructions: z.array(instructionSchema).check(z.maxLength(MOST_AT_ONCE)),
  note: z.optional(saidIn(NOTE)),
  ...ofAnItem,
});

export const phaseSchema = z.strictObject({
  kind: z.literal('phase'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: z.enum(PHASES),
  minutes: z.optional(numberIn(PHASE_MIN)),
  ...ofAnItem,
});

const cornersSchema = z.strictObject({
  kind: z.literal('corners'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  radiusM: numberIn(CORNER_M),
  ...ofAnItem,
});

/** Poles, cones and barrels: they stand in the arena, and nothing is ridden for them. */
export const groundSchema = z.strictObject({
  kind: z.literal('ground'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  what: z.enum(['poles', 'cone', 'barrel']),
  letter,
  count: z.optional(numberIn(POLES)),
  spacedM: z.optional(numberIn(SPACED_M)),
  lay: z.optional(z.enum(LAYS)),
  ...ofAnItem,
});

/** A test sheet's box: the lines after it are marked together, until the next. */
export const boxSchema = z.strictObject({
  kind: z.literal('box'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  number: numberIn(BOX_NUMBER),
  coefficient: z.optional(numberIn(COEFFICIENT)),
  title: z.optional(title),
  directive: z.optional(saidIn(NOTE)),
  ...ofAnItem,
});

/** A mark for the whole ride. */
export const collectiveSchema = z.strictObject({
  kind: z.literal('collective'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: title.check(z.refine((s) => s.trim() !== '', 'needs a name')),
  coefficient: z.optional(numberIn(COEFFICIENT)),
  ...ofAnItem,
});

/** Costs of errors of course, one after the other; the next one eliminates. */
export const errorsSchema = z.strictObject({
  kind: z.literal('errors'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  how: z.enum(ERRORS_IN),
  costs: z.array(numberIn(ERROR_COST)).check(z.minLength(ERRORS.least), z.maxLength(ERRORS.most)),
  ...ofAnItem,
});

/** A line that could not be read: kept to the letter, so that nothing typed is lost. */
const unreadSchema = z.strictObject({
  kind: z.literal('unread'),
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  text: lineOfText(),
  before: trivia.before,
});

export interface RepeatBlock {
  kind: 'repeat';
  id: string;
  times: number;
  items: Item[];
  set?: z.infer<typeof setMarkSchema> | undefined;
  before?: string[] | undefined;
  trailing?: string | undefined;
  /** Comments before the closing bracket. */
  tail?: string[] | undefined;
  closing?: string | undefined;
}

export type Item =
  | z.infer<typeof lineSchema>
  | z.infer<typeof phaseSchema>
  | z.infer<typeof cornersSchema>
  | z.infer<typeof groundSchema>
  | z.infer<typeof unreadSchema>
  | z.infer<typeof boxSchema>
  | z.infer<typeof collectiveSchema>
  | z.infer<typeof errorsSchema>
  | RepeatBlock;

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
    times: numberIn(TIMES),
    items: z.array(itemSchemaOf(levels - 1)).check(z.maxLength(MOST_ITEMS)),
    tail: trivia.before,
    closing: trivia.trailing,
    ...ofAnItem,
  });
  return z.discriminatedUnion('kind', [...PLAIN_ITEMS, repeatSchema]);
}

export const itemSchema: z.ZodMiniType<Item> = itemSchemaOf(MOST_NESTED);

export const arenaSchema = z.strictObject({
  widthM: numberIn(ARENA.widthM),
  lengthM: numberIn(ARENA.lengthM),
  insetM: numberIn(ARENA.insetM),
  ...trivia,
});

export const approachSchema = z.enum(APPROACHES);

export const startSchema = z
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
