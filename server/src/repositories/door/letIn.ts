import { and, eq, gt, lte } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../../db/connect.ts';
import { devices, pairingCodes } from '../../db/schema.ts';
import { deviceFrom, type Device, type Whose } from './devices.ts';
import { hashOf, newCode, newSecret } from './secrets.ts';

const CODE_MINUTES = 10;

/** What somebody may do who signs in stands with the account alone: without it the device may do nothing. */
const NO_RIGHTS = { role: 'rider', riderId: null, horseIds: [] } as const;

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
  return { device: deviceFrom(row!, null), secret };
}

/** How a device comes in: by a code that is photographed, or because somebody signs in on it. */
export const letInStore = (db: Database) => ({
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
});
