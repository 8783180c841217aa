import { beforeEach, expect, jest, test } from '@jest/globals';
import { parseLesson } from '@canter-book/core/notation/parse';
import { printLesson } from '@canter-book/core/notation/print';
import type { LessonRecord } from '@canter-book/core/book/records';
import { FakeServer, type Call } from '../../../testing/render.tsx';

const kept = new Map<string, unknown>();
jest.unstable_mockModule('idb-keyval', () => ({
  get: async (key: string) => kept.get(key),
  set: async (key: string, value: unknown) => void kept.set(key, value),
  del: async (key: string) => void kept.delete(key),
  keys: async () => [...kept.keys()],
}));
const { sendLeftLessons, openingText, releaseDesk } = await import('./autosave.ts');
const { createBookStore } = await import('../../../app/store.ts');

const TEXT = 'lesson "Soft"\nA trot working\n';
const record = (id: string): LessonRecord => ({
  id,
  revision: 1,
  title: 'Soft',
  horseId: null,
  document: parseLesson(TEXT).lesson,
  tags: [],
  template: false,
  updatedAt: '2026-01-01T00:00:00Z',
});
/** A book that refuses a revision other than its own. */
function bookOf(id: string) {
  let stands = record(id);
  const server = new FakeServer({
    [`GET /api/lessons/${id}`]: () => stands,
    [`PUT /api/lessons/${id}`]: ({ body }: Call) => {
      const sent = body as LessonRecord;
      if (sent.revision !== stands.revision)
        return { status: 409, title: 'Saved elsewhere', detail: '…', current: stands };
      return (stands = { ...sent, revision: sent.revision + 1 });
    },
  });
  return { server, text: () => printLesson(stands.document), stands: () => stands };
}
const left = (id: string, line: string, page: string, more = {}) =>
  kept.set(`lesson-draft:${id}:${page}`, { text: `${TEXT}${line}\n`, revision: 1, ...more });
const send = () => sendLeftLessons(createBookStore());

beforeEach(() => kept.clear());

test('a lesson whose desk was closed without a network is sent from any page, with its tags', async () => {
  const book = bookOf('a');
  left('a', 'E halt', 'gone', { details: { tags: ['soft'], template: true }, horseId: 'h1' });
  expect(await send()).toEqual([]);
  expect(book.text()).toContain('E halt');
  expect(book.stands()).toMatchObject({ tags: ['soft'], template: true, horseId: 'h1' });
  expect(kept.size).toBe(0);
});

test('while the server is away it waits, counted, and stays on the device', async () => {
  new FakeServer();
  left('a', 'E halt', 'gone');
  expect(await send()).toMatchObject([{ what: 'The lesson “Soft”', to: '/desk/a', why: null }]);
  expect(kept.size).toBe(1);
});

test('of two pages with a line each, one is saved and the other waits for a choice', async () => {
  const book = bookOf('a');
  left('a', 'E halt', 'one');
  left('a', 'B halt', 'two');
  expect(await send()).toMatchObject([{ to: '/desk/a', why: expect.stringContaining('choose') }]);
  expect(book.text()).toContain('E halt');
  // At the desk it is what one goes on with: its old revision leads to the choice.
  expect(await openingText(book.stands())).toMatchObject({
    text: expect.stringContaining('B halt'),
    revision: 1,
  });
  // Open there, nobody else sends it.
  expect(await send()).toEqual([]);
  expect(kept.size).toBe(1);
  // Left before it was laid out, it waits again.
  releaseDesk('a');
  expect(await send()).toHaveLength(1);
});

test('of a lesson that was deleted, or is gone, what was written stays, and it is said why', async () => {
  const gone = { status: 404, title: 'Not found', detail: 'There is no such lesson.' };
  new FakeServer({
    'GET /api/lessons/c': gone,
    'GET /api/lessons/d': { ...record('d'), removedAt: '2026-01-02T00:00:00Z' },
  });
  left('c', 'E halt', 'one');
  left('d', 'E halt', 'one');
  expect((await send()).map(({ why }) => why)).toEqual([
    gone.detail,
    expect.stringContaining('deleted'),
  ]);
  expect(kept.size).toBe(2);
});

test('what the book has already needs no place on the device', async () => {
  const { server } = bookOf('e');
  kept.set('lesson-draft:e', { text: TEXT, revision: 1 });
  expect(await send()).toEqual([]);
  expect(server.sent('PUT')).toEqual([]);
  expect(kept.size).toBe(0);
});
