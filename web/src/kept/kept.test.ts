import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { renderHook } from '@testing-library/react';
import type { Session } from '@canter-book/core/book/records';
import type { TryObservation } from '@canter-book/core/observations/observation';
import { useNotice } from '../app/notices.ts';
import { FakeDevice, FakeLocks } from '../testing/device.ts';
import { FakeServer, type Call } from '../testing/render.tsx';
import { someSession, someTeaching, someTry } from '../testing/teaching.ts';

const device = new FakeDevice();
jest.unstable_mockModule('idb-keyval', () => device.module);

const { createBookStore } = await import('../app/store.ts');
const { startKept } = await import('./startKept.ts');
const { inOrder, isDirty, sentAgain } = await import('./keptSlice.ts');
const { teachingKept } = await import('../features/ringside/teachingKept.ts');
const { begun, discarded, ended, takenUpAgain, tried } =
  await import('../features/ringside/ringsideSlice.ts');

const session = someSession();
const sessionId = session.id;
const begin = begun(someTeaching(session));
const record = (n: number) => tried(someTry(sessionId, `t${n}`));
/** The lesson ends, as it is known on the page. */
function end(page: Page, more: Partial<Session>, marks: TryObservation[] = []) {
  const now = page.getState().ringside.teaching[sessionId]!.session;
  page.dispatch(ended(now, { ...now, ...more }, marks));
}
/** What the server was sent, in its order: a session as its id, and what was seen in it. */
const sentTo = (server: FakeServer) =>
  server.calls.flatMap(({ body }) => {
    const { id, observations } = body as { id?: string; observations?: { id: string }[] };
    return observations ? observations.map((o) => o.id) : [id];
  });

const path = `PUT /api/sessions/${sessionId}`;
const online = (server: FakeServer) => {
  server.answers[path] = ({ body }: Call) => ({
    ...(body as Session),
    revision: (body as Session).revision + 1,
  });
  server.answers['POST /api/observations'] = { stored: 1 };
};

/** Lets promises and the retry timer run. */
async function pass(ms = 0) {
  await jest.advanceTimersByTimeAsync(ms);
}

let server: FakeServer;
let locks: FakeLocks;
let pages = 0;
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick'] });
  device.kept.clear();
  device.full = false;
  locks = new FakeLocks();
  locks.install();
  server = new FakeServer();
});
afterEach(() => jest.useRealTimers() as never);

type Page = ReturnType<typeof createBookStore> & { close(): void };

/** A page of the device; closed, it leaves what it had. */
async function openPage(): Promise<Page> {
  const name = `page${++pages}`;
  const store = createBookStore(name);
  const started = startKept(store, teachingKept);
  await pass(10);
  const stop = await started;
  return Object.assign(store, {
    close() {
      stop();
      locks.kill(name);
    },
  });
}
/** The same page, made anew. */
async function reload(page: Page): Promise<Page> {
  page.close();
  return openPage();
}
const waiting = (page: Page) =>
  inOrder(page.getState().kept)
    .filter(isDirty)
    .map(({ id }) => id);
const refusedIn = (page: Page) =>
  inOrder(page.getState().kept).find(({ why }) => why !== undefined)?.why ?? null;

