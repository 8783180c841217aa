import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { same } from '@canter-book/core/documents/fields';
import type { DocumentKind } from '@canter-book/core/documents';
import { FakeDevice, FakeLocks } from '../testing/device.ts';
import { FakeServer, type Call } from '../testing/render.tsx';
import type { AnyDocument } from './keptSlice.ts';

/**
 * Whatever a person enters, on whatever page, whatever happens in between: what the screen has acknowledged is in the book
 * once, or on the device and counted, or beside the book, or was given up by choice. Every thing entered is a word of its
 * own, and is looked for at the end.
 */

const device = new FakeDevice();
jest.unstable_mockModule('idb-keyval', () => device.module);
const { createBookStore } = await import('../app/store.ts');
const { startKept } = await import('./startKept.ts');
const { changed, closed, inOrder, isDirty, keyOf, opened, settled } =
  await import('./keptSlice.ts');
const { takeWaitingFile, waitingFile } = await import('./waitingFile.ts');
const { waitingIn } = await import('./useWaiting.ts');

type Doc = Record<string, unknown> & { id: string; revision: number };
const KINDS = ['lesson', 'horse', 'ride'] as const;
type Kind = (typeof KINDS)[number];

/** Something entered, word by word, in each kind where its kind has room for many. */
const FIRST: Record<Kind, Doc> = {
  lesson: { id: 'lesson-1', revision: 1, title: 'L', tags: [], document: { items: [] } },
  horse: { id: 'horse-1', revision: 1, name: 'Marram', riderIds: [], notes: '' },
  ride: {
    id: 'ride-1',
    revision: 1,
    document: {},
    date: '2026-06-15',
    judges: [{ at: 'C', marks: {} }],
    errors: 0,
    corrections: [],
  },
};
const WITH: Record<Kind, (doc: Doc, word: string) => Doc> = {
  lesson: (doc, word) => {
    const { items } = doc['document'] as { items: object[] };
    return { ...doc, document: { items: [...items, { id: word }] } };
  },
  horse: (doc, word) => ({ ...doc, riderIds: [...(doc['riderIds'] as string[]), word] }),
  ride: (doc, word) => {
    const [judge] = doc['judges'] as [{ at: string; marks: Record<string, number> }];
    return { ...doc, judges: [{ ...judge, marks: { ...judge.marks, [word]: 6.5 } }] };
  },
};
const wordsIn = (value: unknown): string[] =>
  JSON.stringify(value ?? null).match(/word\d+x/g) ?? [];

const ON_ITS_WAY_MS = 40;

/** The book, and what a removed phone has sent it. */
class Book {
  readonly documents = new Map(Object.values(FIRST).map((doc) => [doc.id, doc]));
  readonly seen = new Map<string, object>();
  readonly aside: unknown[] = [];
  isCut = false;
  isRemoved = false;
  /** The next thing is stored, but its answer is lost on the way. */
  losesAnswer = false;

  constructor() {
    const server = new FakeServer();
    server.answers['*'] = (call: Call) => this.answer(call);
  }

  private async answer({ method, path, body }: Call): Promise<unknown> {
    await new Promise((on) => setTimeout(on, ON_ITS_WAY_MS / 2));
    if (this.isCut || method === 'GET') throw new TypeError('no network');
    const answer = this.take(path, body);
    await new Promise((on) => setTimeout(on, ON_ITS_WAY_MS / 2));
    if (!this.losesAnswer) return answer;
    this.losesAnswer = false;
    throw new TypeError('cut');
  }

  private take(path: string, body: unknown): unknown {
    if (this.isRemoved) {
      this.aside.push(body);
      return { status: 403, title: 'Removed', detail: 'Kept aside.', keptAside: true };
    }
    if (path === '/api/observations') {
      for (const o of (body as { observations: { id: string }[] }).observations)
        this.seen.set(o.id, o);
      return { stored: 1 };
    }
    const sent = body as Doc;
    const current = this.documents.get(sent.id)!;
    if (same({ ...sent, revision: 0 }, { ...current, revision: 0 })) return current;
    if (sent.revision !== current.revision)
      return { status: 409, title: 'Saved elsewhere', detail: '…', current };
    return this.put(sent);
  }

