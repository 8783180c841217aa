import { programmeSchema, type ProgrammeRecord } from '@canter-book/core/programme/record';
import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { programmes } from '../../db/schema.ts';
import { fromData, inData, type Kind } from '../kind.ts';
import { revisioned } from '../revisioned.ts';

export const programme: Kind<ProgrammeRecord, typeof programmes.$inferSelect> = {
  table: programmes,
  schema: programmeSchema,
  toRow: (p) => ({ ...inData(p), horseId: p.horseId, endedOn: p.endedOn ?? null }),
  fromRow: fromData,
};

export interface ProgrammeFilter {
  horseId?: string | undefined;
  horseIds?: readonly string[] | undefined;
  ended?: boolean | undefined;
}

export function programmeStore(db: Database) {
  return {
    ...revisioned(db, programme),
    /** Of all horses, of one or of some; those that have ended only when they are asked for. */
    async list({ horseId, horseIds, ended = false }: ProgrammeFilter): Promise<ProgrammeRecord[]> {
      const rows = await db
        .select()
        .from(programmes)
        .where(
          and(
            horseId ? eq(programmes.horseId, horseId) : undefined,
            horseIds ? inArray(programmes.horseId, [...horseIds]) : undefined,
            ended ? undefined : isNull(programmes.endedOn),
          ),
        )
        .orderBy(desc(programmes.id));
      return rows.map(programme.fromRow);
    },
  };
}
