import { byName } from '@canter-book/core/words';
import { eq, max, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../../db/connect.ts';
import { devices, invitations, passkeys, people, type PersonRole } from '../../db/schema.ts';

export interface Rights {
  readonly role: PersonRole;
  /** Which rider a rider is. */
  readonly riderId: string | null;
  /** A helper's horses. */
  readonly horseIds: readonly string[];
}

export interface Person extends Rights {
  readonly id: string;
  readonly name: string;
  readonly passwordHash: string | null;
}

/** As the owner sees somebody. */
export interface PersonRow extends Rights {
  readonly id: string;
  readonly name: string;
  readonly hasPassword: boolean;
  readonly passkeys: number;
  /** While an invitation waits. */
  readonly invitedUntil: string | null;
  readonly lastSeenAt: string | null;
}

/** Written large or small, with one space or two: the same name. */
export const keyOf = (name: string): string =>
  name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLowerCase();

/** Who may sign in, and what they may do. */
export const personStore = (db: Database) => ({
  list: (now: Date) => list(db, now),

  async get(id: string): Promise<Person | null> {
    const [row] = await db.select().from(people).where(eq(people.id, id));
    return row ?? null;
  },

  async byName(name: string): Promise<Person | null> {
    const [row] = await db
      .select()
      .from(people)
      .where(eq(people.nameKey, keyOf(name)));
    return row ?? null;
  },

  /** @returns null when there is somebody of that name */
  async add(name: string, rights: Rights, now: Date): Promise<Person | null> {
    const [row] = await db
      .insert(people)
      .values({
        id: v7(),
        name,
        nameKey: keyOf(name),
        ...rights,
        horseIds: [...rights.horseIds],
        madeAt: now,
      })
      .onConflictDoNothing()
      .returning();
    return row ?? null;
  },

  /** @returns whether there is such a person */
  async grant(id: string, rights: Rights): Promise<boolean> {
    const changed = await db
      .update(people)
      .set({ ...rights, horseIds: [...rights.horseIds] })
      .where(eq(people.id, id))
      .returning({ id: people.id });
    return changed.length > 0;
  },

  /** Shuts somebody out: every device at once, the account for good. */
  async remove(id: string, now: Date): Promise<boolean> {
    return db.transaction(async (tx) => {
      await tx.update(devices).set({ removedAt: now }).where(eq(devices.personId, id));
      const gone = await tx.delete(people).where(eq(people.id, id)).returning({ id: people.id });
      return gone.length > 0;
    });
  },

  async setPassword(id: string, passwordHash: string): Promise<void> {
    await db.update(people).set({ passwordHash }).where(eq(people.id, id));
  },
});

async function list(db: Database, now: Date): Promise<PersonRow[]> {
  const rows = await db
    .select({
      id: people.id,
      name: people.name,
      role: people.role,
      riderId: people.riderId,
      horseIds: people.horseIds,
      hasPassword: sql<boolean>`${people.passwordHash} is not null`,
      passkeys: sql<number>`(select count(*)::int from ${passkeys} where ${passkeys.personId} = ${people.id})`,
      invitedUntil: max(invitations.expiresAt),
      lastSeenAt: max(devices.lastSeenAt),
    })
    .from(people)
    .leftJoin(invitations, eq(invitations.personId, people.id))
    .leftJoin(devices, eq(devices.personId, people.id))
    .groupBy(people.id);
  return rows.sort(byName).map((row) => ({
    ...row,
    invitedUntil:
      row.invitedUntil && row.invitedUntil > now ? row.invitedUntil.toISOString() : null,
    lastSeenAt: row.lastSeenAt?.toISOString() ?? null,
  }));
}
