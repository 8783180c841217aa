import { createHash, randomBytes } from 'node:crypto';
import { and, asc, eq, gt, isNull, lte } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../db/connect.ts';
import { devices, pairingCodes, setAside, type DeviceRole } from '../db/schema.ts';

/** The phones that are let in: paired by a code, known by a secret, removed for good. */

/** Of a code and of a secret: 128 bits and more cannot be guessed. */
const CODE_BYTES = 16;
const SECRET_BYTES = 32;
const CODE_MINUTES = 10;
/** Seen is written down no more often. */
const SEEN_EVERY_MS = 60_000;
/** A removed phone that goes on sending fills no disk. */
const MOST_SET_ASIDE = 500;

export interface Device {
  readonly id: string;
  readonly person: string;
  readonly role: DeviceRole;
  readonly riderId: string | null;
  readonly kind: string;
  readonly pairedAt: string;
  readonly lastSeenAt: string;
  readonly removedAt: string | null;
}

/** For whom a phone is let in. */
export type Whose = Pick<Device, 'person' | 'role' | 'riderId'>;

export interface SetAside {
  readonly id: string;
  readonly deviceId: string;
  readonly at: string;
  readonly path: string;
  readonly body: unknown;
}

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

const fromRow = (row: typeof devices.$inferSelect): Device => ({
  id: row.id,
  person: row.person,
  role: row.role,
  riderId: row.riderId,
  kind: row.kind,
  pairedAt: row.pairedAt.toISOString(),
  lastSeenAt: row.lastSeenAt.toISOString(),
  removedAt: row.removedAt?.toISOString() ?? null,
});

export function deviceStore(db: Database) {
  return {
    list: async (): Promise<Device[]> =>
      (await db.select().from(devices).orderBy(asc(devices.pairedAt))).map(fromRow),

    /** A code for one phone, good for ten minutes. */
    async offer(whose: Whose, now: Date): Promise<{ code: string; expiresAt: Date }> {
      const code = randomBytes(CODE_BYTES).toString('base64url');
      const expiresAt = new Date(now.getTime() + CODE_MINUTES * 60_000);
      await db.delete(pairingCodes).where(lte(pairingCodes.expiresAt, now));
      await db.insert(pairingCodes).values({ ...whose, codeHash: hashOf(code), expiresAt });
      return { code, expiresAt };
    },

    /** Takes the code, once; null when it is used, too old, or none of ours. */
    async pair(
      code: string,
      kind: string,
      now: Date,
    ): Promise<{ device: Device; secret: string } | null> {
      const secret = randomBytes(SECRET_BYTES).toString('base64url');
      return db.transaction(async (tx) => {
        const [taken] = await tx
          .delete(pairingCodes)
          .where(and(eq(pairingCodes.codeHash, hashOf(code)), gt(pairingCodes.expiresAt, now)))
          .returning();
        if (!taken) return null;
        const row = {
          id: v7(),
          person: taken.person,
          role: taken.role,
          riderId: taken.riderId,
          kind,
          tokenHash: hashOf(secret),
          pairedAt: now,
          lastSeenAt: now,
          removedAt: null,
        };
        await tx.insert(devices).values(row);
        return { device: fromRow(row), secret };
      });
    },

    async get(id: string): Promise<Device | null> {
      const [row] = await db.select().from(devices).where(eq(devices.id, id));
      return row ? fromRow(row) : null;
    },

    /** The phone that shows a secret, also one that was removed. */
    async of(secret: string, now: Date): Promise<Device | null> {
      const [row] = await db
        .select()
        .from(devices)
        .where(eq(devices.tokenHash, hashOf(secret)));
      if (!row) return null;
      if (!row.removedAt && now.getTime() - row.lastSeenAt.getTime() > SEEN_EVERY_MS) {
        await db.update(devices).set({ lastSeenAt: now }).where(eq(devices.id, row.id));
      }
      return fromRow(row);
    },

    /** @returns whether there was such a phone, still let in */
    async remove(id: string, now: Date): Promise<boolean> {
      const gone = await db
        .update(devices)
        .set({ removedAt: now })
        .where(and(eq(devices.id, id), isNull(devices.removedAt)))
        .returning({ id: devices.id });
      return gone.length > 0;
    },

    setAside: {
      list: async (): Promise<SetAside[]> =>
        (await db.select().from(setAside).orderBy(asc(setAside.at), asc(setAside.id))).map(
          (row) => ({ ...row, at: row.at.toISOString() }),
        ),
      async get(id: string): Promise<SetAside | null> {
        const [row] = await db.select().from(setAside).where(eq(setAside.id, id));
        return row ? { ...row, at: row.at.toISOString() } : null;
      },
      /** @returns false when there is too much already */
      async add(deviceId: string, path: string, body: unknown, now: Date): Promise<boolean> {
        if ((await db.$count(setAside)) >= MOST_SET_ASIDE) return false;
        await db.insert(setAside).values({ id: v7(), deviceId, at: now, path, body });
        return true;
      },
      async remove(id: string): Promise<void> {
        await db.delete(setAside).where(eq(setAside.id, id));
      },
    },
  };
}

export type Devices = ReturnType<typeof deviceStore>;
