import { and, eq, gt } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { devices, invitations, passkeys, people } from '../../db/schema.ts';
import type { Person } from './people.ts';
import { hashOf, newCode } from './secrets.ts';

const INVITED_DAYS = 7;

const byCode = (code: string, now: Date) =>
  and(eq(invitations.codeHash, hashOf(code)), gt(invitations.expiresAt, now));

/** The way in for somebody who has no password yet, or has lost it. */
export const invitationStore = (db: Database) => ({
  async invite(personId: string, now: Date): Promise<{ code: string; expiresAt: Date }> {
    const code = newCode();
    const expiresAt = new Date(now.getTime() + INVITED_DAYS * 24 * 3600 * 1000);
    const codeHash = hashOf(code);
    await db
      .insert(invitations)
      .values({ codeHash, personId, expiresAt })
      .onConflictDoUpdate({ target: invitations.personId, set: { codeHash, expiresAt } });
    return { code, expiresAt };
  },

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
});
