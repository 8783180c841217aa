import { z } from 'zod';
import { daySchema } from '../fields.ts';
import type { Rein } from '../arena/rein.ts';
import { EQUIPMENT, PLANNED_PHASES, exerciseSchema } from '../exercises/exercise.ts';
import { shelfWith, type Shelf } from '../exercises/shelf.ts';
import { limitsOf, type HorseProfile } from '../gaits/horse.ts';
import { hasItsPace, measurementShape } from '../gaits/measured.ts';
import { holding, inForce, mayRide } from '../gaits/restriction.ts';
import { restrictionSchema } from '../gaits/restrictionSchema.ts';
import { stageSchema } from '../gaits/stage.ts';
import { CANTERS_FROM } from '../gaits/stages.ts';
import { APPROACHES, type Approach } from '../lesson/document.ts';
import { NEXT } from '../observations/next.ts';
import { SCALES, type Scale } from '../observations/scales.ts';
import { focusSchema } from './focus.ts';
import type { Standing, Standings } from '../progress/standing.ts';

/** What the planner is told: the horse as it is known, the time there is, and what is wished for today. */

const level = z.strictObject({
  mean: z.number().min(0).max(10),
  sd: z.number().positive().max(5).default(1),
});
const perRein = z.strictObject({ left: level.nullable(), right: level.nullable() });

const measurementSchema = z
  .strictObject({
    ...measurementShape,
  })
  .refine(hasItsPace, 'the gait has no such pace');

/** What an exercise came to on an earlier day. */
export const doneSchema = z.strictObject({
  date: daySchema,
  exercise: z.string().max(80),
  rung: z.number().int().min(0).max(7),
  good: z.number().int().min(0),
  lost: z.number().int().min(0),
  /** Its tries one by one, where they are known. */
  tries: z
    .array(z.strictObject({ rein: z.enum(['left', 'right']), good: z.boolean() }))
    .max(999)
    .optional(),
  /** What the instructor decided to come of it, where the tries say something else. */
  next: z.enum(NEXT).optional(),
});

/** The horse file of the command line, see docs/formats.md. */
export const horseFileSchema = z.strictObject({
  name: z.string().trim().min(1).max(60),
  stage: stageSchema,
  heightCm: z.number().min(70).max(210).default(165),
  age: z.number().min(2).max(40).optional(),
  hollowSide: z.enum(['left', 'right']).nullable().default(null),
  fitness: z.enum(['unfit', 'usual', 'fit']).default('usual'),
  approach: z.enum(APPROACHES).optional(),
  /** The scale the theme of the month works on. */
  theme: z.enum(SCALES).optional(),
  equipment: z.array(z.enum(EQUIPMENT)).default([]),
  riderStage: stageSchema.optional(),
  limits: z
    .strictObject({
      smallestCircleM: z
        .strictObject({
          walk: z.number().min(4).max(40),
          trot: z.number().min(4).max(40),
          canter: z.number().min(4).max(40),
        })
        .optional(),
      steepestDeg: z.number().min(5).max(45).optional(),
      collectedBoutS: z.number().min(0).max(300).optional(),
      breakEveryMin: z.number().min(2).max(30).optional(),
      /** What it may not be asked for a time. */
      dated: z.array(restrictionSchema).max(20).optional(),
    })
    .default({}),
  /** Known distances it was ridden over: what is not measured is scaled by height. */
  measured: z.array(measurementSchema).max(500).default([]),
  levels: z.partialRecord(z.enum(SCALES), perRein).default({}),
  done: z.array(doneSchema).max(2000).default([]),
});

export type HorseFile = z.infer<typeof horseFileSchema>;
export type Done = z.infer<typeof doneSchema>;

/** How the horse comes out today. */
export const MOODS = ['as usual', 'fresh', 'tired'] as const;

/** A part of an earlier plan that was changed by hand: it stays as it is, and the rest is planned around it. */
export const keptSchema = z.strictObject({
  /** The exercise it was, or null for lines of the instructor's own. */
  exercise: z.string().max(80).nullable(),
  rung: z.number().int().min(0).max(7),
  phase: z.enum(PLANNED_PHASES),
  /** As it is ridden, in whole minutes. */
  minutes: z.number().int().min(1).max(60),
  /** The lines as they stand, comments included. */
  text: z.string().min(1).max(8000),
  /** Where it begins and ends: letter, rein, and metres along the track. */
  from: z.strictObject({ at: z.string(), rein: z.enum(['left', 'right']), place: z.number() }),
  to: z.strictObject({ rein: z.enum(['left', 'right']), place: z.number() }),
  /** It is asked when all the rest of its phase has prepared it, in the order given. */
  last: z.boolean().optional(),
});

export type Kept = z.infer<typeof keptSchema>;

export const wishesSchema = z.strictObject({
  minutes: z.number().int().min(12).max(90),
  arena: z.strictObject({
    widthM: z.number().min(15).max(40),
    lengthM: z.number().min(20).max(100),
    insetM: z.number().min(0).max(2).default(0.5),
  }),
  /** The day of the lesson. */
  date: daySchema,
  mood: z.enum(MOODS).default('as usual'),
  hot: z.boolean().default(false),
  /** The exercise the day is for; the planner finds one when none is said. */
  aim: z.string().max(80).optional(),
  /** A scale on a rein or a habit of the rider that the day is for, beside or instead of an exercise. */
  focus: focusSchema.optional(),
  /** Exercises that must be in it, and that must not. */
  mustHave: z.array(z.string()).max(12).default([]),
  notToday: z.array(z.string()).max(200).default([]),
  kept: z.array(keptSchema).max(20).default([]),
  /** Settles what is equally good; the same number gives the same plan. */
  seed: z.number().int().min(0).default(1),
  /** The instructor's own exercises, beside those of the shelf. */
  own: z.array(exerciseSchema).max(200).default([]),
});

export type Wishes = z.infer<typeof wishesSchema>;

export interface PlanRequest {
  readonly horse: HorseFile;
  readonly wishes: Wishes;
}

const shelves = new WeakMap<object, Shelf>();

/** What may be planned with: made once for a request, for it is asked often. */
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
