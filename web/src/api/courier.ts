/** Outcome of one sending: nothing waits, more waits, or the server did not answer. */
export type Sent = 'done' | 'more' | 'away';

/** Runs something later; answers how to call it off. */
export type Later = (run: () => void, ms: number) => () => void;

export const later: Later = (run, ms) => {
  const timer = setTimeout(run, ms);
  return () => clearTimeout(timer);
};

export const FIRST_RETRY_MS = 2000;
export const LONGEST_RETRY_MS = 30_000;

/**
 * Takes what waits on this device to the book, one sending after the other. While the server is away it is
 * tried again, ever more seldom. What waits, in which order, and what is done with what is refused,
 * belongs to whoever sends.
 */
export class Courier {
  private under: Promise<void> | null = null;
  /** Whether it was asked for again while it was on its way. */
  private asked = false;
  private retryMs = FIRST_RETRY_MS;
  private callOff = () => {};

  constructor(
    private readonly send: () => Promise<Sent>,
    private readonly later: Later,
  ) {}

  /** Sends after a rest; what was planned before is called off. */
  soon(ms: number): void {
    this.callOff();
    this.callOff = this.later(() => void this.now(), ms);
  }

  /** Sends at once; resolves when nothing is on its way any more. */
  now(): Promise<void> {
    this.callOff();
    this.asked = true;
    return (this.under ??= this.round());
  }

  /** The server may be back: what waited for it need not wait as long again. */
  again(): Promise<void> {
    this.retryMs = FIRST_RETRY_MS;
    return this.now();
  }

  stop(): void {
    this.callOff();
  }

  private async round(): Promise<void> {
    let sent: Sent;
    try {
      do {
        this.asked = false;
        sent = await this.send();
        if (sent !== 'away') this.retryMs = FIRST_RETRY_MS;
      } while (sent === 'more' || (sent === 'done' && this.asked));
    } finally {
      this.under = null;
    }
    if (sent === 'done') return;
    this.soon(this.retryMs);
    this.retryMs = Math.min(LONGEST_RETRY_MS, 2 * this.retryMs);
  }
}

/** When the page comes into a state of sight, and at an event of the window. Answers how to stop listening. */
function when(sight: DocumentVisibilityState, event: 'pagehide' | 'online', run: () => void) {
  const seen = () => document.visibilityState === sight && run();
  document.addEventListener('visibilitychange', seen);
  window.addEventListener(event, run);
  return () => {
    document.removeEventListener('visibilitychange', seen);
    window.removeEventListener(event, run);
  };
}

/** The page may not come back: it is put out of sight, or closed. */
export const whenLeft = (run: () => void) => when('hidden', 'pagehide', run);
/** The server may answer again: the page is looked at, or the network is back. */
export const whenBack = (run: () => void) => when('visible', 'online', run);
