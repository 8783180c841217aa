/**
 * Which pages of this device are open: each holds a lock as long as it lives, so what a page that was closed or reloaded had
 * under its hands can be told from what another one is writing now. Source: Web Locks API.
 */

const PAGE = 'canter-book-page:';

const locks = (): LockManager | undefined => (navigator as Partial<Navigator>).locks;

/** From now on, and until it closes, this page counts as open. */
export function openPage(page: string): void {
  void locks()?.request(PAGE + page, () => new Promise(() => {}));
}

/** The open pages. A browser without locks knows of none. */
export async function openPages(): Promise<ReadonlySet<string>> {
  const { held = [] } = (await locks()?.query()) ?? {};
  return new Set(
    held.flatMap(({ name }) => (name?.startsWith(PAGE) ? [name.slice(PAGE.length)] : [])),
  );
}

/** Several pages of one device do it one after the other. */
export async function alone<T>(what: string, run: () => Promise<T>): Promise<T> {
  const all = locks();
  return all ? all.request(`canter-book-${what}`, run) : run();
}
