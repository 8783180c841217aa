import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, renderHook } from '@testing-library/react';
import { createElement, type PropsWithChildren } from 'react';
import { Provider } from 'react-redux';
import type { Horse, LessonRecord } from '@canter-book/core/book/records';
import { parseLesson } from '@canter-book/core/notation/parse';
import { printLesson } from '@canter-book/core/notation/print';
import type { MarkedRide, RideJudge } from '@canter-book/core/sheet/markedRide';
import { createBookStore, type BookStore } from '../app/store.ts';
import { useNotice } from '../app/notices.ts';
import { horsesApi } from '../api/horses.ts';
import { lessonsApi } from '../api/lessons.ts';
import { FakeServer, someHorse, type Call } from '../testing/render.tsx';
import { changed, givenUp, isDirty, keyOf, takenOver } from './keptSlice.ts';
import { useDocument, useDocumentState, useOpenRecord } from './useDocument.ts';
import { useSave } from './useSave.ts';
import { waitingIn } from './useWaiting.ts';

const TEXT = 'lesson "Soft"\nA trot working\nC circle left 20\n';
const record = (revision: number, text = TEXT): LessonRecord => ({
  id: '0190a0b0-0000-7000-8000-000000000301',
  revision,
  title: 'Soft',
  horseId: null,
  document: parseLesson(text).lesson,
  tags: [],
  template: false,
  updatedAt: '2026-01-01T00:00:00Z',
});
const judge = (at: string, marks: Record<string, number> = {}): RideJudge => ({
  at,
  marks,
  collectives: {},
  remarks: {},
});
const ride: MarkedRide = {
  id: '0197a000-0000-7000-8000-000000000001',
  revision: 1,
  horseId: '0197a000-0000-7000-8000-000000000002',
  riderId: null,
  lessonId: null,
  document: parseLesson('test "Two" for stage 2\nbox 1 "entry"\nA halt\n').lesson,
  date: '2026-06-15',
  kind: 'practice',
  place: '',
  judges: [judge('C')],
  errors: 0,
  target: 7,
  notes: '',
  corrections: [],
};

interface Stored {
  readonly id: string;
  readonly revision: number;
}

/** A book with one document, which refuses a revision other than its own. */
class OneInBook<T extends Stored> {
  refuses: number | null = null;
  readonly server = new FakeServer();

  constructor(
    at: string,
    public stands: T,
  ) {
    this.server.answers[`GET /api/${at}/${stands.id}`] = () => this.stands;
    this.server.answers[`PUT /api/${at}/${stands.id}`] = ({ body }: Call) => this.put(body as T);
  }

  private put(sent: T): unknown {
    if (this.refuses === 0) throw new TypeError('no network');
    if (this.refuses) return { status: this.refuses, title: 't', detail: 'why' };
    if (sent.revision !== this.stands.revision)
      return { status: 409, title: 'Saved elsewhere', detail: '…', current: this.stands };
    return (this.stands = { ...sent, revision: sent.revision + 1 });
  }
}

let store: BookStore;
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick'] });
  store = createBookStore();
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});
const wrapper = ({ children }: PropsWithChildren) => createElement(Provider, { store, children });
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

