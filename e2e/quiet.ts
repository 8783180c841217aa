import type { Page } from '@playwright/test';

/** No answer is awaited for so long, and nothing is left to be drawn. */
const QUIET_MS = 100;

/**
 * Opens an address and waits until the page has all it asks for and has drawn it. What it listens to
 * for as long as it is open does not count.
 */
export async function openQuietly(page: Page, url: string): Promise<void> {
  const waiting = new Set<object>();
  let changed = Date.now();
  const begin = (request: { resourceType(): string }) => {
    if (request.resourceType() === 'eventsource') return;
    waiting.add(request);
    changed = Date.now();
  };
  const end = (request: object) => {
    if (waiting.delete(request)) changed = Date.now();
  };
  page.on('request', begin).on('requestfinished', end).on('requestfailed', end);
  await page.goto(url);
  while (waiting.size > 0 || Date.now() - changed < QUIET_MS) {
    await page.evaluate(() => new Promise((drawn) => requestIdleCallback(drawn)));
    await new Promise((done) => setTimeout(done, 10));
  }
  page.off('request', begin).off('requestfinished', end).off('requestfailed', end);
}
