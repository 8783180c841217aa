import { and, eq, gt, lte } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { passkeyChallenges } from '../../db/schema.ts';

const CHALLENGE_MINUTES = 5;

/** Challenges for passkeys. Each is good for one answer. */
export const challengeStore = (db: Database) => ({
  async keep(challenge: string, personId: string | null, now: Date): Promise<void> {
    await db.delete(passkeyChallenges).where(lte(passkeyChallenges.expiresAt, now));
    const expiresAt = new Date(now.getTime() + CHALLENGE_MINUTES * 60_000);
    await db.insert(passkeyChallenges).values({ challenge, personId, expiresAt });
  },
  /** @returns whether it was asked for by the same, and not used yet */
  async take(challenge: string, personId: string | null, now: Date): Promise<boolean> {
    const [taken] = await db
      .delete(passkeyChallenges)
      .where(and(eq(passkeyChallenges.challenge, challenge), gt(passkeyChallenges.expiresAt, now)))
      .returning();
    return taken !== undefined && taken.personId === personId;
  },
});
