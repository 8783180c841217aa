/** For tests: what a device keeps, and which of its pages are open. It survives a closed page. */

const copyOf = <T>(value: T): T => structuredClone(value);

/** Stands in for idb-keyval. */
export class FakeDevice {
  readonly kept = new Map<string, unknown>();
  /** It takes nothing any more. */
  full = false;
  /** It does not take what comes next. */
  isBusy = false;

  readonly module = {
    createStore: () => this.place,
    promisifyRequest: async () => {},
    get: async (key: string) => copyOf(this.kept.get(key)),
    getMany: async (names: string[]) => names.map((key) => copyOf(this.kept.get(key))),
    set: async (key: string, value: unknown) => void this.kept.set(key, copyOf(value)),
    del: async (key: string) => void this.kept.delete(key),
    keys: async () => [...this.kept.keys()],
    clear: async () => this.kept.clear(),
  };

  /** A transaction: what is put into it is there when it is committed, and all of it. */
  private readonly place = async (_mode: string, work: (store: object) => unknown) => {
    const writes: [string, unknown][] = [];
    const isTaken = !this.full && !this.isBusy;
    this.isBusy = false;
    return work({
      put: (value: unknown, key: string) => void writes.push([key, copyOf(value)]),
      delete: (key: string) => void writes.push([key, undefined]),
      transaction: {
        commit: () => {
          if (!isTaken) throw new DOMException('full', 'QuotaExceededError');
          for (const [key, value] of writes) {
            if (value === undefined) this.kept.delete(key);
            else this.kept.set(key, value);
          }
        },
      },
    });
  };
}

/** Stands in for the locks of a browser, which all its pages share. */
export class FakeLocks {
  private readonly held = new Set<string>();
  private readonly last = new Map<string, Promise<unknown>>();

  readonly request = async <T>(name: string, run: () => Promise<T>): Promise<T> => {
    const before = this.last.get(name);
    const turn = (before ?? Promise.resolve()).then(() => {
      this.held.add(name);
      return run().finally(() => this.held.delete(name));
    });
    this.last.set(
      name,
      turn.catch(() => {}),
    );
    return turn;
  };
  readonly query = async () => ({ held: [...this.held].map((name) => ({ name })) });

  /** The page is gone, and with it what it held. */
  kill(page: string): void {
    for (const name of this.held) if (name.endsWith(`:${page}`)) this.held.delete(name);
  }

  install(): void {
    Object.defineProperty(navigator, 'locks', { value: this, configurable: true });
  }
}