  /** Saved, here or from another device. */
  put(doc: Doc): Doc {
    const saved = { ...doc, revision: doc.revision + 1 };
    this.documents.set(doc.id, saved);
    return saved;
  }
}

type Page = ReturnType<typeof createBookStore> & { readonly name: string; stop(): void };

/** The device and the book together, and what the screen has acknowledged. */
class World {
  readonly book = new Book();
  readonly locks = new FakeLocks();
  pages: Page[] = [];
  acknowledged = new Set<string>();
  private words = 0;
  private names = 0;

  constructor() {
    device.kept.clear();
    device.full = device.isBusy = false;
    this.locks.install();
  }

  newWord = (): string => `word${++this.words}x`;

  async open(): Promise<Page> {
    const name = `page${++this.names}`;
    const store = createBookStore(name);
    const started = startKept(store, { prefix: 'none:', contents: () => ({}), restore: () => {} });
    await pass(20);
    const page = Object.assign(store, { name, stop: await started });
    this.pages.push(page);
    return page;
  }

  /** The page is gone; what the device did not take, as the screen said, goes with it. */
  close(page: Page): void {
    const { kept } = page.getState();
    if (!kept.keeping) {
      const there = new Set(wordsIn([...device.kept.values()]));
      for (const word of wordsIn(kept.records))
        if (!there.has(word)) this.acknowledged.delete(word);
    }
    page.stop();
    this.locks.kill(page.name);
    this.pages = this.pages.filter((one) => one !== page);
  }

  /** What a page has of a document: as it is there, else as it was at first. */
  shown(page: Page, kind: Kind): Doc {
    const record = page.getState().kept.records[keyOf({ kind, id: FIRST[kind].id }, page.name)];
    return (record?.is ?? this.book.documents.get(FIRST[kind].id)!) as never;
  }
}

const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);
const asAny = (doc: Doc | object): AnyDocument => doc as unknown as AnyDocument;

/** Something that happens; `page` chooses among those that are open. */
interface Step {
  readonly name: string;
  run(world: World, page: Page, kind: Kind): unknown;
}

const named = (kind: Kind) => ({ kind: kind as DocumentKind, id: FIRST[kind].id });

const STEPS: Record<string, Step['run']> = {
  /** At the desk, or on a sheet that is marked. */
  type(world, page, kind) {
    const word = world.newWord();
    const shown = world.shown(page, kind);
    page.dispatch(opened({ ...named(kind), stands: asAny(shown) }));
    const was = world.shown(page, kind);
    page.dispatch(changed([{ kind, was: asAny(was), is: asAny(WITH[kind](was, word)) }], 700));
    world.acknowledged.add(word);
  },
  /** A form, or a single tap. */
  async tap(world, page, kind) {
    const word = world.newWord();
    // As the page was told of it last: something may wait on top of that.
    const record = page.getState().kept.records[keyOf(named(kind), page.name)];
    const was = (record?.was ?? world.book.documents.get(FIRST[kind].id)) as unknown as Doc;
    const done = page.outbox.save(kind, asAny(was), asAny(WITH[kind](was, word)));
    await pass(3 * ON_ITS_WAY_MS);
    const outcome = await Promise.race([done, Promise.resolve(null)]);
    if (outcome && !outcome.error) world.acknowledged.add(word);
  },
  see(world, page) {
    const word = world.newWord();
    const seen = { id: word, sessionId: 's1', at: '2026-01-01T10:00:00Z', kind: 'note', text: 'x' };
    page.dispatch(changed([{ kind: 'observation', was: null, is: asAny(seen) }]));
    world.acknowledged.add(word);
  },
  leave: (_, page, kind) => void page.dispatch(closed(named(kind))),
  async reload(world, page) {
    world.close(page);
    await world.open();
  },
  secondTab: (world) => (world.pages.length < 3 ? world.open() : null),
  closeTab: (world, page) => (world.pages.length > 1 ? world.close(page) : null),
  refuseWrites: () => (device.full = true),
  takeWrites: () => (device.full = false),
  refuseOne: () => (device.isBusy = true),
  cut: (world) => (world.book.isCut = true),
  restore: (world) => (world.book.isCut = false),
  loseAnswer: (world) => (world.book.losesAnswer = true),
  elsewhere(world, _, kind) {
    const current = world.book.documents.get(FIRST[kind].id)!;
    const word = world.newWord();
    world.book.put(WITH[kind](current, word));
    world.acknowledged.add(word);
  },
  deleteElsewhere(world) {
    const current = world.book.documents.get(FIRST.lesson.id)!;
    world.book.put({ ...current, removedAt: '2026-01-02T00:00:00Z' });
  },
  removePhone: (world) => (world.book.isRemoved = true),
  pairAgain: (world) => (world.book.isRemoved = false),
  choose(world, page, kind) {
    for (const record of inOrder(page.getState().kept)) {
      if (!record.theirs) continue;
      const keep = kind === 'lesson' ? 'mine' : 'theirs';
      const [kept, other] =
        keep === 'mine' ? [record.is, record.theirs] : [record.theirs, record.is];
      page.dispatch(settled({ key: record.key, keep }));
      const chosen = new Set(wordsIn(kept));
      for (const word of wordsIn(other)) if (!chosen.has(word)) world.acknowledged.delete(word);
    }
  },
  /** With what waits as a file, opened again afterwards. */
  async signOut(world) {
    // Whatever another page has under its hands is that page's.
    for (const page of world.pages.slice(1)) world.close(page);
    const [page] = world.pages;
    await pass(50);
    await world.open();
    const taking = world.pages[1]!;
    await pass(50);
    const files = [page!, taking].map(waitingFile);
    world.pages.forEach((one) => one.stop());
    for (const one of world.pages) world.locks.kill(one.name);
    world.pages = [];
    await device.module.clear();
    const next = await world.open();
    files.forEach((file) => takeWaitingFile(next, file));
  },
  async wait() {
    await pass(3000);
  },
};

