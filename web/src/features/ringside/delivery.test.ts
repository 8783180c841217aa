import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { renderHook } from '@testing-library/react';
import type { Session } from '@canter-book/core/book/records';
import { useNotice } from '../../app/notices.ts';
import { someSession, someTeaching, someTry } from '../../testing/teaching.ts';
import { FakeServer, type Call } from '../../testing/render.tsx';

/** What the device keeps: survives a closed page. */
const device = new Map<string, unknown>();
let full = false;
const copyOf = <T>(value: T): T => structuredClone(value);
/** A transaction: what is put into it is there when it is committed, and all of it. */
async function place(_mode: string, work: (store: object) => unknown) {
  const writes: [string, unknown][] = [];
  return work({
    put: (value: unknown, key: string) => void writes.push([key, copyOf(value)]),
    delete: (key: string) => void writes.push([key, undefined]),
    transaction: {
      commit() {
        for (const [key, value] of full ? [] : writes) {
          if (value === undefined) device.delete(key);
          else device.set(key, value);
        }
      },
    },
  });
}
jest.unstable_mockModule('idb-keyval', () => ({
  createStore: () => place,
  promisifyRequest: async () => {
    if (full) throw new DOMException('full', 'QuotaExceededError');
  },
  get: async (key: string) => copyOf(device.get(key)),
  del: async (key: string) => void device.delete(key),
  entries: async () => [...device.entries()].map(copyOf),
}));

const { createBookStore } = await import('../../app/store.ts');
const { startDelivery } = await import('./delivery.ts');
const { begun, discarded, ended, sentAgain, takenUpAgain, tried } =
  await import('./ringsideSlice.ts');

const session = someSession();
const sessionId = session.id;
const begin = begun({ parcelId: 'p0', teaching: someTeaching(session) });
const record = (n: number) =>
  tried({ sessionId, parcelId: `p${n}`, observation: someTry(sessionId, `t${n}`) });

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
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick'] });
  device.clear();
  server = new FakeServer();
});
afterEach(() => jest.useRealTimers() as never);

async function openPage() {
  const store = createBookStore();
  startDelivery(store);
  await pass(10);
  return store;
}
const waiting = (store: Awaited<ReturnType<typeof openPage>>) =>
  store.getState().ringside.outbox.map((p) => p.id);

