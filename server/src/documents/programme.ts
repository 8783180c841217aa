import { idSchema } from '@canter-book/core/fields';
import { programmeSchema, type ProgrammeRecord } from '@canter-book/core/programme/record';
import { z } from '@canter-book/core/schema';
import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { programmes } from '../db/schema.ts';
import { revisioned } from '../repositories/revisioned.ts';
import { LARGE, listOf, ref } from '../routes/says.ts';
import { got, type Document, type Rows } from './document.ts';
import { fromData, inData, inRows } from './rows.ts';

const rows: Rows<ProgrammeRecord, typeof programmes.$inferSelect> = {
  table: programmes,
  schema: programmeSchema,
  toRow: (p) => ({ ...inData(p), horseId: p.horseId, endedOn: p.endedOn ?? null }),
  fromRow: fromData,
};

interface ProgrammeFilter {
  horseId?: string | undefined;
  horseIds?: readonly string[] | undefined;
  ended?: boolean | undefined;
}

function programmeStore(db: Database) {
  return {
    ...revisioned(db, rows),
    /** Of all horses, of one or of some; those that have ended only when they are asked for. */
    async list({ horseId, horseIds, ended = false }: ProgrammeFilter): Promise<ProgrammeRecord[]> {
      const found = await db
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
      return found.map(rows.fromRow);
    },
  };
}

const filterSchema = z.strictObject({
  horseId: z.optional(idSchema),
  ended: z.optional(z.literal('1')),
});

/** The weeks ahead of each horse. */
export const programme: Document<ProgrammeRecord, ReturnType<typeof programmeStore>> = {
  ...inRows(rows),
  store: programmeStore,
  api: {
    for: 'team',
    upTo: LARGE,
    name: 'Programme',
    what: 'programme',
    isRemovable: true,
    list: got(filterSchema, {
      says: 'Programmes under way; with ended=1 those that have ended too',
      answers: listOf(ref('Programme')),
      answer: (weeks, { horseId, ended }) => weeks.list({ horseId, ended: ended === '1' }),
    }),
  },
};
