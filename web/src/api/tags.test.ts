import { beforeEach, expect, test } from '@jest/globals';
import type { Horse, Session } from '@canter-book/core/book/records';
import type { Observation } from '@canter-book/core/observations/observation';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import { createBookStore } from '../app/store.ts';
import { FakeServer } from '../testing/render.tsx';
import { api } from './api.ts';
import { horsesApi } from './horses.ts';
import { ridesApi } from './rides.ts';
import { sessionsApi } from './sessions.ts';
import { yardApi } from './yard.ts';

/** What is asked for again when something was saved: the thing itself and its lists, and no other. */

const { horse, horses } = horsesApi.endpoints;
const { session, observations } = sessionsApi.endpoints;

let server: FakeServer;
let store: ReturnType<typeof createBookStore>;

beforeEach(() => {
  server = new FakeServer({
    '/api/sessions/s1/observations': [],
    '/api/sessions/s2/observations': [],
    '*': {},
  });
  store = createBookStore();
});

/** What is asked for while this happens, but for what is sent. */
async function askedWhile(run: () => Promise<unknown>): Promise<string[]> {
  server.calls.length = 0;
  await run();
  for (let breath = 0; breath < 5; breath++) await new Promise((on) => setTimeout(on));
  await Promise.all(store.dispatch(api.util.getRunningQueriesThunk()));
  return server
    .sent('GET')
    .map(({ path }) => path)
    .sort();
}

test('a horse that is saved is asked for again with the lists, its neighbour is not', async () => {
  await Promise.all([
    store.dispatch(horses.initiate()),
    store.dispatch(horse.initiate('tansy')),
    store.dispatch(horse.initiate('bollard')),
    store.dispatch(yardApi.endpoints.yard.initiate('2026-05-04')),
  ]);
  const save = () => store.outbox.save('horse', null, { id: 'tansy' } as Horse);
  expect(await askedWhile(save)).toEqual(['/api/horses', '/api/horses/tansy', '/api/yard']);
});

test('what was seen is asked for again in its own session only', async () => {
  await Promise.all([
    store.dispatch(session.initiate('s1')),
    store.dispatch(observations.initiate('s1')),
    store.dispatch(observations.initiate('s2')),
    store.dispatch(horsesApi.endpoints.readings.initiate('tansy')),
  ]);
  const seen = { id: 'o1', sessionId: 's1' } as Observation;
  const add = () => store.outbox.save('observation', null, seen);
  expect(await askedWhile(add)).toEqual([
    '/api/horses/tansy/readings',
    '/api/sessions/s1',
    '/api/sessions/s1/observations',
  ]);
});

test('a marked ride and a session are asked for again with what is worked out of them', async () => {
  await Promise.all([
    store.dispatch(session.initiate('s1')),
    store.dispatch(session.initiate('s2')),
    store.dispatch(observations.initiate('s1')),
    store.dispatch(ridesApi.endpoints.ride.initiate('r1')),
    store.dispatch(ridesApi.endpoints.rides.initiate({ horseId: 'tansy' })),
    store.dispatch(horsesApi.endpoints.readings.initiate('tansy')),
  ]);
  const ofRide = ['/api/horses/tansy/readings', '/api/rides', '/api/rides/r1'];
  const marked = { id: 'r1' } as MarkedRide;
  const save = () => store.outbox.save('ride', null, marked);
  expect(await askedWhile(save)).toEqual(ofRide);
  expect(await askedWhile(() => store.outbox.save('ride', marked, null))).toEqual(ofRide);
  const gone = { id: 's1', removedAt: '2026-05-04T10:00:00Z' } as Session;
  const away = () => store.outbox.save('session', null, gone);
  expect(await askedWhile(away)).toEqual(['/api/horses/tansy/readings', '/api/sessions/s1']);
});

test('word from another device asks for all of a resource', async () => {
  await Promise.all([
    store.dispatch(horses.initiate()),
    store.dispatch(horse.initiate('tansy')),
    store.dispatch(horse.initiate('bollard')),
    store.dispatch(session.initiate('s1')),
  ]);
  const hear = () => Promise.resolve(store.dispatch(api.util.invalidateTags(['Horse'])));
  expect(await askedWhile(hear)).toEqual([
    '/api/horses',
    '/api/horses/bollard',
    '/api/horses/tansy',
  ]);
});