describe('a lesson at the desk', () => {
  function open(stands = record(3)) {
    const book = new OneInBook('lessons', stands);
    const { result, unmount } = renderHook(
      () => {
        const document = useDocument('lesson', stands.id, stands);
        return { document, open: useOpenRecord(document), state: useDocumentState(document) };
      },
      { wrapper },
    );
    const write = (line: string) =>
      act(() =>
        result.current.document.change(
          { ...result.current.open!.is, document: parseLesson(TEXT + line).lesson },
          700,
        ),
      );
    return { book, result, unmount, write, text: () => printLesson(book.stands.document) };
  }

  test('opened, nothing is sent; written, it rests, and goes to the book as a whole', async () => {
    const { book, result, write, text } = open();
    await pass(1000);
    expect(book.server.calls).toEqual([]);
    expect(result.current.state).toEqual({ kind: 'saved', revision: 3 });
    write('E halt\n');
    expect(result.current.state).toEqual({ kind: 'waiting', revision: 3 });
    await pass(600);
    expect(book.server.calls).toEqual([]);
    await pass(200);
    expect(text()).toContain('E halt');
    expect(result.current.state).toEqual({ kind: 'saved', revision: 4 });
  });

  test('flushed, it goes at once, and it is answered whether the book has it', async () => {
    const { book, result, write } = open();
    write('E halt\n');
    expect(await act(() => result.current.document.flush())).toBe(true);
    expect(book.stands.revision).toBe(4);
    book.refuses = 503;
    write('B halt\n');
    expect(await act(() => result.current.document.flush())).toBe(false);
    expect(result.current.state).toEqual({ kind: 'offline', revision: 4, kept: true });
    book.refuses = null;
    await pass(6000);
    expect(result.current.state?.kind).toBe('saved');
  });

  test('what the server refuses is said, and not sent again before it is changed', async () => {
    const { book, result, write } = open();
    book.refuses = 400;
    write('E halt\n');
    await pass(60_000);
    expect(result.current.state).toEqual({ kind: 'refused', revision: 3, why: 'why' });
    expect(book.server.calls).toHaveLength(1);
    book.refuses = null;
    write('B halt\n');
    await pass(1000);
    expect(result.current.state?.kind).toBe('saved');
    // Given up in the list of what waits, the page goes on from what the book has.
    book.refuses = 400;
    write('K halt\n');
    await pass(1000);
    const { page } = store.getState().kept;
    act(() => void store.dispatch(givenUp(keyOf(result.current.document, page))));
    expect(result.current.state).toEqual({ kind: 'saved', revision: 4 });
    book.refuses = null;
    write('M halt\n');
    await pass(1000);
    expect(result.current.state).toEqual({ kind: 'saved', revision: 5 });
  });

  test.each([
    ['theirs', 'K halt', 0],
    ['mine', 'E halt', 1],
  ] as const)('saved elsewhere too, one goes on with %s', async (keep, line, sends) => {
    const { book, result, write, text } = open();
    book.stands = record(5, `${TEXT}K halt\n`);
    write('E halt\n');
    await pass(1000);
    expect(result.current.state?.kind).toBe('conflict');
    // What is typed on meanwhile is kept, not sent.
    write('E halt\nB halt\n');
    await pass(60_000);
    expect(book.server.calls).toHaveLength(1);
    act(() => result.current.document.settle(keep));
    await pass(1000);
    expect(result.current.state?.kind).toBe('saved');
    expect(book.server.calls).toHaveLength(1 + sends);
    expect(text()).toContain(line);
    expect(printLesson(result.current.open!.is.document)).toBe(text());
  });

  test('left before it rested, it is sent at once; left while the book is away, it is counted and sent', async () => {
    const first = open();
    first.write('E halt\n');
    first.unmount();
    await pass(0);
    expect(first.text()).toContain('E halt');
    const next = open(first.book.stands);
    next.book.refuses = 0;
    next.write('B halt\n');
    next.unmount();
    await pass(50);
    expect(waitingIn(store.getState().kept)).toMatchObject([{ kind: 'lesson' }]);
    next.book.refuses = null;
    await pass(6000);
    expect(next.text()).toContain('B halt');
    expect(store.getState().kept.records).toEqual({});
  });

  test('what a closed page had written comes up at the desk that shows the lesson, to choose', async () => {
    const { book, result } = open();
    book.stands = record(5, `${TEXT}K halt\n`);
    const { kind, id } = result.current.document;
    const left = { ...record(3), document: parseLesson(`${TEXT}E halt\n`).lesson };
    const key = `${kind}:${id}@${store.getState().kept.page}/gone`;
    await act(() =>
      store.dispatch(takenOver([{ kind, id, key, was: record(3), is: left, order: 0 }])),
    );
    await pass(50);
    expect(result.current.state?.kind).toBe('conflict');
    act(() => result.current.document.settle('mine'));
    await pass(50);
    expect(printLesson(book.stands.document)).toContain('E halt');
    expect(result.current.state).toEqual({ kind: 'saved', revision: 6 });
  });

  test('tags go with the lines another device wrote, and the lines with its tags', async () => {
    const { book, result, text } = open();
    book.stands = record(5, `${TEXT}K halt\n`);
    act(() => result.current.document.change({ ...result.current.open!.is, tags: ['soft'] }));
    await pass(10);
    expect(book.stands.tags).toEqual(['soft']);
    expect(text()).toContain('K halt');
  });
});

describe('a ride while it is marked', () => {
  function mark(stands: MarkedRide, book = new OneInBook('rides', stands)) {
    const { result } = renderHook(
      () => {
        const document = useDocument('ride', stands.id, stands);
        return { document, open: useOpenRecord(document), state: useDocumentState(document) };
      },
      { wrapper },
    );
    const give = (value: number) =>
      act(() =>
        result.current.document.change({
          ...result.current.open!.is,
          judges: result.current.open!.is.judges.map((j) =>
            j.at === 'C' ? { ...j, marks: { 1: value } } : j,
          ),
        }),
      );
    return { book, result, give };
  }

  test('it is kept here first, and sent again while the book is away', async () => {
    const { book, result, give } = mark(ride);
    book.refuses = 0;
    give(6.5);
    await pass(50);
    expect(result.current.state?.kind).toBe('offline');
    book.refuses = null;
    await pass(6000);
    expect(result.current.state).toEqual({ kind: 'saved', revision: 2 });
    expect(book.stands.judges).toEqual([judge('C', { 1: 6.5 })]);
  });

  test('what another judge wrote meanwhile stays, and so does what is written here', async () => {
    const { book, result, give } = mark(ride);
    book.stands = { ...ride, revision: 5, judges: [judge('C'), judge('E', { 1: 8 })] };
    give(6.5);
    await pass(50);
    expect(book.stands.judges).toEqual([judge('C', { 1: 6.5 }), judge('E', { 1: 8 })]);
    expect(result.current.open!.is.judges).toEqual(book.stands.judges);
  });

  test('a refusal is said, and nothing is lost', async () => {
    const { book, result, give } = mark(ride);
    book.refuses = 400;
    give(6.5);
    await pass(50);
    expect(result.current.state).toMatchObject({ kind: 'refused', why: 'why' });
    expect(result.current.open!.is.judges).toEqual([judge('C', { 1: 6.5 })]);
  });
});

