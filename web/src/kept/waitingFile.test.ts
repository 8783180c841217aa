import { beforeEach, expect, jest, test } from '@jest/globals';
import { parseLesson } from '@canter-book/core/notation/parse';
import { someSession, someTeaching, someTry } from '../../testing/teaching.ts';

const kept = new Map<string, unknown>();
jest.unstable_mockModule('idb-keyval', () => ({
  get: async (key: string) => kept.get(key),
  set: async (key: string, value: unknown) => void kept.set(key, value),
  del: async (key: string) => void kept.delete(key),
  keys: async () => [...kept.keys()],
}));
const { takeWaitingFile, waitingFile } = await import('./waitingFile.ts');
const { createBookStore } = await import('../../app/store.ts');
const { begun, tried } = await import('../ringside/ringsideSlice.ts');
const { forgetRides, keepRide, keptRide } = await import('../tests/leftRides.ts');

const session = someSession();
const ride = {
  id: '0197a000-0000-7000-8000-000000000001',
  revision: 1,
  horseId: session.horseId,
  riderId: null,
  lessonId: null,
  document: parseLesson('test "Two" for stage 2\nbox 1 "entry"\nA halt\n').lesson,
  date: '2026-06-15',
  kind: 'practice' as const,
  place: '',
  judges: [{ at: 'C', marks: { 1: 6.5 }, collectives: {}, remarks: {} }],
  errors: 0,
  target: null,
  notes: '',
  corrections: [],
};

beforeEach(() => {
  kept.clear();
  localStorage.clear();
});

test('what waits leaves the device as a file, and comes back whole, once', async () => {
  const store = createBookStore();
  store.dispatch(begun({ parcelId: 'p0', teaching: someTeaching(session) }));
  const observation = someTry(session.id, 't1');
  store.dispatch(tried({ sessionId: session.id, parcelId: 'p1', observation }));
  kept.set('lesson-draft:l1:gone', { text: 'A halt\n', revision: 3 });
  keepRide(ride.id, { ride, dirty: true, own: ['C'] });
  const file = await waitingFile(store);

  kept.clear();
  forgetRides();
  const next = createBookStore();
  expect(await takeWaitingFile(next, file)).toBe(4);
  expect(next.getState().ringside.outbox).toEqual(store.getState().ringside.outbox);
  expect(kept.get('lesson-draft:l1:gone')).toEqual({ text: 'A halt\n', revision: 3 });
  expect(keptRide(ride.id)).toMatchObject({ dirty: true, own: ['C'], ride });
  await takeWaitingFile(next, file);
  expect(next.getState().ringside.outbox).toHaveLength(2);
});

test.each(['', '{"lessons":[]}', '[1]', 'date,horse\n'])('%j is no such file', async (text) => {
  const store = createBookStore();
  expect(await takeWaitingFile(store, text)).toBeNull();
  expect(store.getState().ringside.outbox).toEqual([]);
});
