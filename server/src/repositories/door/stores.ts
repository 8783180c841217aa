import type { Database } from '../../db/connect.ts';
import { challengeStore } from './challenges.ts';
import { deviceStore } from './devices.ts';
import { invitationStore } from './invitations.ts';
import { letInStore } from './letIn.ts';
import { passkeyStore } from './passkeys.ts';
import { personStore } from './people.ts';
import { setAsideStore } from './setAside.ts';
import { shareStore } from './shares.ts';
import { signInTryStore } from './signInTries.ts';

/** Who may sign in, by what, and how often somebody has guessed. */
export const peopleStore = (db: Database) => ({
  ...personStore(db),
  ...invitationStore(db),
  tries: signInTryStore(db),
  challenges: challengeStore(db),
  passkeys: passkeyStore(db),
});

/** Devices: their secrets, how long they are let in, and the parcels sent after that. */
const devicesStore = (db: Database) => ({
  ...deviceStore(db),
  ...letInStore(db),
  setAside: setAsideStore(db),
});

export type People = ReturnType<typeof peopleStore>;
export type Devices = ReturnType<typeof devicesStore>;

/** Who is let in, and to what: it lies beside the book in the same database, and goes nowhere with it. */
export const doorStores = (db: Database) => ({
  devices: devicesStore(db),
  people: peopleStore(db),
  shares: shareStore(db),
});

export type DoorStores = ReturnType<typeof doorStores>;
