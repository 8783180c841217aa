import { z } from 'zod';
import { daySchema } from '../fields.ts';

/** What one horse may not be asked for a time: said by the vet, the physio or the instructor. */
export const restrictionSchema = z
  .strictObject({
    what: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('no gait'), gait: z.enum(['trot', 'canter']) }),
      z.strictObject({ kind: z.literal('circle'), leastM: z.number().min(6).max(40) }),
      z.strictObject({ kind: z.literal('no lateral') }),
      z.strictObject({ kind: z.literal('no poles') }),
      z.strictObject({ kind: z.literal('walk first'), minutes: z.number().int().min(1).max(30) }),
      z.strictObject({ kind: z.literal('minutes'), most: z.number().int().min(5).max(90) }),
    ]),
    saidBy: z.string().trim().min(1, 'say who said it').max(80),
    from: daySchema,
    /** The last day it holds; null until it is lifted. */
    until: daySchema.nullable(),
  })
  .refine((r) => r.until === null || r.until >= r.from, {
    path: ['until'],
    message: 'must not end before it begins',
  });

export type Restriction = z.infer<typeof restrictionSchema>;
export type RestrictionKind = Restriction['what']['kind'];

/** Those that hold on a day, `YYYY-MM-DD`. */
export const inForce = (
  restrictions: readonly Restriction[] | undefined,
  date: string,
): Restriction[] =>
  (restrictions ?? []).filter((r) => r.from <= date && (r.until === null || date <= r.until));

/** "no canter", "walk for the first 15 minutes". */
export function restrictionSaid({ what }: Restriction): string {
  switch (what.kind) {
    case 'no gait':
      return `no ${what.gait}`;
    case 'circle':
      return `no circle under ${what.leastM} m`;
    case 'no lateral':
      return 'no lateral work';
    case 'no poles':
      return 'no poles';
    case 'walk first':
      return `walk for the first ${what.minutes} minutes`;
    case 'minutes':
      return `${what.most} minutes at most`;
  }
}

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });

/** "until 12 December", or "until further notice". */
export const untilSaid = ({ until }: Restriction): string =>
  until === null ? 'until further notice' : `until ${DAY.format(new Date(`${until}T00:00:00Z`))}`;

/** "The vet: no canter until 12 December". */
export const sentence = (r: Restriction): string =>
  `${r.saidBy.charAt(0).toUpperCase()}${r.saidBy.slice(1)}: ${restrictionSaid(r)} ${untilSaid(r)}`;

/** What restrictions of one kind say. */
export const holding = <K extends RestrictionKind>(
  restrictions: readonly Restriction[] | undefined,
  kind: K,
): Extract<Restriction['what'], { kind: K }>[] =>
  (restrictions ?? []).flatMap(({ what }) =>
    what.kind === kind ? [what as Extract<Restriction['what'], { kind: K }>] : [],
  );

/** Whether a gait may be ridden; without trot there is no canter either. */
export const mayRide = (
  restrictions: readonly Restriction[] | undefined,
  gait: 'trot' | 'canter',
): boolean => !holding(restrictions, 'no gait').some((r) => r.gait === gait || r.gait === 'trot');
