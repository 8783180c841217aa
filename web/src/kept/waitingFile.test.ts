import { expect, test } from '@jest/globals';
import { begun, tried } from '../features/ringside/ringsideSlice.ts';
import { createBookStore } from '../app/store.ts';
import { FakeServer, someHorse } from '../testing/render.tsx';
import { someSession, someTeaching, someTry } from '../testing/teaching.ts';
import { changed, inOrder } from './keptSlice.ts';
import { takeWaitingFile, waitingFile } from './waitingFile.ts';

const session = someSession();
const horse = someHorse();

test('what waits leaves the device as a file, and comes back whole, once', () => {
  new FakeServer();
  const store = createBookStore();
  store.dispatch(begun(someTeaching(session)));
  store.dispatch(tried(someTry(session.id, 't1')));
  store.dispatch(changed([{ kind: 'horse', was: horse, is: { ...horse, notes: 'Saddle fits' } }]));
  const file = waitingFile(store);

  const next = createBookStore();
  expect(takeWaitingFile(next, file)).toBe(3);
  expect(next.getState().kept.records).toEqual(store.getState().kept.records);
  takeWaitingFile(next, file);
  expect(inOrder(next.getState().kept)).toHaveLength(3);
});

test.each(['', '{"lessons":[]}', '[1]', 'date,horse\n', '{"canterBookWaiting":2,"kept":[{}]}'])(
  '%j is no such file',
  (text) => {
    const store = createBookStore();
    expect(takeWaitingFile(store, text)).toBeNull();
    expect(inOrder(store.getState().kept)).toEqual([]);
  },
);
