import type { Database } from '../db/connect.ts';
import { deviceStore } from './devices.ts';
import { peopleStore } from './people.ts';
import { shareStore } from './shares.ts';

/** Who is let in, and to what: it lies beside the book in the same database, and goes nowhere with it. */
export const doorStores = (db: Database) => ({
  devices: deviceStore(db),
  people: peopleStore(db),
  shares: shareStore(db),
});

export type DoorStores = ReturnType<typeof doorStores>;
