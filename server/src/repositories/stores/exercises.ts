import { ownExerciseSchema, type OwnExercise } from '@canter-book/core/exercises/exercise';
import type { Database } from '../../db/connect.ts';
import { ownExercises } from '../../db/schema.ts';
import type { Kind } from '../kind.ts';
import { revisioned } from '../revisioned.ts';

export const exercise: Kind<OwnExercise, OwnExercise> = {
  table: ownExercises,
  schema: ownExerciseSchema,
  toRow: (e) => e,
  fromRow: (row) => row,
};

/** The instructor's own exercises. */
export const exerciseStore = (db: Database) => ({
  ...revisioned(db, exercise),
  list: (): Promise<OwnExercise[]> => db.select().from(ownExercises),
});
