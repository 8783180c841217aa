import { daySchema, idSchema } from '../fields.ts';
import { z } from '../schema.ts';
import type { Measurement } from './measured.ts';
import { MOVING_GAITS, PACES } from './paces.ts';

/** Fields of a measurement; a gait has only its own paces, see {@link hasItsPace}. */
export const measurementShape = {
  gait: z.enum(MOVING_GAITS),
  pace: z.enum([...new Set(Object.values(PACES).flat())]),
  metres: z.number().check(z.gte(5, 'ride at least 5 m'), z.lte(1000)),
  strides: z.number().check(z.gte(1, 'count at least one stride'), z.lte(1000)),
  seconds: z.number().check(z.gte(1, 'time at least one second'), z.lte(1000)),
};

export const hasItsPace = ({ gait, pace }: Pick<Measurement, 'gait' | 'pace'>): boolean =>
  PACES[gait].includes(pace);

/** A measurement as the book keeps it. */
export const measurementSchema = z
  .strictObject({ id: idSchema, date: daySchema, ...measurementShape })
  .check(z.refine(hasItsPace, 'the gait has no such pace'));
