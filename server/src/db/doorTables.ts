import { bigint, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { Shared } from '../shares/shared.ts';
import { instant } from './columns.ts';
import { riders } from './bookTables.ts';

/** Who is let in. Of this place, not of the book: it is in no export and no copy, and a book that is taken elsewhere lets nobody in. */

/** A person's role, and the horses it is limited to. */
const rights = {
  role: text().$type<PersonRole>().notNull().default('instructor'),
  /** Which rider it is. */
  riderId: uuid('rider_id').references(() => riders.id, { onDelete: 'cascade' }),
  /** A helper's horses. */
  horseIds: jsonb('horse_ids').$type<string[]>().notNull().default([]),
};

/** Who signs in from elsewhere; whoever sits at the machine of the book signs in nowhere. */
export const people = pgTable('people', {
  id: uuid().primaryKey(),
  name: text().notNull(),
  /** The name as it is looked for: written large or small, it is the same. */
  nameKey: text('name_key').notNull().unique(),
  ...rights,
  /** Argon2id; null until the invitation is taken. */
  passwordHash: text('password_hash'),
  madeAt: instant('made_at').notNull(),
});

/** Phones that were let in. */
export const devices = pgTable('devices', {
  id: uuid().primaryKey(),
  /** Who carries it. */
  person: text().notNull(),
  /** Who signed in on it: what that person may do counts then. Null where it was paired by a code. */
  personId: uuid('person_id').references(() => people.id, { onDelete: 'set null' }),
  ...rights,
  /** "Android phone", as it says of itself. */
  kind: text().notNull(),
  /** SHA-256 of what it shows at the door; what it shows is kept by nobody else. */
  tokenHash: text('token_hash').notNull().unique(),
  /** When it was last given another secret; and the next one, until the device has shown that it has it. */
  turnedAt: instant('turned_at'),
  nextHash: text('next_hash').unique(),
  nextKey: text('next_key'),
  /** The one before, for what was under way while it was changed. */
  beforeHash: text('before_hash').unique(),
  pairedAt: instant('paired_at').notNull(),
  lastSeenAt: instant('last_seen_at').notNull(),
  removedAt: instant('removed_at'),
});

/** Codes by which a phone can be paired once; gone when used or too old. */
export const pairingCodes = pgTable('pairing_codes', {
  codeHash: text('code_hash').primaryKey(),
  person: text().notNull(),
  ...rights,
  expiresAt: instant('expires_at').notNull(),
});

/** By which somebody chooses a password, once; gone when used or too old. */
export const invitations = pgTable('invitations', {
  codeHash: text('code_hash').primaryKey(),
  personId: uuid('person_id')
    .notNull()
    .unique()
    .references(() => people.id, { onDelete: 'cascade' }),
  expiresAt: instant('expires_at').notNull(),
});

/** Keys of WebAuthn: what a person's own device signs with. */
export const passkeys = pgTable(
  'passkeys',
  {
    /** The credential's own, base64url. */
    id: text().primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** COSE, base64url. */
    publicKey: text('public_key').notNull(),
    counter: bigint({ mode: 'number' }).notNull(),
    /** The name of the book it was made for: a browser offers it under no other. */
    domain: text().notNull(),
    /** "Android phone", as the device said of itself. */
    kind: text().notNull(),
    madeAt: instant('made_at').notNull(),
  },
  (t) => [index('passkeys_by_person').on(t.personId)],
);

/** Challenges for passkeys; deleted when used or expired. */
export const passkeyChallenges = pgTable('passkey_challenges', {
  challenge: text().primaryKey(),
  /** Who makes a new key by it; null where somebody signs in. */
  personId: uuid('person_id').references(() => people.id, { onDelete: 'cascade' }),
  expiresAt: instant('expires_at').notNull(),
});

/** Tries to sign in that failed, by name, whether there is such a person or not. */
export const signInTries = pgTable('sign_in_tries', {
  nameHash: text('name_hash').primaryKey(),
  tries: integer().notNull(),
  /** Before it no try is looked at. */
  waitUntil: instant('wait_until').notNull(),
});

/** Links that show one thing for a time, to whoever has the secret. */
export const shares = pgTable('shares', {
  id: uuid().primaryKey(),
  tokenHash: text('token_hash').notNull().unique(),
  what: jsonb().$type<Shared>().notNull(),
  /** Its title when the link was made. */
  title: text().notNull(),
  /** Null: the owner. */
  madeBy: text('made_by'),
  madeAt: instant('made_at').notNull(),
  expiresAt: instant('expires_at').notNull(),
  /** When it was last opened. */
  openedAt: instant('opened_at'),
});

/** Parcels sent by a phone after it was removed, for the owner to take or throw away. */
export const setAside = pgTable(
  'set_aside',
  {
    id: uuid().primaryKey(),
    deviceId: uuid('device_id')
      .notNull()
      .references(() => devices.id, { onDelete: 'cascade' }),
    at: instant('at').notNull(),
    /** The resource it was for. */
    path: text().notNull(),
    /** "A session of 2026-05-02": enough to decide by, so that a list reads no bodies. */
    about: text().notNull().default(''),
    /** Of the body, as it was sent. */
    bytes: integer().notNull().default(0),
    body: jsonb().notNull(),
  },
  (t) => [index('set_aside_by_time').on(t.at), index('set_aside_by_device').on(t.deviceId)],
);

/** Audit log: changes from other devices, and who was let in or shut out. */
export const audit = pgTable(
  'audit',
  {
    id: uuid().primaryKey(),
    at: instant('at').notNull(),
    /** Null: the owner. */
    person: text(),
    method: text().notNull(),
    /** The address, without what it was looked for by. */
    path: text().notNull(),
    /** How often in a row; the time is that of the last. */
    times: integer().notNull().default(1),
  },
  (t) => [index('audit_by_time').on(t.at)],
);

/** Who somebody is to the book; `docs/security.md` says what each may do. */
export type PersonRole = 'owner' | 'instructor' | 'helper' | 'rider';
