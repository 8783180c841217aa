import { circleSchema, ownLimitShape } from '../gaits/limitsSchema.ts';
import { z } from '../schema.ts';
import { daySchema } from '../fields.ts';
import { REINS, type Rein } from '../arena/rein.ts';
import { EQUIPMENT, PLANNED_PHASES, exerciseSchema } from '../exercises/exercise.ts';
import { shelfWith, type Shelf } from '../exercises/shelf.ts';
import { limitsOf, type HorseProfile } from '../gaits/horse.ts';
import { hasItsPace, measurementShape } from '../gaits/measuredSchema.ts';
import { holding, inForce, mayRide } from '../gaits/restriction.ts';
import { restrictionSchema } from '../gaits/restrictionSchema.ts';
import { stageSchema } from '../gaits/stageSchema.ts';
import { CANTERS_FROM } from '../gaits/stages.ts';
import { APPROACHES, type Approach } from '../lesson/terms.ts';
import { NEXT } from '../book/next.ts';
import { SCALES, type Scale } from '../scales.ts';
import { focusSchema } from './focus.ts';
import type { Standing, Standings } from '../progress/standing.ts';

/** The request to the planner: the horse as it is known, the time there is, and the wishes of today. */

const level = z.strictObject({
  mean: z.number().check(z.gte(0), z.lte(10)),
  sd: z._default(z.number().check(z.positive(), z.lte(5)), 1),
});
const perRein = z.strictObject({ left: z.nullable(level), right: z.nullable(level) });

const measurementSchema = z
  .strictObject({
    ...measurementShape,
  })
  .check(z.refine(hasItsPace, 'the gait has no such pace'));

/** How an exercise went on an earlier day. */
export const doneSchema = z.strictObject({
  date: daySchema,
  exercise: z.string().check(z.maxLength(80)),
  rung: z.int().check(z.gte(0), z.lte(7)),
  good: z.int().check(z.gte(0)),
  lost: z.int().check(z.gte(0)),
  /** Its tries one by one, where they are known. */
  tries: z.optional(
    z.array(z.strictObject({ rein: z.enum(REINS), good: z.boolean() })).check(z.maxLength(999)),
  ),
  /** The instructor's decision for the next lesson, where the tries say something else. */
  next: z.optional(z.enum(NEXT)),
});

/** The horse file of the command line, see docs/formats.md. */
export const horseFileSchema = z.strictObject({
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(60)),
  stage: stageSchema,
  heightCm: z._default(z.number().check(z.gte(70), z.lte(210)), 165),
  age: z.optional(z.number().check(z.gte(2), z.lte(40))),
  hollowSide: z._default(z.nullable(z.enum(REINS)), null),
  fitness: z._default(z.enum(['unfit', 'usual', 'fit']), 'usual'),
  approach: z.optional(z.enum(APPROACHES)),
  /** The scale the theme of the month works on. */
  theme: z.optional(z.enum(SCALES)),
  equipment: z._default(z.array(z.enum(EQUIPMENT)), []),
  riderStage: z.optional(stageSchema),
  limits: z._default(
    z.strictObject({
      smallestCircleM: z.optional(
        z.strictObject({
          walk: circleSchema,
          trot: circleSchema,
          canter: circleSchema,
        }),
      ),
      ...ownLimitShape,
      /** Limits with a date. */
      dated: z.optional(z.array(restrictionSchema).check(z.maxLength(20))),
    }),
    {},
  ),
  /** Known distances it was ridden over: what is not measured is scaled by height. */
  measured: z._default(z.array(measurementSchema).check(z.maxLength(500)), []),
  levels: z._default(z.partialRecord(z.enum(SCALES), perRein), {}),
  done: z._default(z.array(doneSchema).check(z.maxLength(2000)), []),
});

export type HorseFile = z.infer<typeof horseFileSchema>;
export type Done = z.infer<typeof doneSchema>;

/** How the horse comes out today. */
export const MOODS = ['as usual', 'fresh', 'tired'] as const;

/** A part of an earlier plan that was changed by hand: it stays as it is, and the rest is planned around it. */
export const keptSchema = z.strictObject({
  /** The exercise it was, or null for lines of the instructor's own. */
  exercise: z.nullable(z.string().check(z.maxLength(80))),
  rung: z.int().check(z.gte(0), z.lte(7)),
  phase: z.enum(PLANNED_PHASES),
  /** As it is ridden, in whole minutes. */
  minutes: z.int().check(z.gte(1), z.lte(60)),
  /** The lines as they stand, comments included. */
  text: z.string().check(z.minLength(1), z.maxLength(8000)),
  /** Where it begins and ends: letter, rein, and metres along the track. */
  from: z.strictObject({ at: z.string(), rein: z.enum(REINS), place: z.number() }),
  to: z.strictObject({ rein: z.enum(REINS), place: z.number() }),
  /** It is asked when all the rest of its phase has prepared it, in the order given. */
  last: z.optional(z.boolean()),
});

