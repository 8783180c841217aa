import { horseSchema, type Horse } from '@canter-book/core/book/records';
import { byName } from '@canter-book/core/words';
import { inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { horses } from '../db/schema.ts';
import { keptRows } from '../repositories/keptRows.ts';
import { revisioned } from '../repositories/revisioned.ts';
import { LARGE } from '../routes/says.ts';
import type { Document, Rows } from './document.ts';
import { inRows, orMissing, takeOutRows } from './rows.ts';

const rows: Rows<Horse, typeof horses.$inferSelect> = {
  table: horses,
  schema: horseSchema,
  toRow: (h) => ({ ...h, retiredOn: h.retiredOn ?? null }),
  fromRow: ({ retiredOn, ...row }) =>
    ({ ...row, ...orMissing('retiredOn', retiredOn) }) as unknown as Horse,
};

/** Horses; a list of them is read again only where somebody has written it. */
function horseStore(db: Database) {
  const keptHorses = keptRows(db, horses, async (ids) =>
    (
      await db
        .select()
        .from(horses)
        .where(inArray(horses.id, [...ids]))
    ).map(rows.fromRow),
  );
  return {
    ...revisioned(db, rows),
    /** By name; of all, or those of some that are in the book. */
    async ids(among?: readonly string[]): Promise<string[]> {
      const found = await db
        .select({ id: horses.id, name: horses.name })
        .from(horses)
        .where(among ? inArray(horses.id, [...among]) : undefined);
      return found.sort(byName).map((row) => row.id);
    },
    list: async (): Promise<Horse[]> => (await keptHorses(sql``)).sort(byName),
  };
}

export const horse: Document<Horse, ReturnType<typeof horseStore>> = {
  ...inRows(rows),
  store: horseStore,
  takeOut: takeOutRows(
    rows,
    sql`not exists (select 1 from sessions s where s.horse_id = ${horses.id})
      and not exists (select 1 from marked_rides r where r.horse_id = ${horses.id})`,
  ),
  api: {
    for: 'ringside',
    upTo: LARGE,
    name: 'Horse',
    what: 'horse',
    isRemovable: true,
    list: { says: 'Every horse', answer: (stable) => stable.list() },
  },
};