describe('delivery from the ringside', () => {
  test('sends each parcel in its order as soon as it is made', async () => {
    online(server);
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    store.dispatch(record(2));
    await pass(50);
    expect(waiting(store)).toEqual([]);
    expect(sentTo(server)).toEqual([sessionId, 't1', 't2']);
  });

  test('keeps everything while the server is away, and delivers when it is back', async () => {
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    await pass(50);
    expect(waiting(store)).toEqual([sessionId, 't1']);
    expect(store.getState().kept.reached).toBe(false);
    online(server);
    await pass(6000);
    expect(waiting(store)).toEqual([]);
    expect(store.getState().kept.reached).toBe(true);
  });

  test('nothing is lost when the page is killed: the next one delivers it', async () => {
    const first = await openPage();
    first.dispatch(begin);
    first.dispatch(record(1));
    await pass(50);
    // Opened anew, from what the device had kept.
    const second = await reload(first);
    expect(waiting(second)).toEqual([sessionId, 't1']);
    expect(second.getState().ringside.teaching[sessionId]!.tries).toHaveLength(1);
    online(server);
    await pass(6000);
    expect(waiting(second)).toEqual([]);
  });

  test('the session’s later state is sent on the revision the server gave', async () => {
    online(server);
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    end(store, { endedAt: '2026-01-01T10:40:00Z' }, [someTry(sessionId, 'm1')]);
    await pass(50);
    const puts = server.sent('PUT').map((c) => c.body as Session);
    expect(puts.map((s) => s.revision)).toEqual([0, 1]);
    expect(puts[1]!.endedAt).toBe('2026-01-01T10:40:00Z');
    expect(store.getState().ringside.teaching[sessionId]!.session.revision).toBe(2);
  });

  test('a refused parcel stays, and its reason is shown', async () => {
    server.answers[path] = { status: 400, title: 'No', detail: 'The date is missing.' };
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    expect(waiting(store)).toEqual([sessionId]);
    expect(refusedIn(store)).toBe('The date is missing.');
  });

  test('what a tap records is given to the device before anything else can happen', async () => {
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    await Promise.resolve();
    const { page } = store.getState().kept;
    expect([...device.kept.keys()].sort()).toEqual([
      `kept:observation:t1@${page}`,
      `kept:session:${sessionId}@${page}`,
      `teaching:${sessionId}`,
    ]);
  });

  test('an empty device is an empty start', async () => {
    const store = await openPage();
    expect(store.getState()).toMatchObject({
      kept: { restored: true, records: {} },
      ringside: { teaching: {} },
    });
    expect(server.calls).toEqual([]);
  });

  test('a refused parcel is set aside: what belongs to it waits, everything else goes on', async () => {
    online(server);
    server.answers['POST /api/observations'] = ({ body }: Call) =>
      JSON.stringify(body).includes('"t1"')
        ? { status: 400, title: 'No', detail: 'held: too large' }
        : { stored: 1 };
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    store.dispatch(record(2));
    await pass(50);
    expect(waiting(store)).toEqual(['t1']);
    expect(refusedIn(store)).toBe('held: too large');
    // It is seen after the page is opened anew, too, and can be sent again once it is put right.
    const again = await reload(store);
    expect(refusedIn(again)).toBe('held: too large');
    online(server);
    again.dispatch(sentAgain(inOrder(again.getState().kept)[0]!.key));
    await pass(50);
    expect(waiting(again)).toEqual([]);
    expect(refusedIn(again)).toBeNull();
  });

  test('a session that was not taken holds back only its own entries', async () => {
    online(server);
    server.answers[path] = { status: 400, title: 'No', detail: 'The date is missing.' };
    const other = { ...session, id: session.id.replace(/1$/, '9') };
    server.answers[`PUT /api/sessions/${other.id}`] = ({ body }: Call) => ({
      ...(body as Session),
      revision: 1,
    });
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    store.dispatch(begun(someTeaching(other)));
    await pass(50);
    expect(waiting(store)).toEqual([sessionId, 't1']);
    expect(server.sent('POST')).toEqual([]);
  });

  test('homework saved elsewhere meanwhile: both are kept, and the marks arrive', async () => {
    const elsewhere = { ...session, revision: 2, homework: 'Ten straight strides' };
    let stored: Session | null = null;
    server.answers['POST /api/observations'] = { stored: 1 };
    server.answers[path] = ({ body }: Call) => {
      const sent = body as Session;
      if (sent.revision === 0) return { ...sent, revision: 1 };
      if (sent.revision !== elsewhere.revision) {
        return { status: 409, title: 'Saved elsewhere', detail: '…', current: elsewhere };
      }
      return (stored = { ...sent, revision: 3 });
    };
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    end(store, { endedAt: '2026-01-01T10:40:00Z', minutes: 40 }, [someTry(sessionId, 'm1')]);
    await pass(50);
    expect(waiting(store)).toEqual([]);
    expect(stored).toMatchObject({ homework: 'Ten straight strides', minutes: 40, revision: 3 });
  });

  test.each([429, 503, 507])('%i is no refusal: it is sent again', async (status) => {
    server.answers[path] = { status, title: 'Later', detail: 'Wait.' };
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    expect(refusedIn(store)).toBeNull();
    expect(store.getState().kept.reached).toBe(false);
    online(server);
    await pass(6000);
    expect(waiting(store)).toEqual([]);
  });

  test('a server that stays away is asked more and more seldom', async () => {
    const store = await openPage();
    store.dispatch(begin);
    await pass(10 * 60_000);
    expect(server.calls.length).toBeLessThan(30);
    expect(waiting(store)).toEqual([sessionId]);
  });

  test('two pages of one phone keep their lessons beside each other', async () => {
    const [one, two] = [await openPage(), await openPage()];
    const other = { ...session, id: session.id.replace(/1$/, '9') };
    one.dispatch(begin);
    two.dispatch(begun(someTeaching(other)));
    one.dispatch(record(1));
    await pass(50);
    one.close();
    two.close();
    const third = await openPage();
    expect(Object.keys(third.getState().ringside.teaching).sort()).toEqual([session.id, other.id]);
    expect(waiting(third).sort()).toEqual([sessionId, other.id, 't1'].sort());
  });

  test('where the device keeps nothing it is said at once', async () => {
    device.full = true;
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    expect(store.getState().kept.keeping).toBe(false);
    device.full = false;
    store.dispatch(record(1));
    await pass(50);
    expect(store.getState().kept.keeping).toBe(true);
  });

  test('what the device refused once is written with the next tap, or by itself', async () => {
    const store = await openPage();
    store.dispatch(begin);
    await pass(10);
    device.full = true;
    store.dispatch(record(1));
    await pass(10);
    device.full = false;
    store.dispatch(record(2));
    await pass(10);
    const next = await reload(store);
    expect(waiting(next)).toEqual([sessionId, 't1', 't2']);
    device.full = true;
    next.dispatch(record(3));
    await pass(10);
    expect(next.getState().kept.keeping).toBe(false);
    device.full = false;
    await pass(2500);
    expect(next.getState().kept.keeping).toBe(true);
    expect(waiting(await reload(next))).toEqual([sessionId, 't1', 't2', 't3']);
  });

  test('a clock that was set back changes no order', async () => {
    const first = await openPage();
    first.dispatch(begin);
    await pass(10);
    const second = await reload(first);
    jest.setSystemTime(Date.now() - 24 * 3600 * 1000);
    second.dispatch(record(1));
    await pass(10);
    expect(waiting(await reload(second))).toEqual([sessionId, 't1']);
  });

  test('of a phone that was removed everything is kept aside, not its first parcel alone', async () => {
    const aside = { status: 403, title: 'Removed', detail: 'Kept aside.', keptAside: true };
    server.answers[path] = aside;
    server.answers['POST /api/observations'] = aside;
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    store.dispatch(record(2));
    await pass(50);
    expect(sentTo(server)).toEqual([sessionId, 't1', 't2']);
    expect(waiting(store)).toEqual([]);
    // Where there was no room for it, it stays here.
    server.answers[path] = { ...aside, keptAside: false };
    const other = { ...session, id: session.id.replace(/1$/, '9') };
    server.answers[`PUT /api/sessions/${other.id}`] = server.answers[path];
    store.dispatch(begun(someTeaching(other)));
    await pass(50);
    expect(waiting(store)).toEqual([other.id]);
  });

  test('words for which the session has no room go to the book as a note', async () => {
    const current = { ...session, revision: 2, notes: 'x'.repeat(1990) };
    server.answers['POST /api/observations'] = { stored: 1 };
    server.answers[path] = ({ body }: Call) =>
      (body as Session).revision === 2
        ? { ...(body as Session), revision: 3 }
        : { status: 409, title: 'Saved elsewhere', detail: '…', current };
    const store = await openPage();
    store.dispatch(begun(someTeaching({ ...session, notes: 'Tired' })));
    await pass(50);
    const kept = server.sent('PUT').at(-1)!.body as Session;
    expect(kept.notes).toBe('x'.repeat(1990) + '\nTired');
    end(store, { notes: 'Lame on the left'.repeat(2) }, []);
    await pass(50);
    expect(JSON.stringify(server.sent('POST').at(-1)!.body)).toContain('Lame on the left');
    expect(waiting(store)).toEqual([]);
  });

  test('a lesson that was deleted while it was taught does not come back without a word', async () => {
    const current = { ...session, revision: 2, removedAt: '2026-01-01T10:05:00Z' };
    server.answers[path] = ({ body }: Call) =>
      (body as Session).revision === 2
        ? { ...(body as Session), revision: 3 }
        : { status: 409, title: 'Saved elsewhere', detail: '…', current };
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    const { result } = renderHook(useNotice);
    expect(result.current?.said).toContain('deleted on another device');
    result.current!.further!.run();
    await pass(50);
    expect(server.sent('PUT').at(-1)!.body).toHaveProperty('removedAt');
  });

  test('a discarded lesson leaves the book too, and comes back when it was a slip', async () => {
    online(server);
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    const teaching = store.getState().ringside.teaching[sessionId]!;
    const at = '2026-01-01T10:10:00Z';
    store.dispatch(discarded(teaching.session, at));
    await pass(50);
    expect(store.getState().ringside.teaching).toEqual({});
    expect(server.sent('PUT').at(-1)!.body).toMatchObject({ removedAt: '2026-01-01T10:10:00Z' });
    store.dispatch(takenUpAgain(teaching, at));
    await pass(50);
    expect(server.sent('PUT').at(-1)!.body).not.toHaveProperty('removedAt');
  });
});
