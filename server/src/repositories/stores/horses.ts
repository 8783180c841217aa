import { horseSchema, type Horse } from '@canter-book/core/book/records';
import { byName } from '@canter-book/core/words';
import { asc, inArray, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { horses } from '../../db/schema.ts';
import { keptRows } from '../keptRows.ts';
import { orMissing, type Kind } from '../kind.ts';
import { revisioned } from '../revisioned.ts';

export const horse: Kind<Horse, typeof horses.$inferSelect> = {
  table: horses,
  schema: horseSchema,
  toRow: (h) => ({ ...h, retiredOn: h.retiredOn ?? null }),
  fromRow: ({ retiredOn, ...row }) =>
    ({ ...row, ...orMissing('retiredOn', retiredOn) }) as unknown as Horse,
};

/** Horses; a list of them is read again only where somebody has written it. */
export function horseStore(db: Database) {
  const keptHorses = keptRows(db, horses, async (ids) =>
    (
      await db
        .select()
        .from(horses)
        .where(inArray(horses.id, [...ids]))
    ).map(horse.fromRow),
  );
  return {
    ...revisioned(db, horse),
    /** By name; of all, or those of some that are in the book. */
    async ids(among?: readonly string[]): Promise<string[]> {
      const rows = await db
        .select({ id: horses.id })
        .from(horses)
        .where(among ? inArray(horses.id, [...among]) : undefined)
        .orderBy(asc(horses.name));
      return rows.map((row) => row.id);
    },
    list: async (): Promise<Horse[]> => (await keptHorses(sql``)).sort(byName),
  };
}
