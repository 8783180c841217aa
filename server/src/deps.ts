import type { Logger } from 'pino';
import type { Changes } from './changes.ts';
import type { Planner } from './planning/planner.ts';
import type { AuditLog } from './repositories/audit.ts';
import type { Book } from './repositories/book.ts';
import type { BundleReport } from './repositories/bundle/take.ts';
import type { DoorStores } from './repositories/door/stores.ts';

/** The safety copies beside the folder of a book. */
export interface CopiesOfBook {
  list(): readonly { readonly name: string; readonly at: Date; readonly records: number }[];
  /** @returns why none could be written */
  writeNow(): Promise<string | null>;
  check(name: string): Promise<BundleReport | null>;
}

/** How phones come in: what the owner's page shows of it. */
export interface PhoneDoor {
  /** Open now, and whether it will be at the next start. */
  readonly isOpen: boolean;
  stays(): Promise<boolean>;
  keep(open: boolean): Promise<void>;
  /** Where phones begin, over plain HTTP: the page on which they learn to trust the book. */
  readonly begin: readonly string[];
  /** Where the book itself is reached from elsewhere: https. */
  readonly homes: readonly string[];
  /** Of the authority, as phones show it. */
  readonly fingerprint: string | null;
  /** When phones have to trust something new; `isOwn` for a certificate of the owner's own. */
  readonly trustEnds: { readonly at: string; readonly isOwn: boolean } | null;
}

export const NO_DOOR: PhoneDoor = {
  isOpen: false,
  stays: () => Promise.resolve(false),
  keep: () => Promise.reject(new Error('no door')),
  begin: [],
  homes: [],
  fingerprint: null,
  trustEnds: null,
};

/** The air of a day. */
export interface Air {
  readonly date: string;
  readonly celsius: number;
  /** Per cent. */
  readonly humidity: number;
}

export type WeatherSource = (date: string) => Promise<Air | null>;

/** The app's dependencies: the book, the door, and the services around them. */
export interface AppDeps extends DoorStores {
  readonly book: Book;
  /** Where it is written down who changed what. */
  readonly audit?: AuditLog;
  /** How they come in; shut where there is none. */
  readonly door?: PhoneDoor;
  /** How many proxies stand before the book. */
  readonly proxies?: number;
  readonly logger: Logger;
  /** Folder of the built web app; none when only the API is served. */
  readonly webFolder?: string;
  /** The name of the yard, when the book is a demonstration. */
  readonly demo: string | null;
  /** Resolves when the database answers. */
  ping(): Promise<void>;
  /** Plans lessons; none where nobody asks for them. */
  readonly planner?: Planner;
  /** The air of a day, where something knows it. */
  readonly weather?: WeatherSource;
  /** Whether only this process writes the book. */
  readonly alone?: boolean;
  /** Free bytes on the book's disk; absent where the database has its own. */
  readonly freeBytes?: () => Promise<number>;
  /** Names under which the book may be called, beside those of this machine. */
  readonly hosts?: readonly string[];
  /** For tests: how many requests a minute one device may make. */
  readonly requestsAMinute?: number;
  /** Word of changes, for the pages that are open. */
  readonly changes?: Changes;
  /** The safety copies of a book in a folder. */
  readonly copies?: CopiesOfBook;
  /** Told of every request that changed something. */
  onWrite?(): void;
}
