import { z } from '../schema.ts';
import { daySchema } from '../fields.ts';
import type { Shelf } from '../exercises/shelf.ts';
import type { Stage } from '../gaits/stage.ts';
import { SCALES, type Scale } from '../scales.ts';
import { thresholdsOf } from '../planner/readiness.ts';
import type { HorseFile } from '../planner/request.ts';
import { setName } from '../planner/marks.ts';
import { CONFIRMED_FROM } from '../progress/standing.ts';

/** The goal of a programme, and its date. */

const date = z.optional(daySchema);
const level = z.number().check(z.gte(0), z.lte(10));

export const goalSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('keep going') }),
  z.strictObject({ kind: z.literal('level'), scale: z.enum(SCALES), least: level, date }),
  z.strictObject({
    kind: z.literal('exercise'),
    exercise: z.string().check(z.minLength(1), z.maxLength(80)),
    /** From 0. */
    rung: z.int().check(z.gte(0), z.lte(7)),
    date,
  }),
  z.strictObject({ kind: z.literal('stage'), date }),
  z.strictObject({
    kind: z.literal('test'),
    title: z.string().check(z.trim(), z.minLength(1), z.maxLength(120)),
    percent: z.number().check(z.gte(30), z.lte(100)),
    /** The sheet in the book. */
    lessonId: z.optional(z.uuid()),
    /** Shares of the scales in it; alike where nothing is said. */
    asks: z.optional(z.partialRecord(z.enum(SCALES), z.number().check(z.gte(0), z.lte(1)))),
    date,
  }),
]);

export type Goal = z.infer<typeof goalSchema>;

export const dateOfGoal = (goal: Goal): string | null =>
  goal.kind === 'keep going' ? null : (goal.date ?? null);

/** The stage from which a scale is a theme of its own. Common practice. */
const THEME_FROM: Readonly<Record<Scale, Stage>> = {
  rhythm: 1,
  suppleness: 1,
  contact: 1,
  impulsion: 2,
  straightness: 3,
  collection: 5,
};
/** Before the stage goes up, its scales are more than just there. Common practice. */
const READY_FOR_NEXT = 6.5;
/** And of what the next stage adds there is a beginning. Common practice. */
const A_BEGINNING = 5;
/** A scale with a smaller share of a test needs nothing of its own. */
const LITTLE = 0.08;

export interface Target {
  readonly scale: Scale;
  /** The level it shall have on both reins. */
  readonly least: number;
  /** How much it counts for the goal; 1 where it is only the next thing to learn. */
  readonly weight: number;
}

/** The scales that can be themes for this horse, in their order, and the level each shall reach. */
export function targetsOf(goal: Goal, horse: HorseFile, shelf: Shelf): Target[] {
  const asked = askedBy(goal, horse, shelf);
  return SCALES.flatMap((scale): Target[] => {
    const own = asked[scale];
    if (!own && horse.stage < THEME_FROM[scale]) return [];
    return [{ scale, least: own?.least ?? CONFIRMED_FROM, weight: own?.weight ?? 1 }];
  });
}

type Asked = Partial<Record<Scale, { least: number; weight: number }>>;

function askedBy(goal: Goal, horse: HorseFile, shelf: Shelf): Asked {
  switch (goal.kind) {
    case 'keep going':
      return {};
    case 'level':
      return { [goal.scale]: { least: goal.least, weight: 2 } };
    case 'exercise': {
      const exercise = shelf.find(goal.exercise);
      if (!exercise) return {};
      const all = thresholdsOf(exercise, goal.rung);
      return Object.fromEntries(all.map(([scale, least]) => [scale, { least, weight: 2 }]));
    }
    case 'stage': {
      const next = Math.min(8, horse.stage + 1);
      const own = SCALES.filter((s) => THEME_FROM[s] <= next);
      const least = (s: Scale) => (THEME_FROM[s] <= horse.stage ? READY_FOR_NEXT : A_BEGINNING);
      return Object.fromEntries(own.map((s) => [s, { least: least(s), weight: 1.3 }]));
    }
    case 'test': {
      const alike = 1 / SCALES.length;
      const shares = SCALES.map((s) => [s, goal.asks ? (goal.asks[s] ?? 0) : alike] as const);
      const counted = shares.filter(([, share]) => share >= LITTLE);
      return Object.fromEntries(
        counted.map(([s, share]) => [s, { least: goal.percent / 10, weight: 1 + 2 * share }]),
      );
    }
  }
}

/** "contact at 7 on both reins", "Shoulder-in, eight strides". */
export function goalSaid(goal: Goal, horse: Pick<HorseFile, 'stage'>, shelf: Shelf): string {
  switch (goal.kind) {
    case 'keep going':
      return 'keep going';
    case 'level':
      return `${goal.scale} at ${goal.least} on both reins`;
    case 'exercise': {
      const exercise = shelf.find(goal.exercise);
      return exercise ? setName(exercise, goal.rung) : goal.exercise;
    }
    case 'stage':
      return `ready for stage ${Math.min(8, horse.stage + 1)}`;
    case 'test':
      return `${goal.title} at ${goal.percent} %`;
  }
}
