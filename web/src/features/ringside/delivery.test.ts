import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { ANY_HORSE } from '@canter-book/core/gaits/horse';
import type { TryObservation } from '@canter-book/core/observations/observation';
import type { Session } from '@canter-book/core/observations/records';
import { FakeServer, type Call } from '../../testing/render.tsx';

/** What the device keeps: survives a closed page. */
const device = new Map<string, unknown>();
jest.unstable_mockModule('idb-keyval', () => ({
  get: async (key: string) => structuredClone(device.get(key)),
  set: async (key: string, value: unknown) => void device.set(key, structuredClone(value)),
  del: async (key: string) => void device.delete(key),
  entries: async () => [...device.entries()].map((entry) => structuredClone(entry)),
}));

const { createBookStore } = await import('../../app/store.ts');
const { startDelivery } = await import('./delivery.ts');
const { begun, ended, tried } = await import('./ringsideSlice.ts');

const session: Session = {
  id: '0190a0b0-0000-7000-8000-000000000001',
  revision: 0,
  horseId: '0190a0b0-0000-7000-8000-000000000002',
  riderId: null,
  lessonId: null,
  document: null,
  date: '2026-01-01',
  startedAt: '2026-01-01T10:00:00Z',
  endedAt: null,
  minutes: null,
  notes: '',
  homework: '',
};
const sessionId = session.id;
const aTry = (id: string): TryObservation => ({
  id,
  sessionId,
  at: '2026-01-01T10:05:00Z',
  kind: 'try',
  itemId: 'i1',
  text: 'C circle left 20',
  rein: 'left',
  gait: 'trot',
  result: 'good',
  held: 3,
});
const begin = begun({
  parcelId: 'p0',
  teaching: {
    session,
    horse: ANY_HORSE,
    riderName: '',
    clock: { elapsedS: 0, runningSince: null },
    held: 0,
    tries: [],
    seen: [],
    restedAt: 0,
    marks: {},
    step: 'ride',
  },
});
const record = (n: number) => tried({ sessionId, parcelId: `p${n}`, observation: aTry(`t${n}`) });

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
        observations: [aTry('m1')],
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

  test('an empty device is an empty start', async () => {
    const store = await openPage();
    expect(store.getState().ringside).toMatchObject({ restored: true, outbox: [], teaching: {} });
    expect(server.calls).toEqual([]);
  });
});