/** Mostly something is entered. */
const name = fc.oneof(
  { weight: 3, arbitrary: fc.constantFrom('type', 'see', 'tap', 'reload', 'refuseOne') },
  { weight: 4, arbitrary: fc.constantFrom(...Object.keys(STEPS)) },
);

const step = fc.record({
  name,
  page: fc.nat(2),
  kind: fc.constantFrom(...KINDS),
  rest: fc.constantFrom(0, 1, 30, 800),
});

/** All is well again; every document is opened, and where somebody has to choose, their own stays. */
async function settle(world: World): Promise<Page> {
  device.full = device.isBusy = false;
  world.book.isCut = world.book.isRemoved = world.book.losesAnswer = false;
  await pass(5000);
  for (const page of [...world.pages]) world.close(page);
  const page = await world.open();
  for (let rounds = 0; rounds < 12; rounds++) {
    await pass(60_000);
    await STEPS['choose']!(world, page, 'lesson');
  }
  await pass(60_000);
  return page;
}

beforeEach(() => void jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick'] }));
afterEach(() => void jest.useRealTimers());

test('nothing that was acknowledged is lost, or there twice', async () => {
  const seed = Number(process.env['KEPT_SEED'] ?? Date.now() % 1_000_000_007);
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 30 }), async (steps) => {
      const world = new World();
      await world.open();
      for (const { name, page, kind, rest } of steps) {
        await STEPS[name]!(world, world.pages[page % world.pages.length]!, kind);
        await pass(rest);
        // What waits is counted: on the page that has it, or it is another's, open or closed.
        for (const { getState } of world.pages) {
          const { kept } = getState();
          if (kept.reached) continue;
          expect(waitingIn(kept)).toEqual(inOrder(kept).filter(isDirty));
        }
      }
      const page = await settle(world);
      const inBook = wordsIn([...world.book.documents.values()]).concat([
        ...world.book.seen.keys(),
      ]);
      const beside = wordsIn(world.book.aside);
      expect(new Set(inBook).size).toBe(inBook.length);
      const lost = [...world.acknowledged].filter(
        (word) => !inBook.includes(word) && !beside.includes(word),
      );
      expect({ lost, waiting: waitingIn(page.getState().kept) }).toEqual({ lost: [], waiting: [] });
    }),
    { seed, numRuns: Number(process.env['KEPT_RUNS'] ?? 60), endOnFailure: false },
  );
});
