import { EventEmitter } from 'node:events';

/** Word of what was changed, between all servers of one book. */
export interface Changes {
  /** To everybody, also to the one who tells; a word that gets lost is made up for by the next. */
  tell(word: string): void;
  /** @returns how to stop listening */
  listen(heard: (word: string) => void): () => void;
  close(): Promise<void>;
}

/** Told when words may have been missed. */
export const ANYTHING = '*';

/** Of a book that one process has alone. */
export function ownChanges(): Changes {
  const events = new EventEmitter().setMaxListeners(0);
  return {
    tell: (word) => void events.emit('word', word),
    listen(heard) {
      events.on('word', heard);
      return () => void events.off('word', heard);
    },
    close: () => Promise.resolve(void events.removeAllListeners()),
  };
}

const CHANNEL = 'canter_book';
const AGAIN_MS = 2_000;

/** The part of a PostgreSQL client used here. */
export interface Listener {
  connect(): Promise<unknown>;
  query(text: string, values?: unknown[]): Promise<unknown>;
  on(event: 'notification', heard: (message: { payload?: string | undefined }) => void): unknown;
  on(event: 'error' | 'end', gone: (error?: Error) => void): unknown;
  end(): Promise<void>;
}

/**
 * Of a book that several servers share: LISTEN and NOTIFY, over a connection of its own that is made again when it
 * breaks. Source: PostgreSQL documentation, NOTIFY.
 */
export function sharedChanges(
  client: () => Listener,
  send: (text: string, values: unknown[]) => Promise<unknown>,
): Changes {
  const events = new EventEmitter().setMaxListeners(0);
  let current: Listener | null = null;
  let isClosed = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const again = (): void => {
    current = null;
    clearTimeout(timer);
    if (!isClosed) timer = setTimeout(() => void open(), AGAIN_MS).unref();
  };
  const open = async (): Promise<void> => {
    const made = client();
    made.on('error', again);
    made.on('end', again);
    made.on('notification', ({ payload }) => void events.emit('word', payload ?? ANYTHING));
    try {
      await made.connect();
      await made.query(`listen ${CHANNEL}`);
      if (isClosed) return void (await made.end());
      current = made;
      events.emit('word', ANYTHING);
    } catch {
      again();
    }
  };
  void open();
  return {
    tell: (word) =>
      void send('select pg_notify($1, $2)', [CHANNEL, word]).catch(() => {
        // The database is away: who listens is told when it is back.
      }),
    listen(heard) {
      events.on('word', heard);
      return () => void events.off('word', heard);
    },
    async close() {
      isClosed = true;
      clearTimeout(timer);
      await current?.end().catch(() => {});
    },
  };
}
