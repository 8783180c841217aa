import { createHmac, randomBytes } from 'node:crypto';
import { and, asc, eq, getTableColumns, gt, inArray, isNull, lte, or } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../db/connect.ts';
import { devices, pairingCodes, people, setAside, type PersonRole } from '../db/schema.ts';
import { hashOf, newCode, newSecret } from './secrets.ts';

/**
 * The phones and browsers that are let in: paired by a code or signed in on, known by a secret, removed for good. Each is a
 * session in the sense of the OWASP ASVS (V7): it ends by itself, and its secret is changed while it lasts.
 */

const CODE_MINUTES = 10;
const DAY_MS = 24 * 3600 * 1000;
/** A paired phone teaches where there is no network, and rests for a winter; a browser may be anybody's. */
const LASTS = {
  paired: { unusedMs: 90 * DAY_MS, mostMs: 400 * DAY_MS },
  signedIn: { unusedMs: 14 * DAY_MS, mostMs: 90 * DAY_MS },
} as const;
const TURNED_EVERY_MS = DAY_MS;
/** Seen is written down no more often. */
const SEEN_EVERY_MS = 60_000;
/** A removed phone that goes on sending fills no disk. */
const MOST_SET_ASIDE = 500;

export interface Device {
  readonly id: string;
  readonly person: string;
  readonly role: PersonRole;
  readonly riderId: string | null;
  /** Those a helper may see. */
  readonly horseIds: readonly string[];
  /** Who signed in on it; null where it was paired by a code. */
  readonly personId: string | null;
  readonly kind: string;
  readonly pairedAt: string;
  readonly lastSeenAt: string;
  readonly removedAt: string | null;
  /** When it is let in no more, if it is not used until then. */
  readonly endsAt: string;
}

/** For whom a phone is let in, and what that person may do. */
export type Whose = Pick<Device, 'person' | 'role' | 'riderId' | 'horseIds'>;

/** What becomes of a secret that is shown. */
export interface Shown {
  readonly device: Device;
  /** The secret that takes its place. */
  readonly next: string | null;
}

export interface SetAside {
  readonly id: string;
  readonly deviceId: string;
  readonly at: string;
  readonly path: string;
  readonly body: unknown;
}

type Row = typeof devices.$inferSelect;
type Rights = Pick<typeof people.$inferSelect, 'role' | 'riderId' | 'horseIds'> & { name: string };

/** When a device is let in no more: unused for too long, or after all its time. */
const endOf = ({ personId, lastSeenAt, pairedAt }: Row): number => {
  const { unusedMs, mostMs } = LASTS[personId ? 'signedIn' : 'paired'];
  return Math.min(lastSeenAt.getTime() + unusedMs, pairedAt.getTime() + mostMs);
};

/** Whoever signed in may do what the account says now, whatever it said then. */
const fromRow = (row: Row, person: Rights | null): Device => ({
  id: row.id,
  person: person?.name ?? row.person,
  role: person?.role ?? row.role,
  riderId: person ? person.riderId : row.riderId,
  horseIds: person ? person.horseIds : row.horseIds,
  personId: row.personId,
  kind: row.kind,
  pairedAt: row.pairedAt.toISOString(),
  lastSeenAt: row.lastSeenAt.toISOString(),
  removedAt: row.removedAt?.toISOString() ?? null,
  endsAt: new Date(endOf(row)).toISOString(),
});

const RIGHTS = {
  name: people.name,
  role: people.role,
  riderId: people.riderId,
  horseIds: people.horseIds,
};

/** What somebody may do who signs in stands with the account alone: without it the device may do nothing. */
const NO_RIGHTS = { role: 'rider', riderId: null, horseIds: [] } as const;

const minutesBefore = (now: Date, minutes: number): Date =>
  new Date(now.getTime() - minutes * 60_000);

