import { FakeDevice } from '../../testing/device.ts';
import { beforeEach, expect, jest, test } from '@jest/globals';
import { someHorse, FakeServer } from '../../testing/render.tsx';

const device = new FakeDevice();
jest.unstable_mockModule('idb-keyval', () => device.module);
const { keptKit, packKit } = await import('./kit.ts');
const { createBookStore } = await import('../../app/store.ts');

beforeEach(() => device.kept.clear());

const horse = someHorse();
const summary = (id: string) => ({
  id,
  revision: 1,
  title: id,
  horseId: null,
  tags: [],
  template: false,
  updatedAt: '',
});
const answers = {
  '/api/horses': [horse],
  '/api/riders': [],
  '/api/exercises': [{ id: 'o1', revision: 1, exercise: { id: 'mine', name: 'Mine' } }],
  '/api/lessons': [summary('l1'), summary('l2')],
  '/api/lessons/l1': { id: 'l1', document: { version: 1, items: [] } },
  '/api/lessons/l2': { id: 'l2', document: { version: 1, items: [], title: { text: 'Two' } } },
};

test('horses, riders and whole lessons are kept for where there is no network', async () => {
  new FakeServer(answers);
  await packKit(createBookStore());
  const kit = (await keptKit())!;
  expect(kit.horses[0]!.name).toBe('Marram');
  expect(kit.lessons.map((l) => l.id)).toEqual(['l1', 'l2']);
  expect(kit.documents['l2']!.title!.text).toBe('Two');
  expect(kit.own!.map((e) => e.name)).toEqual(['Mine']);
});

test('without the server what was kept stays, and a lesson that fails keeps its old copy', async () => {
  new FakeServer(answers);
  await packKit(createBookStore());
  new FakeServer({});
  await packKit(createBookStore());
  expect((await keptKit())!.lessons).toHaveLength(2);
  const { '/api/lessons/l2': _, ...fewer } = answers;
  new FakeServer(fewer);
  await packKit(createBookStore());
  expect((await keptKit())!.documents['l2']!.title!.text).toBe('Two');
});

test('test sheets are kept as well, after the lessons', async () => {
  new FakeServer({
    ...answers,
    '/api/lessons?sheets=1': [{ ...summary('s1'), sheet: true }],
    '/api/lessons/s1': { id: 's1', document: { version: 1, items: [] } },
  });
  await packKit(createBookStore());
  const kit = (await keptKit())!;
  expect(kit.lessons.map((l) => l.id)).toEqual(['l1', 'l2', 's1']);
  expect(kit.documents['s1']).toBeDefined();
});
