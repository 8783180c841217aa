import { ownExerciseSchema, type OwnExercise } from '@canter-book/core/exercises/exercise';
import type { Database } from '../db/connect.ts';
import { ownExercises } from '../db/schema.ts';
import { revisioned } from '../repositories/revisioned.ts';
import { LARGE } from '../routes/says.ts';
import type { Document, Rows } from './document.ts';
import { inRows } from './rows.ts';

const rows: Rows<OwnExercise, OwnExercise> = {
  table: ownExercises,
  schema: ownExerciseSchema,
  toRow: (e) => e,
  fromRow: (row) => row,
};

const exerciseStore = (db: Database) => ({
  ...revisioned(db, rows),
  list: (): Promise<OwnExercise[]> => db.select().from(ownExercises),
});

/** The instructor's own exercises. */
export const exercise: Document<OwnExercise, ReturnType<typeof exerciseStore>> = {
  ...inRows(rows),
  store: exerciseStore,
  api: {
    for: 'ringside',
    upTo: LARGE,
    name: 'OwnExercise',
    what: 'exercise',
    isRemovable: true,
    list: { says: 'Every exercise', answer: (exercises) => exercises.list() },
  },
};