export function deviceStore(db: Database) {
  const withRights = () =>
    db
      .select({ row: getTableColumns(devices), person: RIGHTS })
      .from(devices)
      .leftJoin(people, eq(devices.personId, people.id));

  /** Lets a device in. */
  async function letIn(
    tx: Pick<Database, 'insert'>,
    { person, role, riderId, horseIds }: Whose,
    personId: string | null,
    kind: string,
    now: Date,
  ): Promise<{ device: Device; secret: string }> {
    const secret = newSecret();
    const [row] = await tx
      .insert(devices)
      .values({
        id: v7(),
        person,
        role,
        riderId,
        horseIds: [...horseIds],
        personId,
        kind,
        tokenHash: hashOf(secret),
        turnedAt: now,
        pairedAt: now,
        lastSeenAt: now,
      })
      .returning();
    return { device: fromRow(row!, null), secret };
  }

  /**
   * The secret is changed once a day. The next follows from the one that is shown and a key of the book's own, so that
   * requests sent together are given the same; the old one is good until the new one was seen, which an answer that got lost
   * on its way never is.
   */
  async function turned(row: Row, secret: string, now: Date): Promise<string | null> {
    const shown = hashOf(secret);
    if (shown === row.nextHash) {
      await db
        .update(devices)
        .set({
          tokenHash: shown,
          beforeHash: row.tokenHash,
          nextHash: null,
          nextKey: null,
          turnedAt: now,
        })
        .where(and(eq(devices.id, row.id), eq(devices.nextHash, shown)));
      return null;
    }
    if (shown === row.beforeHash) return null;
    const nextFrom = (key: string) => createHmac('sha256', key).update(secret).digest('base64url');
    if (row.nextKey) return nextFrom(row.nextKey);
    if (now.getTime() - (row.turnedAt ?? row.pairedAt).getTime() < TURNED_EVERY_MS) return null;
    const key = randomBytes(32).toString('base64url');
    const [first] = await db
      .update(devices)
      .set({ nextKey: key, nextHash: hashOf(nextFrom(key)) })
      .where(and(eq(devices.id, row.id), isNull(devices.nextKey), eq(devices.tokenHash, shown)))
      .returning({ id: devices.id });
    // Another request was quicker: it has sent the next one.
    return first ? nextFrom(key) : null;
  }

  return {
    list: async (): Promise<Device[]> =>
      (await withRights().orderBy(asc(devices.pairedAt))).map(({ row, person }) =>
        fromRow(row, person),
      ),

    /** Those of one person that are let in. */
    async listOf(personId: string): Promise<Device[]> {
      const all = await withRights().where(
        and(eq(devices.personId, personId), isNull(devices.removedAt)),
      );
      return all.map(({ row, person }) => fromRow(row, person));
    },

    /** A code for one phone, good for ten minutes. */
    async offer(whose: Whose, now: Date): Promise<{ code: string; expiresAt: Date }> {
      const code = newCode();
      const expiresAt = new Date(now.getTime() + CODE_MINUTES * 60_000);
      await db.delete(pairingCodes).where(lte(pairingCodes.expiresAt, now));
      await db.insert(pairingCodes).values({
        ...whose,
        horseIds: [...whose.horseIds],
        codeHash: hashOf(code),
        expiresAt,
      });
      return { code, expiresAt };
    },

    /** Takes the code, once; null when it is used, too old, or none of ours. */
    async pair(
      code: string,
      kind: string,
      now: Date,
    ): Promise<{ device: Device; secret: string } | null> {
      return db.transaction(async (tx) => {
        const [taken] = await tx
          .delete(pairingCodes)
          .where(and(eq(pairingCodes.codeHash, hashOf(code)), gt(pairingCodes.expiresAt, now)))
          .returning();
        return taken ? letIn(tx, taken, null, kind, now) : null;
      });
    },

    /** Of somebody who has shown a password or a passkey: the secret the device shows from then on. */
    async signIn(
      { id, name }: { id: string; name: string },
      kind: string,
      now: Date,
    ): Promise<string> {
      return (await letIn(db, { ...NO_RIGHTS, person: name }, id, kind, now)).secret;
    },

    async get(id: string): Promise<Device | null> {
      const [found] = await withRights().where(eq(devices.id, id));
      return found ? fromRow(found.row, found.person) : null;
    },

    /** The device that shows a secret, also one that was removed; null for one whose time is over. */
    async of(secret: string, now: Date): Promise<Shown | null> {
      const shown = hashOf(secret);
      const [found] = await withRights().where(
        or(
          eq(devices.tokenHash, shown),
          eq(devices.nextHash, shown),
          and(eq(devices.beforeHash, shown), gt(devices.turnedAt, minutesBefore(now, 1))),
        ),
      );
      if (!found) return null;
      const { row, person } = found;
      if (row.removedAt) return { device: fromRow(row, person), next: null };
      if (endOf(row) < now.getTime()) return null;
      if (now.getTime() - row.lastSeenAt.getTime() > SEEN_EVERY_MS) {
        await db.update(devices).set({ lastSeenAt: now }).where(eq(devices.id, row.id));
      }
      return { device: fromRow(row, person), next: await turned(row, secret, now) };
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

    /** Signs somebody out everywhere. */
    async removeAllOf(personId: string, now: Date): Promise<void> {
      await db
        .update(devices)
        .set({ removedAt: now })
        .where(and(eq(devices.personId, personId), isNull(devices.removedAt)));
    },

    /** Throws away what was signed out, or has ended: nobody has to look at it. What one has sent is kept. */
    async forgetEnded(now: Date): Promise<void> {
      const all = await db
        .select()
        .from(devices)
        .leftJoin(setAside, eq(setAside.deviceId, devices.id))
        .where(isNull(setAside.id));
      const over = all
        .map(({ devices: row }) => row)
        .filter((row) => endOf(row) < now.getTime() - LASTS.paired.unusedMs);
      if (over.length > 0)
        await db.delete(devices).where(
          inArray(
            devices.id,
            over.map((row) => row.id),
          ),
        );
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
