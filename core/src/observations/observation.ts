import { z } from '../schema.ts';
import { KINDS } from './kinds/table.ts';
import type { Instrument, Measure, TableReading } from './kind.ts';

type Kind = (typeof KINDS)[keyof typeof KINDS];
type AnySchema = Kind['schema'];

const schemas = Object.values(KINDS).map(({ schema }) => schema) as [AnySchema, ...AnySchema[]];

/** All kinds of observations as one union, checked at every door. */
export const observationSchema = z.discriminatedUnion('kind', schemas);

export type Observation = z.infer<typeof observationSchema>;
export type ObservationKind = Observation['kind'];
export type ObservationOf<K extends ObservationKind> = Extract<Observation, { kind: K }>;
export type MarkObservation = ObservationOf<'mark'>;
export type TryObservation = ObservationOf<'try'>;

/** A kind, for whoever has any observation in hand. */
interface AnyKind {
  readonly kind: ObservationKind;
  said(o: Observation): string;
  readonly measure?: Measure<Observation>;
  readonly table?: TableReading<Observation>;
  readonly instrument?: Instrument;
}

/** All kinds, in the order of the table. */
export const ALL_KINDS: readonly AnyKind[] = Object.entries(KINDS).map(
  // A kind is only ever given what its own schema has let in.
  ([kind, facets]) => ({ kind, ...facets }) as unknown as AnyKind,
);

const byKind = new Map(ALL_KINDS.map((k) => [k.kind, k]));

export const kindNamed = (kind: ObservationKind): AnyKind => byKind.get(kind)!;

/** One observation in a few words, for the line that can be taken back and for the debrief. */
export const sayObservation = (o: Observation): string => kindNamed(o.kind).said(o);

/** The observations that stand after corrections: all that no later one names. */
export function standing(observations: readonly Observation[]): Observation[] {
  const replaced = new Set(observations.map((o) => o.corrects));
  return observations.filter((o) => !replaced.has(o.id) && o.kind !== 'withdrawn');
}
