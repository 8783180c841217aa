import { z } from '../schema.ts';
import { idSchema, letterSchema } from '../fields.ts';
import { stageSchema } from '../gaits/stageSchema.ts';
import { MOVING_GAITS } from '../gaits/paces.ts';
import { APPROACHES, type Approach } from '../lesson/terms.ts';
import { SCALES } from '../scales.ts';
import { WARM_UP_CHECKS } from '../observations/words.ts';
import { ridersFaults } from './aids.ts';
import { aidsSchema, faultSchema, sentence } from './card.ts';
import { FACULTIES, type Faculty } from './faculties.ts';

/**
 * An exercise of the shelf: what it is for, how it is ridden, what good looks like, when to leave it.
 * Exercises are data; a person's own have the same form. All content is common practice.
 */

const id = z
  .string()
  .check(z.regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'small letters, digits and hyphens'));
const gap = z.union([z.number(), z.string().check(z.maxLength(20))]);

/** Where in a ridden lesson it belongs: these parts the planner fills. */
export const PLANNED_PHASES = ['warm-up', 'work', 'stretch'] as const;
/** And before mounting. */
export const EXERCISE_PHASES = ['in-hand', ...PLANNED_PHASES] as const;
export const EQUIPMENT = ['poles', 'cone', 'barrel'] as const;

/** One step of the ladder, from the easiest to the hardest. */
export const rungSchema = z.strictObject({
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(60)),
  /** Values for the gaps of the template: `{size}`, `{strides}` … */
  gaps: z._default(z.record(z.string(), gap), {}),
  /** A template of its own, where the rung is ridden otherwise. */
  template: z.optional(z.string().check(z.maxLength(800))),
  at: z.optional(z.array(letterSchema)),
  /** The shortest arena it fits in, metres. */
  leastLengthM: z.optional(z.number().check(z.gte(20), z.lte(100))),
  /** The stage from which it is asked, when later than the exercise's. */
  stage: z.optional(stageSchema),
});

const weight = z.int().check(z.gte(1), z.lte(5));
const level = z.number().check(z.gte(0), z.lte(10));

export const exerciseSchema = z.strictObject({
  id,
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(80)),
  purpose: sentence,
  /** How much it builds each scale, 1–5. */
  builds: z
    .partialRecord(z.enum(SCALES), weight)
    .check(z.refine((of) => Object.keys(of).length > 0, 'say which scale it builds')),
  /** Faculties the horse takes from it into the next exercise, the main one first. */
  faculties: z.optional(z.array(z.enum(FACULTIES)).check(z.minLength(1), z.maxLength(3))),
  stage: stageSchema,
  gaits: z.array(z.enum(MOVING_GAITS)).check(z.minLength(1)),
  phases: z.array(z.enum(EXERCISE_PHASES)).check(z.minLength(1)),
  /** Its part of the warm-up's checklist. */
  checks: z.array(z.enum(WARM_UP_CHECKS)),
  /**
   * Shorthand for the left rein of a 20 × 60 m arena, from the track back to the track on the same rein,
   * in walk or working trot at its end (standing, when it is done in hand). `{at}` is the letter it begins at.
   */
  template: z.string().check(z.minLength(3), z.maxLength(800)),
  /** The letters it is offered at on the left rein; the right rein and the other end follow by symmetry. */
  at: z.array(letterSchema),
  rungs: z.array(rungSchema).check(z.minLength(1), z.maxLength(8)),
  /** Effort, 1–5. */
  load: weight,
  /** Seconds of collected work in one round. */
  collectedS: z.number().check(z.gte(0), z.lte(120)),
  parts: z.array(id),
  /** The simpler exercise to go back to after two misses. */
  parent: z.nullable(id),
  needs: z.strictObject({
    exercises: z.array(id),
    scales: z.partialRecord(z.enum(SCALES), level),
  }),
  aids: aidsSchema,
  good: z.strictObject({
    /** The thing to look at. */
    measure: sentence,
    /** From when it counts as good. */
    threshold: sentence,
  }),
  /** When to go on to something else; with `stops`, when it was lost rather than when it was good. */
  leaveWhen: sentence,
  stops: z.optional(z.literal(true)),
  /** The easier exercise that mends it; null only where nothing is easier. */
  repair: z.nullable(id),
  faults: z.array(faultSchema).check(z.minLength(1)),
  cautions: z.array(sentence),
  equipment: z.array(z.enum(EQUIPMENT)),
  remarks: z.partialRecord(z.enum(APPROACHES), sentence),
});

/** An exercise of the instructor's own, as the book keeps it. */
export const ownExerciseSchema = z.strictObject({
  id: idSchema,
  revision: z.int().check(z.gte(0)),
  exercise: exerciseSchema,
});

export type OwnExercise = z.infer<typeof ownExerciseSchema>;
export type Exercise = z.infer<typeof exerciseSchema>;
export type Rung = z.infer<typeof rungSchema>;
export type PlannedPhase = (typeof PLANNED_PHASES)[number];
export type EquipmentName = (typeof EQUIPMENT)[number];

/** The parts of a ridden lesson it can be planned in; none when it is done in hand only. */
export const plannedPhases = ({ phases }: Pick<Exercise, 'phases'>): PlannedPhase[] =>
  PLANNED_PHASES.filter((phase) => phases.includes(phase));

/** Exercises that lead from one to the next. */
export interface Chain {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly exercises: readonly Exercise[];
}

/** Fields an exercise of the shelf may leave out: they have a usual value. */
type Usual =
  | 'phases'
  | 'checks'
  | 'at'
  | 'collectedS'
  | 'parts'
  | 'parent'
  | 'needs'
  | 'cautions'
  | 'equipment'
  | 'remarks';
export type Written = Omit<Exercise, Usual | 'rungs'> &
  Partial<Pick<Exercise, Exclude<Usual, 'needs'>>> & {
    readonly needs?: Partial<Exercise['needs']>;
    readonly rungs: readonly Rung[];
  };

export const exercise = (written: Written): Exercise => ({
  phases: ['work'],
  checks: [],
  at: [],
  collectedS: 0,
  parts: [],
  parent: written.repair,
  cautions: [],
  equipment: [],
  remarks: {},
  ...written,
  rungs: [...written.rungs],
  faults: [...written.faults, ...ridersFaults(written.aids)],
  needs: { exercises: [], scales: {}, ...written.needs },
});

export const rung = (
  name: string,
  gaps: Rung['gaps'] = {},
  more: Pick<Rung, 'template' | 'stage' | 'at' | 'leastLengthM'> = {},
): Rung => ({ name, gaps, ...more });

interface WrittenChain extends Chain {
  readonly remarks: Readonly<Record<Approach, string>>;
  readonly faculties: readonly Faculty[];
}

/** A chain, with what holds for all of it: an exercise's own remark and faculties go before. */
export const chain = ({ remarks, faculties, exercises, ...said }: WrittenChain): Chain => ({
  ...said,
  exercises: exercises.map((e) => ({
    ...e,
    faculties: e.faculties ?? [...faculties],
    remarks: { ...remarks, ...e.remarks },
  })),
});