describe('a form, or a single tap', () => {
  const horse = someHorse();
  const noted = (text: string): Horse => ({
    ...horse,
    events: [...horse.events, { date: '2026-03-02', kind: 'other', text }],
  });
  const saving = () => renderHook(() => useSave('horse'), { wrapper }).result;

  test('taps that come before the answer to the one before are all kept', async () => {
    const book = new OneInBook('horses', horse);
    const result = saving();
    const answers = await act(() =>
      Promise.all([
        result.current.save({ ...horse, notes: 'Saddle fits' }, horse),
        result.current.save({ ...horse, theme: 'corners' }, horse),
        result.current.save({ ...horse, riderIds: ['r1'] }, horse),
      ]),
    );
    expect(answers.map(({ error }) => error)).toEqual([undefined, undefined, undefined]);
    expect(book.stands).toMatchObject({ notes: 'Saddle fits', theme: 'corners', riderIds: ['r1'] });
  });

  test('what another device has saved stays; what both changed is mine, and said', async () => {
    const book = new OneInBook('horses', horse);
    book.stands = { ...noted('Shod'), revision: 4, notes: 'New girth' };
    const { result: notice } = renderHook(useNotice, { wrapper });
    const result = saving();
    await act(() => result.current.save({ ...horse, notes: 'Saddle fits' }, horse));
    expect(book.stands).toMatchObject({ notes: 'Saddle fits', events: [{ text: 'Shod' }] });
    expect(notice.current?.said).toBe(
      'The horse Marram: also changed on another device. Where both differ, yours stands.',
    );
  });

  test('while the book is away it counts as saved, is shown, and is sent when it is back', async () => {
    const book = new OneInBook('horses', horse);
    const shown = store.dispatch(horsesApi.endpoints.horse.initiate(horse.id));
    await pass(10);
    book.refuses = 0;
    const result = saving();
    const answer = await act(() => result.current.save({ ...horse, notes: 'Kept' }, horse));
    expect(answer.data).toMatchObject({ notes: 'Kept' });
    await pass(50);
    expect((await shown).data).toBeDefined();
    const state = horsesApi.endpoints.horse.select(horse.id)(store.getState());
    expect(state.data).toMatchObject({ notes: 'Kept' });
    expect(waitingIn(store.getState().kept)).toHaveLength(1);
    book.refuses = null;
    await pass(6000);
    expect(book.stands).toMatchObject({ notes: 'Kept', revision: 2 });
    expect(waitingIn(store.getState().kept)).toEqual([]);
  });

  test('a refusal is answered to the form, which has it still; what was kept before is not given up', async () => {
    const book = new OneInBook('horses', horse);
    book.refuses = 400;
    const result = saving();
    expect((await act(() => result.current.save(noted('Shod'), horse))).error).toMatchObject({
      status: 400,
    });
    expect(store.getState().kept.records).toEqual({});
    book.refuses = 0;
    await act(() => result.current.save(noted('Shod'), horse));
    book.refuses = 400;
    await act(() => result.current.save({ ...noted('Shod'), name: '' }, noted('Shod')));
    expect(Object.values(store.getState().kept.records)).toMatchObject([
      { why: 'why', is: { events: [{ text: 'Shod' }] } },
    ]);
  });

  test('one that the server trips over is set aside, and holds up no other', async () => {
    const book = new OneInBook('horses', horse);
    book.server.answers['PUT /api/lessons/l1'] = { status: 500, title: 't', detail: 'Broken.' };
    const lesson = { ...record(0), id: 'l1' };
    store.dispatch(changed([{ kind: 'lesson', was: null, is: lesson }]));
    store.dispatch(changed([{ kind: 'horse', was: horse, is: noted('Shod') }]));
    await pass(50);
    expect(book.stands.events).toMatchObject([{ text: 'Shod' }]);
    expect(Object.values(store.getState().kept.records)).toMatchObject([{ why: 'Broken.' }]);
    // The book has never heard of it; here it can still be opened, and put right.
    book.server.answers['GET /api/lessons/l1'] = { status: 404, title: 't', detail: 'None.' };
    const opened = store.dispatch(lessonsApi.endpoints.lesson.initiate('l1'));
    await pass(10);
    expect((await opened).data).toEqual(lesson);
  });

  test('made and taken back before the book heard of it, it never gets there', async () => {
    const book = new OneInBook('horses', horse);
    book.refuses = 0;
    const result = saving();
    await act(() => result.current.save(noted('Shod'), horse));
    await act(() => result.current.save(horse, noted('Shod')));
    expect(Object.values(store.getState().kept.records).filter(isDirty)).toEqual([]);
  });
});
