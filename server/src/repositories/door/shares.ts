import { and, desc, eq, gt, lte } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../../db/connect.ts';
import { shares } from '../../db/schema.ts';
import type { Shared } from '../../shares/shared.ts';
import { hashOf, newSecret } from './secrets.ts';

/** Links by which somebody may read one thing for a time, without signing in. */

/** Opened is written down no more often. */
const OPENED_EVERY_MS = 60_000;
const MOST_SHARES = 500;

export interface Share {
  readonly id: string;
  readonly what: Shared;
  readonly title: string;
  /** Null: the owner. */
  readonly madeBy: string | null;
  readonly madeAt: string;
  readonly expiresAt: string;
  readonly openedAt: string | null;
}

const fromRow = ({ tokenHash: _, ...row }: typeof shares.$inferSelect): Share => ({
  ...row,
  madeAt: row.madeAt.toISOString(),
  expiresAt: row.expiresAt.toISOString(),
  openedAt: row.openedAt?.toISOString() ?? null,
});

export function shareStore(db: Database) {
  return {
    /** Those that are good, the newest first. */
    async list(now: Date): Promise<Share[]> {
      const rows = await db
        .select()
        .from(shares)
        .where(gt(shares.expiresAt, now))
        .orderBy(desc(shares.madeAt));
      return rows.map(fromRow);
    },

    /** @returns null when there are too many already */
    async add(
      share: Pick<Share, 'what' | 'title' | 'madeBy'> & { readonly days: number },
      now: Date,
    ): Promise<{ share: Share; token: string } | null> {
      await db.delete(shares).where(lte(shares.expiresAt, now));
      if ((await db.$count(shares)) >= MOST_SHARES) return null;
      const token = newSecret();
      const { what, title, madeBy, days } = share;
      const expiresAt = new Date(now.getTime() + days * 24 * 3600 * 1000);
      const values = {
        id: v7(),
        tokenHash: hashOf(token),
        what,
        title,
        madeBy,
        madeAt: now,
        expiresAt,
      };
      const [row] = await db.insert(shares).values(values).returning();
      return { share: fromRow(row!), token };
    },

    /** The thing a link shows; null when the link has expired or was withdrawn. */
    async of(token: string, now: Date): Promise<Share | null> {
      const [row] = await db
        .select()
        .from(shares)
        .where(and(eq(shares.tokenHash, hashOf(token)), gt(shares.expiresAt, now)));
      if (!row) return null;
      if (now.getTime() - (row.openedAt?.getTime() ?? 0) > OPENED_EVERY_MS)
        await db.update(shares).set({ openedAt: now }).where(eq(shares.id, row.id));
      return fromRow(row);
    },

    /** @returns whether there was such a link */
    async remove(id: string): Promise<boolean> {
      const gone = await db.delete(shares).where(eq(shares.id, id)).returning({ id: shares.id });
      return gone.length > 0;
    },
  };
}

export type Shares = ReturnType<typeof shareStore>;
