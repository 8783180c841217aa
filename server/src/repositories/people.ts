import { and, asc, count, eq, gt, lt, lte, max, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../db/connect.ts';
import {
  devices,
  invitations,
  passkeyChallenges,
  passkeys,
  people,
  signInTries,
  type PersonRole,
} from '../db/schema.ts';
import { hashOf, newCode } from './secrets.ts';

/** Who may sign in, by what, and how often somebody has guessed. */

const INVITED_DAYS = 7;
const CHALLENGE_MINUTES = 5;
/** After so many wrong ones in a row each try has to wait twice as long as the one before. */
const FREE_TRIES = 4;
const LONGEST_WAIT_S = 900;
/** A name nobody has tried for so long is tried afresh. */
const FORGOTTEN_MS = 24 * 3600 * 1000;

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

export interface Passkey {
  readonly id: string;
  readonly personId: string;
  readonly publicKey: string;
  readonly counter: number;
  readonly domain: string;
  readonly kind: string;
  readonly madeAt: string;
}

/** Written large or small, with one space or two: the same name. */
export const keyOf = (name: string): string =>
  name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLowerCase();

type PasskeyRow = typeof passkeys.$inferSelect;
const passkeyFrom = (row: PasskeyRow): Passkey => ({ ...row, madeAt: row.madeAt.toISOString() });

export function peopleStore(db: Database) {
  async function invite(personId: string, now: Date): Promise<{ code: string; expiresAt: Date }> {
    const code = newCode();
    const expiresAt = new Date(now.getTime() + INVITED_DAYS * 24 * 3600 * 1000);
    const codeHash = hashOf(code);
    await db
      .insert(invitations)
      .values({ codeHash, personId, expiresAt })
      .onConflictDoUpdate({ target: invitations.personId, set: { codeHash, expiresAt } });
    return { code, expiresAt };
  }

  const byCode = (code: string, now: Date) =>
    and(eq(invitations.codeHash, hashOf(code)), gt(invitations.expiresAt, now));

  return {
    async list(now: Date): Promise<PersonRow[]> {
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
        .groupBy(people.id)
        .orderBy(asc(people.name));
      return rows.map((row) => ({
        ...row,
        invitedUntil:
          row.invitedUntil && row.invitedUntil > now ? row.invitedUntil.toISOString() : null,
        lastSeenAt: row.lastSeenAt?.toISOString() ?? null,
      }));
    },

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

    invite,

    /** Whom a code invites; it stays good. */
    async invited(code: string, now: Date): Promise<Person | null> {
      const [found] = await db
        .select({ person: people })
        .from(invitations)
        .innerJoin(people, eq(people.id, invitations.personId))
        .where(byCode(code, now));
      return found?.person ?? null;
    },

    /**
     * Takes an invitation, once. What opened the book before opens it no more: whoever was invited again may have lost it.
     */
    async join(code: string, passwordHash: string, now: Date): Promise<Person | null> {
      return db.transaction(async (tx) => {
        const [taken] = await tx.delete(invitations).where(byCode(code, now)).returning();
        if (!taken) return null;
        const { personId } = taken;
        await tx.delete(passkeys).where(eq(passkeys.personId, personId));
        await tx.update(devices).set({ removedAt: now }).where(eq(devices.personId, personId));
        const [row] = await tx
          .update(people)
          .set({ passwordHash })
          .where(eq(people.id, personId))
          .returning();
        return row ?? null;
      });
    },

    async setPassword(id: string, passwordHash: string): Promise<void> {
      await db.update(people).set({ passwordHash }).where(eq(people.id, id));
    },

    tries: {
      /**
       * Counts a try before it is looked at, so that many at once gain nothing.
       *
       * @returns seconds to wait; 0: it may be looked at
       */
      async begin(name: string, now: Date): Promise<number> {
        const nameHash = hashOf(keyOf(name));
        const at = now.toISOString();
        await db
          .delete(signInTries)
          .where(lt(signInTries.waitUntil, new Date(now.getTime() - FORGOTTEN_MS)));
        const wait = sql`${at}::timestamptz + make_interval(secs => case when ${signInTries.tries} + 1 < ${FREE_TRIES} then 0
          else least(${LONGEST_WAIT_S}::float8, power(2::float8, least(20, ${signInTries.tries} + 2 - ${FREE_TRIES}))) end)`;
        const [counted] = await db
          .insert(signInTries)
          .values({ nameHash, tries: 1, waitUntil: now })
          .onConflictDoUpdate({
            target: signInTries.nameHash,
            set: { tries: sql`${signInTries.tries} + 1`, waitUntil: wait },
            setWhere: lte(signInTries.waitUntil, now),
          })
          .returning();
        if (counted) return 0;
        const [row] = await db.select().from(signInTries).where(eq(signInTries.nameHash, nameHash));
        return row ? Math.max(1, Math.ceil((row.waitUntil.getTime() - now.getTime()) / 1000)) : 0;
      },
      async succeeded(name: string): Promise<void> {
        await db.delete(signInTries).where(eq(signInTries.nameHash, hashOf(keyOf(name))));
      },
    },

    challenges: {
      async keep(challenge: string, personId: string | null, now: Date): Promise<void> {
        await db.delete(passkeyChallenges).where(lte(passkeyChallenges.expiresAt, now));
        const expiresAt = new Date(now.getTime() + CHALLENGE_MINUTES * 60_000);
        await db.insert(passkeyChallenges).values({ challenge, personId, expiresAt });
      },
      /** @returns whether it was asked for by the same, and not used yet */
      async take(challenge: string, personId: string | null, now: Date): Promise<boolean> {
        const [taken] = await db
          .delete(passkeyChallenges)
          .where(
            and(eq(passkeyChallenges.challenge, challenge), gt(passkeyChallenges.expiresAt, now)),
          )
          .returning();
        return taken !== undefined && taken.personId === personId;
      },
    },

    passkeys: {
      async of(personId: string): Promise<Passkey[]> {
        const rows = await db
          .select()
          .from(passkeys)
          .where(eq(passkeys.personId, personId))
          .orderBy(asc(passkeys.madeAt));
        return rows.map(passkeyFrom);
      },
      async get(id: string): Promise<Passkey | null> {
        const [row] = await db.select().from(passkeys).where(eq(passkeys.id, id));
        return row ? passkeyFrom(row) : null;
      },
      /** @returns null when it has too many */
      async add(passkey: Omit<Passkey, 'madeAt'>, now: Date): Promise<boolean> {
        const [{ has }] = (await db
          .select({ has: count() })
          .from(passkeys)
          .where(eq(passkeys.personId, passkey.personId))) as [{ has: number }];
        if (has >= MOST_PASSKEYS) return false;
        await db.insert(passkeys).values({ ...passkey, madeAt: now });
        return true;
      },
      async used(id: string, counter: number): Promise<void> {
        await db.update(passkeys).set({ counter }).where(eq(passkeys.id, id));
      },
      async remove(personId: string, id: string): Promise<boolean> {
        const gone = await db
          .delete(passkeys)
          .where(and(eq(passkeys.id, id), eq(passkeys.personId, personId)))
          .returning({ id: passkeys.id });
        return gone.length > 0;
      },
    },
  };
}

const MOST_PASSKEYS = 20;

export type People = ReturnType<typeof peopleStore>;
