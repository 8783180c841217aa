import type { z } from '../schema.ts';
import { daySaid } from '../daysSaid.ts';
import type { restrictionSchema } from './restrictionSchema.ts';

/** A dated limit of a horse. */
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

/** "until 12 December", or "until further notice". */
export const untilSaid = ({ until }: Restriction): string =>
  until === null ? 'until further notice' : `until ${daySaid(until)}`;

/** "The vet: no canter until 12 December". */
export const sentence = (r: Restriction): string =>
  `${r.saidBy.charAt(0).toUpperCase()}${r.saidBy.slice(1)}: ${restrictionSaid(r)} ${untilSaid(r)}`;

/** The restrictions of one kind. */
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