export type Kept = z.infer<typeof keptSchema>;

export const wishesSchema = z.strictObject({
  minutes: z.int().check(z.gte(12), z.lte(90)),
  arena: z.strictObject({
    widthM: z.number().check(z.gte(15), z.lte(40)),
    lengthM: z.number().check(z.gte(20), z.lte(100)),
    insetM: z._default(z.number().check(z.gte(0), z.lte(2)), 0.5),
  }),
  /** The day of the lesson. */
  date: daySchema,
  mood: z._default(z.enum(MOODS), 'as usual'),
  hot: z._default(z.boolean(), false),
  /** The exercise the day is for; the planner finds one when none is said. */
  aim: z.optional(z.string().check(z.maxLength(80))),
  /** A scale on a rein or a habit of the rider that the day is for, beside or instead of an exercise. */
  focus: z.optional(focusSchema),
  /** Exercises that must be in it, and that must not. */
  mustHave: z._default(z.array(z.string()).check(z.maxLength(12)), []),
  notToday: z._default(z.array(z.string()).check(z.maxLength(200)), []),
  kept: z._default(z.array(keptSchema).check(z.maxLength(20)), []),
  /** Settles what is equally good; the same number gives the same plan. */
  seed: z._default(z.int().check(z.gte(0)), 1),
  /** The instructor's own exercises, beside those of the shelf. */
  own: z._default(z.array(exerciseSchema).check(z.maxLength(200)), []),
});

export type Wishes = z.infer<typeof wishesSchema>;

export interface PlanRequest {
  readonly horse: HorseFile;
  readonly wishes: Wishes;
}

const shelves = new WeakMap<object, Shelf>();

/** The exercises that may be planned with; one shelf for each request, as it is asked often. */
export function shelfOf({ wishes }: Pick<PlanRequest, 'wishes'>): Shelf {
  const known = shelves.get(wishes.own) ?? shelfWith(wishes.own);
  shelves.set(wishes.own, known);
  return known;
}

/** Young or tense horses stretch first, others begin with a steady hand; the instructor's choice comes first. Common practice. */
export const approachOf = ({ approach, age, stage }: HorseFile): Approach =>
  approach ?? ((age !== undefined && age <= 4) || stage <= 2 ? 'stretch-first' : 'steady-hand');

/** The horse of a file as the ride knows it on a day; what holds for a time holds on every day when none is said. */
export function profileOfFile(file: HorseFile, date?: string): HorseProfile {
  const { name, heightCm, stage, hollowSide, age, fitness, measured } = file;
  const { dated = [], ...limits } = file.limits;
  const restrictions = date === undefined ? dated : inForce(dated, date);
  return {
    name,
    heightCm,
    stage,
    hollowSide,
    measured,
    ...(age !== undefined && { age }),
    ...(fitness !== 'usual' && { fitness }),
    ...(restrictions.length > 0 && { restrictions }),
    limits: Object.fromEntries(
      Object.entries(limits).filter(([, value]) => value !== undefined),
    ) as NonNullable<HorseProfile['limits']>,
  };
}

/** The horse file of a horse of the book: its levels as they stand. */
export function levelsFrom(standings: Standings): HorseFile['levels'] {
  const of = (standing: Standing | null) =>
    standing && { mean: standing.mean, sd: Math.max(0.05, Math.min(5, standing.sd)) };
  return Object.fromEntries(
    SCALES.map((scale) => [
      scale,
      { left: of(standings[scale].left), right: of(standings[scale].right) },
    ]),
  );
}

/** Nothing seen yet: anything from poor to good is possible. The prior of the estimates. */
export const UNKNOWN = { mean: 5, sd: 3 } as const;

export const levelOf = (horse: HorseFile, scale: Scale, rein: Rein): { mean: number; sd: number } =>
  horse.levels[scale]?.[rein] ?? UNKNOWN;

/** The request with what holds for the horse on that day only, and no more minutes than it may be ridden. */
export function onTheDay({ horse, wishes }: PlanRequest): PlanRequest {
  const dated = inForce(horse.limits.dated, wishes.date);
  const most = holding(dated, 'minutes').map((r) => r.most);
  return {
    horse: { ...horse, limits: { ...horse.limits, dated } },
    wishes: { ...wishes, minutes: Math.min(wishes.minutes, ...most) },
  };
}

/** Whether the horse is cantered at all: its stage, and what holds for a time. */
export const canters = ({ stage, limits }: HorseFile): boolean =>
  stage >= CANTERS_FROM && mayRide(limits.dated, 'canter');

/** Seconds of collected work the stage bears at one go; none for a horse of three. Common practice. */
export const collectedBoutS = (horse: HorseFile): number =>
  horse.age !== undefined && horse.age <= 3
    ? 0
    : (limitsOf(profileOfFile(horse)).collectedBoutS ?? 0);