describe('delivery from the ringside', () => {
  test('sends each parcel in its order as soon as it is made', async () => {
    online(server);
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    store.dispatch(record(2));
    await pass(50);
    expect(waiting(store)).toEqual([]);
    expect(server.calls.map((c) => c.method)).toEqual(['PUT', 'POST', 'POST']);
  });

  test('keeps everything while the server is away, and delivers when it is back', async () => {
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    await pass(50);
    expect(waiting(store)).toEqual(['p0', 'p1']);
    expect(store.getState().ringside.reached).toBe(false);
    online(server);
    await pass(6000);
    expect(waiting(store)).toEqual([]);
    expect(store.getState().ringside.reached).toBe(true);
  });

  test('nothing is lost when the page is killed: the next one delivers it', async () => {
    const first = await openPage();
    first.dispatch(begin);
    first.dispatch(record(1));
    await pass(50);
    // Opened anew, from what the device had kept.
    const second = await openPage();
    expect(waiting(second)).toEqual(['p0', 'p1']);
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
    store.dispatch(
      ended({
        sessionId,
        parcelId: 'e',
        session: { ...session, endedAt: '2026-01-01T10:40:00Z' },
        observations: [someTry(sessionId, 'm1')],
      }),
    );
    await pass(50);
    const puts = server.sent('PUT').map((c) => c.body as Session);
    expect(puts.map((s) => s.revision)).toEqual([0, 1]);
    expect(puts[1]!.endedAt).toBe('2026-01-01T10:40:00Z');
    expect(store.getState().ringside.revisions).toEqual({ [sessionId]: 2 });
  });

  test('a refused parcel stays, and its reason is shown', async () => {
    server.answers[path] = { status: 400, title: 'No', detail: 'The date is missing.' };
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    expect(waiting(store)).toEqual(['p0']);
    expect(store.getState().ringside.refused).toBe('The date is missing.');
  });

  test('what a tap records is given to the device before anything else can happen', async () => {
    const store = await openPage();
    store.dispatch(begin);
    store.dispatch(record(1));
    await Promise.resolve();
    expect([...device.keys()].sort()).toEqual(['parcel:p0', 'parcel:p1', `teaching:${sessionId}`]);
  });

  test('an empty device is an empty start', async () => {
    const store = await openPage();
    expect(store.getState().ringside).toMatchObject({ restored: true, outbox: [], teaching: {} });
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
    expect(waiting(store)).toEqual(['p1']);
    expect(store.getState().ringside.outbox[0]!.refused).toBe('held: too large');
    // It is seen after the page is opened anew, too, and can be sent again once it is put right.
    const again = await openPage();
    expect(again.getState().ringside.refused).toBe('held: too large');
    online(server);
    again.dispatch(sentAgain({ parcelId: 'p1' }));
    await pass(50);
    expect(waiting(again)).toEqual([]);
    expect(again.getState().ringside.refused).toBeNull();
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
    store.dispatch(
      begun({
        ...begin.payload,
        parcelId: 'q0',
        teaching: { ...begin.payload.teaching, session: other },
      }),
    );
    await pass(50);
    expect(waiting(store)).toEqual(['p0', 'p1']);
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
    store.dispatch(
      ended({
        sessionId,
        parcelId: 'e',
        session: { ...session, endedAt: '2026-01-01T10:40:00Z', minutes: 40 },
        observations: [someTry(sessionId, 'm1')],
      }),
    );
    await pass(50);
    expect(waiting(store)).toEqual([]);
    expect(stored).toMatchObject({ homework: 'Ten straight strides', minutes: 40, revision: 3 });
  });

  test.each([429, 503, 507])('%i is no refusal: it is sent again', async (status) => {
    server.answers[path] = { status, title: 'Later', detail: 'Wait.' };
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    expect(store.getState().ringside).toMatchObject({ refused: null, reached: false });
    online(server);
    await pass(6000);
    expect(waiting(store)).toEqual([]);
  });

  test('a server that stays away is asked more and more seldom', async () => {
    const store = await openPage();
    store.dispatch(begin);
    await pass(10 * 60_000);
    expect(server.calls.length).toBeLessThan(30);
    expect(waiting(store)).toEqual(['p0']);
  });

  test('two pages of one phone keep their lessons beside each other', async () => {
    const [one, two] = [await openPage(), await openPage()];
    const other = { ...session, id: session.id.replace(/1$/, '9') };
    one.dispatch(begin);
    two.dispatch(
      begun({
        ...begin.payload,
        parcelId: 'q0',
        teaching: { ...begin.payload.teaching, session: other },
      }),
    );
    one.dispatch(record(1));
    await pass(50);
    const third = await openPage();
    expect(Object.keys(third.getState().ringside.teaching).sort()).toEqual([session.id, other.id]);
    expect(waiting(third).sort()).toEqual(['p0', 'p1', 'q0']);
  });

  test('what an earlier version kept all together is taken over', async () => {
    device.set('ringside', {
      teaching: { [sessionId]: begin.payload.teaching },
      outbox: [{ id: 'p0', kind: 'session', session }],
      revisions: {},
    });
    const store = await openPage();
    expect(waiting(store)).toEqual(['p0']);
    expect(device.has('ringside')).toBe(false);
  });

  test('where the device keeps nothing it is said at once', async () => {
    full = true;
    const store = await openPage();
    store.dispatch(begin);
    await pass(50);
    expect(store.getState().ringside.keeping).toBe(false);
    full = false;
    store.dispatch(record(1));
    await pass(50);
    expect(store.getState().ringside.keeping).toBe(true);
  });

  test('what the device refused once is written with the next tap, or by itself', async () => {
    const store = await openPage();
    store.dispatch(begin);
    await pass(10);
    full = true;
    store.dispatch(record(1));
    await pass(10);
    full = false;
    store.dispatch(record(2));
    await pass(10);
    expect(waiting(await openPage())).toEqual(['p0', 'p1', 'p2']);
    full = true;
    store.dispatch(record(3));
    await pass(10);
    expect(store.getState().ringside.keeping).toBe(false);
    full = false;
    await pass(2500);
    expect(store.getState().ringside.keeping).toBe(true);
    expect(waiting(await openPage())).toEqual(['p0', 'p1', 'p2', 'p3']);
  });

  test('a clock that was set back changes no order', async () => {
    const first = await openPage();
    first.dispatch(begin);
    await pass(10);
    const second = await openPage();
    jest.setSystemTime(Date.now() - 24 * 3600 * 1000);
    second.dispatch(record(1));
    await pass(10);
    expect(waiting(await openPage())).toEqual(['p0', 'p1']);
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
    expect(server.calls.map((c) => c.method)).toEqual(['PUT', 'POST', 'POST']);
    expect(waiting(store)).toEqual([]);
    // Where there was no room for it, it stays here.
    server.answers[path] = { ...aside, keptAside: false };
    const other = { ...session, id: session.id.replace(/1$/, '9') };
    server.answers[`PUT /api/sessions/${other.id}`] = server.answers[path];
    store.dispatch(begun({ parcelId: 'q0', teaching: someTeaching(other) }));
    await pass(50);
    expect(waiting(store)).toEqual(['q0']);
  });

  test('words for which the session has no room go to the book as a note', async () => {
    const current = { ...session, revision: 2, notes: 'x'.repeat(1990) };
    server.answers['POST /api/observations'] = { stored: 1 };
    server.answers[path] = ({ body }: Call) =>
      (body as Session).revision === 2
        ? { ...(body as Session), revision: 3 }
        : { status: 409, title: 'Saved elsewhere', detail: '…', current };
    const store = await openPage();
    store.dispatch(
      begun({ parcelId: 'p0', teaching: someTeaching({ ...session, notes: 'Tired' }) }),
    );
    await pass(50);
    const kept = server.sent('PUT').at(-1)!.body as Session;
    expect(kept.notes).toBe('x'.repeat(1990) + '\nTired');
    store.dispatch(
      ended({
        sessionId,
        parcelId: 'e',
        session: { ...session, notes: 'Lame on the left'.repeat(2) },
        observations: [],
      }),
    );
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
    store.dispatch(discarded({ sessionId, parcelId: 'd', at: '2026-01-01T10:10:00Z' }));
    await pass(50);
    expect(store.getState().ringside.teaching).toEqual({});
    expect(server.sent('PUT').at(-1)!.body).toMatchObject({ removedAt: '2026-01-01T10:10:00Z' });
    store.dispatch(takenUpAgain({ teaching, parcelId: 'u' }));
    await pass(50);
    expect(server.sent('PUT').at(-1)!.body).not.toHaveProperty('removedAt');
  });
});
