import { z } from '../schema.ts';
import { daySchema, idSchema, instantSchema } from '../fields.ts';
import { lessonSchema } from '../lesson/schema.ts';
import { isMark, judgeSchema, type Judge } from './marks.ts';

/** Practice at home, marks at a show, marks one gives oneself. */
export const RIDE_KINDS = ['practice', 'show', 'self'] as const;
export type RideKind = (typeof RIDE_KINDS)[number];

const markSchema = z.number().check(z.refine(isMark, 'marks go from 0 to 10 in halves'));

/** A judge's sheet while it is written: marks may still be missing, remarks stand beside them. */
export const rideJudgeSchema = z.extend(judgeSchema, {
  marks: z._default(z.record(z.string().check(z.maxLength(20)), markSchema), {}),
  collectives: z._default(z.record(z.string().check(z.maxLength(120)), markSchema), {}),
  /** By the number of the box, or the name of the collective mark. */
  remarks: z._default(
    z.record(z.string().check(z.maxLength(120)), z.string().check(z.trim(), z.maxLength(300))),
    {},
  ),
});
export type RideJudge = z.infer<typeof rideJudgeSchema>;

/** A mark that was changed: what it was, and when. */
export const correctionSchema = z.strictObject({
  at: instantSchema,
  judge: z.string().check(z.maxLength(40)),
  of: z.string().check(z.maxLength(120)),
  was: z.number().check(z.gte(0), z.lte(10)),
});

/** A sheet ridden by a horse on a day, and what the judges gave. */
export const markedRideSchema = z.strictObject({
  id: idSchema,
  revision: z.int().check(z.gte(0)),
  horseId: idSchema,
  riderId: z.nullable(idSchema),
  /** The sheet in the book; it may have been changed or removed since. */
  lessonId: z.nullable(idSchema),
  /** The sheet as it was ridden. */
  document: lessonSchema,
  date: daySchema,
  kind: z.enum(RIDE_KINDS),
  place: z._default(z.string().check(z.trim(), z.maxLength(80)), ''),
  judges: z.array(rideJudgeSchema).check(z.maxLength(7)),
  errors: z._default(z.int().check(z.gte(0), z.lte(20)), 0),
  target: z._default(z.nullable(z.number().check(z.gte(0), z.lte(10))), null),
  notes: z._default(z.string().check(z.maxLength(2000)), ''),
  corrections: z._default(z.array(correctionSchema).check(z.maxLength(500)), []),
});
export type MarkedRide = z.infer<typeof markedRideSchema>;

/** Which mark: of a box by its number, or a collective one by its name. */
export interface MarkOf {
  readonly kind: 'box' | 'collective';
  readonly key: string;
}

const LIST = { box: 'marks', collective: 'collectives' } as const;

export const judgedMark = (judge: Judge, { kind, key }: MarkOf): number | undefined =>
  judge[LIST[kind]][key];

/**
 * The ride with one mark set, or taken away with null; a mark that was there before is kept as history.
 *
 * @param now when it is changed; null while the first mark is still being entered
 */
export function withMark(
  ride: MarkedRide,
  at: string,
  of: MarkOf,
  mark: number | null,
  now: Date | null,
): MarkedRide {
  const judge = ride.judges.find((j) => j.at === at);
  if (!judge) return ride;
  const was = judgedMark(judge, of);
  if (was === (mark ?? undefined)) return ride;
  const { [of.key]: _, ...others } = judge[LIST[of.kind]];
  const list = mark === null ? others : { ...others, [of.key]: mark };
  const changed = { ...judge, [LIST[of.kind]]: list };
  return {
    ...ride,
    judges: ride.judges.map((j) => (j === judge ? changed : j)),
    ...(was !== undefined &&
      now && {
        corrections: [
          ...ride.corrections,
          { at: now.toISOString(), judge: at, of: of.key, was },
        ].slice(-500),
      }),
  };
}

/** The ride with the marks of some judges written into it: what was there and is given anew is kept as history. */
export function withJudges(ride: MarkedRide, judges: readonly RideJudge[], now: Date): MarkedRide {
  let taken = ride;
  for (const given of judges) {
    if (!taken.judges.some((j) => j.at === given.at)) {
      taken = { ...taken, judges: [...taken.judges, given] };
      continue;
    }
    for (const kind of ['box', 'collective'] as const) {
      for (const [key, mark] of Object.entries(given[LIST[kind]])) {
        taken = withMark(taken, given.at, { kind, key }, mark, now);
      }
    }
    taken = {
      ...taken,
      judges: taken.judges.map((j) =>
        j.at === given.at ? { ...j, remarks: { ...j.remarks, ...given.remarks } } : j,
      ),
    };
  }
  return taken;
}
