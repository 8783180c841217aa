import { and, asc, eq, getTableColumns, gt, inArray, isNull, or } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { devices, people, setAside, type PersonRole } from '../../db/schema.ts';
import { hashOf } from './secrets.ts';
import { turned } from './turnedSecret.ts';

/**
 * The phones and browsers that are let in: paired by a code or signed in on, known by a secret, removed for good. Each is a
 * session in the sense of the OWASP ASVS (V7): it ends by itself, and its secret is changed while it lasts.
 */

const DAY_MS = 24 * 3600 * 1000;
/** A paired phone teaches where there is no network, and rests for a winter; a browser may be anybody's. */
const LASTS = {
  paired: { unusedMs: 90 * DAY_MS, mostMs: 400 * DAY_MS },
  signedIn: { unusedMs: 14 * DAY_MS, mostMs: 90 * DAY_MS },
} as const;
/** Seen is written down no more often. */
const SEEN_EVERY_MS = 60_000;

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

/** The outcome of a secret shown at the door. */
export interface Shown {
  readonly device: Device;
  /** The secret that takes its place. */
  readonly next: string | null;
}

type Row = typeof devices.$inferSelect;
type Rights = Pick<typeof people.$inferSelect, 'role' | 'riderId' | 'horseIds'> & { name: string };

/** When a device is let in no more: unused for too long, or after all its time. */
const endOf = ({ personId, lastSeenAt, pairedAt }: Row): number => {
  const { unusedMs, mostMs } = LASTS[personId ? 'signedIn' : 'paired'];
  return Math.min(lastSeenAt.getTime() + unusedMs, pairedAt.getTime() + mostMs);
};

/** Whoever signed in may do what the account says now, whatever it said then. */
export const deviceFrom = (row: Row, person: Rights | null): Device => ({
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

const minutesBefore = (now: Date, minutes: number): Date =>
  new Date(now.getTime() - minutes * 60_000);

const withRights = (db: Database) =>
  db
    .select({ row: getTableColumns(devices), person: RIGHTS })
    .from(devices)
    .leftJoin(people, eq(devices.personId, people.id));

/** The devices that are let in. */
export function deviceStore(db: Database) {
  return {
    list: async (): Promise<Device[]> =>
      (await withRights(db).orderBy(asc(devices.pairedAt))).map(({ row, person }) =>
        deviceFrom(row, person),
      ),

    /** Those of one person that are let in. */
    async listOf(personId: string): Promise<Device[]> {
      const all = await withRights(db).where(
        and(eq(devices.personId, personId), isNull(devices.removedAt)),
      );
      return all.map(({ row, person }) => deviceFrom(row, person));
    },

    async get(id: string): Promise<Device | null> {
      const [found] = await withRights(db).where(eq(devices.id, id));
      return found ? deviceFrom(found.row, found.person) : null;
    },

    of: (secret: string, now: Date) => showing(db, secret, now),
    forgetEnded: (now: Date) => forgetEnded(db, now),
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
  };
}

/** The device that shows a secret, also one that was removed; null for one whose time is over. */
async function showing(db: Database, secret: string, now: Date): Promise<Shown | null> {
  const shown = hashOf(secret);
  const [found] = await withRights(db).where(
    or(
      eq(devices.tokenHash, shown),
      eq(devices.nextHash, shown),
      and(eq(devices.beforeHash, shown), gt(devices.turnedAt, minutesBefore(now, 1))),
    ),
  );
  if (!found) return null;
  const { row, person } = found;
  if (row.removedAt) return { device: deviceFrom(row, person), next: null };
  if (endOf(row) < now.getTime()) return null;
  if (now.getTime() - row.lastSeenAt.getTime() > SEEN_EVERY_MS) {
    await db.update(devices).set({ lastSeenAt: now }).where(eq(devices.id, row.id));
  }
  return { device: deviceFrom(row, person), next: await turned(db, row, secret, now) };
}

/** Throws away what was signed out, or has ended: nobody has to look at it. What one has sent is kept. */
async function forgetEnded(db: Database, now: Date): Promise<void> {
  const all = await db
    .select()
    .from(devices)
    .leftJoin(setAside, eq(setAside.deviceId, devices.id))
    .where(isNull(setAside.id));
  const over = all
    .map(({ devices: row }) => row)
    .filter((row) => endOf(row) < now.getTime() - LASTS.paired.unusedMs);
  const ids = over.map((row) => row.id);
  if (ids.length > 0) await db.delete(devices).where(inArray(devices.id, ids));
}
