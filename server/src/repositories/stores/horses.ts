import type { Horse } from '@canter-book/core/book/records';
import { asc, inArray, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { horses } from '../../db/schema.ts';
import { DOCUMENTS } from '../documents.ts';
import { keptRows } from '../keptRows.ts';
import { revisioned } from '../revisioned.ts';

/** Horses; a list of them is read again only where somebody has written it. */
export function horseStore(db: Database) {
  const { horse } = DOCUMENTS;
  const keptHorses = keptRows(db, horses, async (ids) =>
    (
      await db
        .select()
        .from(horses)
        .where(inArray(horses.id, [...ids]))
    ).map(horse.fromRow),
  );
  return {
    ...revisioned(db, horses, horse),
    /** By name; of all, or those of some that are in the book. */
    async ids(among?: readonly string[]): Promise<string[]> {
      const rows = await db
        .select({ id: horses.id })
        .from(horses)
        .where(among ? inArray(horses.id, [...among]) : undefined)
        .orderBy(asc(horses.name));
      return rows.map((row) => row.id);
    },
    list: (): Promise<Horse[]> => keptHorses(sql`order by ${horses.name}`),
  };
}
