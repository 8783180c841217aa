import { horsesApi } from '../api/horses.ts';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { FakeServer, someHorse } from '../testing/render.tsx';
import { startLive } from './live.ts';
import { createBookStore } from './store.ts';

/** The line to the server, moved by hand. */
class FakeSource extends EventTarget {
  static readonly CLOSED = 2;
  static all: FakeSource[] = [];
  readyState = 1;
  constructor(readonly url: string) {
    super();
    FakeSource.all.push(this);
  }
  close() {
    this.readyState = FakeSource.CLOSED;
  }
  say(event: string, data: object) {
    this.dispatchEvent(new MessageEvent(event, { data: JSON.stringify(data) }));
  }
}

let server: FakeServer;
let stop: () => void;
const asked = () => server.calls.filter((c) => c.path === '/api/horses').length;
const rest = () => jest.advanceTimersByTimeAsync(50);
const look = (visibilityState: 'visible' | 'hidden') => {
  Object.defineProperty(document, 'visibilityState', {
    value: visibilityState,
    configurable: true,
  });
  document.dispatchEvent(new Event('visibilitychange'));
};

beforeEach(async () => {
  jest.useFakeTimers();
  FakeSource.all = [];
  Object.assign(globalThis, { EventSource: FakeSource });
  server = new FakeServer({ '/api/horses': [someHorse()], '/api/live/open': {} });
  const store = createBookStore();
  void store.dispatch(horsesApi.endpoints.horses.initiate());
  stop = startLive(store);
  await rest();
});
afterEach(() => {
  stop();
  jest.useRealTimers();
});

test('what is shown of what changed is asked for again, and nothing else', async () => {
  const [line] = FakeSource.all;
  line!.dispatchEvent(new Event('open'));
  await rest();
  expect(asked()).toBe(1);
  line!.say('change', { resource: 'lessons' });
  line!.say('change', { resource: 'devices' });
  await rest();
  expect(asked()).toBe(1);
  line!.say('change', { resource: 'horses' });
  await rest();
  expect(asked()).toBe(2);
  // What nobody knows, and what may have been missed, is everything.
  line!.say('change', { resource: '*' });
  await rest();
  expect(asked()).toBe(3);
});

test('a page nobody looks at does not listen, and asks for all it shows when it is looked at again', async () => {
  const [line] = FakeSource.all;
  line!.dispatchEvent(new Event('open'));
  look('hidden');
  expect(line!.readyState).toBe(FakeSource.CLOSED);
  look('visible');
  expect(FakeSource.all).toHaveLength(2);
  FakeSource.all[1]!.dispatchEvent(new Event('open'));
  await rest();
  expect(asked()).toBe(2);
});

test('a line that is refused is tried again, less and less often', async () => {
  const waits: number[] = [];
  for (let i = 0; i < 4; i++) {
    const line = FakeSource.all.at(-1)!;
    line.readyState = FakeSource.CLOSED;
    line.dispatchEvent(new Event('error'));
    const before = FakeSource.all.length;
    let waited = 0;
    while (FakeSource.all.length === before && waited < 100_000) {
      await jest.advanceTimersByTimeAsync(1000);
      waited += 1000;
    }
    waits.push(waited);
  }
  expect(waits).toEqual([2000, 4000, 8000, 16000]);
});
