import { expect, jest, test } from '@jest/globals';
import { parseLesson } from '@canter-book/core/notation/parse';
import { printLesson } from '@canter-book/core/notation/print';
import type { LessonRecord } from '@canter-book/core/book/records';
import { FakeDevice } from '../testing/device.ts';
import { FakeServer } from '../testing/render.tsx';
import { someSession, someTry } from '../testing/teaching.ts';

const device = new FakeDevice();
jest.unstable_mockModule('idb-keyval', () => device.module);
const { createBookStore } = await import('../app/store.ts');
const { inOrder } = await import('./keptSlice.ts');
const { takeEarlier } = await import('./earlier.ts');

test('what an earlier version had left on the device is taken up, in its order, and once', async () => {
  const session = someSession();
  const lesson: LessonRecord = {
    id: 'l1',
    revision: 3,
    title: 'Soft',
    horseId: null,
    document: parseLesson('lesson "Soft"\nA halt\n').lesson,
    tags: [],
    template: false,
    updatedAt: '2026-01-01T00:00:00Z',
  };
  new FakeServer({ 'GET /api/lessons/l1': lesson });
  const parcels = [{ session }, { observations: [someTry(session.id, 't1')] }];
  parcels.forEach((parcel, order) => device.kept.set(`parcel:p${9 - order}`, { order, parcel }));
  device.kept.set('revision:s1', 2);
  device.kept.set('lesson-draft:l1:gone', { text: 'lesson "Soft"\nE halt\n', revision: 2 });
  device.kept.set('lesson-draft:l2:gone', { text: 'A halt\n', revision: 1 });
  const judge = { at: 'C', marks: { 1: 6.5 }, collectives: {}, remarks: {} };
  const ride = { id: 'r1', revision: 1, judges: [judge] };
  localStorage.setItem('canter-book-ride-r1', JSON.stringify({ ride, dirty: true, own: ['C'] }));

  const store = createBookStore();
  await takeEarlier(store);
  store.outbox.stop();
  const kept = inOrder(store.getState().kept);
  expect(kept.map(({ kind, id }) => `${kind} ${id}`)).toEqual([
    `session ${session.id}`,
    'observation t1',
    'lesson l1',
    'ride r1',
  ]);
  const written = kept[2]!;
  expect(printLesson((written.is as LessonRecord).document)).toContain('E halt');
  expect(written.was).toMatchObject({ revision: 2 });
  expect(kept[3]).toMatchObject({ is: ride });
  // Of one the book could not be asked about, what was written stays for the next time.
  expect([...device.kept.keys()]).toEqual(['lesson-draft:l2:gone']);
  expect(localStorage).toHaveLength(0);
});
